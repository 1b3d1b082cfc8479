// Sheets as rows, for a spreadsheet: identifiers as text, cells that would run as a formula made harmless, secrets left out.
import papaparse from 'papaparse';
import { stageOf, type State, wanted } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { bindingsOf, isSecret, sheetRows, showValue } from '../sheet/index.ts';
import { harmless } from './asks.ts';

export const sheetColumns = ['station', 'of', 'setting', 'value', 'stage', 'key'] as const;
export type SheetLine = { readonly [C in (typeof sheetColumns)[number]]: string };

/** Every setting that is filled in, a row each; every cell is text. */
export const sheetLines = (state: State): SheetLine[] => {
  const view = asPlanned(state);
  const label = (id: string): string => view.elements.find((element) => element.id === id)?.label ?? id;
  return sheetRows(view, bindingsOf(view)).flatMap(({ key, of, element }) => {
    const value = wanted(state, key) ?? null;
    if (value === null) return [];
    return [
      {
        station: harmless(state.station?.name ?? ''),
        of: harmless(element?.label ?? of.holder),
        setting: of.label,
        value: isSecret(value) ? 'kept secret' : harmless(showValue(of, value, label)),
        stage: stageOf(state, key) ?? '',
        key,
      },
    ];
  });
};

/** Rows as CSV (RFC 4180) with a head line. */
export const linesCsv = (lines: readonly SheetLine[]): string => papaparse.unparse([...lines], { columns: [...sheetColumns] });

/** One sheet as CSV. */
export const sheetCsv = (state: State): string => linesCsv(sheetLines(state));

/** Cells of a spreadsheet as CSV, so that they are read as pasted rows are. */
export const cellsCsv = (cells: readonly (readonly string[])[]): string => papaparse.unparse(cells.map((row) => [...row]));
