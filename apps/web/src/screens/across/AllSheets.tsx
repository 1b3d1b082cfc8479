// Every station's sheet in one file: JSON, CSV or a spreadsheet. Secrets are left out of each.
import { useState } from 'react';
import { everySheet, type Says } from '@green-lamp/core/api';
import { linesCsv } from '@green-lamp/core/walk';
import { Press } from '../../parts/Press.tsx';
import { ask } from '../../store/api.ts';
import { tell } from '../../store/live.ts';
import { linesWorkbook } from '../../store/spreadsheet.ts';
import { handOut } from '../station/chapters/handover/journal-file.ts';

type Sheet = Says<typeof everySheet>['sheets'][number];

type Form = {
  readonly label: string;
  readonly name: string;
  readonly type: string;
  readonly save: (sheets: readonly Sheet[]) => Promise<string | Blob>;
};

const forms: readonly Form[] = [
  {
    label: 'as JSON',
    save: (sheets: readonly Sheet[]) => Promise.resolve(`[${sheets.map(({ text }) => text).join(',\n')}]`),
    name: 'sheets.json',
    type: 'application/json',
  },
  {
    label: 'as CSV',
    save: (sheets: readonly Sheet[]) => Promise.resolve(linesCsv(sheets.flatMap(({ lines }) => lines))),
    name: 'sheets.csv',
    type: 'text/csv',
  },
  {
    label: 'as a spreadsheet',
    save: (sheets: readonly Sheet[]) => linesWorkbook(sheets.flatMap(({ lines }) => lines)),
    name: 'sheets.xlsx',
    type: '',
  },
];

/** Thousands of sheets are many seconds of the desk's work. */
const patience = 180_000;

export const AllSheets = () => {
  const [busy, setBusy] = useState(false);
  // A browser hands nothing out long after a press: then it waits for another one.
  const [ready, setReady] = useState<(() => void) | null>(null);
  return (
    <section aria-label="All sheets as a file" className="mt-5 mb-3 flex flex-wrap items-center gap-3">
      <h2 className="w-full border-b border-rule-2 font-bold">Every sheet in one file</h2>
      {forms.map(({ label, save, name, type }) => (
        <Press
          key={label}
          why={busy ? 'The desk gathers them.' : null}
          onPress={() => {
            setBusy(true);
            setReady(null);
            ask(everySheet, { patience })
              .then(({ sheets }) => save(sheets))
              .then((content) => {
                if (navigator.userActivation.isActive) handOut(name, content, type);
                else
                  setReady(() => () => {
                    handOut(name, content, type);
                    setReady(null);
                  });
              })
              .catch(tell)
              .finally(() => {
                setBusy(false);
              });
          }}
        >
          Save every sheet {label}
        </Press>
      ))}
      {ready !== null && (
        <p role="status" className="flex w-full flex-wrap items-center gap-3">
          It took the desk a while.
          <button type="button" className="button" onClick={ready}>
            It is ready: save it
          </button>
        </p>
      )}
    </section>
  );
};
