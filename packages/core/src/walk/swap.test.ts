import { onePath } from '../lamp/testing.ts';
import { swapOf } from './swap.ts';

test('a modem is replaced: its settings and its card’s are typed again, its IMEI and the card’s lock are another, and its lamps fall', () => {
  const { m, sim, modem, unit } = onePath();
  m.set(modem, { 'modem.imei': '490154203237518', 'modem.idleLimit': 95_000 }).set(sim, { 'sim.imeiLock': '490154203237518' });
  m.set(unit, { 'unit.serial': 'U-17', 'unit.deskPort': 4110 });
  const swap = swapOf(m.state, modem);
  expect(swap.again).toEqual(expect.arrayContaining([`modem:${modem}.idleLimit`, `sim:${sim}.apn`]));
  expect(swap.again).not.toContain(`unit:${unit}.deskPort`);
  expect([...swap.other].sort()).toEqual([`modem:${modem}.imei`, `sim:${sim}.imeiLock`].sort());
  expect(swap.falls).toContain('Call');
  m.read('Power', null, 'supply.idle', 12_600, 'mV').add('unit.replaced', { element: modem, words: '' });
  for (const lamp of ['Power'] as const) expect([lamp, m.lamp(lamp).is, swap.falls.includes(lamp)]).toEqual([lamp, 'stale', true]);
});
test('a unit is replaced: its serial number, EUI and the desk’s record are another, the modem’s are not', () => {
  const { m, modem, unit } = onePath();
  m.set(unit, { 'unit.serial': 'U-17', 'unit.id': '70b3d57ed0001a2b' })
    .set(null, { 'desk.serial': 'U-17' })
    .set(modem, { 'modem.imei': '490154203237518' });
  const swap = swapOf(m.state, unit);
  expect([...swap.other].sort()).toEqual(['desk.serial', `unit:${unit}.id`, `unit:${unit}.serial`].sort());
  expect(swap.again).toContain(`unit:${unit}.account`);
});
