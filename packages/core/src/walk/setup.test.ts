// The guided set-ups: by what each step is done, in which order nothing is lost, and what no press makes green.
import { arrangements, type Profile, shippedProfiles } from '../sheet/index.ts';
import { from, onePath, twoSims } from '../lamp/testing.ts';
import { setupHolds, type SetupRow, setupsOf } from './index.ts';

const profile = (id: string): Profile => {
  const of = shippedProfiles.find((one) => one.id === id);
  if (of === undefined) throw new Error(id);
  return of;
};
type Two = ReturnType<typeof twoSims>;
const setupOf = ({ m }: Pick<Two, 'm'>, id: string) => setupsOf(m.state, m.line(), [profile(id)])[0] ?? null;
const rows = (s: Pick<Two, 'm'>, id = 'helper-router'): readonly SetupRow[] => setupOf(s, id)?.rows ?? [];
const row = (s: Pick<Two, 'm'>, step: string, id?: string): SetupRow => {
  const of = rows(s, id).find((one) => one.step.id === step);
  if (of === undefined) throw new Error(step);
  return of;
};
const say = ({ m }: Pick<Two, 'm'>, of: SetupRow) => m.add('step.done', { what: of.name, done: true, words: '' });

test('every arrangement has its set-up in a profile that ships, each step with what is lost without it', () => {
  const all = shippedProfiles.flatMap(({ setups }) => setups ?? []);
  expect(new Set(all.map(({ is }) => is))).toEqual(new Set(arrangements));
  for (const { steps } of all) {
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
    for (const { seen, of } of steps) expect(seen === undefined || of !== undefined).toBe(true);
  }
});
test('what loses something comes after what keeps it: files before the reset, the save before a supply is cut, the standby’s call before the first cut', () => {
  for (const { setups, id } of shippedProfiles)
    for (const { steps } of setups ?? []) {
      const at = (find: (step: (typeof steps)[number]) => boolean): number => steps.findIndex(find);
      const firstCut = at(({ seen }) => seen?.endsWith('cut') === true);
      expect([id, at(({ says }) => /^Save\b.*file/.test(says)) < 3]).toEqual([id, true]);
      expect(firstCut).toBeGreaterThan(at(({ seen, of }) => seen === 'called' && of === 'standby'));
      expect(firstCut).toBeGreaterThan(at(({ says }) => /^Save\b.*restart/.test(says)));
      // A standby that is cut last of all is not seen to be back.
      expect(steps.findLastIndex(({ seen, of }) => seen?.endsWith('cut') === true && of === 'standby')).toBeLessThan(
        steps.findLastIndex(({ seen, of }) => seen?.endsWith('cut') === true && of === 'first'),
      );
    }
});
test('one path has none; two cards are of one radio only where both use one modem', () => {
  const { m } = onePath();
  expect(setupOf({ m }, 'helper-router')).toBeNull();
  const s = twoSims();
  expect(setupOf(s, 'helper-router')?.is).toBe('pair of routers');
  expect(setupOf(s, 'router-with-modem')).toBeNull();
  s.m.set(s.paths[1], { 'path.modem': s.modems[0] });
  expect(setupOf(s, 'router-with-modem')?.is).toBe('two cards on one radio');
});
test('every tick that can be made is made, and nothing that the desk has to see is done by it', () => {
  const s = twoSims();
  for (const of of rows(s)) say(s, of);
  const left = rows(s).filter(({ is }) => is !== 'done');
  expect(left.filter(({ by }) => by === 'press')).toEqual([]);
  expect(left.filter(({ by }) => by === 'desk').map(({ step }) => step.id)).toEqual([
    'first-calls',
    'standby-calls',
    'standby-supply',
    'standby-cable',
    'first-supply',
    'first-cable',
  ]);
});
test('a value that is wanted is not one on a device; one that no device holds is done by the sheet', () => {
  const s = twoSims();
  s.m.set(s.modems[1], { 'modem.lan': '192.168.9.1' });
  expect(row(s, 'lan')).toMatchObject({ is: 'ahead', open: [s.m.key('modem.lan', s.modems[1])] });
  s.m.entered(s.modems[1]).restarted(s.modems[1]);
  expect(row(s, 'lan')).toMatchObject({ is: 'done', open: [] });
  s.m.set(s.paths[1], { 'path.feed': 'fuse 2' });
  expect(row(s, 'power').is).toBe('done');
});
test('a path is called by a call at the desk, not by an answer from somewhere', () => {
  const s = twoSims();
  s.m.read('Route', s.paths[0], 'route.byPath', true);
  expect(row(s, 'first-calls').is).not.toBe('done');
  s.m.asked().call('0417', { event: 'tamper' }, from(1));
  expect(row(s, 'first-calls').is).toBe('done');
  expect(row(s, 'standby-calls').is).toBe('ahead');
});
test('a tick waits for those before it, and one that was said too early says what may be lost', () => {
  const s = twoSims();
  const reset = row(s, 'reset');
  expect(setupHolds(rows(s), reset)?.step.id).toBe('files');
  say(s, reset);
  expect(row(s, 'reset')).toMatchObject({ is: 'done', before: { id: 'files' } });
  say(s, row(s, 'files'));
  // Saved after the reset: what was there before is gone, and the order stays said.
  expect(row(s, 'reset').before?.id).toBe('files');
  expect(setupHolds(rows(s), row(s, 'reset'))?.step.id).toBe('labels');
});
test('the standby’s supply is its own once the first path called while it was cut, and fails where nothing did', () => {
  const s = twoSims();
  const { m, paths } = s;
  const nothing = { since: null, took: null, back: null, kept: [], lost: null, seen: null, simulated: false, words: '' } as const;
  m.add('drill.begun', { drill: 'supply loss', path: paths[1], ago: 0, by: 'hand', words: '' });
  const begun = m.now;
  m.call('0417', { event: 'meanwhile' }, from(1));
  if (m.lastFrame === null) throw new Error('no frame came');
  const { frame, receiver, event, grade, path, how, strength, zone, is, source, received, simulated } = m.lastFrame;
  const took = { frame, receiver, event, grade, path, how, strength, zone, is, source, received, simulated };
  m.wait(1_000);
  m.add('drill.run', { ...nothing, drill: 'supply loss', path: paths[1], begun, over: m.now, took });
  expect(row(s, 'standby-supply')).toMatchObject({ is: 'done', by: 'desk', weak: true, simulated: false });
  expect(row(s, 'first-supply').is).not.toBe('done');
  m.add('drill.begun', { drill: 'supply loss', path: paths[1], ago: 0, by: 'hand', words: '' });
  m.add('drill.run', { ...nothing, drill: 'supply loss', path: paths[1], begun: m.now, over: m.now });
  expect(row(s, 'standby-supply').is).toBe('failed');
});
test('what the device does not ask for is not waited for', () => {
  const s = twoSims();
  s.m.set(s.paths[0], { 'path.probe': 'link', 'path.holdDown': 60_000 });
  s.m.entered(s.modems[0]).restarted(s.modems[0]);
  expect(row(s, 'probes', 'line-cradle').is).toBe('done');
});
