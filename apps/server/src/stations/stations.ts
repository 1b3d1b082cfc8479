// Stations as summaries: the line, what is next, who acts. Folded and judged here, so that the browser only folds what it keeps.
import { Injectable } from '@nestjs/common';
import { houseStream, type LampName, peopleStream, profilesStream, type Stream } from '@green-lamp/core/name';
import { canonical, hashOf, type Pin, pinName, sheetText, type State } from '@green-lamp/core/journal';
import { type Heard, lampsThatChange, type NamedRules, rulesOf, type Verdict } from '@green-lamp/core/lamp';
import type { Here } from '@green-lamp/core/evidence';
import { isSecret } from '@green-lamp/core/sheet';
import { checkFleet, type FleetFinding, sharedBy, type Traits } from '@green-lamp/core/check';
import {
  byUrgency,
  type Claimed,
  claimsOf,
  type End,
  endsOf,
  type SheetLine,
  sheetLines,
  summary,
  type Summary as StationSummary,
} from '@green-lamp/core/walk';
import { Whereabouts } from '../desk/here.ts';
import { Journal } from '../journal/journal.ts';
import { Clock } from '../shell/clock.ts';
import { Vault } from '../secrets/vault.ts';

export type Summary = StationSummary & { readonly stream: Stream };
export type Show = 'all' | 'mine' | 'others';

export type Previewed = {
  readonly stream: Stream;
  readonly station: string;
  readonly adopted: boolean;
  /** The version that it has adopted in this role. */
  readonly role: string | null;
  readonly changes: readonly { readonly lamp: LampName; readonly path: string | null; readonly was: Verdict; readonly is: Verdict }[];
};
type Of<T> = T & { readonly stream: Stream; readonly station: string };
type Around = { readonly people: State['people']; readonly house: State; readonly profiles: State };

@Injectable()
export class Stations {
  constructor(
    private readonly journal: Journal,
    private readonly clock: Clock,
    private readonly vault: Vault,
    private readonly where: Whereabouts,
  ) {}

