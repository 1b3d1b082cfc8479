// The sheet: every setting of the station, for all devices that must agree, in one place.
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { elementsOf } from '@green-lamp/core/journal';
import { type Group, groups } from '@green-lamp/core/name';
import { openFindings } from '@green-lamp/core/check';
import { parametersOf } from '@green-lamp/core/sheet';
import { useChapter } from '../../door.ts';
import { AddElement, ElementSection } from './ElementSection.tsx';
import { Findings } from './Findings.tsx';
import { PlaceBar } from './PlaceBar.tsx';
import { type SheetReading, SettingRow, SheetHead, ColumnHeads } from './SettingRow.tsx';
import { Work } from './Work.tsx';

/** The order of the sheet is the order in which the trade thinks: the ways out, their cards and modems, the unit, the desk. */
const order: readonly Group[] = ['path', 'sim', 'modem', 'unit', 'link', 'receiver'];

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
  const rows = { station, reading, findings, open, setOpen };
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
        <span className="grow" />
        <PlaceBar station={station} />
      </div>
      <Findings station={station} findings={findings} goTo={setOpen} />
      <Work station={station} />
      <ColumnHeads reading={reading} />
      <section aria-label="Site" className="mt-3">
        <SheetHead title="Site" />
        {parametersOf('site').map((of) => (
          <SettingRow key={of.key} of={of} element={null} {...rows} />
        ))}
      </section>
      {order.flatMap((group) =>
        elementsOf(station.state, group).map((element) => <ElementSection key={element.id} element={element} {...rows} />),
      )}
      <section aria-label="Desk" className="mt-5">
        <SheetHead title="At the desk" />
        {parametersOf('desk').map((of) => (
          <SettingRow key={of.key} of={of} element={null} {...rows} />
        ))}
      </section>
      <AddElement station={station} groups={groups} />
    </div>
  );
};
