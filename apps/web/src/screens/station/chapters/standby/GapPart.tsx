// How long the station is dark when its first path dies: each stretch of it to scale, and the whole as a distribution.
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { sayDuration } from './say-duration.ts';
import { sumWords } from '@green-lamp/core/sums';
import { plannedGap, type PlannedGap } from '@green-lamp/core/walk';
import { Empty } from '../../../../parts/State.tsx';
import { useLook } from '../../../../store/look.ts';
import type { Station } from '../../../../store/use-station.ts';

const Chart = lazy(() => import('../../../../parts/Chart.tsx'));
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** Each stretch from its least to its most, laid end to end by its usual time: to scale. */
const Stretches = ({ of: { stretches, gap } }: { of: PlannedGap }) => {
  const whole = gap.worst;
  const starts = stretches.map((_, i) => stretches.slice(0, i).reduce((sum, { usual }) => sum + usual, 0));
  const at = (ms: number): string => `${(100 * ms) / whole}%`;
  return (
    <table className="w-full border-collapse text-left">
      <thead>
        <tr className="border-b border-rule-2 text-small text-ink-2">
          <th className="py-1 pr-3 font-semibold">Stretch</th>
          <th className="pr-3 font-semibold">Least</th>
          <th className="pr-3 font-semibold">Usual</th>
          <th className="pr-3 font-semibold">Most</th>
          <th className="w-2/5 font-semibold max-sm:hidden">To scale</th>
        </tr>
      </thead>
      <tbody>
        {stretches.map(({ code, least, usual, most, source }, i) => (
          <tr key={code} className="border-b border-rule">
            <th scope="row" className="py-1 pr-3 font-semibold">
              {sumWords(code)}
              <span className="block text-small font-normal text-ink-2">
                {'practice' in source ? 'common practice, no source' : 'exactly, from the probes'}
              </span>
            </th>
            <td className="mono pr-3 text-note">{sayDuration(least)}</td>
            <td className="mono pr-3 text-note">{sayDuration(usual)}</td>
            <td className="mono pr-3 text-note">{sayDuration(most)}</td>
            <td className="max-sm:hidden">
              <span className="relative block h-3 overflow-hidden bg-rule" aria-hidden="true">
                {/* What it takes at least, and in outline what it may take. */}
                <span className="absolute h-3 border border-ink-2" style={{ left: at(starts[i] ?? 0), width: `max(3px, ${at(most)})` }} />
                <span className="absolute h-3 bg-ink-2" style={{ left: at(starts[i] ?? 0), width: `max(2px, ${at(least)})` }} />
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
};

export const GapPart = ({ station }: { station: Station }) => {
  const theme = useLook((look) => look.theme);
  const of = plannedGap(station.state);
  if (of === null)
    return (
      <Empty>
        It needs a second path, and on the first how it is probed: method, interval, misses and timeout.{' '}
        <Link className="link" to={`/stations/${station.stream}/sheet`}>
          Put them on the sheet
        </Link>
      </Empty>
    );
  const { gap, allowed, from, to } = of;
  const { least, expected, p95, worst, curve } = gap;
  const points = curve
    .filter((_, i) => i % 10 === 0 || i === curve.length - 1)
    .map(({ at, over }) => ({ x: Math.round(at / 100) / 10, y: Math.round(over * 1000) / 10 }));
  const within = allowed === null ? null : (curve.findLast(({ at }) => at <= allowed)?.over ?? 0);
  const [ink, soft, rule] = [token('--ink'), token('--ink-2'), token('--rule')];
  return (
    <div className="flex flex-col gap-4">
      <p>
        From {station.speaker.element(from)} to {station.speaker.element(to)} the station is dark for{' '}
        <strong>
          {sayDuration(least)} at least, {sayDuration(expected)} on average, {sayDuration(p95)} or less in 19 of 20, {sayDuration(worst)} at
          worst
        </strong>
        .{' '}
        {allowed === null
          ? 'The client’s longest gap is not on the sheet.'
          : allowed >= worst
            ? `The client allows ${sayDuration(allowed)}: kept, always.`
            : `The client allows ${sayDuration(allowed)}: kept in ${Math.floor((within ?? 0) * 100)} of 100 failures.`}
      </p>
      <Stretches of={of} />
      <Suspense fallback={<p className="text-ink-2">Drawing…</p>}>
        <Chart
          key={theme}
          label={`Share of failures whose gap is over by a time: half by ${sayDuration(curve.find(({ over }) => over >= 0.5)?.at ?? expected)}, 95 in 100 by ${sayDuration(p95)}`}
          options={{
            chart: {
              type: 'area',
              height: 240,
              toolbar: { show: false },
              animations: { enabled: false },
              foreColor: soft,
              fontFamily: 'inherit',
            },
            series: [{ name: 'over by then, in 100', data: points }],
            colors: [ink],
            stroke: { width: 2 },
            fill: { type: 'solid', opacity: 0.12 },
            dataLabels: { enabled: false },
            grid: { borderColor: rule },
            xaxis: { type: 'numeric', title: { text: 'seconds since the fault' }, decimalsInFloat: 0 },
            yaxis: { min: 0, max: 100, title: { text: 'gaps over, in 100' }, decimalsInFloat: 0 },
            tooltip: { enabled: false },
            annotations: {
              xaxis: [
                { x: p95 / 1000, borderColor: ink, label: { text: '95 in 100', style: { color: ink, background: 'transparent' } } },
                ...(allowed === null
                  ? []
                  : [
                      {
                        x: allowed / 1000,
                        borderColor: soft,
                        label: { text: 'allowed', style: { color: ink, background: 'transparent' } },
                      },
                    ]),
              ],
            },
          }}
        />
      </Suspense>
      <p className="text-note text-ink-2">
        Stretches are taken as independent; what the unit itself waits before it tries again is not on the sheet and comes on top.
      </p>
    </div>
  );
};
