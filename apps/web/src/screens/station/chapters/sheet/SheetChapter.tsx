// The sheet, by device: at the left what the station consists of and what waits there, at the right one device's settings.
import { useEffect, useRef } from 'react';
import { useSearchParams } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { asPlanned } from '@green-lamp/core/lamp';
import { openFindings } from '@green-lamp/core/check';
import { bindingsOf, sheetRows } from '@green-lamp/core/sheet';
import { Field } from '../../../../parts/Field.tsx';
import { hand, useMedia } from '../../../../parts/use-media.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useChapter } from '../../door.ts';
import { AddPane } from './AddPane.tsx';
import { AllDevices } from './AllDevices.tsx';
import { DevicePane } from './DevicePane.tsx';
import { FilesPane } from './FilesPane.tsx';
import { useFilter } from './filter.ts';
import { HolderList, type Pane } from './HolderList.tsx';
import { holderOf, holdersOf, type SheetHolder } from './holders.ts';
import { JudgedBy } from './JudgedBy.tsx';
import { PlaceBar } from './PlaceBar.tsx';
import { useReading } from './ReadingTabs.tsx';
import { type OpenRow, RowsContext } from './rows.ts';
import { TakeBack } from './TakeBack.tsx';

/** Where the sheet opens by itself: at what is next, else at the first device. */
const startsAt = (station: Station, holders: readonly SheetHolder[]): string => {
  const { step } = station;
  const of = step.do === 'stop' ? holderOf(step.finding.fields[0] ?? '') : 'device' in step ? step.device : null;
  return holders.find(({ id }) => id === of)?.id ?? holders.find(({ element }) => element !== null)?.id ?? 'site';
};

const useOpenRow = (): { open: OpenRow | null; pane: string | null; go: (to: { row?: OpenRow | null; pane?: string }) => void } => {
  const [search, setSearch] = useSearchParams();
  const key = search.get('field');
  return {
    open: key === null ? null : { key, how: search.get('how') === 'field' ? 'field' : 'whole' },
    pane: search.get('at'),
    go: ({ row, pane }) => {
      setSearch(
        (was) => {
          const to = new URLSearchParams(was);
          if (row === null || pane !== undefined) {
            to.delete('field');
            to.delete('how');
          }
          if (row != null) {
            to.set('field', row.key);
            if (row.how === 'field') to.set('how', 'field');
            else to.delete('how');
          }
          if (pane !== undefined) to.set('at', pane);
          return to;
        },
        // At once: who types on must find the field there.
        { replace: true, flushSync: true },
      );
    },
  };
};

const otherPanes: readonly Pane[] = [
  { id: 'all', label: 'All devices', status: 'every setting' },
  { id: 'judged', label: 'Judged by', status: 'house rules, profiles' },
  { id: 'add', label: 'Add equipment', status: 'paths, cards, aerials, inputs' },
  { id: 'files', label: 'As a file', status: 'JSON, CSV, spreadsheet' },
];

export const SheetChapter = () => {
  const station = useChapter();
  const [reading] = useReading();
  const inHand = useMedia(hand);
  const { open, pane, go } = useOpenRow();
  const { filter, change } = useFilter();
  const findings = reading === 'planned' ? station.findings : station.findingsAsItRuns;
  const view = asPlanned(station.state);
  const holders = holdersOf(station, sheetRows(view, bindingsOf(view)), findings);
  // A field that is named belongs to its device, unless all of them are looked at.
  const looking = filter.find !== '' || pane === 'all';
  const named = open === null ? null : holderOf(open.key);
  const at = looking ? 'all' : (named ?? pane ?? (inHand ? null : startsAt(station, holders)));
  const holder = holders.find(({ id }) => id === at);
  const first = openFindings(station.state, findings)[0]?.fields[0];
  const setOpen = (row: OpenRow | null): void => {
    // What is left stays in sight: the device of the row that is closed.
    go(row === null && at !== null && !looking ? { row, pane: at } : { row });
  };
  useHotkeys('f', () => {
    if (first !== undefined) setOpen({ key: first, how: 'whole' });
  });
  const panes = useRef<HTMLDivElement>(null);
  const whole = open?.how === 'whole' ? open.key : null;
  useEffect(() => {
    if (whole !== null) document.getElementById(`row-${whole}`)?.scrollIntoView({ block: 'center' });
  }, [whole]);
  const back = inHand
    ? () => {
        go({ pane: '' });
      }
    : null;
  const showsList = !inHand || at === null || at === '';
  return (
    <RowsContext value={{ station, reading, findings, open, setOpen }}>
      <h2 className="sr-only">Sheet</h2>
      <div ref={panes} className="sheet-panes">
        {showsList && (
          <HolderList
            holders={holders}
            panes={otherPanes}
            open={at}
            choose={(id) => {
              if (filter.find !== '') change({ find: '' });
              go({ pane: id });
              panes.current?.closest('.station-page')?.scrollTo({ top: 0 });
            }}
          >
            <div className="p-2">
              <Field
                label="Find any setting"
                value={filter.find}
                change={(find) => {
                  change({ find });
                }}
              />
            </div>
            <PlaceBar station={station} />
          </HolderList>
        )}
        {!(inHand && showsList) && (
          <div className="sheet-pane">
            {holder !== undefined && <DevicePane key={holder.id} holder={holder} back={back} />}
            {at === 'all' && <AllDevices holders={holders} back={back} filter={filter} change={change} />}
            {at === 'judged' && <JudgedBy station={station} />}
            {at === 'files' && <FilesPane station={station} />}
            {at === 'add' && (
              <AddPane
                station={station}
                added={(id) => {
                  go({ pane: id });
                }}
              />
            )}
            <div className="mt-3">
              <TakeBack station={station} />
            </div>
          </div>
        )}
      </div>
    </RowsContext>
  );
};
