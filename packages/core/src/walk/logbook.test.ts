// The logbook of a station: who, when, what, before and after; what stood at an instant; and lines that no spreadsheet takes for a formula.
import papaparse from 'papaparse';
import { onePath } from '../lamp/testing.ts';
import { canonical, inOrder, speakerOf } from '../journal/index.ts';
import { minutes } from '../quantity/index.ts';
import { filtered, logbook, logbookCsv, stateAfter } from './index.ts';

const made = () => {
  const { m, sim } = onePath();
  m.set(sim, { 'sim.apn': 'one.example' });
  m.wait(minutes(5)).set(sim, { 'sim.apn': 'two.example' });
  const middle = m.last;
  m.wait(minutes(5)).set(sim, { 'sim.apn': null });
  m.add('note.written', { lamp: null, words: '=1+1, "gate locked"' });
  const entries = m.steps.flatMap((step) => (step.is === 'entry' ? [{ entry: step.entry, pos: { ord: step.at, id: step.entry.id } }] : []));
  const speaker = speakerOf(m.state, () => 'Ines', m.now, 'UTC');
  return { m, sim, entries, speaker, middle, rows: logbook(entries, speaker) };
};

test('each line says who and what, and of a value what was there before', () => {
  const { rows } = made();
  expect(
    rows
      .filter(({ change }) => change?.key.endsWith('.apn') === true)
      .map(({ change, who }) => [who, change?.before, change?.after])
      .slice(-3),
  ).toEqual([
    ['Ines', expect.any(String), 'one.example'],
    ['Ines', 'one.example', 'two.example'],
    ['Ines', 'two.example', 'nothing'],
  ]);
});
test('lines are found by person, by what they are about, by words and by time, and by all of them together', () => {
  const { rows, middle } = made();
  expect(filtered(rows, { who: 'Nobody' })).toEqual([]);
  expect(filtered(rows, { about: 'note' })).toHaveLength(1);
  expect(filtered(rows, { text: 'GATE LOCKED' })).toHaveLength(1);
  const at = rows.find(({ placed }) => placed.entry.id === middle.id)?.placed.pos.ord ?? 0;
  expect(filtered(rows, { from: at, to: at, about: 'setting' }).map(({ change }) => change?.after)).toEqual(['two.example']);
  expect(filtered(rows, {})).toHaveLength(rows.length);
});
test('as it was then: the fold up to an entry, and no further; at the last entry it is what stands now', () => {
  const { m, sim, entries, middle } = made();
  const then = entries.find(({ entry }) => entry.id === middle.id);
  if (then === undefined) throw new Error('the entry is gone');
  const state = stateAfter(entries, then);
  expect(state.settings[`sim:${sim}.apn`]?.at(-1)?.value).toBe('two.example');
  expect(state.last?.id).toBe(middle.id);
  const last = inOrder(entries).at(-1);
  if (last === undefined) throw new Error('no entries');
  expect(canonical(stateAfter(entries, last).settings as never)).toBe(canonical(m.state.settings as never));
});
test('as CSV every line is one row, and what begins like a formula is text', () => {
  const { rows } = made();
  const { data, errors } = papaparse.parse<string[]>(logbookCsv(rows));
  expect(errors).toEqual([]);
  expect(data).toHaveLength(rows.length + 1);
  expect(data.every((row) => row.length === 7)).toBe(true);
  expect(data.flat().filter((one) => /^[=+@]/.test(one))).toEqual([]);
  expect(data.some((row) => row[3]?.includes('"gate locked"'))).toBe(true);
});
