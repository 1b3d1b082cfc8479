// The choice of the probes' interval and count: how fast a dead path is noticed against how often a lossy one is left by chance, and what it costs.
import { lazy, Suspense, useMemo, useState } from 'react';
import { wanted } from '@green-lamp/core/journal';
import { settingKey } from '@green-lamp/core/name';
import { showFigure } from '@green-lamp/core/quantity';
import { type Choice, probeChoices, proposedProbe } from '@green-lamp/core/sums';
import { plannedGap, probedOf } from '@green-lamp/core/walk';
import { Choose } from '../../../../parts/Field.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { useLook } from '../../../../store/look.ts';
import type { Station } from '../../../../store/use-station.ts';
import { sayDuration } from './say-duration.ts';

const Chart = lazy(() => import('../../../../parts/Chart.tsx'));
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const asked = [30, 60, 90, 120, 180, 300, 600, 1800].map((seconds) => ({
  value: String(seconds * 1000),
  label: sayDuration(seconds * 1000),
}));
const often = [1, 2, 4, 12, 52].map((n) => ({ value: String(n), label: n === 1 ? 'once a year' : `${n} times a year` }));

const bursts = [0, 5, 20, 60].map((seconds) => ({
  value: String(seconds * 1000),
  label: seconds === 0 ? 'one by one' : `in bursts of ${seconds} s`,
}));

const times = (n: number): string => {
  if (n < 0.01) return 'less than once in 100 years';
  if (n < 0.67) return `once in ${Math.round(1 / n)} years`;
  return n < 10 ? n.toFixed(1) : String(Math.round(n));
};
const aYear = (n: number): string => {
  const tenths = Math.round(10 * n) / 10;
  return tenths === 1 ? 'once a year' : n < 0.67 ? times(n) : `${times(n)} times a year`;
};
const name = ({ every, misses }: Choice): string => `${misses} × ${sayDuration(every)}`;

const Row = ({ one, mark }: { one: Choice; mark: string }) => (
  <tr className="border-b border-rule">
    <th scope="row" className="py-1 pr-3 font-semibold">
      {name(one)} {mark !== '' && <span className="font-normal text-ink-2">{mark}</span>}
    </th>
    <td className="pr-3">{sayDuration(one.notice)}</td>
    <td className="pr-3">{times(one.bursts)}</td>
    <td className="pr-3">{times(one.alone)}</td>
    <td>{showFigure(Math.round(one.data), 'B')}</td>
  </tr>
);

