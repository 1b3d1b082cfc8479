// The sheet: every setting of the station, for all devices that must agree, in one place.
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { elementsOf, sheetSchema, sheetText } from '@green-lamp/core/journal';
import { asPlanned } from '@green-lamp/core/lamp';
import { type Group, groups } from '@green-lamp/core/name';
import { openFindings } from '@green-lamp/core/check';
import { sheetCsv, sheetLines } from '@green-lamp/core/walk';
import { bindingsOf, type OnceHolder, onceLabels, sheetRows } from '@green-lamp/core/sheet';
import { useChapter } from '../../door.ts';
import { AddElement, ElementSection } from './ElementSection.tsx';
import { Bridges } from './Bridges.tsx';
import { filtered, useFilter } from './filter.ts';
import { FilterBar } from './FilterBar.tsx';
import { Findings } from './Findings.tsx';
import { Shared } from './Shared.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { tell } from '../../../../store/live.ts';
import { linesWorkbook } from '../../../../store/spreadsheet.ts';
import { handOut } from '../handover/journal-file.ts';
import { JudgedBy } from './JudgedBy.tsx';
import { PlaceBar } from './PlaceBar.tsx';
import { type SheetReading, SettingRow, SheetHead, ColumnHeads } from './SettingRow.tsx';
import { TakeBack } from './TakeBack.tsx';
import { Work } from './Work.tsx';

/** The order of the sheet is the order in which the trade thinks: the ways out, their cards and modems, the unit, what hangs on it, the desk. */
const order: readonly Group[] = groups;
const beforeElements: readonly OnceHolder[] = ['site'];
const afterElements: readonly OnceHolder[] = ['desk', 'it', 'portal', 'computer'];

export const SheetChapter = () => {
  const station = useChapter();
  const [reading, setReading] = useState<SheetReading>('planned');
  const [search, setSearch] = useSearchParams();
  const open = search.get('field');
  const setOpen = (key: string | null): void => {
    const to = new URLSearchParams(search);
    if (key === null) to.delete('field');
    else to.set('field', key);
    setSearch(to, { replace: true });
  };
  useEffect(() => {
    if (open !== null) document.getElementById(`row-${open}`)?.scrollIntoView({ block: 'center' });
  }, [open]);
  const findings = reading === 'planned' ? station.findings : station.findingsAsItRuns;
  const first = openFindings(station.state, findings)[0]?.fields[0];
  useHotkeys('f', () => {
    if (first !== undefined) setOpen(first);
  });
  const { filter, change, on } = useFilter();
  const view = asPlanned(station.state);
  const whole = sheetRows(view, bindingsOf(view));
  const shown = filtered(whole, filter, station, findings, open);
  const rows = { station, reading, findings, open, setOpen };
  const once = (holder: OnceHolder) => {
    const mine = shown.filter(({ of, element }) => element === null && of.holder === holder);
    if (mine.length === 0) return null;
    return (
      <section key={holder} aria-label={onceLabels[holder] === 'At the desk' ? 'Desk' : onceLabels[holder]} className="mt-4">
        <SheetHead title={onceLabels[holder]} />
        {mine.map(({ of }) => (
          <SettingRow key={of.key} of={of} element={null} {...rows} />
        ))}
      </section>
    );
  };
  return (
    <div className="px-5 py-3">
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h2 className="sr-only">Sheet</h2>
        {(['planned', 'runs'] as const).map((one) => (
          <button
            key={one}
            type="button"
            className="button"
            aria-pressed={reading === one}
            onClick={() => {
              setReading(one);
            }}
          >
            {one === 'planned' ? 'As planned' : 'As it runs'}
          </button>
        ))}
        <TakeBack station={station} />
        <span className="grow" />
        <PlaceBar station={station} />
      </div>
      <Shared stream={station.stream} ord={station.state.last?.ord ?? 0} goTo={setOpen} />
      <Findings station={station} findings={findings} goTo={setOpen} />
      <Bridges station={station} goTo={setOpen} />
      <Work station={station} />
      <FilterBar filter={filter} change={change} count={shown.length} whole={whole.length} />
      <ColumnHeads reading={reading} />
      {shown.length === 0 && <Empty>No setting is like that. Show every setting, or look for less.</Empty>}
      {beforeElements.map(once)}
      {order.flatMap((group) =>
        elementsOf(station.state, group).map((element) => (
          <ElementSection
            key={element.id}
            element={element}
            shown={shown.filter((row) => row.element?.id === element.id)}
            whole={whole.filter((row) => row.element?.id === element.id).length}
            narrowed={on}
            {...rows}
          />
        )),
      )}
      {afterElements.map(once)}
      <section aria-label="As a file" className="mt-6 flex flex-wrap items-center gap-3">
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
      <JudgedBy station={station} />
      <AddElement station={station} groups={groups} />
    </div>
  );
};
