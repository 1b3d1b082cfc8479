// What came by each path since the cut, while it comes: a line for each path, a mark for each call.
import { lazy, Suspense } from 'react';
import { drillRow } from '@green-lamp/core/evidence';
import type { Drilling } from '@green-lamp/core/journal';
import type { PathUse } from '@green-lamp/core/sheet';
import { useLook } from '../../../../../store/look.ts';
import type { Station } from '../../../../../store/use-station.ts';
import type { Call } from './calls.ts';

const Chart = lazy(() => import('../../../../../parts/Chart.tsx'));
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
/** Drawn anew every five seconds, so that nothing flickers while a person reads it. */
const every = 5;

export const DrillChart = ({
  station,
  drill,
  uses,
  calls,
  asks,
  now,
}: {
  station: Station;
  drill: Drilling;
  uses: readonly PathUse[];
  calls: readonly Call[];
  asks: readonly { readonly at: number; readonly is: string }[];
  now: number;
}) => {
  const theme = useLook((look) => look.theme);
  const [ink, soft, rule, brass] = [token('--ink'), token('--ink-2'), token('--rule'), token('--brass-edge')];
  const since = (at: number): number => Math.round((at - drill.begun) / 100) / 10;
  const ran = Math.ceil(since(now) / every) * every;
  const most = Math.max(30, ran, ...asks.map(({ at }) => since(at)));
  const rows = uses.map((use, i) => ({
    name: station.speaker.element(use.path),
    y: uses.length - i,
    data: calls
      .filter(({ path, counts, at }) => counts && path === use.path && at >= drill.begun)
      .map(({ at }) => ({ x: since(at), y: uses.length - i })),
  }));
  const cutAt = rows.find((_, i) => uses[i]?.path === drill.path)?.y ?? uses.length;
  const whole = drillRow(drill.drill).way !== 'over' && drillRow(drill.drill).way !== 'slow';
  const cuts = whole ? rows.map(({ y }) => ({ x: 0, y })) : [{ x: 0, y: cutAt }];
  const line = (at: number, text: string, colour: string) => ({
    x: since(at),
    borderColor: colour,
    label: { text, style: { color: ink, background: 'transparent' } },
  });
  const counted = rows.map(({ name, data }) => `${name}: ${data.length === 1 ? 'one call' : `${data.length} calls`}`).join('; ');
  return (
    <Suspense fallback={<p className="text-ink-2">Drawing…</p>}>
      <Chart
        key={`${theme} ${uses.length}`}
        label={`Calls by path since the cut. ${counted}`}
        options={{
          chart: {
            type: 'scatter',
            height: 110 + 36 * uses.length,
            toolbar: { show: false },
            animations: { enabled: false },
            foreColor: soft,
            fontFamily: 'inherit',
            zoom: { enabled: false },
          },
          series: [{ name: 'cut', data: cuts }, ...rows.map(({ name, data }) => ({ name, data }))],
          colors: [soft, ...rows.map((_, i) => (i === 0 ? ink : brass))],
          markers: {
            size: 7,
            shape: ['cross', ...rows.map((_, i) => (i === 0 ? ('circle' as const) : ('square' as const)))],
            strokeWidth: 2,
          },
          grid: { borderColor: rule },
          xaxis: { type: 'numeric', min: 0, max: most, title: { text: 'seconds since the cut' }, decimalsInFloat: 0 },
          yaxis: {
            min: 0,
            max: uses.length + 1,
            tickAmount: uses.length + 1,
            labels: { formatter: (value: number) => rows.find(({ y }) => y === Math.round(value))?.name.slice(0, 14) ?? '' },
          },
          tooltip: { enabled: false },
          legend: { show: false },
          annotations: {
            xaxis: [...asks.map(({ at, is }) => line(at, is, rule)), ...(drill.over === null ? [] : [line(drill.over, 'put back', ink)])],
          },
        }}
      />
    </Suspense>
  );
};
