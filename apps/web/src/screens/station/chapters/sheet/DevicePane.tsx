// One device of the sheet: its findings a line each, what waits there, its settings (those in use first), and what must agree with others.
import { useState } from 'react';
import { isProfileRole } from '@green-lamp/core/sheet';
import type { Finding } from '@green-lamp/core/check';
import { Bridges } from './Bridges.tsx';
import { Findings } from './Findings.tsx';
import { holderOf, type SheetHolder } from './holders.ts';
import { judgedIn, JudgedRole } from './JudgedBy.tsx';
import { LogChange } from './LogChange.tsx';
import { ReadingTabs } from './ReadingTabs.tsx';
import { useRows } from './rows.ts';
import { SettingTable } from './SettingTable.tsx';
import { Shared } from './Shared.tsx';
import { SheetFigures } from './SheetFigures.tsx';
import { Work } from './Work.tsx';
import { usualRows } from './filter.ts';

/** Whether a finding is about one of a holder's fields. */
const isAbout = (holder: SheetHolder, { fields }: Finding): boolean => fields.some((key) => holderOf(key) === holder.id);

export const HolderHead = ({ holder, kind }: { holder: SheetHolder; kind: string }) => (
  <>
    <h3 className="text-[17px] leading-tight font-bold">{holder.label}</h3>
    <span className="min-w-40 grow basis-0 text-note text-ink-2">{kind === holder.label ? '' : kind}</span>
  </>
);

export const DevicePane = ({ holder, back }: { holder: SheetHolder; back: (() => void) | null }) => {
  const { station, findings, open, setOpen } = useRows();
  const [all, setAll] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const usual = usualRows(holder.rows, station, findings, open?.key ?? null);
  const others = holder.rows.length - usual.length;
  const { element } = holder;
  const role = element !== null && isProfileRole(element.group) ? element.group : null;
  const goTo = (key: string): void => {
    setOpen({ key, how: 'whole' });
  };
  return (
    <section aria-label={holder.name} className="flex flex-col gap-2">
      {back !== null && (
        <button type="button" className="quiet self-start" onClick={back}>
          ‹ Devices
        </button>
      )}
      <div className="flex flex-wrap items-center gap-x-4">
        <HolderHead holder={holder} kind={role === null ? holder.kind : `${holder.kind}: ${judgedIn(station, role)}`} />
        {role !== null && (
          <button
            type="button"
            className="quiet"
            aria-expanded={choosing}
            onClick={() => {
              setChoosing(!choosing);
            }}
          >
            Profile
          </button>
        )}
        {element !== null && <LogChange station={station} element={element} />}
        <ReadingTabs />
      </div>
      {role !== null && choosing && <JudgedRole station={station} role={role} />}
      <Shared stream={station.stream} ord={station.state.last?.ord ?? 0} goTo={goTo} of={holder.id} />
      <Findings station={station} findings={findings.filter((finding) => isAbout(holder, finding))} goTo={goTo} />
      <Work station={station} of={holder.id} />
      <div>
        <SettingTable rows={all ? [...usual, ...holder.rows.filter((row) => !usual.includes(row))] : usual} />
        {others > 0 && (
          <button
            type="button"
            className="quiet"
            aria-expanded={all}
            onClick={() => {
              setAll(!all);
            }}
          >
            {all ? 'Fold away what nobody asks for' : `${others} more that nobody asks for yet`}
          </button>
        )}
      </div>
      {element !== null && <SheetFigures station={station} element={element} />}
      <Bridges station={station} goTo={goTo} of={holder.id} />
    </section>
  );
};
