// Stations as summaries: the line, what is next, who acts. Folded and judged here, so that the browser only folds what it keeps.
import { Injectable } from '@nestjs/common';
import { peopleStream, type Stream } from '@green-lamp/core/name';
import { shippedHouse } from '@green-lamp/core/house';
import { canonical, hashOf, type State } from '@green-lamp/core/journal';
import type { Heard } from '@green-lamp/core/lamp';
import { isSecret } from '@green-lamp/core/sheet';
import { byUrgency, summary, type Summary as StationSummary } from '@green-lamp/core/walk';
import { Journal } from '../journal/journal.ts';
import { Clock } from '../shell/clock.ts';
import { Vault } from '../secrets/vault.ts';

export type Summary = StationSummary & { readonly stream: Stream };
export type Show = 'all' | 'mine' | 'others';

@Injectable()
export class Stations {
  constructor(
    private readonly journal: Journal,
    private readonly clock: Clock,
    private readonly vault: Vault,
  ) {}

  async list(of: {
    show: Show;
    find: string;
    from: number;
    limit: number;
  }): Promise<{ stations: Summary[]; counts: { [S in Show]: number }; total: number }> {
    const streams = (await this.journal.streams()).filter((stream) => stream.startsWith('station:'));
    const people = (await this.journal.state(peopleStream)).people;
    const all = (await Promise.all(streams.map((stream) => this.#summary(stream, people)))).flatMap((of) => of ?? []).sort(byUrgency);
    const shown = (show: Show): Summary[] => all.filter(({ who }) => show === 'all' || (show === 'mine') === (who === 'you'));
    const found = shown(of.show).filter(({ name }) => name.toLowerCase().includes(of.find.toLowerCase()));
    return {
      stations: found.slice(of.from, of.from + of.limit),
      counts: { all: all.length, mine: shown('mine').length, others: shown('others').length },
      total: found.length,
    };
  }

  /** What the browser adds to the entries that it keeps: what was heard, and the chain's head with the state's fingerprint. */
  async beside(stream: Stream): Promise<{ heard: readonly Heard[]; head: { seq: number; link: string; state: string } }> {
    const { seq, link, state } = await this.journal.head(stream);
    return { heard: this.journal.heardOf(stream), head: { seq, link, state: hashOf(canonical(state)) } };
  }

  async #summary(stream: Stream, people: { readonly [person: string]: string }): Promise<Summary | null> {
    const state = await this.journal.state(stream);
    const traits = new Map(hasSecrets(state) ? (await this.vault.traits(stream)).map((of) => [of.ref, of]) : []);
    const of = summary(state, {
      house: shippedHouse,
      heard: this.journal.heardOf(stream),
      now: this.clock.now(),
      traits: (ref) => traits.get(ref) ?? null,
      person: (person) => people[person] ?? null,
    });
    return of === null ? null : { stream, ...of };
  }
}

const hasSecrets = (state: State): boolean => Object.values(state.settings).some((leaves) => leaves.some(({ value }) => isSecret(value)));
