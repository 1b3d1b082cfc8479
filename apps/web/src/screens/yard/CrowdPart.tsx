// A crowd: many simulated stations at once, calling the desk's real listeners, with a carrier of theirs to fail.
import { useEffect, useState } from 'react';
import { crowdOutage, crowdState, type CrowdState, startCrowd, stopCrowd } from '@green-lamp/core/api';
import { sentence } from '@green-lamp/core/problem';
import { counted, inWords, parseDuration } from '@green-lamp/core/quantity';
import { carrierNames, crowdProtocols, mostCrowd } from '@green-lamp/core/yard';
import { listeners } from '@green-lamp/core/wire';
import { Choose, Field } from '../../parts/Field.tsx';
import { Press } from '../../parts/Press.tsx';
import { Tick } from '../../parts/Tick.tsx';
import { ask, NoNetwork } from '../../store/api.ts';
import { tell } from '../../store/live.ts';

/** How often (ms) it is looked how it goes. */
const every = 1000;

const useCrowd = (): { state: CrowdState | null; set: (state: CrowdState) => void } => {
  const [state, setState] = useState<CrowdState | null>(null);
  useEffect(() => {
    let gone = false;
    const look = (): void => {
      ask(crowdState)
        .then((now) => {
          if (!gone) setState(now);
        })
        .catch((error: unknown) => {
          if (!gone && !(error instanceof NoNetwork)) tell(error);
        });
    };
    look();
    const timer = setInterval(look, every);
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, []);
  return { state, set: setState };
};

const Running = ({ of, set }: { of: CrowdState; set: (state: CrowdState) => void }) => (
  <div role="status">
    <p>
      {of.made < of.count
        ? `Made so far: ${of.made} of ${of.count}.`
        : `${counted(of.made, 'station')}, each calling every ${inWords(of.every)} by ${listeners[of.protocol].label}.`}{' '}
      {of.stations ? 'Each is a station of this desk.' : 'They are nobody’s accounts: look at the unknown callers on Desk.'}
    </p>
    <dl className="my-2 grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-x-4">
      {(
        [
          ['calls', of.calls],
          ['acknowledged', of.acknowledged],
          ['refused', of.refused],
          ['not answered', of.unanswered],
          ['not carried, too many at once', of.heldBack],
        ] as const
      ).map(([name, value]) => (
        <div key={name}>
          <dt className="text-note text-ink-2">{name}</dt>
          <dd className="mono text-lead">{value}</dd>
        </div>
      ))}
    </dl>
    <div className="flex flex-wrap gap-3">
      {carrierNames.map((carrier) => {
        const on = of.outages.includes(carrier);
        return (
          <button
            key={carrier}
            type="button"
            className="button"
            aria-pressed={on}
            onClick={() => {
              ask(crowdOutage, { body: { carrier, on: !on } })
                .then(set)
                .catch(tell);
            }}
          >
            {on ? `${carrier} comes back` : `${carrier} fails`}
          </button>
        );
      })}
      <button
        type="button"
        className="button"
        onClick={() => {
          ask(stopCrowd, { body: {} }).then(set).catch(tell);
        }}
      >
        End the crowd
      </button>
    </div>
  </div>
);

export const CrowdPart = () => {
  const { state, set } = useCrowd();
  const [count, setCount] = useState('100');
  const [often, setOften] = useState('1 min');
  const [protocol, setProtocol] = useState<string>('dc09');
  const [stations, setStations] = useState(false);
  const wanted = Number(count);
  const gap = parseDuration(often, 'Each calls every');
  const why =
    !/^\d+$/.test(count) || wanted < 1 || wanted > mostCrowd
      ? `It can be 1 to ${mostCrowd}.`
      : gap.ok
        ? null
        : gap.problems.map((one) => sentence(one)).join(' ');
  const start = (): void => {
    if (!gap.ok) return;
    const body = {
      count: wanted,
      every: Math.max(1000, gap.value),
      protocol: crowdProtocols.find((one) => one === protocol) ?? 'dc09',
      stations,
    };
    ask(startCrowd, { body }).then(set).catch(tell);
  };
  return (
    <section aria-label="A crowd" className="mt-4 max-w-4xl pb-4">
      <h2 className="font-bold">A crowd: many simulated stations at once</h2>
      {state?.running === true ? (
        <Running of={state} set={set} />
      ) : (
        <>
          <p>Each has a modem, a card and a carrier of its own, and calls the desk’s real listeners over a real socket.</p>
          <div className="my-2 flex flex-wrap items-end gap-3">
            <div className="w-32">
              <Field label="How many" value={count} change={setCount} keyboard="numeric" />
            </div>
            <div className="w-40">
              <Field label="Each calls every" value={often} change={setOften} />
            </div>
            <div className="w-52">
              <Choose
                label="They speak"
                value={protocol}
                change={setProtocol}
                of={crowdProtocols.map((one) => ({ value: one, label: listeners[one].label }))}
              />
            </div>
            <Tick done={stations} press={() => setStations(!stations)}>
              Open them as stations of this desk; they stay
            </Tick>
            <Press why={why} onPress={start}>
              Start the crowd
            </Press>
          </div>
        </>
      )}
    </section>
  );
};
