// A value for the time being is in sight until the one that it has to end with is in force: no press alone ends it.
import type { Json, SettingKey } from '../name/index.ts';
import { doorFaults, readData } from '../journal/index.ts';
import { shippedRules } from '../lamp/index.ts';
import { onePath } from '../lamp/testing.ts';
import { nextStep, openTemporary, summary } from './index.ts';

const day = 86_400_000;
const short = 300_000;
const begun = () => {
  const of = onePath();
  const { m, unit } = of;
  const key = m.key('unit.testEvery', unit);
  m.enter('unit.testEvery', unit, day).restarted(unit);
  m.set(unit, { 'unit.testEvery': short }).add('setting.temporary', { key, ends: day, words: 'For the test.' });
  return { ...of, key };
};

test('it is open from its entry on, whether it was entered on the device or not', () => {
  const { m, unit, key } = begun();
  expect(openTemporary(m.state)).toMatchObject([{ key, now: short, ends: day, back: false, words: 'For the test.' }]);
  m.entered(unit).restarted(unit);
  expect(openTemporary(m.state)).toHaveLength(1);
});
test('put back on the sheet it is still open; entered and not restarted too; in force it is over', () => {
  const { m, unit, key } = begun();
  m.entered(unit).restarted(unit);
  m.set(unit, { 'unit.testEvery': day });
  expect(openTemporary(m.state)).toMatchObject([{ key, back: true }]);
  m.entered(unit);
  expect(openTemporary(m.state)).toMatchObject([{ key, back: true }]);
  m.restarted(unit);
  expect(openTemporary(m.state)).toEqual([]);
});
test('another value in force does not end it', () => {
  const { m, unit } = begun();
  m.set(unit, { 'unit.testEvery': 2 * day })
    .entered(unit)
    .restarted(unit);
  expect(openTemporary(m.state)).toHaveLength(1);
});
test('what the device says otherwise after it was put back opens it again', () => {
  const { m, unit, key } = begun();
  m.set(unit, { 'unit.testEvery': day });
  expect(openTemporary(m.state)).toEqual([]);
  m.add('setting.staged', { stage: 'readBack', asOf: m.now, of: [{ key, set: null, value: short }] });
  expect(openTemporary(m.state)).toMatchObject([{ key, back: true }]);
});
test('what was taken off the sheet is not waited for', () => {
  const { m, unit } = begun();
  m.add('element.removed', { id: unit, reason: 'another one' });
  expect(openTemporary(m.state)).toEqual([]);
});
test('it is told on Stations, and is next once no lamp is', () => {
  const { m, unit, key } = begun();
  const of = summary(m.state, { ...shippedRules, heard: [], now: m.now, traits: () => null, person: () => null });
  expect(of?.temporary).toEqual(['Test call every (logger)']);
  const done = { before: [], strands: [], after: [], tunnels: [], cuts: [], station: 'proven' } as const;
  expect(nextStep(m.state, done, [], [])).toMatchObject({ do: 'enter' });
  m.entered(unit).restarted(unit);
  expect(nextStep(m.state, done, [], [])).toMatchObject({ do: 'put-back', of: { key } });
});
test('at the door: it ends with something, with something else than it is, and not a secret', () => {
  const { m, unit, sim } = begun();
  const faults = (key: SettingKey, ends: Json): string[] => {
    const before = m.state;
    m.add('setting.temporary', { key, ends, words: '' });
    const read = readData(m.last);
    return !read.ok || read.value === null ? ['not read'] : doorFaults(m.last, read.value, before).map(({ code }) => code);
  };
  expect(faults(m.key('unit.testEvery', unit), short)).toEqual(['refused']);
  expect(faults(m.key('unit.testEvery', unit), null)).toEqual(['missing']);
  expect(faults(m.key('unit.testEvery', unit), 7)).toEqual(['range']);
  expect(faults(m.key('sim.pin', sim), day)).not.toEqual([]);
  expect(faults(m.key('unit.testAt', unit), '04:30')).toEqual(['missing']);
});