  async list(of: {
    show: Show;
    find: string;
    from: number;
    limit: number;
  }): Promise<{ stations: Summary[]; counts: { [S in Show]: number }; total: number }> {
    const streams = this.journal.streams().filter((stream) => stream.startsWith('station:'));
    const around = {
      people: (await this.journal.state(peopleStream)).people,
      house: await this.journal.state(houseStream),
      profiles: await this.journal.state(profilesStream),
    };
    const all = (await Promise.all(streams.map((stream) => this.#summary(stream, around)))).flatMap((of) => of ?? []).sort(byUrgency);
    const shown = (show: Show): Summary[] => all.filter(({ who }) => show === 'all' || (show === 'mine') === (who === 'you'));
    const found = shown(of.show).filter(({ name }) => name.toLowerCase().includes(of.find.toLowerCase()));
    return {
      stations: found.slice(of.from, of.from + of.limit),
      counts: { all: all.length, mine: shown('mine').length, others: shown('others').length },
      total: found.length,
    };
  }

  /** What only shows across stations: findings, what ends when, and who owns what at which portal. */
  async across(): Promise<{ findings: FleetFinding[]; ends: Of<End>[]; claims: Of<Claimed>[] }> {
    const streams = this.journal.streams().filter((stream) => stream.startsWith('station:'));
    const states = (await Promise.all(streams.map(async (stream) => ({ stream, state: await this.journal.state(stream) })))).filter(
      ({ state }) => state.station !== null,
    );
    const traits = new Map<string, Traits>();
    for (const { stream, state } of states) if (hasSecrets(state)) for (const of of await this.vault.traits(stream)) traits.set(of.ref, of);
    const name = (state: State): string => state.station?.name ?? '';
    const findings = checkFleet(
      states.map(({ stream, state }) => ({
        name: name(state),
        id: stream,
        settings: Object.fromEntries(Object.entries(state.settings).map(([key, leaves]) => [key, leaves.at(-1)?.value])),
      })),
      (ref) => traits.get(ref) ?? null,
    );
    const ends = states
      .flatMap(({ stream, state }) => endsOf(state).map((of) => ({ stream, station: name(state), ...of })))
      .sort((a, b) => (a.day < b.day ? -1 : 1));
    const claims = states.flatMap(({ stream, state }) => claimsOf(state).map((of) => ({ stream, station: name(state), ...of })));
    return { findings, ends, claims };
  }

  /** What one station shares with others and must not. It takes every station's sheet, so one look is good for twenty times as long as it took. */
  async shared(stream: Stream): Promise<{ shared: ReturnType<typeof sharedBy> }> {
    const now = performance.now();
    if (this.#findings === null || now > this.#findings.until) {
      const looked = { until: Number.POSITIVE_INFINITY, found: this.across().then(({ findings }) => findings) };
      this.#findings = looked;
      await looked.found.finally(() => {
        const done = performance.now();
        looked.until = done + 20 * (done - now);
      });
    }
    return { shared: sharedBy(await this.#findings.found, stream) };
  }
  #findings: { until: number; readonly found: Promise<FleetFinding[]> } | null = null;

  /** Every station's sheet, secrets left out. */
  async sheets(): Promise<{ sheets: { stream: Stream; station: string; text: string; lines: SheetLine[] }[] }> {
    const streams = this.journal.streams().filter((stream) => stream.startsWith('station:'));
    const states = await Promise.all(streams.map(async (stream) => ({ stream, state: await this.journal.state(stream) })));
    return {
      sheets: states.flatMap(({ stream, state }) =>
        state.station === null ? [] : [{ stream, station: state.station.name, text: sheetText(state), lines: sheetLines(state) }],
      ),
    };
  }

  /** For a published version: every station, whether it has adopted that version, and which of its lamps would be another by it; null where there is no such version. */
  async preview(role: NamedRules['role'], id: string, version: number): Promise<{ pin: Pin; stations: Previewed[] } | null> {
    const published = { house: await this.journal.state(houseStream), profiles: await this.journal.state(profilesStream) };
    const found = (role === 'house' ? published.house : published.profiles).published[pinName({ id, version })];
    if (found === undefined) return null;
    const pin: Pin = { id: found.id, version: found.version, hash: found.hash };
    const streams = this.journal.streams().filter((stream) => stream.startsWith('station:'));
    const stations = await Promise.all(
      streams.map(async (stream): Promise<Previewed[]> => {
        const state = await this.journal.state(stream);
        if (state.station === null) return [];
        const by = { published, heard: this.journal.heardOf(stream), now: this.clock.now() };
        const label = (path: string | null): string | null => state.elements.find((element) => element.id === path)?.label ?? null;
        return [
          {
            stream,
            station: state.station.name,
            adopted: state.adopted[role]?.hash === pin.hash,
            role: state.adopted[role] === undefined ? null : `${state.adopted[role].id} ${state.adopted[role].version}`,
            changes: lampsThatChange(state, role, pin, by).map(({ was, is }) => ({
              lamp: was.lamp,
              path: label(was.path),
              was: was.is,
              is: is.is,
            })),
          },
        ];
      }),
    );
    return { pin, stations: stations.flat().sort((a, b) => b.changes.length - a.changes.length || a.station.localeCompare(b.station)) };
  }

  /** What the browser adds to the entries that it keeps: what was heard, and the chain's head with the state's fingerprint. */
  async beside(stream: Stream): Promise<{ heard: readonly Heard[]; here: Here; head: { seq: number; link: string; state: string } }> {
    const { seq, link, state } = await this.journal.head(stream);
    return { heard: this.journal.heardOf(stream), here: this.where.here, head: { seq, link, state: hashOf(canonical(state)) } };
  }

  async #summary(stream: Stream, around: Around): Promise<Summary | null> {
    const state = await this.journal.state(stream);
    const traits = new Map(hasSecrets(state) ? (await this.vault.traits(stream)).map((of) => [of.ref, of]) : []);
    const of = summary(state, {
      ...rulesOf(state, around),
      heard: this.journal.heardOf(stream),
      here: this.where.here,
      now: this.clock.now(),
      traits: (ref) => traits.get(ref) ?? null,
      person: (person) => around.people[person] ?? null,
    });
    return of === null ? null : { stream, ...of };
  }
}

const hasSecrets = (state: State): boolean => Object.values(state.settings).some((leaves) => leaves.some(({ value }) => isSecret(value)));
