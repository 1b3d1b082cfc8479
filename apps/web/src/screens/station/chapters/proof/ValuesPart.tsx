// Values: what the unit sends, held against the channels of its sheet, with what is odd about it; and what its calls say of its clock.
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { type Says, type Series, stationValues } from '@green-lamp/core/api';
import { elementsOf } from '@green-lamp/core/journal';
import { settingKey } from '@green-lamp/core/name';
import { counted, instant, inWords, sayWhen } from '@green-lamp/core/quantity';
import { clockOf, type ClockIs } from '@green-lamp/core/sums';
import { type Channel, channelsOf, type Odd, oddOf, pointOf, withGaps } from '@green-lamp/core/walk';
import { Choose } from '../../../../parts/Field.tsx';
import { Empty, Waiting } from '../../../../parts/State.tsx';
import { append } from '../../../../store/append.ts';
import { ask, NoNetwork } from '../../../../store/api.ts';
import { newElementId } from '../../../../store/element-id.ts';
import { tell, useLive } from '../../../../store/live.ts';
import { useLook } from '../../../../store/look.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useNow } from '../../../../store/use-stream.ts';

type Values = Says<typeof stationValues>;
const Chart = lazy(() => import('../../../../parts/Chart.tsx'));
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const spans = [
  { value: '1', label: 'the last day' },
  { value: '7', label: 'the last week' },
  { value: '30', label: 'the last month' },
  { value: '365', label: 'the last year' },
];
/** How often (ms) the desk is asked again while calls come. */
const every = 5000;

const useValues = (stream: string, days: number): { values: Values | null; away: boolean } => {
  const [had, setHad] = useState<{ of: string; values: Values } | null>(null);
  const [away, setAway] = useState(false);
  const newest = useLive((live) => live.frames.filter(({ station }) => station === stream).at(-1)?.id ?? 0);
  const of = `${stream} ${days}`;
  useEffect(() => {
    let gone = false;
    const look = setTimeout(
      () => {
        ask(stationValues, { names: { stream }, query: { days } })
          .then((values) => {
            if (gone) return;
            setHad({ of, values });
            setAway(false);
          })
          .catch((error: unknown) => {
            if (gone) return;
            if (error instanceof NoNetwork) setAway(true);
            else tell(error);
          });
      },
      newest === 0 ? 0 : Math.min(every, 1000),
    );
    return () => {
      gone = true;
      clearTimeout(look);
    };
  }, [of, stream, days, newest]);
  return { values: had?.of === of ? had.values : null, away };
};

const oddWords: { readonly [O in Odd]: (channel: Channel, last: string) => string } = {
  'no number': (_, last) => `‘${last}’ is no number.`,
  'another measure': ({ measure }, last) =>
    `It comes as ${last}, the sheet says ${measure}: another setting, or another device than the profile’s?`,
  outside: ({ least, most, measure }) =>
    `It is outside of what can be here (${least ?? 'any'} to ${most ?? 'any'} ${measure}): a sensor that is off, broken or another one.`,
  stuck: () => 'It has not moved for a day: a sensor that is stuck, or a value that may rest. Say which on the sheet.',
  silent: () => 'It comes no more, although others may.',
};
const clockWords: { readonly [C in ClockIs]: string } = {
  right: 'The unit’s clock is right within a minute.',
  off: 'The unit’s clock is wrong: set it, and see who sets it from now on.',
  zone: 'Whole hours off: the unit is set to another zone, or sends its own time as UTC.',
  'summer time': 'An hour off: summer time, or the zone beside.',
  'half hour': 'Off by hours and a half: a zone of half hours, or the wrong sub-zone.',
  'day and month': 'Day and month are exchanged: the unit has another order of dates than the desk.',
  drifts: 'The unit’s clock is right now and drifts: nobody sets it by itself.',
};

const Line = ({ series, channel }: { series: Series; channel: Channel }) => {
  const theme = useLook((look) => look.theme);
  const points = withGaps(series.points.map(pointOf));
  const values = points.flatMap(({ value }) => value ?? []);
  if (values.length < 2) return null;
  const [ink, soft, rule] = [token('--ink'), token('--ink-2'), token('--rule')];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const room = (high - low) * 0.1 || 1;
  return (
    <Suspense fallback={<p className="text-ink-2">Drawing…</p>}>
      <Chart
        key={theme}
        label={`${channel.label}: ${counted(values.length, 'value')} between ${low} and ${high} ${channel.measure}`}
        options={{
          chart: {
            type: 'line',
            height: 150,
            animations: { enabled: false },
            toolbar: { show: false },
            zoom: { enabled: false },
            fontFamily: 'inherit',
            foreColor: soft,
          },
          series: [{ name: channel.label, data: points.map(({ at, value }) => ({ x: at, y: value })) }],
          stroke: { curve: 'straight', width: 2 },
          colors: [ink],
          markers: { size: values.length > 60 ? 0 : 3, strokeWidth: 0 },
          grid: { borderColor: rule },
          tooltip: { enabled: false },
          xaxis: { type: 'datetime', labels: { datetimeUTC: false } },
          yaxis: {
            min: low - room,
            max: high + room,
            tickAmount: 3,
            labels: { formatter: (value) => String(Math.round(value * 100) / 100).replace('-', '\u2212') },
          },
        }}
      />
    </Suspense>
  );
};

