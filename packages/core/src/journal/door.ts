// What a new entry is judged by besides its form, at the door alone: limits of the parameter table, and the row of its evidence.
// Kept entries are never judged by it: they must stay readable.
import { accessStream, type ElementId, type Json, type LampName, peopleStream, type SettingKey, settingKey } from '../name/index.ts';
import { type Problem, problem } from '../problem/index.ts';
import { parseIccid } from '../sums/index.ts';
import { type Reading, readingOf } from '../evidence/index.ts';
import { definitionOf, limitFault } from '../sheet/index.ts';
import type { DataOf, Known } from './kinds/index.ts';
import type { Entry } from './entry.ts';
import { same } from './canonical.ts';
import { wanted } from './state/settings.ts';
import { elementsOf, present, type State } from './state/state.ts';

/** How far what was read may lie before its entry: a form may stand open over a day's work. Ours. */
const oldest = 7 * 86_400_000;
/** How far it may lie after it: clocks differ by their skew, which is told apart. */
const ahead = 60_000;

const limits = (of: { key: SettingKey; value: Json }, path: string): Problem[] => {
  const found = limitFault(definitionOf(of.key), of.value, path);
  return found === null ? [] : [found];
};

/** Instants at which something was read: no earlier than a week before the entry, no later than it. */
const between = (entry: Entry, from: number, to: number): Problem[] => {
  if (from > to) return [problem('range', 'data.to', { least: from, most: entry.at, got: to })];
  if (to > entry.at + ahead) return [problem('range', 'data.to', { least: from, most: entry.at + ahead, got: to })];
  return from < entry.at - oldest ? [problem('range', 'data.from', { least: entry.at - oldest, most: entry.at, got: from })] : [];
};

const pathFault = (state: State, path: ElementId | null): Problem[] =>
  path === null || elementsOf(state, 'path').some(({ id }) => id === path)
    ? []
    : [problem('type', 'data.path', { want: 'a path of this station' })];

const valueFault = ({ form }: Reading, value: Json): Problem[] => {
  if (form.is === 'seen') return value === true ? [] : [problem('type', 'data.value', { want: 'true: what was not seen is no reading' })];
  if (form.is === 'word')
    return typeof value === 'string' && form.of.includes(value)
      ? []
      : [problem('choice', 'data.value', { got: JSON.stringify(value).slice(0, 40), of: form.of.join(', ') })];
  if (form.is === 'card') {
    const card = typeof value === 'string' ? parseIccid(value) : null;
    return card?.ok === true && card.value === value
      ? []
      : [problem('form', 'data.value', { want: 'a card number', got: JSON.stringify(value).slice(0, 40) })];
  }
  if (typeof value !== 'number' || !Number.isFinite(value)) return [problem('type', 'data.value', { want: 'a number' })];
  return value < form.least || value > form.most
    ? [problem('range', 'data.value', { least: form.least, most: form.most, got: value })]
    : [];
};

const readingFault = (entry: Entry, state: State, data: DataOf<'reading.taken'>): Problem[] => {
  const row = readingOf(data.what);
  if (row === null) return [problem('choice', 'data.what', { got: data.what.slice(0, 40), of: 'the readings that a lamp uses' })];
  const measure = row.form.is === 'number' ? row.form.measure : null;
  return [
    ...(row.lamp === data.lamp ? [] : [problem('choice', 'data.lamp', { got: data.lamp, of: row.lamp })]),
    ...(measure === data.in ? [] : [problem('choice', 'data.in', { got: data.in ?? 'nothing', of: measure ?? 'nothing' })]),
    ...((row.of === 'path') === (data.path !== null)
      ? pathFault(state, data.path)
      : [problem('type', 'data.path', { want: row.of === 'path' ? 'a path of this station' : 'nothing: it is of no one path' })]),
    ...((row.of === 'item') === (data.item !== null) && (data.item === null || present(state).some(({ id }) => id === data.item))
      ? []
      : [problem('type', 'data.item', { want: row.of === 'item' ? 'an item of this station' : 'nothing: it is of no one item' })]),
    ...(row.by.includes(data.by) ? [] : [problem('choice', 'data.by', { got: data.by, of: row.by.join(', ') })]),
    ...(data.blind === (row.form.is === 'card' && data.by === 'measured')
      ? []
      : [problem('type', 'data.blind', { want: 'said of a card number that was typed with the sheet’s hidden, and of nothing else' })]),
    ...valueFault(row, data.value),
    ...between(entry, data.from, data.to),
  ];
};

const lampFault = (state: State, { lamp, path }: { lamp: LampName; path: ElementId | null }): Problem[] => {
  const strand: readonly LampName[] = ['Card', 'Signal', 'Bearer', 'Route'];
  if (strand.includes(lamp) && path === null) return [problem('type', 'data.path', { want: 'a path of this station' })];
  return pathFault(state, path);
};

