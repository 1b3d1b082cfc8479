import { check } from '../check/index.ts';
import { speakerOf } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { onePath, twoSims } from '../lamp/testing.ts';
import { instant } from '../quantity/index.ts';
import type { StationMaker } from '../scenario/index.ts';
import { isSettingKey, sure } from '../name/index.ts';
import { shippedProfiles, stagesOn } from '../sheet/index.ts';
import { deviceWork, firstCall, nextStep, sayNext, whoNext } from './index.ts';

const profile = (id: string) =>
  sure(
    (one): one is (typeof shippedProfiles)[number] => one !== undefined,
    shippedProfiles.find((one) => one.id === id),
  );
const step = (m: StationMaker) => nextStep(m.state, m.line(), check(asPlanned(m.state), { traits: () => null, demo: true, now: 0 }), []);
const said = (m: StationMaker): string =>
  sayNext(
    step(m),
    speakerOf(m.state, () => 'Ines', instant(m.now), 'UTC'),
  );

test('what is wanted waits on its device, what is entered waits for its restart, what is in force for nothing', () => {
  const { m, modem, sim } = onePath();
  expect(deviceWork(m.state)).toEqual([]);
  m.set(sim, { 'sim.apn': 'new.example' });
  expect(deviceWork(m.state)).toMatchObject([{ device: modem, toEnter: [`sim:${sim}.apn`], toRestart: [], since: null, moved: false }]);
  m.entered(modem);
  expect(deviceWork(m.state)).toMatchObject([
    { device: modem, toEnter: [], toRestart: [`sim:${sim}.apn`], since: m.state.last?.ord, moved: true },
  ]);
  m.restarted(modem);
  expect(deviceWork(m.state)).toEqual([]);
});
test('where the adopted profile applies what was typed, it waits for that before a restart; where it does not, the stage is skipped', () => {
  const { m, modem, sim } = onePath();
  m.set(sim, { 'sim.apn': 'new.example' }).entered(modem);
  const key = `sim:${sim}.apn`;
  expect(deviceWork(m.state, [profile('router-with-modem')])).toMatchObject([{ toApply: [key], toRestart: [key] }]);
  expect(deviceWork(m.state, [profile('keypad-panel')])).toMatchObject([{ toApply: [], toRestart: [key] }]);
  m.stage('applied', [sure(isSettingKey, key)]);
  expect(deviceWork(m.state, [profile('router-with-modem')])).toMatchObject([{ toApply: [], toRestart: [key] }]);
  expect(stagesOn(profile('router-with-modem'))).toEqual(['wanted', 'entered', 'applied', 'inForce', 'readBack']);
  expect(stagesOn(profile('keypad-panel'))).toEqual(['wanted', 'entered', 'inForce']);
  expect(stagesOn(undefined)).toHaveLength(5);
});
test('a value that is cleared on the sheet waits to be cleared on the device', () => {
  const { m, modem, sim } = onePath();
  m.set(sim, { 'sim.apn': null });
  expect(deviceWork(m.state)).toMatchObject([{ device: modem, toEnter: [`sim:${sim}.apn`] }]);
});
test('a path’s settings wait on its own modem, an Ethernet path’s on its unit, a receiver’s at the desk', () => {
  const { m, modems, paths } = twoSims();
  const ethernet = m.element('path', 'wire');
  m.set(ethernet, { 'path.kind': 'ethernet', 'path.priority': 3 }).set(paths[1], { 'path.priority': 4 });
  const receiver = m.state.elements.find(({ group }) => group === 'receiver')?.id;
  if (receiver === undefined) throw new Error('the station has a receiver');
  m.set(receiver, { 'receiver.port': 4119 });
  const unit = m.state.elements.find(({ group }) => group === 'unit')?.id;
  expect(deviceWork(m.state).map(({ device, toEnter }) => [device, toEnter])).toEqual([
    [modems[1], [`path:${paths[1]}.priority`]],
    [unit, [`path:${ethernet}.priority`]],
    ['desk', [`receiver:${receiver}.port`]],
  ]);
});
test('before anything is proven next is what the first call waits for, until all of it was asked', () => {
  const { m } = onePath();
  expect(said(m)).toBe(
    'Ask the carrier for State at the carrier (card), Carrier demands a log-in (card) and 2 more. Its first call waits for 6 values.',
  );
  for (const { key } of firstCall(asPlanned(m.state), []).open)
    m.add('ask.noted', { key, asked: 'Skell', ticket: '', askedOn: '2027-03-01', chaseOn: null });
  expect(said(m)).toMatch(/^Have the modem tell the card’s number/);
});
test('next is an open stop, then what was begun on a device, then the lamps: failed, stale, and the order of the work', () => {
  const { m, unit, sim, path } = onePath();
  for (const { key } of firstCall(asPlanned(m.state), []).open)
    m.add('ask.noted', { key, asked: 'Skell', ticket: '', askedOn: '2027-03-01', chaseOn: null });
  expect(said(m)).toBe('Have the modem tell the card’s number, or type it whole from the card with the sheet’s hidden.');
  m.read('Power', null, 'supply.sign', true).add('declaration.made', { lamp: 'Power', path: null, outcome: 'bad', words: 'fuse blown' });
  expect(said(m)).toBe('Power failed: mend it and take the reading again.');
  m.enter('sim.apn', sim, 'new.example');
  expect(said(m)).toBe('Restart modem so that the new APN (card) is in force; then prove the call again.');
  m.set(unit, { 'unit.account': '0332' });
  expect(said(m)).toMatch(/^The unit sends account 0332, the desk expects 0233\./);
  expect(whoNext(step(m))).toBe('you');
  expect(path).toHaveLength(6);
});
test('what the desk has to do is said to be the desk’s', () => {
  const { m, receiver } = onePath();
  m.set(receiver, { 'receiver.port': 4110 }).entered('desk').restarted('desk').set(receiver, { 'receiver.port': 4109 });
  expect([said(m), whoNext(step(m))]).toEqual(['Have the desk enter Desk’s port (desk).', 'desk']);
  m.entered('desk');
  expect(said(m)).toBe('Have the desk put the new Desk’s port (desk) in force; then prove the call again.');
});