export const ProbesPart = ({ station }: { station: Station }) => {
  const theme = useLook((look) => look.theme);
  const [within, setWithin] = useState('180000');
  const [most, setMost] = useState('4');
  const [burst, setBurst] = useState('5000');
  const known = probedOf(station.state);
  const probed = known === null ? null : { ...known, burst: Number(burst) };
  const key = JSON.stringify(probed);
  const choices = useMemo(() => (probed === null ? [] : probeChoices(probed)), [key]); // eslint-disable-line react-hooks/exhaustive-deps -- named by what it is made of
  if (probed === null) return <Empty>It needs a path on the sheet.</Empty>;
  const edge = choices.filter((one) => one.edge).sort((a, b) => a.notice - b.notice);
  const proposed = proposedProbe(choices, Number(within), Number(most));
  const now = plannedGap(station.state)?.probing ?? null;
  const current = now === null ? null : (choices.find(({ every, misses }) => every === now.every && misses === now.misses) ?? null);
  const [ink, soft, rule, brass] = [token('--ink'), token('--ink-2'), token('--rule'), token('--brass-edge')];
  const point = (one: Choice): { x: number; y: number } => ({ x: one.notice / 1000, y: Math.max(0.001, one.bursts) });
  const shown = (of: readonly Choice[]) => of.filter(({ notice }) => notice <= 1_800_000).map(point);
  const drawn = [
    { name: 'other choices', colour: rule, size: 4, shape: 'circle' as const, data: shown(choices.filter((one) => !one.edge)) },
    { name: 'on the edge', colour: ink, size: 5, shape: 'circle' as const, data: shown(edge) },
    { name: 'proposed', colour: brass, size: 9, shape: 'square' as const, data: proposed === null ? [] : [point(proposed)] },
    { name: 'as planned', colour: soft, size: 9, shape: 'triangle' as const, data: current === null ? [] : [point(current)] },
  ].filter(({ data }) => data.length > 0);
  const lossKnown = wanted(station.state, settingKey('path', plannedGap(station.state)?.from ?? null, 'loss')) !== undefined;
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-52">
          <Choose label="Noticed within" value={within} of={asked} change={setWithin} />
        </div>
        <div className="w-52">
          <Choose label="False switches at most" value={most} of={often} change={setMost} />
        </div>
        <div className="w-40">
          <Choose label="Losses come" value={burst} of={bursts} change={setBurst} />
        </div>
        <p className="min-w-60 grow basis-0">
          {proposed === null ? (
            <strong>No choice keeps both: allow more time, or more false switches.</strong>
          ) : (
            <>
              <strong>Proposed: {name(proposed)}</strong>, the one with the least data of those that keep both: noticed after{' '}
              {sayDuration(proposed.notice)} at worst, false switches {aYear(proposed.bursts)}, {showFigure(Math.round(proposed.data), 'B')}{' '}
              in thirty days.
            </>
          )}
        </p>
      </div>
      <p className="text-note text-ink-2">
        With {(probed.loss * 100).toFixed(1)} in 100 lost{lossKnown ? ' as measured' : ' (not on the sheet: common practice, no source)'},
        in bursts of {sayDuration(probed.burst)}, a timeout of {sayDuration(probed.patience)} and {probed.bytes} B a probe.
      </p>
      <Suspense fallback={<p className="text-ink-2">Drawing…</p>}>
        <Chart
          key={theme}
          label={`False switches a year against the time until a dead path is noticed: ${edge.length} choices on the edge`}
          options={{
            chart: {
              type: 'scatter',
              height: 260,
              toolbar: { show: false },
              animations: { enabled: false },
              foreColor: soft,
              fontFamily: 'inherit',
              zoom: { enabled: false },
            },
            series: drawn.map(({ name: of, data }) => ({ name: of, data })),
            colors: drawn.map(({ colour }) => colour),
            markers: { size: drawn.map(({ size }) => size), shape: drawn.map(({ shape }) => shape), strokeWidth: 0 },
            grid: { borderColor: rule },
            xaxis: { type: 'numeric', title: { text: 'noticed after at worst, seconds' }, decimalsInFloat: 0 },
            yaxis: {
              logarithmic: true,
              logBase: 10,
              min: 0.001,
              max: 1_000_000,
              title: { text: 'false switches a year' },
              labels: { formatter: (value: number) => (value >= 1 ? String(Math.round(value)) : value.toFixed(3)) },
            },
            tooltip: { enabled: false },
            legend: { position: 'top', horizontalAlign: 'left' },
          }}
        />
      </Suspense>
      <section aria-label="On the edge">
        <h3 className="font-bold">On the edge: none is noticed as fast with fewer false switches</h3>
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-left">
            <thead>
              <tr className="border-b border-rule-2 text-small text-ink-2">
                <th className="py-1 pr-3 font-semibold">Misses × interval</th>
                <th className="pr-3 font-semibold">Noticed at worst</th>
                <th className="pr-3 font-semibold">False a year, in bursts</th>
                <th className="pr-3 font-semibold">False a year, single</th>
                <th className="font-semibold">Data in thirty days</th>
              </tr>
            </thead>
            <tbody>
              {current !== null && <Row one={current} mark="as planned" />}
              {edge.map((one) => (
                <Row key={name(one)} one={one} mark={one === proposed ? 'proposed' : ''} />
              ))}
            </tbody>
          </table>
        </div>
      </section>
    </div>
  );
};