/** A secret has no value to end with, and a setting without a value is not otherwise for the time being. */
const temporaryFault = (state: State, { key, ends }: DataOf<'setting.temporary'>): Problem[] => {
  const now = wanted(state, key) ?? null;
  if (definitionOf(key)?.form.is === 'secret') return [problem('type', 'data.key', { want: 'no secret: it has no value to end with' })];
  if (now === null || ends === null) return [problem('missing', now === null ? 'what it is for the time being' : 'data.ends', {})];
  if (same(now, ends)) return [problem('refused', 'data.ends', { why: 'it is what is wanted already.' })];
  return limits({ key, value: ends }, 'data.ends');
};

const openFault = ({ challenges }: State, challenge: string): Problem[] =>
  challenges.some(({ id }) => id === challenge)
    ? []
    : [problem('type', 'data.challenge', { want: 'an event that was asked for at this station' })];

/** A press is made at its entry: one of yesterday would be answered by yesterday's call. */
const pressedNow = (entry: Entry, at: number, path: string): Problem[] =>
  Math.abs(at - entry.at) <= ahead ? [] : [problem('range', path, { least: entry.at - ahead, most: entry.at + ahead, got: at })];

/** What is asked for is waited for at most a day, and its press is not yet to come. */
const challengeFault = (entry: Entry, { until, pressed }: DataOf<'challenge.made'>): Problem[] => [
  ...(until < entry.at || until > entry.at + 86_400_000
    ? [problem('range', 'data.until', { least: entry.at, most: entry.at + 86_400_000, got: until })]
    : []),
  ...(pressed === null ? [] : pressedNow(entry, pressed, 'data.pressed')),
];

/** What is read back is read back of an event that was made here; their log can show that it came, and not that it did not. */
const confirmedFault = ({ made }: State, data: DataOf<'call.confirmed'>): Problem[] => {
  if (data.how === 'log')
    return data.said === 'right' ? [] : [problem('refused', 'data.said', { why: 'a log shows what came, and nothing else.' })];
  const { zone, is, path, event } = data;
  return made.some((of) => of.pos.id === data.made && of.zone === zone && of.is === is && of.path === path && of.event === event)
    ? []
    : [problem('refused', 'data.made', { why: 'no such event was made at this station: note it first.' })];
};

/** Not everything at once: then there would be nothing left to prove. */
const cellFault = (state: State, { zone, is, path, receiver }: Omit<DataOf<'cell.accepted'>, 'reason' | 'lifted'>): Problem[] => [
  ...(zone === null && is === null && path === null && receiver === null ? [problem('missing', 'data.zone', {})] : []),
  ...(receiver === null || elementsOf(state, 'receiver').some(({ id }) => id === receiver)
    ? []
    : [problem('type', 'data.receiver', { want: 'a receiver of this station' })]),
];

/** Roles stand with the people; who came in and when says the desk alone. */
const accessFault = (entry: Entry, known: Known): Problem[] => {
  if (entry.stream === accessStream && 'person' in entry.who)
    return [problem('refused', 'stream', { why: 'only the desk itself says who came in.' })];
  return known.kind === 'role.given' && entry.stream !== peopleStream
    ? [problem('refused', 'stream', { why: 'roles stand in the people’s stream.' })]
    : [];
};

/** What somebody did in practice stands in their own stream, and nothing else does. */
const practiceFault = (entry: Entry, known: Known): Problem[] => {
  const own = 'person' in entry.who && entry.stream === `practice:${entry.who.person}`;
  if (known.kind !== 'practice.judged')
    return entry.stream.startsWith('practice:')
      ? [problem('refused', 'stream', { why: 'it holds what was done in practice, and nothing else.' })]
      : [];
  if (!own) return [problem('refused', 'stream', { why: 'what somebody did in practice stands in their own stream.' })];
  const { right, answers, fault } = known.data;
  return right === answers.includes(fault) ? [] : [problem('refused', 'data.right', { why: 'the answers say otherwise.' })];
};

/** An end that is yet to come, and not more than so many days away. */
const until = (entry: Entry, end: number, days: number): Problem[] =>
  end <= entry.at || end > entry.at + days * 86_400_000
    ? [problem('range', 'data.until', { least: entry.at, most: entry.at + days * 86_400_000, got: end })]
    : [];
/** Nobody has seen a test that is yet to come. */
const toldFaults = (entry: Entry, tests: readonly number[]): Problem[] =>
  tests.flatMap((at, i) => (at <= entry.at + ahead ? [] : [problem('range', `data.tests[${i}]`, { least: 0, most: entry.at, got: at })]));
