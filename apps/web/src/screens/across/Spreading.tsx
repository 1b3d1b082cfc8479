// When stations call by themselves: the day by minute, and which few would have to move so that the desk is not drowned.
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { acrossStations, Says } from '@green-lamp/core/api';
import { counted } from '@green-lamp/core/quantity';
import { minuteText, spreadOf } from '@green-lamp/core/sums';
import { Choose } from '../../parts/Field.tsx';
import { Empty } from '../../parts/State.tsx';
import { useLook } from '../../store/look.ts';

const Chart = lazy(() => import('../../parts/Chart.tsx'));
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const limits = [1, 2, 5, 10, 20, 50, 100].map((n) => ({ value: String(n), label: counted(n, 'call') }));
/** Minutes that are drawn as one column. */
const wide = 10;

export const Spreading = ({ callers }: { callers: Says<typeof acrossStations>['callers'] }) => {
  const theme = useLook((look) => look.theme);
  const [most, setMost] = useState('2');
  const { load, peak, peakAt, moves, after } = useMemo(() => spreadOf(callers, Number(most)), [callers, most]);
  if (callers.length === 0)
    return (
      <section aria-label="When they call" className="mt-5">
        <h2 className="border-b border-rule-2 font-bold">When they call by themselves</h2>
        <Empty>No station has an hour for its test call on its sheet.</Empty>
      </section>
    );
  const columns = Array.from({ length: 1440 / wide }, (_, i) => ({
    x: minuteText(i * wide),
    y: Math.max(...load.slice(i * wide, (i + 1) * wide)),
  }));
  return (
    <section aria-label="When they call" className="mt-5 flex flex-col gap-2">
      <h2 className="border-b border-rule-2 font-bold">When they call by themselves</h2>
      <p>
        At most {counted(peak, 'call')} in one minute, at {minuteText(peakAt)} UTC.{' '}
        {moves.length === 0
          ? after <= Number(most)
            ? 'Nobody has to move.'
            : 'No minute has room for any of them: they call too often.'
          : `${counted(moves.length, 'station')} would move, the nearest minutes first; then at most ${after}.`}
      </p>
      <div className="w-44">
        <Choose label="A minute may have" value={most} of={limits} change={setMost} />
      </div>
      <Suspense fallback={<p className="text-ink-2">Drawing…</p>}>
        <Chart
          key={theme}
          label={`Most calls in a minute over the day, in columns of ten minutes; the peak is ${peak} at ${minuteText(peakAt)}`}
          options={{
            chart: {
              type: 'bar',
              height: 180,
              toolbar: { show: false },
              animations: { enabled: false },
              foreColor: token('--ink-2'),
              fontFamily: 'inherit',
            },
            series: [{ name: 'calls in the fullest minute', data: columns }],
            colors: [token('--ink')],
            plotOptions: { bar: { columnWidth: '90%' } },
            dataLabels: { enabled: false },
            grid: { borderColor: token('--rule') },
            xaxis: { tickAmount: 12, title: { text: 'UTC' } },
            yaxis: { min: 0, forceNiceScale: true, decimalsInFloat: 0 },
            tooltip: { enabled: false },
          }}
        />
      </Suspense>
      {moves.length > 0 && (
        <ul aria-label="Who would move">
          {moves.slice(0, 200).map(({ id, name, from, to }) => (
            <li key={id} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1">
              <Link className="link" to={`/stations/${id}/sheet`}>
                {name}
              </Link>
              <span className="mono">
                {minuteText(from)} → {minuteText(to)} UTC
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
};
