// The virtual unit: its events, its own set-up, its clock, and what hangs on it.
import { useState } from 'react';
import { type ElementId, isStream } from '@green-lamp/core/name';
import { counted, type Instant, isoText, showFigure } from '@green-lamp/core/quantity';
import { definition } from '@green-lamp/core/sheet';
import { type DeskSaid, type YardEvent, yardEvents, type YardStation } from '@green-lamp/core/yard';
import { Choose, Field } from '../../parts/Field.tsx';
import { Empty } from '../../parts/State.tsx';
import { tell } from '../../store/live.ts';
import type { Tried } from '@green-lamp/core/api';
import { makeCall, setUnitClock } from '../../store/yard.ts';
import { Does, Mono, Rows, usePart, useShown } from './world.tsx';

const saidWords: { readonly [S in DeskSaid]: string } = {
  ACK: 'The desk took it (ACK).',
  NAK: 'The desk refused its clock (NAK) and told the time; the unit set its clock and called again.',
  DUH: 'The desk understood the frame and can’t process it (DUH).',
  nothing: 'No answer came.',
};
const clocks = ['0', '300000', '-300000', '15000', '-3600000'];

const Calls = ({ path }: { path: YardStation['paths'][number] }) => {
  const { real, station, seen, act } = useShown();
  const { unit } = seen.station;
  const [tried, setTried] = useState<readonly Tried[]>([]);
  const [busy, setBusy] = useState(false);
  const call = async (event: YardEvent): Promise<void> => {
    if (!real || !isStream(station)) {
      act({ act: 'event', station, event, over: path.id });
      return;
    }
    setBusy(true);
    try {
      setTried(await makeCall(station, path.id as ElementId, event)); // made from the sheet's own paths
    } finally {
      setBusy(false);
    }
  };
  const none = unit.account === '';
  return (
    <section aria-label={path.label} className="flex flex-col gap-2 border-t border-rule pt-2">
      <h2 className="font-bold">{path.label} · simulated</h2>
      <p className="text-note">
        The unit calls with account <Mono>{none ? 'none: the sheet has no account' : unit.account}</Mono> from <Mono>{path.address}</Mono>;
        its next call is number <Mono>{unit.sequence}</Mono>.{' '}
        {path.reaches === null
          ? 'Whether a call gets through is to be found out.'
          : path.ends === null
            ? 'A call gets through.'
            : `A call ends at: ${path.ends.hop}.`}
      </p>
      <div className="flex flex-wrap items-end gap-2">
        {yardEvents.map(({ what, label }) => (
          <button
            key={what}
            type="button"
            className="button"
            aria-disabled={busy || none}
            onClick={() => void (busy || none ? undefined : call(what).catch(tell))}
          >
            {label}
          </button>
        ))}
        <div className="w-52">
          <Choose
            label="Its clock"
            value={clocks.includes(String(unit.clock)) ? String(unit.clock) : '0'}
            of={clocks.map((value) => ({
              value,
              label: value === '0' ? 'right' : `${showFigure(Math.abs(Number(value)), 'ms')} ${Number(value) > 0 ? 'fast' : 'slow'}`,
            }))}
            change={(value) => {
              if (real && isStream(station))
                void setUnitClock(station, path.id as ElementId, Number(value)).catch(tell); // made from the sheet's own paths
              else act({ act: 'clock', station, off: Number(value) });
            }}
          />
        </div>
      </div>
      <ol aria-live="polite" className="flex flex-col gap-2">
        {tried.map(({ sent, answer, said }, i) => (
          <li key={i} className="border-t border-rule pt-1">
            <p className="font-semibold">{saidWords[said]}</p>
            <p className="mono text-small break-all">sent {sent}</p>
            <p className="mono text-small break-all">heard {answer === '' ? 'nothing' : answer}</p>
          </li>
        ))}
      </ol>
    </section>
  );
};

const time = (at: number): string => new Date(at).toISOString().slice(11, 19);
const Told = () => {
  const { unit, paths } = useShown().seen.station;
  return (
    <section aria-label="What the unit told">
      <h2 className="font-bold">
        What it told · {counted(unit.waits, 'event waits', 'events wait')} in it{unit.lost === 0 ? '' : `, ${unit.lost} lost`}
      </h2>
      {unit.told.length === 0 && <p className="text-ink-2">Nothing yet.</p>}
      <ol>
        {[...unit.told].reverse().map(({ n, event, at, path, said }, i) => (
          <li key={`${n} ${at} ${i}`} className="flex flex-wrap gap-x-3 border-t border-rule py-1">
            <Mono>{time(at)}</Mono>
            <span>
              {typeof event === 'string'
                ? yardEvents.find(({ what }) => what === event)?.label
                : `Zone ${event.zone} ${event.rest ? 'at rest' : 'in alarm'}`}
            </span>
            <span className="text-ink-2">over {paths.find(({ id }) => id === path)?.label ?? 'no path'}</span>
            <span className="font-semibold">{said}</span>
          </li>
        ))}
      </ol>
    </section>
  );
};

