// The visit in time: bench and site, what waits, and the chain that decides the end.
import { lazy, Suspense, useState } from 'react';
import { cautionGates } from '@green-lamp/core/sheet';
import { type Planned, unmetGates, visitPlan } from '@green-lamp/core/walk';
import { CautionGate } from '../../../../parts/CautionGate.tsx';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Tick } from '../../../../parts/Tick.tsx';
import { isDone, tick } from '../../../../commands/plan.ts';
import { useLook } from '../../../../store/look.ts';
import type { Station } from '../../../../store/use-station.ts';

const Chart = lazy(() => import('../../../../parts/Chart.tsx'));
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

const long = (minutes: number): string =>
  minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;

/** Wall time so many minutes before another, both as 14:05; earlier days are said. */
const before = (end: string, minutes: number): string => {
  const [hour = 0, minute = 0] = end.split(':').map(Number);
  const at = hour * 60 + minute - minutes;
  const days = Math.ceil(-at / 1440);
  const left = at + Math.max(0, days) * 1440;
  return `${String(Math.floor(left / 60)).padStart(2, '0')}:${String(left % 60).padStart(2, '0')}${days > 0 ? `, ${days === 1 ? 'the day before' : `${days} days before`}` : ''}`;
};

const VisitChart = ({ tasks, from }: { tasks: readonly Planned[]; from: number }) => {
  const theme = useLook((look) => look.theme);
  const [ink, soft, rule, brass] = [token('--ink'), token('--ink-2'), token('--rule'), token('--brass-edge')];
  return (
    <Suspense fallback={<p className="text-ink-2">Drawing…</p>}>
      <Chart
        key={`${theme} ${tasks.length}`}
        label={`Tasks in time, ${tasks.length} of them, the longest chain darker`}
        options={{
          chart: {
            type: 'rangeBar',
            height: 46 + tasks.length * 26,
            animations: { enabled: false },
            toolbar: { show: false },
            zoom: { enabled: false },
            fontFamily: 'inherit',
            foreColor: soft,
          },
          plotOptions: { bar: { horizontal: true, barHeight: '62%' } },
          series: [
            {
              name: 'minutes',
              data: tasks.map(({ what, start, end, critical, hands }) => ({
                x: what.length > 44 ? `${what.slice(0, 43)}…` : what,
                y: [start - from, end - from],
                fillColor: critical ? ink : hands ? brass : rule,
              })),
            },
          ],
          grid: { borderColor: rule },
          tooltip: { enabled: false },
          legend: { show: false },
          xaxis: { type: 'numeric', title: { text: 'minutes' }, labels: { formatter: (value) => String(Math.round(Number(value))) } },
          yaxis: { labels: { maxWidth: 300, style: { fontSize: '12.5px' } } },
        }}
      />
    </Suspense>
  );
};

export const VisitPart = ({ station }: { station: Station }) => {
  const plan = visitPlan(station.state, station.rules.profiles);
  const [where, setWhere] = useState<'bench' | 'site'>('bench');
  const [end, setEnd] = useState('16:00');
  const tasks = plan.tasks.filter((task) => task.where === where);
  const from = where === 'bench' ? 0 : plan.bench;
  const minutes = where === 'bench' ? plan.bench : plan.site;
  const good = /^(?:[01]?\d|2[0-3]):[0-5]\d$/.test(end);
  return (
    <section aria-label="The visit">
      <div className="mb-2 flex flex-wrap items-end gap-4">
        <Choose
          label="Where"
          value={where}
          change={(value) => {
            setWhere(value === 'site' ? 'site' : 'bench');
          }}
          of={[
            { value: 'bench', label: `On the bench, ${long(plan.bench)}` },
            { value: 'site', label: `On the site, ${long(plan.site)}` },
          ]}
        />
        <Field label="To end at" value={end} change={setEnd} mono problem={good ? null : 'Write it by the 24-hour clock, as 16:00.'} />
        {good && (
          <p className="min-h-11 content-center">
            Begin by <strong className="mono">{before(end, minutes)}</strong> to be through in {long(minutes)}.
          </p>
        )}
      </div>
      <p className="text-note text-ink-2">
        Durations are common practice, no source. Dark: the chain that decides the end. Pale: a device’s own wait, which other work can
        fill.
      </p>
      <VisitChart tasks={tasks} from={from} />
      <ol aria-label={where === 'bench' ? 'On the bench' : 'On the site'}>
        {tasks.map(({ id, what, why, minutes: takes, start, cautions, hands, critical }) => (
          <li key={id} className="border-b border-rule py-1">
            <Tick
              done={isDone(station, `plan|${id}`)}
              held={!isDone(station, `plan|${id}`) && unmetGates(station.state, cautions).length > 0}
              press={() => void tick(station, `plan|${id}`)}
            >
              <span className="mono mr-2 text-note text-ink-2">+{start - from}</span>
              <strong>{what}</strong>{' '}
              <span className="text-note text-ink-2">
                {long(takes)}
                {hands ? '' : ', waits by itself'}
                {critical ? ', decides the end' : ''}. {why}
              </span>
            </Tick>
            {cautions.map((caution) =>
              // A gate that was met stands where it was asked for first.
              tasks.find((task) => task.cautions.includes(caution))?.id === id ? (
                <CautionGate key={caution} station={station} of={caution} />
              ) : (
                <CautionNote key={caution} of={caution} />
              ),
            )}
            {unmetGates(station.state, cautions)
              .filter((caution) => tasks.find((task) => task.cautions.includes(caution))?.id !== id)
              .map((caution) => (
                <p key={caution} className="text-note font-semibold">
                  Held, as above: {cautionGates[caution]?.asks}?
                </p>
              ))}
          </li>
        ))}
      </ol>
    </section>
  );
};
