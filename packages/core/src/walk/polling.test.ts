// Whether the desk can ask a station, by its sheet; and that its answers prove no more than they do.
import type { Json } from '../name/index.ts';
import { hours, instant } from '../quantity/index.ts';
import { checkInsOf, receiverFor } from '../lamp/index.ts';
import { base, onePath } from '../lamp/testing.ts';
import { cannotArrive, pollingOf } from './index.ts';

type Values = { readonly [key: string]: Json };
const station = (desk: Values = {}, channel: Values = {}, unit: Values = {}) => {
  const made = onePath();
  const id = made.m.element('channel', 'Level');
  made.m.set(null, { 'desk.polls': true, 'desk.dials': '198.51.100.200', ...desk });
  made.m.set(id, { 'channel.name': 'level', 'channel.table': 'holding', 'channel.register': 2, 'channel.scale': '0.01', ...channel });
  made.m.set(made.unit, { 'unit.modbusId': 4, ...unit });
  return made;
};

test('a sheet that says all of it is asked; the port is Modbus’s own where none is said', () =>
  expect(pollingOf(station({ 'desk.pollEvery': hours(1) }).m.state)).toEqual({
    account: '0233',
    host: '198.51.100.200',
    port: 502,
    every: hours(1),
    asking: {
      by: 'modbus',
      unit: 4,
      places: [{ name: 'level', table: 'holding', register: 2, form: 'u16', highFirst: true, scale: 0.01, offset: 0 }],
    },
  }));
test.each([
  [{ 'desk.polls': false }, {}, 'off'],
  [{ 'desk.dials': null }, {}, 'no address'],
  [{ 'desk.dialsBy': 'UDP' }, {}, 'by UDP'],
  [{ 'desk.dialsPort': 0 }, {}, 'no port'],
  [{}, { 'channel.register': null }, 'no channel'],
  [{ 'desk.asksBy': 'raw' }, {}, 'no record rule'],
] as const)('%j %j: %s', (desk, channel, not) => expect(pollingOf(station(desk, channel).m.state)).toBe(not));
test('raw records are asked with their rule, on the port that the modem listens on', () => {
  const raw = { 'desk.asksBy': 'raw', 'desk.dialsPort': 4001 };
  const unit = { 'unit.recordBy': 'end', 'unit.recordEnd': '\\r\\n', 'unit.recordSplit': ';', 'unit.question': '?' };
  expect(pollingOf(station(raw, { 'channel.field': 2 }, unit).m.state)).toMatchObject({
    port: 4001,
    asking: { by: 'raw', split: ';', rule: { by: 'end', end: Uint8Array.of(13, 10) }, places: [{ field: 2 }], question: Uint8Array.of(63) },
  });
});
test('behind a carrier’s NAT nothing comes in, and it is said where', () => {
  const { m, sim } = station();
  expect(cannotArrive(m.state)).toBeNull();
  m.set(sim, { 'sim.addressKind': 'nat' });
  expect(cannotArrive(m.state)).toMatch(/carrier: Nothing comes in there/);
});
test('an answer is for the receiver that has the account, whatever the port; where the desk does not ask, unsurely', () => {
  const { m, receiver } = station();
  const came = { account: '0233', listener: 'modbus', port: 0 };
  expect(receiverFor(m.state, came)).toEqual({ receiver, sure: true });
  m.set(null, { 'desk.polls': false });
  expect(receiverFor(m.state, came)).toEqual({ receiver, sure: false });
  expect(receiverFor(m.state, { ...came, account: '9' })).toBeNull();
});
test('the desk’s own questions are no check-ins of a unit that is to call by itself', () => {
  const { m, unit, path, receiver } = station();
  m.set(unit, { 'unit.testEvery': hours(24) });
  const day = base + hours(48);
  const recent = [0, 24, 48].map((h) => instant(day + hours(h)));
  const heard = { path, receiver, strength: 'certain', simulated: false, last: recent[2] ?? base, count: 3, recent } as const;
  const of = (event: string): number => checkInsOf({ state: m.state, heard: [{ ...heard, event }], now: day + hours(49) }).instants.length;
  expect([of('test'), of('polled')]).toEqual([2, 0]);
  m.set(unit, { 'unit.callOn': false });
  expect(of('polled')).toBe(2);
});
