import { instant } from '../quantity/index.ts';
import { check } from '../check/index.ts';
import { canonical, foldAll, placedEntry, readData, readEntry, speakerOf, textOf } from '../journal/index.ts';
import { allLamps, asPlanned, lamps, shippedRules } from '../lamp/index.ts';
import type { Json, Stream } from '../name/index.ts';
import { wrongCheckDigit } from '../sums/index.ts';
import { shippedProfiles } from '../sheet/index.ts';
import { askList, deviceWork, nextStep, sayNext } from '../walk/index.ts';
import { scenario } from './index.ts';

const anchor = instant(Date.UTC(2026, 10, 12, 14, 30));
const made = scenario(1, anchor);
const stateOf = (stream: Stream) =>
  foldAll(
    stream,
    made.steps.flatMap((step) => (step.is === 'entry' && step.entry.stream === stream ? [placedEntry(step.entry, step.at)] : [])),
  );
const nextOf = (stream: Stream): string => {
  const state = stateOf(stream);
  const line = lamps(state, { ...shippedRules, heard: [], now: anchor });
  return sayNext(
    nextStep(state, line, check(asPlanned(state), { traits: () => null, demo: true, now: anchor }), []),
    speakerOf(state, () => 'Ines', anchor, 'UTC'),
  );
};

test('the same seed and anchor give the same scenario, another seed another', () => {
  expect(canonical(scenario(1, anchor) as unknown as Json)).toBe(canonical(made as unknown as Json));
  expect(scenario(2, anchor).streams.museum).not.toBe(made.streams.museum);
});
test('every entry of it is accepted by the same reader as anybody’s', () => {
  for (const step of made.steps) {
    if (step.is !== 'entry') continue;
    const read = readEntry(textOf(step.entry));
    expect(read.ok && readData(read.value).ok).toBe(true);
  }
});
test('it has no secret in any entry, only references', () => {
  const secrets = made.steps.flatMap((step) => (step.is === 'entry' && step.secret !== undefined ? [step.secret.value] : []));
  expect(secrets.length).toBeGreaterThan(1);
  const texts = made.steps.map((step) => (step.is === 'entry' ? textOf(step.entry) : '')).join('\n');
  for (const value of secrets) expect(texts).not.toContain(value);
});
test('card and modem numbers in it end in their check digits', () => {
  const numbers = made.steps.flatMap((step) =>
    step.is === 'entry' ? [...textOf(step.entry).matchAll(/"(\d{15}|89\d{16,18})"/g)].map(([, digits]) => digits ?? '') : [],
  );
  expect(numbers.length).toBeGreaterThan(3);
  for (const digits of numbers) expect([digits, wrongCheckDigit(digits)]).toEqual([digits, null]);
});
test('the museum store stops at the account’s swapped digits', () =>
  expect(nextOf(made.streams.museum)).toBe('The account on the unit has two characters swapped. Enter 0526 on the unit.'));
test('the hatchery waits for its modem to be restarted', () => {
  const state = stateOf(made.streams.hatchery);
  expect(deviceWork(state).filter(({ toRestart }) => toRestart.length > 0)).toMatchObject([{ moved: true, toEnter: [] }]);
  expect(nextOf(made.streams.hatchery)).toMatch(/^Restart net-house modem so that the new APN \(Tarnlink card\) is in force/);
});
/** A station as the desk will know it, its calls among its evidence. */
const knownOf = (stream: Stream) => {
  const known = made.known.get(stream);
  if (known === undefined) throw new RangeError(stream);
  return known;
};
const lineOf = (stream: Stream) => lamps(knownOf(stream).state, { ...shippedRules, heard: knownOf(stream).heard, now: anchor });
/** A station's lamps in one line: its name, then each lamp that is neither proven nor not fitted. */
const storyOf = (stream: Stream): readonly string[] => {
  const line = lineOf(stream);
  return [line.station, ...allLamps(line).flatMap(({ lamp, is }) => (is === 'proven' || is === 'none' ? [] : [`${lamp} ${is}`]))];
};
const named = (name: string): Stream => {
  const found = [...Object.values(made.streams), ...made.others].find((stream) => stateOf(stream).station?.name.startsWith(name) === true);
  if (found === undefined) throw new RangeError(name);
  return found;
};
test.each([
  ['Frost mast', ['proven']],
  ['Chiller', ['proven']],
  ['Wind mast', ['stale', 'Standby stale']],
  ['Snow-depth mast', ['stale', 'Watch stale']],
  ['Signal box', ['failed', 'Bearer failed', 'Standby marginal']],
  ['Light controller', ['dark', 'Inputs marginal', 'Card marginal', 'Bearer dark', 'Route dark', 'Call marginal', 'Watch marginal']],
  [
    'Oxygen monitor',
    ['stale', 'Card marginal', 'Signal marginal', 'Bearer stale', 'Route stale', 'Call stale', 'Standby dark', 'Watch dark', 'Reach dark'],
  ],
] as const)('%s tells its story by its lamps', (name, story) => expect(storyOf(named(name))).toEqual(story));
test('what is quiet says since when; what is done says what is due next', () => {
  const next = (name: string): string => {
    const { state } = knownOf(named(name));
    const line = lineOf(named(name));
    return sayNext(
      nextStep(state, line, [], []),
      speakerOf(state, () => 'Ines', anchor, 'UTC'),
    );
  };
  expect(next('Snow-depth mast')).toBe('It has been quiet since 04:30: find out why, and see a call arrive again.');
  expect(next('Frost mast')).toMatch(/^Nothing to do\. Next due: Watch/);
});

test('all twelve stations are there; two and more are broken in ways that the checks catch, one is unfinished, one reports to somebody else’s desk', () => {
  const streams = [...Object.values(made.streams), ...made.others];
  const states = streams.map(stateOf);
  expect(new Set(states.map(({ station }) => station?.name)).size).toBe(12);
  const stops = states.filter((state) =>
    check(asPlanned(state), { traits: () => null, demo: true, now: anchor }).some(({ severity }) => severity === 'stop'),
  );
  expect(stops.map(({ station }) => station?.name)).toEqual(['Climate panel, Dale museum store', 'Long-range gateway, Ling apiary']);
  expect(
    states.filter((state) => Object.entries(state.settings).some(([key, [leaf]]) => key === 'desk.whose' && leaf?.value === 'theirs')),
  ).toHaveLength(1);
  const adopted = (state: (typeof states)[number]) =>
    shippedProfiles.filter(({ id }) => Object.values(state.adopted).some((pin) => pin.id === id));
  const open = states.map((state) => [state.station?.name, askList(state, adopted(state)).flatMap(({ asks }) => asks).length] as const);
  expect(open.sort((a, b) => b[1] - a[1])[0]?.[1]).toBeGreaterThan(20);
});
