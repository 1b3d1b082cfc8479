// The sheet as a file, secrets left out.
import { sheetSchema, sheetText } from '@green-lamp/core/journal';
import { sheetCsv, sheetLines } from '@green-lamp/core/walk';
import { Press } from '../../../../parts/Press.tsx';
import { tell } from '../../../../store/live.ts';
import { linesWorkbook } from '../../../../store/spreadsheet.ts';
import type { Station } from '../../../../store/use-station.ts';
import { handOut } from '../handover/journal-file.ts';

export const FilesPane = ({ station }: { station: Station }) => (
  <section aria-label="As a file" className="flex flex-wrap items-center gap-3">
    <h3 className="w-full font-bold">The sheet as a file</h3>
    <Press
      onPress={() => {
        handOut(`${station.state.station?.name ?? 'sheet'}.sheet.json`, sheetText(station.state));
      }}
    >
      Save the sheet as JSON
    </Press>
    <Press
      onPress={() => {
        handOut(`${station.state.station?.name ?? 'sheet'}.csv`, sheetCsv(station.state), 'text/csv');
      }}
    >
      Save the sheet as CSV
    </Press>
    <Press
      onPress={() => {
        linesWorkbook(sheetLines(station.state))
          .then((workbook) => {
            handOut(`${station.state.station?.name ?? 'sheet'}.xlsx`, workbook);
          })
          .catch(tell);
      }}
    >
      Save the sheet as a spreadsheet
    </Press>
    <Press
      onPress={() => {
        handOut('green-lamp-sheet.schema.json', JSON.stringify(sheetSchema, null, 2));
      }}
    >
      Save the schema
    </Press>
    <span className="text-note text-ink-2">Secrets are left out. To bring values back, paste the file into Plan, Ask.</span>
  </section>
);