const Of = ({ station, channel, series, now }: { station: Station; channel: Channel; series: Series | undefined; now: number }) => {
  const last = series?.points.at(-1);
  const odd = oddOf(channel, series?.points ?? [], now);
  const { value = null, measure = '' } = last === undefined ? {} : pointOf(last);
  return (
    <li className="border-b border-rule py-3">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h3 className="font-bold">{channel.label}</h3>
        <span className="mono text-lead">
          {last === undefined ? 'nothing came' : `${value ?? last.text} ${measure === '' ? channel.measure : measure}`}
        </span>
        {last !== undefined && <span className="text-ink-2">{sayWhen(instant(last.at), instant(now), station.zone)}</span>}
        {series !== undefined && series.simulated > 0 && (
          <span className="text-note text-ink-2">
            {series.simulated === series.count ? 'simulated' : `${series.simulated} of ${series.count} simulated`}
          </span>
        )}
        <span className="text-note text-ink-2">
          as <span className="mono">{channel.name}</span>
        </span>
      </div>
      {odd.map((one) => (
        <p key={one} className="border-l-2 border-ink pl-2 font-semibold">
          {oddWords[one](channel, last?.text ?? '')}
        </p>
      ))}
      {series !== undefined && <Line series={series} channel={channel} />}
    </li>
  );
};

const Clock = ({ stamps }: { stamps: Values['stamps'] }) => {
  const clock = clockOf(stamps);
  if (clock === null) return <p className="text-ink-2">No call says when it was made: nothing is known of the unit’s clock.</p>;
  const { is, ahead, drift, of } = clock;
  return (
    <p className={is === 'right' ? '' : 'border-l-2 border-ink pl-2 font-semibold'}>
      {clockWords[is]} {is !== 'right' && ahead < 0 && 'Unless its records wait in it so long before they are sent.'}{' '}
      <span className="font-normal text-ink-2">
        {Math.abs(ahead) < 1000
          ? 'Less than a second off'
          : `${inWords(Math.abs(ahead))} ${ahead > 0 ? 'ahead' : 'behind, the way included'}`}
        {drift !== null && Math.abs(drift) >= 1000 && `, ${drift > 0 ? 'gaining' : 'losing'} ${inWords(Math.abs(drift))} a day`}; by{' '}
        {counted(of, 'call')}.
      </span>
    </p>
  );
};

export const ValuesPart = ({ station }: { station: Station }) => {
  const now = useNow();
  const [days, setDays] = useState('7');
  const { values, away } = useValues(station.stream, Number(days));
  const channels = channelsOf(station.state);
  const known = new Set(channels.map(({ name }) => name));
  const others = values?.series.filter(({ name }) => !known.has(name)) ?? [];
  const adopt = ({ name }: Series): void => {
    const id = newElementId();
    const [unit] = elementsOf(station.state, 'unit');
    const set = (param: string, value: string) =>
      ({
        kind: 'setting.set',
        data: { key: settingKey('channel', id, param), value, origin: 'read', simulated: false, over: null },
      }) as const;
    append(station.stream, [
      { kind: 'element.added', data: { group: 'channel', id, label: name.slice(0, 40) } },
      set('name', name),
      ...(unit === undefined ? [] : [set('unit', unit.id)]),
    ]).catch(tell);
  };
  return (
    <div className="flex flex-col gap-5">
      <div className="flex flex-wrap items-end gap-4">
        <div className="w-48">
          <Choose label="From" value={days} of={spans} change={setDays} />
        </div>
        {values !== null && (
          <p className="text-ink-2">
            {counted(values.calls, 'call')} since {sayWhen(instant(values.since), instant(now), station.zone)}
          </p>
        )}
      </div>
      {away && <p className="font-semibold">The desk does not answer: values are kept there, and shown when it does.</p>}
      {values === null && !away && <Waiting />}
      {values !== null && (
        <>
          <section aria-label="The unit’s clock">
            <h2 className="font-bold">The unit’s clock</h2>
            <Clock stamps={values.stamps} />
          </section>
          <section aria-label="Channels">
            <h2 className="font-bold">Channels</h2>
            {channels.length === 0 && (
              <Empty>
                The sheet has no channel yet. Make one of what comes, below, or add it on the{' '}
                <Link className="link" to={`/stations/${station.stream}/sheet`}>
                  sheet
                </Link>
                .
              </Empty>
            )}
            <ul>
              {channels.map((channel) => (
                <Of
                  key={channel.id}
                  station={station}
                  channel={channel}
                  now={now}
                  series={values.series.find(({ name }) => name === channel.name)}
                />
              ))}
            </ul>
          </section>
          {others.length > 0 && (
            <section aria-label="Comes, and is on no channel">
              <h2 className="font-bold">Comes, and is on no channel</h2>
              <ul>
                {others.map((one) => (
                  <li key={one.name} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1">
                    <span className="mono min-w-0 font-semibold wrap-anywhere">{one.name}</span>
                    <span className="mono min-w-0 wrap-anywhere">{one.points.at(-1)?.text}</span>
                    <span className="text-note text-ink-2">{counted(one.count, 'time')}</span>
                    <button
                      type="button"
                      className="quiet ml-auto"
                      aria-label={`Make it a channel: ${one.name}`}
                      onClick={() => {
                        adopt(one);
                      }}
                    >
                      Make it a channel
                    </button>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </>
      )}
    </div>
  );
};
