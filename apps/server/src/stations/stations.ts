// Stations as summaries: the line, what is next, who acts. Folded and judged here, so that the browser only folds what it keeps.
import { Injectable } from '@nestjs/common';
import { isSettingKey, keyParts, peopleStream, settingKey, type Stream } from '@green-lamp/core/name';
import { check, openFindings, type Traits } from '@green-lamp/core/check';
import { shippedHouse } from '@green-lamp/core/house';
import { canonical, hashOf, speakerOf, type State, wanted } from '@green-lamp/core/journal';
import { asPlanned, type Heard, lamps, type Line } from '@green-lamp/core/lamp';
import { nextStep, sayNext, whoNext } from '@green-lamp/core/walk';
import { Journal } from '../journal/journal.ts';
import { Clock } from '../shell/clock.ts';
import { Vault } from '../secrets/vault.ts';

export type Summary = {
  readonly stream: Stream;
  readonly name: string;
  readonly demo: boolean;
  readonly line: Line;
  readonly next: string;
  readonly who: 'you' | 'desk' | 'the clock';
  readonly urgent: boolean;
  readonly strange: boolean;
};
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
    const all = (await Promise.all(streams.map((stream) => this.#summary(stream, people)))).sort(
      (a, b) => Number(b.urgent) - Number(a.urgent) || a.name.localeCompare(b.name),
    );
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

  async #summary(stream: Stream, people: { readonly [person: string]: string }): Promise<Summary> {
    const state = await this.journal.state(stream);
    const now = this.clock.now();
    const line = lamps(state, { house: shippedHouse, heard: this.journal.heardOf(stream), now });
    const traits = hasSecrets(state) ? new Map((await this.vault.traits(stream)).map((of) => [of.ref, of])) : new Map<string, Traits>();
    const demo = state.station?.demo ?? false;
    const findings = check(asPlanned(state), { traits: (ref) => traits.get(ref) ?? null, demo });
    const step = nextStep(state, line, findings);
    const zone = wanted(state, settingKey('site', null, 'zone'));
    const speaker = speakerOf(state, (person) => people[person] ?? null, now, typeof zone === 'string' ? zone : 'UTC');
    return {
      stream,
      name: state.station?.name ?? stream,
      demo,
      line,
      next: sayNext(step, speaker),
      who: whoNext(step),
      urgent:
        line.station === 'failed' || line.station === 'stale' || openFindings(state, findings).some(({ severity }) => severity === 'stop'),
      strange: Object.keys(state.strange).length > 0,
    };
  }
}

const hasSecrets = (state: State): boolean =>
  Object.keys(state.settings).some((key) => isSettingKey(key) && /password|pin$/i.test(keyParts(key).param));