/** What is left unfinished says who comes back; what is taken down says all that is closed. */
const signedFault = (entry: Entry, { ending, returns, closed }: DataOf<'signed.off'>): Problem[] => {
  if (ending === 'unfinished') return returns === null ? [problem('missing', 'data.returns', {})] : until(entry, returns.by, 366);
  if (returns !== null) return [problem('refused', 'data.returns', { why: 'only what is left unfinished is come back to.' })];
  return ending === 'taken down' && new Set(closed).size < 4 ? [problem('missing', 'data.closed: card, claim, account and keys', {})] : [];
};
/** For so long (ms) a receiver may give no answer. Ours. */
const mostWithheld = 900_000;
/** Nobody stays on test for longer than a day at a press; at another desk somebody there was told. */
const testFaults = (entry: Entry, end: number): Problem[] => until(entry, end, 1);
const toldFault = (elsewhere: boolean, told: string): Problem[] =>
  elsewhere === (told.trim() !== '') ? [] : [problem('missing', elsewhere ? 'data.told' : 'data.elsewhere', {})];
/** Whose desk it is says the sheet: a window at another desk never ends by itself. */
const elsewhereFault = (state: State, elsewhere: boolean): Problem[] => {
  const whose = wanted(state, settingKey('desk', null, 'whose'));
  return elsewhere === (whose === 'theirs' || whose === 'portal')
    ? []
    : [problem('refused', 'data.elsewhere', { why: 'the sheet says otherwise whose desk it is.' })];
};
const openTest = (state: State): Problem[] =>
  state.onTest.at(-1)?.ended === null ? [] : [problem('refused', 'data', { why: 'the station is not on test.' })];

/** All that keeps a new entry out, beside its form. `state` is that of its stream before it. */
export const doorFaults = (entry: Entry, known: Known, state: State): Problem[] => {
  const practice = [...accessFault(entry, known), ...practiceFault(entry, known)];
  if (practice.length > 0) return practice;
  switch (known.kind) {
    case 'setting.set':
      return limits(known.data, 'data.value');
    case 'setting.staged':
      return known.data.of.flatMap((one, i) => limits(one, `data.of[${i}].value`));
    case 'setting.temporary':
      return temporaryFault(state, known.data);
    case 'picture.taken':
      return [
        ...pathFault(state, known.data.path),
        ...(entry.blobs?.length === 1 ? [] : [problem('missing', 'the picture that the entry names', {})]),
        ...(known.data.taken > entry.at + ahead
          ? [problem('range', 'data.taken', { least: 0, most: entry.at, got: known.data.taken })]
          : []),
      ];
    case 'reading.taken':
      return readingFault(entry, state, known.data);
    case 'hold.run':
      return [...pathFault(state, known.data.path), ...between(entry, known.data.from, known.data.to)];
    case 'declaration.made':
      return lampFault(state, known.data);
    case 'challenge.made':
      return [...pathFault(state, known.data.path), ...challengeFault(entry, known.data)];
    case 'challenge.pressed':
      return [...openFault(state, known.data.challenge), ...pressedNow(entry, known.data.at, 'data.at')];
    case 'test.begun':
      return [
        ...testFaults(entry, known.data.until),
        ...toldFault(known.data.elsewhere, known.data.told),
        ...elsewhereFault(state, known.data.elsewhere),
      ];
    case 'test.extended':
      return [...testFaults(entry, known.data.until), ...openTest(state)];
    case 'test.ended':
      return [...openTest(state), ...toldFault(state.onTest.at(-1)?.elsewhere ?? false, known.data.told)];
    case 'receiver.withheld':
      return [
        ...until(entry, known.data.until, mostWithheld / 86_400_000),
        ...(elementsOf(state, 'receiver').length < 2
          ? [problem('refused', 'data.receiver', { why: 'there is no spare that could be tried.' })]
          : []),
        ...cellFault(state, { zone: null, is: null, path: null, receiver: known.data.receiver }),
      ];
    case 'signed.off':
      return signedFault(entry, known.data);
    case 'undone.back':
      return state.undone.some(({ id, back }) => id === known.data.undone && back === null)
        ? []
        : [problem('type', 'data.undone', { want: 'something that is not back yet' })];
    case 'watch.asked':
      return [...pathFault(state, known.data.path), ...toldFaults(entry, known.data.tests)];
    case 'watch.muted':
      return until(entry, known.data.until, 366);
    case 'lapse.taken':
      return state.lapses.some(({ id }) => id === known.data.lapse)
        ? []
        : [problem('type', 'data.lapse', { want: 'a silence of this station' })];
    case 'cell.accepted':
      return [...pathFault(state, known.data.path), ...cellFault(state, known.data)];
    case 'challenge.dropped':
      return openFault(state, known.data.challenge);
    case 'call.confirmed':
      return [...pathFault(state, known.data.path), ...confirmedFault(state, known.data)];
    case 'tunnel.crossed':
      return elementsOf(state, 'tunnel').some(({ id }) => id === known.data.tunnel)
        ? []
        : [problem('type', 'data.tunnel', { want: 'a tunnel of this station' })];
    case 'event.made':
    case 'call.attributed':
    case 'drill.begun':
    case 'drill.run':
      return pathFault(state, known.data.path);
    default:
      return [];
  }
};
