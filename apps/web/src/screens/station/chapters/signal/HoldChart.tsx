// The level over the time of a hold, with the figures that house rules ask for.
import { lazy, Suspense } from 'react';
import type { House, RadioKind } from '@green-lamp/core/house';
import { readingOf } from '@green-lamp/core/evidence';
import { levelNames, type Sample } from '@green-lamp/core/sums';
import { useLook } from '../../../../store/look.ts';

const Chart = lazy(() => import('../../../../parts/Chart.tsx'));

const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

export const HoldChart = ({ samples, house, radio }: { samples: readonly Sample[]; house: House; radio: RadioKind }) => {
  const theme = useLook((look) => look.theme);
  const name = levelNames.find((one) => samples.some(({ values }) => values[one] !== undefined));
  if (name === undefined || samples.length < 2) return null;
  const label = readingOf(name)?.label ?? name;
  const points = samples.flatMap(({ at, values }) =>
    values[name] === undefined ? [] : [{ x: Math.round(at / 100) / 10, y: values[name] }],
  );
  const pass = house.signal[radio]?.[name];
  const [ink, soft, rule] = [token('--ink'), token('--ink-2'), token('--rule')];
  const ys = [...points.map(({ y }) => y), ...(pass === undefined ? [] : [pass.proven, pass.marginal])];
  const line = (y: number, text: string): object => ({
    y,
    borderColor: soft,
    strokeDashArray: 4,
    label: {
      text,
      position: 'left',
      textAnchor: 'start',
      borderWidth: 0,
      style: { color: ink, background: 'transparent', fontSize: '12.5px' },
    },
  });
  return (
    <Suspense fallback={<p className="text-ink-2">Drawing…</p>}>
      <Chart
        key={theme}
        label={`${label} over ${Math.round((points.at(-1)?.x ?? 0) * 10) / 10} s, between ${Math.min(...points.map(({ y }) => y))} and ${Math.max(...points.map(({ y }) => y))}`}
        options={{
          chart: {
            type: 'line',
            height: 190,
            animations: { enabled: false },
            toolbar: { show: false },
            zoom: { enabled: false },
            fontFamily: 'inherit',
            foreColor: soft,
          },
          series: [{ name: label, data: points }],
          stroke: { curve: 'stepline', width: 2 },
          colors: [ink],
          markers: { size: 3, strokeWidth: 0 },
          grid: { borderColor: rule },
          tooltip: { enabled: false },
          xaxis: { type: 'numeric', title: { text: 'seconds' }, labels: { formatter: (value) => String(Math.round(Number(value))) } },
          yaxis: {
            min: Math.floor(Math.min(...ys) - 2),
            max: Math.ceil(Math.max(...ys) + 2),
            title: { text: label },
            labels: { formatter: (value) => String(Math.round(value)).replace('-', '\u2212') },
          },
          annotations: {
            yaxis: pass === undefined ? [] : [line(pass.proven, 'asked'), line(pass.marginal, 'at least')],
          },
        }}
      />
    </Suspense>
  );
};