const Keypad = () => {
  const { station, seen, act } = useShown();
  const { unit } = seen.station;
  const [digits, setDigits] = useState('');
  return (
    <div className="flex flex-col gap-2">
      <pre aria-label="Its display" aria-live="polite" className="mono min-h-16 border-2 border-ink bg-sheet-2 p-2">
        {unit.display.join('\n')}
      </pre>
      <div className="flex flex-wrap items-end gap-2">
        <div className="w-44">
          <Field label="Typed on its keys" mono value={digits} change={setDigits} />
        </div>
        {(['OK', 'NO', 'BACK'] as const).map((key) => (
          <button
            key={key}
            type="button"
            className="button"
            onClick={() => {
              act({ act: 'key', station, key, ...(digits === '' ? {} : { digits }) });
              setDigits('');
            }}
          >
            {key}
          </button>
        ))}
      </div>
    </div>
  );
};

const labelOf = (key: string): string => definition(key)?.label ?? key;
const Setup = () => {
  const { station, seen, act } = useShown();
  const { unit } = seen.station;
  const [key, setKey] = useState('unit.deskPort');
  const [value, setValue] = useState('');
  return (
    <section aria-label="Its set-up" className="flex flex-col gap-2">
      <h2 className="font-bold">
        Its set-up · {unit.kind}, by{' '}
        {{ lines: 'lines at its serial port', menu: 'its own keys', page: 'a page of its own', texts: 'texts' }[unit.manner]}
      </h2>
      <p>
        It shows: <span className="font-semibold">{unit.sign === '' ? 'nothing' : unit.sign}</span>
        {unit.openUntil === null ? '' : `. Its window shuts at ${time(unit.openUntil)} UTC.`}
        {unit.windowed && !unit.open ? ' Its set-up is shut: hold its button.' : ''}
      </p>
      <div className="flex flex-wrap gap-2">
        <Does act={{ act: 'button', station, down: unit.button === null }} pressed={unit.button !== null}>
          {unit.button === null ? 'Press its button and hold' : 'Let its button go'}
        </Does>
        <Does act={{ act: 'restart', station }}>Restart it</Does>
        <Does act={{ act: 'unit-power', station, on: unit.power === 'no power' }}>
          {unit.power === 'no power' ? 'Give it power' : 'Take its power'}
        </Does>
      </div>
      {unit.manner === 'menu' && <Keypad />}
      <div className="flex flex-wrap items-end gap-2">
        <div className="w-52">
          <Choose
            label="Setting"
            value={key}
            of={unit.values.map((one) => ({ value: one.key, label: labelOf(one.key) }))}
            change={setKey}
          />
        </div>
        <div className="w-56">
          <Field label="Type it into the unit" mono value={value} change={setValue} />
        </div>
        <button
          type="button"
          className="button"
          onClick={() => {
            act({ act: 'type', station, setting: key, value });
            setValue('');
          }}
        >
          Type it
        </button>
        <Does act={{ act: 'save', station }}>Save</Does>
        {unit.through.includes('applied') && <Does act={{ act: 'apply', station }}>Apply</Does>}
      </div>
      <table className="w-full text-left">
        <caption className="sr-only">How far each value has got in the unit</caption>
        <thead>
          <tr>
            {['Setting', 'Stands in it', 'It runs by', 'Stage'].map((head) => (
              <th key={head} scope="col" className="font-semibold">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {unit.values.map(({ key: of, value: stands, runs, stage }) => (
            <tr key={of} className="border-t border-rule">
              <th scope="row" className="py-1 font-normal">
                {labelOf(of)}
              </th>
              <td>
                <Mono>{stands}</Mono>
              </td>
              <td>
                <Mono>{runs}</Mono>
              </td>
              <td>{stage}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
};

const Devices = () => {
  const { station, seen } = useShown();
  const { devices } = seen.station.unit;
  if (devices.length === 0) return null;
  return (
    <section aria-label="Local devices" className="flex flex-col gap-2">
      <h2 className="font-bold">Local devices</h2>
      {devices.map(({ zone, name, is, enrolled, score, magnet, rest, battery, alarm }) => (
        <div key={zone} role="group" aria-label={`Zone ${zone}`} className="flex flex-wrap items-center gap-2 border-t border-rule pt-2">
          <span className="w-80">
            {name === `device ${zone}` ? '' : `${name}, `}zone {zone}: {is}, {alarm ? 'in alarm' : 'at rest'};{' '}
            {enrolled ? `range ${score} of 9` : 'not enrolled'}; rest is {rest}; magnet {magnet}; battery {showFigure(battery, 'mV')}
          </span>
          <Does act={{ act: 'input', station, zone, is: is === 'shut' ? 'open' : 'shut' }}>{is === 'shut' ? 'Open it' : 'Shut it'}</Does>
          <Does act={{ act: 'device', station, zone, change: { magnet: magnet === 'aligned' ? 'beside' : 'aligned' } }}>
            Move its magnet
          </Does>
          <Does act={{ act: 'device', station, zone, change: { enrolled: !enrolled } }}>{enrolled ? 'Strike it off' : 'Enrol it'}</Does>
          <Does act={{ act: 'teach', station, zone }}>Teach its rest</Does>
        </div>
      ))}
    </section>
  );
};
const isoClock = (at: Instant): string => `${isoText(at).slice(0, 19).replace('T', ' ')} UTC`;
/** What it switches, by the logic that is set, and when each switched. */
const Outputs = () => {
  const { seen } = useShown();
  const { outputs, switched } = seen.station.unit;
  if (outputs.length === 0) return null;
  return (
    <section aria-label="Outputs" className="flex flex-col gap-2">
      <h2 className="font-bold">Outputs</h2>
      {outputs.map(({ name, equation, on, next }) => (
        <p key={name} className="border-t border-rule pt-2">
          <strong>
            {name} is {on ? 'on' : 'off'}
          </strong>
          , on when <Mono>{equation}</Mono>
          {next !== null && `; next ${next.on ? 'on' : 'off'} at ${isoClock(next.at)}`}
        </p>
      ))}
      {switched.length > 0 && (
        <ol aria-label="How they switched" className="max-h-60 overflow-y-auto" tabIndex={0}>
          {switched.toReversed().map(({ output, on, at }, i) => (
            <li key={i}>
              <Mono>{isoClock(at)}</Mono> {output} {on ? 'on' : 'off'}
            </li>
          ))}
        </ol>
      )}
    </section>
  );
};
/** What the nodes of a gateway sent last. */
const Uplinks = () => {
  const { seen } = useShown();
  const { uplinks } = seen.station.unit;
  if (uplinks.length === 0) return null;
  return (
    <section aria-label="What its nodes sent" className="flex flex-col gap-2">
      <h2 className="font-bold">What its nodes sent</h2>
      <ol>
        {uplinks.toReversed().map(({ at, eui, name, rssi, snr, payload, value }) => (
          <li key={`${eui} ${at}`} className="border-t border-rule py-1">
            <Mono>{isoClock(at)}</Mono> {name}: <strong>{value}</strong>, <Mono>{`${rssi} dBm, SNR ${snr} dB`.replaceAll('-', '−')}</Mono>
            <span className="block text-small text-ink-2">
              EUI <Mono>{eui}</Mono>, payload <Mono>{payload}</Mono>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
};
const Side = () => {
  const { station, seen } = useShown();
  const { side } = seen.station.unit;
  if (side === null) return null;
  const change = (of: object): { act: 'side'; station: string; change: never } => ({ act: 'side', station, change: of as never }); // the core's parser judges it
  return (
    <section aria-label="What hangs on it" className="flex flex-col gap-2">
      <h2 className="font-bold">What hangs on it: {side.kind}</h2>
      <Rows
        label="The side of the instrument"
        of={[
          ['Reads', side.fault === null ? <Mono key="v">{`${(side.value ?? 0) / 10} ${side.measure}`}</Mono> : `nothing: ${side.fault}`],
          ['Meter between the lines', side.ohms === null ? 'open' : <Mono key="o">{`${side.ohms} Ω`}</Mono>],
          ['Speed', <Mono key="s">{`unit ${side.speed.unit} Bd, instrument ${side.speed.device} Bd`}</Mono>],
          ['Address', <Mono key="a">{`asked ${side.address.polled}, switches ${side.address.switched}`}</Mono>],
        ]}
      />
      <div className="flex flex-wrap gap-2">
        <Does act={change({ plugged: !side.plugged })}>{side.plugged ? 'Unplug it' : 'Plug it in'}</Does>
        <Does act={change({ powered: !side.powered })}>{side.powered ? 'Take its power' : 'Give it power'}</Does>
        <Does act={change({ terminations: (side.terminations + 1) % 4 })}>Terminations: {side.terminations}</Does>
        <Does act={change({ crossed: !side.crossed })}>Swap its two wires</Does>
      </div>
    </section>
  );
};

export const UnitPart = () => {
  const { seen } = useShown();
  if (!usePart('unit')) return <Empty>The unit of this station is real: the yard leaves it alone.</Empty>;
  if (seen.station.paths.length === 0) return <Empty>The sheet has no path in use: nothing can be made of it.</Empty>;
  return (
    <div className="flex flex-col gap-5">
      {seen.station.paths.map((path) => (
        <Calls key={path.id} path={path} />
      ))}
      <Told />
      <Setup />
      <Devices />
      <Outputs />
      <Uplinks />
      <Side />
    </div>
  );
};
