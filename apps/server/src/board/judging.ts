// A station judged for the board: the row that the list shows, and the facts that are asked across stations.
import type { Stream } from '@green-lamp/core/name';
import { type Here } from '@green-lamp/core/evidence';
import { type State } from '@green-lamp/core/journal';
import { allLamps, type Line, openLapses, rulesOf, supervision, testDue, watchDue } from '@green-lamp/core/lamp';
import { dayEnds, type Instant, instant } from '@green-lamp/core/quantity';
import { callerOf, claimsOf, endsOf, pollingOf, summary, zoneOf } from '@green-lamp/core/walk';
import { isSecret } from '@green-lamp/core/sheet';
import type { BoardRow } from './file.ts';
import { plainName } from './plain-name.ts';
import type { JournalReader } from './journal-reader.ts';

export type Around = {
  readonly people: State['people'];
  readonly house: State;
  readonly profiles: State;
  readonly here: Here;
  /** When the desk itself was away. */
  readonly downs: State['downs'];
  readonly rules: string;
  readonly core: string;
};
export type Facts = {
  readonly settings: { readonly [key: string]: State['settings'][string][number]['value'] | undefined };
  readonly ends: ReturnType<typeof endsOf>;
  readonly claims: ReturnType<typeof claimsOf>;
  readonly caller: ReturnType<typeof callerOf>;
};

/** How often (ms) the desk asks a station by its sheet; 0 for never. */
const pollEvery = (state: State): number => {
  const polling = pollingOf(state);
  return typeof polling === 'string' ? 0 : (polling.every ?? 0);
};

/** As names are ordered: without accents and case, numbers by their value. */
export const sortKey = (name: string): string =>
  plainName(name).replace(/\d+/g, (digits) => digits.replace(/^0+(?=\d)/, '').padStart(12, '0'));

/** The line without its reasons: a row shows marks, not why. */
const lean = (line: Line): Line => {
  const without = <L extends Line['before'][number]>(lamp: L): L => ({ ...lamp, because: [], stands: [], next: null });
  return {
    ...line,
    before: line.before.map(without),
    strands: line.strands.map(({ use, lamps }) => ({ use, lamps: lamps.map(without) })),
    after: line.after.map(without),
  };
};

/** At local midnight everything that counts days changes; not all stations in the same second. */
const spread = (stream: Stream): number => (Number.parseInt(stream.slice(-4), 36) % 600) * 1000;

export const hasSecrets = (state: State): boolean =>
  Object.values(state.settings).some((leaves) => leaves.some(({ value }) => isSecret(value)));

/** The row of a station; null for a stream in which none was opened. */
export const judged = (
  reader: JournalReader,
  stream: Stream,
  now: Instant,
  around: Around,
): { readonly row: BoardRow; readonly words: string } | null => {
  const { seq, state } = reader.at(stream);
  const heard = reader.heard(stream);
  const traits = new Map(hasSecrets(state) ? reader.traits(stream).map((of) => [of.ref, of]) : []);
  const of = summary(state, {
    ...rulesOf(state, around),
    heard,
    here: around.here,
    now,
    traits: (ref) => traits.get(ref) ?? null,
    person: (person) => around.people[person] ?? null,
  });
  if (of === null) return null;
  const watched = supervision(state, heard, now, around.downs);
  const dues = [
    ...allLamps(of.line).map(({ due }) => due),
    testDue(state, now),
    watched.changes,
    watched.quiet?.from ?? null,
    of.ring,
  ].flatMap((due) => (due !== null && due > now ? [due] : []));
  const quiet =
    watched.quiet !== null && watched.quiet.from <= now && openLapses(state).length === 0
      ? { since: instant(watched.quiet.since), usual: Math.round(watched.quiet.usual) }
      : null;
  const facts: Facts = {
    settings: Object.fromEntries(Object.entries(state.settings).map(([key, leaves]) => [key, leaves.at(-1)?.value])),
    ends: endsOf(state),
    claims: claimsOf(state),
    caller: callerOf(state, now),
  };
  const row = {
    stream,
    name: of.name,
    sort: sortKey(of.name),
    urgent: Number(of.urgent),
    who: of.who === 'you' ? 'mine' : 'others',
    test: Number(of.onTest !== null),
    seq,
    core: around.core,
    rules: around.rules,
    heard: heard.reduce((last, one) => Math.max(last, one.last), 0),
    judged: now,
    due: Math.min(...dues, dayEnds(now, zoneOf(state)) + spread(stream)),
    watch: watchDue(state, watched) ?? 0,
    lapse: openLapses(state)[0]?.since ?? 0,
    polls: pollEvery(state),
    visit: of.visit ?? '',
    quiet: quiet?.since ?? 0,
    body: JSON.stringify({ stream, ...of, quiet, line: lean(of.line) }),
    facts: JSON.stringify(facts),
  };
  const accounts = Object.entries(facts.settings).flatMap(([key, value]) =>
    key.endsWith('.account') && typeof value === 'string' ? [value] : [],
  );
  return { row, words: [plainName(of.name), ...accounts.map(plainName)].join('\n') };
};
