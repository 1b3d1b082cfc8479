// A station in one row: its line, the one thing to do next, who acts, and whether it wants a person.
import { settingKey, type Ulid } from '../name/index.ts';
import { type Around, check, openFindings } from '../check/index.ts';
import { type EndingIs, type PersonName, type Speaker, speakerOf, type State, wanted } from '../journal/index.ts';
import { schoolIn } from '../house/index.ts';
import { ignoresKeepalive } from '../sheet/index.ts';
import { besideOf, asPlanned, type JudgedBy, judging, lamps, type Line, onTest, openLapses, ringAfter, whomToCall } from '../lamp/index.ts';
import type { Here } from '../evidence/index.ts';
import { dayIn, type Instant, instant } from '../quantity/index.ts';
import { type WaitsFor, waitsForWhom } from './asks.ts';
import { openTemporary } from './temporary.ts';
import { endedOf } from './ending.ts';
import { nextStep, sayNext, whoNext } from './next.ts';
import type { WhoNext } from './who-next.ts';

export type Summary = {
  readonly name: string;
  readonly demo: boolean;
  readonly line: Line;
  readonly next: string;
  readonly who: WhoNext;
  readonly urgent: boolean;
  /** Whom it waits for. */
  readonly waits: readonly WaitsFor[];
  /** Settings that are otherwise for the time being, by their names. */
  readonly temporary: readonly string[];
  /** Until when it is on test, and whether that is over and nobody at the other desk was told; null while it is live. */
  readonly onTest: { readonly until: Instant; readonly overdue: boolean } | null;
  /** Whether it has entries from a newer version. */
  readonly strange: boolean;
  /** The path of a drill that is not closed, by its name: its cable may still be out. */
  readonly drill: string | null;
  /** The day of the next visit, as 2027-03-14; null where none is planned. */
  readonly visit: string | null;
  /** After when another desk is to be asked for the tests that came by themselves; null where nobody is to be rung. */
  readonly ring: Instant | null;
  /** How work ended last, and what that wants of somebody; null where nothing was signed. */
  readonly ended: { readonly is: EndingIs; readonly wants: string | null } | null;
  /** Silences that stand open. */
  readonly lapses: readonly SummedLapse[];
};

export type SummedLapse = {
  readonly id: Ulid;
  readonly is: 'first' | 'silence';
  /** The path's name, where it is one path's. */
  readonly path: string | null;
  readonly since: Instant;
  readonly due: Instant;
  /** Who is to be called, in their order. */
  readonly called: readonly string[];
  /** Who takes it, in words; null while nobody does. */
  readonly taken: string | null;
};

/** The zone in which a station's times are told. */
export const zoneOf = (state: State): string => {
  const zone = wanted(state, settingKey('site', null, 'zone'));
  return typeof zone === 'string' ? zone : 'UTC';
};

const visitOf = (state: State): string | null => {
  const day = wanted(state, settingKey('site', null, 'visit'));
  return typeof day === 'string' && day !== '' ? day : null;
};

const testOf = (state: State, now: Instant): Summary['onTest'] => {
  const open = onTest(state, now);
  return open === null ? null : { until: instant(open.window.until), overdue: open.overdue };
};

const lapsesOf = (state: State, speaker: Speaker): SummedLapse[] =>
  openLapses(state).map(({ id, is, path, since, due, called, taken }) => ({
    id,
    is,
    path: path === null ? null : speaker.element(path),
    since: instant(since),
    due: instant(due),
    called: whomToCall(called),
    taken: taken === null ? null : `${speaker.who(taken.who)}${taken.words === '' ? '' : `: ${taken.words}`}`,
  }));

/** What a station's checks look at beside its sheet: the same in the list, on its page and at the desk. */
export const aroundOf = (state: State, by: JudgedBy & { now: Instant; traits: Around['traits']; here?: Here }): Around => ({
  traits: by.traits,
  demo: state.station?.demo === true,
  now: by.now,
  school: schoolIn(by.house),
  idleIgnoresKeepalive: ignoresKeepalive(by.profiles),
  beside: besideOf(state, by.heard),
  ...(by.here === undefined ? {} : { here: by.here }),
});

/** Null for a stream in which no station was opened. */
export const summary = (
  state: State,
  by: JudgedBy & { now: Instant; traits: Around['traits']; here?: Here; person: PersonName },
): Summary | null => {
  if (state.station === null) return null;
  const { name, demo } = state.station;
  const line = lamps(state, by);
  const findings = check(asPlanned(state), aroundOf(state, by));
  const step = nextStep(state, line, findings, by.profiles);
  const stop = openFindings(state, findings).some(({ severity }) => severity === 'stop');
  const speaker = speakerOf(state, by.person, by.now, zoneOf(state));
  const ended = endedOf(state, by.now, speaker);
  const after = ringAfter(judging(state, by));
  const ring = after === null ? null : instant(after);
  return {
    name,
    demo,
    line,
    next: sayNext(step, speaker),
    who: whoNext(step),
    waits: waitsForWhom(state, dayIn(by.now, zoneOf(state))),
    urgent:
      (ended?.wants ?? null) !== null ||
      state.drill !== null ||
      (ring !== null && ring <= by.now) ||
      stop ||
      onTest(state, by.now)?.overdue === true ||
      line.station === 'failed' ||
      line.station === 'stale',
    temporary: openTemporary(state).map(({ key }) => speaker.setting(key)),
    onTest: testOf(state, by.now),
    strange: Object.keys(state.strange).length > 0,
    drill: state.drill === null ? null : speaker.element(state.drill.path),
    visit: visitOf(state),
    ring,
    ended: ended === null ? null : { is: ended.is, wants: ended.wants },
    lapses: lapsesOf(state, speaker),
  };
};

/** What wants a person comes first, then by name. */
export const byUrgency = (a: Summary, b: Summary): number => Number(b.urgent) - Number(a.urgent) || a.name.localeCompare(b.name);
