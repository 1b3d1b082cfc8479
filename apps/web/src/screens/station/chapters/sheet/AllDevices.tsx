// Every device's settings in one list, searched and narrowed.
import { type Filter, filtered, isNarrowed } from './filter.ts';
import { FilterBar } from './FilterBar.tsx';
import { Bridges } from './Bridges.tsx';
import { HolderHead } from './DevicePane.tsx';
import { Findings } from './Findings.tsx';
import type { SheetHolder } from './holders.ts';
import { LogChange } from './LogChange.tsx';
import { ReadingTabs } from './ReadingTabs.tsx';
import { useRows } from './rows.ts';
import { SettingTable } from './SettingTable.tsx';
import { Shared } from './Shared.tsx';
import { Work } from './Work.tsx';
import { Empty } from '../../../../parts/State.tsx';

type Props = { holders: readonly SheetHolder[]; back: (() => void) | null; filter: Filter; change: (to: Partial<Filter>) => void };

export const AllDevices = ({ holders, back, filter, change }: Props) => {
  const { station, findings, open, setOpen } = useRows();
  const on = isNarrowed(filter);
  const goTo = (key: string): void => {
    setOpen({ key, how: 'whole' });
  };
  const whole = holders.reduce((sum, { rows }) => sum + rows.length, 0);
  const parts = holders.map((holder) => ({ holder, rows: filtered(holder.rows, filter, station, findings, open?.key ?? null) }));
  const count = parts.reduce((sum, { rows }) => sum + rows.length, 0);
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-3">
        {back !== null && (
          <button type="button" className="quiet" onClick={back}>
            ‹ Devices
          </button>
        )}
        <h3 className="grow text-[17px] font-bold">All devices</h3>
        <ReadingTabs />
      </div>
      <Shared stream={station.stream} ord={station.state.last?.ord ?? 0} goTo={goTo} of={null} />
      <Findings station={station} findings={findings} goTo={goTo} />
      <Work station={station} of={null} />
      <Bridges station={station} goTo={goTo} of={null} />
      <FilterBar filter={filter} change={change} count={count} whole={whole} />
      {count === 0 && <Empty>No setting is like that. Show every setting, or look for less.</Empty>}
      {parts.map(({ holder, rows }, i) =>
        rows.length === 0 && (on || holder.element === null) ? null : (
          <section key={holder.id} aria-label={holder.name}>
            <div className="mt-3 flex flex-wrap items-center gap-x-4">
              <HolderHead holder={holder} kind={holder.kind} />
              {holder.element !== null && <LogChange station={station} element={holder.element} />}
            </div>
            <SettingTable rows={rows} heads={i === 0} />
          </section>
        ),
      )}
    </div>
  );
};
