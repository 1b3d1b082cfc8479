// Practice in the page: what is done is done in its own world, kept in the browser's own store, and comes to the same end when it is played.
import '../testing/browser.ts';
import { playScenario, practiceSpec } from '@green-lamp/core/yard';
import { db } from './db.ts';
import {
  actInPractice,
  beginPractice,
  endPractice,
  practiceDale,
  practiceScenario,
  practiceSeen,
  recallPractice,
  usePractice,
  waitInPractice,
} from './practice.ts';

const station = 'practice';
beforeEach(() => beginPractice([practiceSpec({ id: station, seed: 41, kind: 'panel' })], 7));
afterEach(() => endPractice());
const seen = () => {
  const { world, heard } = usePractice.getState();
  const view = world === null ? null : practiceSeen(world, heard, station);
  if (view === null) throw new Error('nothing runs');
  return view;
};

test('an event is told to the desk of its own once time has passed', () => {
  expect(actInPractice({ act: 'event', station, event: 'test', over: null })).toBeNull();
  expect(seen().station.unit.waits).toBe(1);
  waitInPractice(10_000);
  expect(seen().station.unit).toMatchObject({ waits: 0, told: [{ said: 'ACK' }] });
  const { world } = usePractice.getState();
  expect(world === null ? null : practiceDale(world).arrived).toHaveLength(1);
});
test('what a modem says is heard; what cannot be done is said', () => {
  expect(actInPractice({ act: 'port', station, modem: 'modem', bytes: 'AT+CSQ\r' })).toBeNull();
  expect(seen().heard['modem']).toContain('+CSQ: ');
  expect(actInPractice({ act: 'event', station: 'nowhere', event: 'test', over: null })).toBe('The yard does not run for this station.');
  expect(actInPractice({ act: 'sing' })).toBe('That is no act of the yard.');
  const at = usePractice.getState().world?.at;
  waitInPractice(-5);
  expect(usePractice.getState().world?.at).toBe(at);
});
test('faults that fit are offered, and one that is planted no more', () => {
  expect(seen().faults.some(({ id }) => id === 'pin-on')).toBe(true);
  actInPractice({ act: 'plant', station, fault: 'pin-on' });
  expect(seen().faults.some(({ id }) => id === 'pin-on')).toBe(false);
  expect(seen().station.planted).toMatchObject([{ fault: 'pin-on' }]);
});
test('after a reload it stands where it stood, and time stands still', async () => {
  actInPractice({ act: 'input', station, zone: 1, is: 'open' });
  waitInPractice(20_000);
  await new Promise((done) => setTimeout(done, 50));
  const before = usePractice.getState();
  usePractice.setState({ world: null, start: 0, acts: [], speed: 1, heard: {} });
  await recallPractice();
  expect(usePractice.getState()).toEqual({ ...before, speed: 0 });
});
test('what is not its own form in the store is let go', async () => {
  for (const value of ['not JSON', '{"world":7}']) {
    usePractice.setState({ world: null, start: 0, acts: [], speed: 1, heard: {} });
    await db.meta.put({ name: 'practice', value });
    await recallPractice();
    expect(usePractice.getState().world).toBeNull();
  }
});
test('as a scenario it is played to the same end; without practice there is none', async () => {
  actInPractice({ act: 'line', station, plug: false });
  actInPractice({ act: 'event', station, event: 'tamper', over: null });
  waitInPractice(90_000);
  const scenario = practiceScenario('by hand');
  expect(scenario === null ? null : playScenario(scenario)).toMatchObject({ ok: true, value: { same: true, refused: [] } });
  await endPractice();
  expect([practiceScenario('none'), actInPractice({ act: 'save', station })]).toEqual([null, 'Nothing runs here yet.']);
});

test('what was begun while the store was still read stays as it is', async () => {
  await new Promise((done) => setTimeout(done, 50));
  usePractice.setState({ world: null });
  const recalled = recallPractice();
  await beginPractice([practiceSpec({ id: station, seed: 42, kind: 'panel' })], 8);
  actInPractice({ act: 'input', station, zone: 1, is: 'open' });
  const { world } = usePractice.getState();
  await recalled;
  expect(usePractice.getState().world).toBe(world);
});
