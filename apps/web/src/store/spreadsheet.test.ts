// A sheet as a spreadsheet, read back by another library: identifiers whole, nothing that runs, no secret.
import read from 'read-excel-file/node';
import write from 'write-excel-file/node';
import { chance, StationMaker } from '@green-lamp/core/scenario';
import { instant } from '@green-lamp/core/quantity';
import { cellsCsv, readRows, type SheetLine, sheetColumns, sheetLines } from '@green-lamp/core/walk';
import { linesRows } from './spreadsheet.ts';

const start = instant(1_780_000_000_000);
const made = (): StationMaker => {
  const c = chance(12);
  const m = new StationMaker({ chance: c, start, writer: { person: c.ulid(start), device: c.ulid(start) }, name: '=cmd()' });
  const sim = m.element('sim', 'card');
  m.set(sim, { 'sim.iccid': '8999901234567890124', 'sim.apn': 'm2m.fellwave.example' }).set(null, { 'site.place': '+1 over the weir' });
  return m.secret(sim, 'sim.pin', '4071');
};
const roundTrip = async (lines: readonly SheetLine[]): Promise<string[][]> => {
  const [sheet] = await read(await write(linesRows(lines)).toBuffer());
  return (sheet?.data ?? []).map((row) => row.map((cell) => (cell === null ? '' : String(cell))));
};

test('every cell comes back as the text that it was, nineteen digits too', async () => {
  const lines = sheetLines(made().state);
  const [head, ...rows] = await roundTrip(lines);
  expect(head).toEqual([...sheetColumns]);
  expect(rows).toEqual(lines.map((line) => sheetColumns.map((column) => line[column])));
  expect(rows.flat()).toContain('8999 9012 3456 7890 124');
});
test('cells that would run as a formula are made harmless, and a secret is not in the file', async () => {
  const cells = (await roundTrip(sheetLines(made().state))).flat();
  expect(cells.filter((cell) => /^[=+@]/.test(cell))).toEqual([]);
  expect(cells).toContain("'=cmd()");
  expect(cells.join(' ')).not.toContain('4071');
});
test('rows out of a spreadsheet are read as pasted ones are', () => {
  const m = made();
  const rows = readRows(
    cellsCsv([
      ['station', 'APN', 'Card number (ICCID)'],
      ['Mast 1', 'a.example', '8999970020334567830'],
    ]),
    m.state,
  );
  expect(rows.rows).toMatchObject([{ name: 'Mast 1', problems: [], values: [{ value: 'a.example' }, { value: '8999970020334567830' }] }]);
});
