// A sheet for a spreadsheet: identifiers as text, cells that would run as a formula made harmless, secrets left out.
import papaparse from 'papaparse';
import { stageOf, type State, wanted } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { bindingsOf, isSecret, sheetRows, showValue } from '../sheet/index.ts';
import { harmless } from './asks.ts';

/** Every setting that is filled in, as CSV (RFC 4180) with a head line. */
export const sheetCsv = (state: State): string => {
  const view = asPlanned(state);
  const label = (id: string): string => view.elements.find((element) => element.id === id)?.label ?? id;
  return papaparse.unparse(
    sheetRows(view, bindingsOf(view)).flatMap(({ key, of, element }) => {
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
    }),
  );
};
