// A pasted column: each line goes to its row, what can't be read is named by line and setting, secrets stay out, and nothing else changes.
import { instant } from '@green-lamp/core/quantity';
import { speakerOf } from '@green-lamp/core/journal';
import { settingKey } from '@green-lamp/core/name';
import { chance, StationMaker } from '@green-lamp/core/scenario';
import type { Station } from '../../../../store/use-station.ts';
import { fillDown } from './fill-down.ts';

const base = instant(1_780_000_000_000);
const made = () => {
  const c = chance(5);
  const m = new StationMaker({ chance: c, start: base, writer: { person: c.ulid(base), device: c.ulid(base) }, name: 'Weir' });
  const sim = m.element('sim', 'card');
  const modem = m.element('modem', 'modem');
  const path = m.element('path', 'path');
  m.set(sim, { 'sim.apn': 'old.example' });
  const station = { state: m.state, speaker: speakerOf(m.state, () => null, base, 'UTC') } as unknown as Station; // all that it reads
  return { station, sim, modem, path, key: (of: string, id = sim) => settingKey(of.split('.')[0] ?? '', id, of.split('.')[1] ?? '') };
};

test('each line goes to its row; an empty one leaves it, the same value writes nothing', () => {
  const { station, key } = made();
  const rows = [key('sim.apn'), key('sim.apnUser'), key('sim.size'), key('sim.roaming')];
  const { drafts, problems } = fillDown(station, rows, 'old.example\r\n\r\n3FF, micro\nallowed\n');
  expect(problems).toEqual([]);
  expect(drafts.map(({ data }) => ({ ...data, over: undefined }))).toMatchObject([
    { key: rows[2], value: '3FF' },
    { key: rows[3], value: true },
  ]);
});
test('an element is named by its label, and only the first cell of a line counts', () => {
  const { station, path, modem, key } = made();
  const { drafts } = fillDown(station, [key('path.modem', path)], 'Modem\tand what else stood in the row\n');
  expect(drafts).toMatchObject([{ data: { value: modem } }]);
});
test('what can’t be read is named by its line and setting, and loses nothing that can', () => {
  const { station, key } = made();
  const rows = [key('sim.iccid'), key('sim.apn'), key('sim.pin')];
  const { drafts, problems } = fillDown(station, rows, 'rubbish\nnew.example\n1234\none too many\n');
  expect(drafts).toMatchObject([{ data: { key: rows[1], value: 'new.example' } }]);
  expect(problems).toHaveLength(3);
  expect(problems[0]).toMatch(/^Line 1, Card number \(ICCID\) \(card\): /);
  expect(problems[1]).toBe('Line 3, SIM PIN (card): a secret is not pasted in a list: open its row.');
  expect(problems[2]).toBe('Line 4: no row is left for it.');
  expect(JSON.stringify([drafts, problems])).not.toContain('1234');
});
