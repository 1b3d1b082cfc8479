import { onePath } from '../lamp/testing.ts';
import { minutes } from '../quantity/index.ts';
import { speakerOf } from '../journal/index.ts';
import { swapOf, swapsUnderWay } from './swap.ts';

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

const left = (m: ReturnType<typeof onePath>['m']) =>
  swapsUnderWay(
    m.state,
    speakerOf(m.state, () => 'Ines', m.now, 'UTC'),
  ).flatMap(({ tasks }) => tasks.map(({ is, key, step }) => `${is} ${key ?? step ?? ''}`));
test('a card is swapped: its own numbers are read anew, and the old one is cancelled; what was said of the card before counts for nothing', () => {
  const { m, sim } = onePath();
  m.set(sim, { 'sim.iccid': '8999901234567890124', 'sim.number': '+999123456789' });
  m.add('step.done', { what: `swap|${sim}|old card cancelled`, done: true, words: '' });
  expect(left(m)).toEqual([]);
  m.wait(minutes(1)).add('card.changed', { element: sim, words: '' });
  expect(left(m)).toEqual([`label sim:${sim}.iccid`, `label sim:${sim}.number`, `person swap|${sim}|old card cancelled`]);
  m.wait(minutes(1)).set(sim, { 'sim.iccid': '8999901234567890132', 'sim.number': '+999123456780' });
  expect(left(m)).toEqual([`person swap|${sim}|old card cancelled`]);
  m.add('step.done', { what: `swap|${sim}|old card cancelled`, done: true, words: '' });
  expect(left(m)).toEqual([]);
  m.add('step.done', { what: `swap|${sim}|old card cancelled`, done: false, words: '' });
  expect(left(m)).toHaveLength(1);
});
test('a unit is swapped: what it was told is typed again on the new one, its numbers are another, its claim is released', () => {
  const { m, unit } = onePath();
  m.set(unit, { 'unit.serial': 'U-17', 'unit.deskPort': 4110 });
  m.entered(unit).restarted(unit);
  m.element('claim', 'claim');
  m.wait(minutes(1)).add('unit.replaced', { element: unit, words: '' });
  expect(left(m)[0]).toBe(`label unit:${unit}.serial`);
  expect(left(m)).toContain(`person swap|${unit}|typed again`);
  m.wait(minutes(1)).set(unit, { 'unit.serial': 'U-18' });
  m.add('step.done', { what: `swap|${unit}|typed again`, done: true, words: '' });
  expect(left(m)).toEqual([`person swap|${unit}|old claim released`]);
  // Another unit after that one: all of it once more.
  m.wait(minutes(1)).add('unit.replaced', { element: unit, words: '' });
  expect(left(m)).toEqual([`label unit:${unit}.serial`, `person swap|${unit}|typed again`, `person swap|${unit}|old claim released`]);
});
