// Spreadsheets: every cell is written as text, so that no identifier loses its tail and nothing runs; what is read comes as text too.
import { sized } from './opened.ts';
import { type SheetLine, sheetColumns } from '@green-lamp/core/walk';

/** A head and a row for each line, every cell as text. */
export const linesRows = (lines: readonly SheetLine[]) => [
  sheetColumns.map((value) => ({ type: String, value, fontWeight: 'bold' as const })),
  ...lines.map((line) => sheetColumns.map((column) => ({ type: String, value: line[column] }))),
];

/** Rows as an .xlsx file. The library is fetched from our own server when it is first needed. */
export const linesWorkbook = async (lines: readonly SheetLine[]): Promise<Blob> => {
  const { default: write } = await import('write-excel-file/browser');
  return write(linesRows(lines)).toBlob();
};

/** The cells of a file's first sheet, as text. */
export const readCells = async (file: File): Promise<string[][]> => {
  const { default: read } = await import('read-excel-file/browser');
  const [first] = await read(sized(file, 'table'));
  return (first?.data ?? []).map((row) =>
    row.map((cell) => (cell === null ? '' : cell instanceof Date ? cell.toISOString().slice(0, 10) : String(cell))),
  );
};
