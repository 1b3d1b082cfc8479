// Nodes of long-range radio: what the desk heard of each, what keeps it from believing one, and which nodes come that are on no sheet.
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { type NodeHeard, nodesHeard, type Says } from '@green-lamp/core/api';
import { elementsOf, wanted } from '@green-lamp/core/journal';
import { nodesOf } from '@green-lamp/core/lamp';
import { plainText, settingKey } from '@green-lamp/core/name';
import { counted, instant, sayWhen } from '@green-lamp/core/quantity';
import { Empty, Waiting } from '../../../../parts/State.tsx';
import { append } from '../../../../store/append.ts';
import { ask, NoNetwork } from '../../../../store/api.ts';
import { newElementId } from '../../../../store/element-id.ts';
import { tell, useLive } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { DecoderForm } from './DecoderForm.tsx';

type Heard = Says<typeof nodesHeard>;
/** How soon (ms) after a call the desk is asked again. */
const soon = 600;

/** Whether the sheet speaks of long-range radio. */
export const hasNodes = ({ state }: Station): boolean =>
  nodesOf(state).length > 0 ||
  elementsOf(state, 'receiver').some(({ id }) => wanted(state, settingKey('receiver', id, 'protocol')) === 'radio');

const useHeard = (stream: string, sheet: string): { heard: Heard | null; away: boolean } => {
  const [heard, setHeard] = useState<Heard | null>(null);
  const [away, setAway] = useState(false);
  const newest = useLive((live) => live.frames.filter(({ station }) => station === stream).at(-1)?.id ?? 0);
  useEffect(() => {
    let gone = false;
    const look = setTimeout(() => {
      ask(nodesHeard, { names: { stream } })
        .then((now) => {
          if (gone) return;
          setHeard(now);
          setAway(false);
        })
        .catch((error: unknown) => {
          if (gone) return;
          if (error instanceof NoNetwork) setAway(true);
          else tell(error);
        });
    }, soon);
    return () => {
      gone = true;
      clearTimeout(look);
    };
  }, [stream, newest, sheet]);
  return { heard, away };
};

const Fact = ({ name, value }: { name: string; value: string }) =>
  value === '' ? null : (
    <div className="flex gap-1">
      <dt className="text-ink-2">{name}</dt>
      <dd className="mono wrap-anywhere">{value}</dd>
    </div>
  );

const OneNode = ({ node, station }: { node: NodeHeard; station: Station }) => {
  const { last } = node;
  return (
    <li className="border-b border-rule py-3">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h3 className="font-bold">{node.label}</h3>
        <span className="mono">{node.address}</span>
        <span className="text-ink-2">
          {last === null ? 'nothing was heard of it yet' : sayWhen(last.at, instant(station.now), station.zone)}
        </span>
        {last?.simulated === true && <span className="text-note text-ink-2">simulated</span>}
      </div>
      {!node.keyed && (
        <p className="border-l-2 border-ink pl-2 font-semibold">
          Its two session keys do not stand on the sheet as 32 hexadecimal digits each: nothing of it is believed.{' '}
          <Link className="link font-normal" to={`/stations/${station.stream}/sheet`}>
            Open the sheet
          </Link>
        </p>
      )}
      {last !== null && last.decoder !== '' && (
        <p className="border-l-2 border-ink pl-2 font-semibold">What reads its payload: {last.decoder}</p>
      )}
      {last !== null && (
        <dl className="flex flex-wrap gap-x-5">
          <Fact name="level" value={last.rssi === '' ? '' : `${last.rssi.replace('-', '\u2212')} dBm`} />
          <Fact name="SNR" value={last.snr === '' ? '' : `${last.snr.replace('-', '\u2212')} dB`} />
          <Fact name="rate" value={last.rate} />
          <Fact name="counter" value={last.counter} />
          <Fact name="heard by" value={counted(Number(last.gateways), 'gateway')} />
          <Fact name="best by" value={last.gateway} />
          <Fact name="payload" value={last.payload === '' ? '' : `${last.payload} on port ${last.port}`} />
        </dl>
      )}
      <DecoderForm node={node} station={station} />
    </li>
  );
};

export const NodesPart = ({ station }: { station: Station }) => {
  const sheet = JSON.stringify(nodesOf(station.state));
  const { heard, away } = useHeard(station.stream, sheet);
  const [unit] = elementsOf(station.state, 'unit');
  const adopt = (address: string): void => {
    const id = newElementId();
    const set = (param: string, value: string) =>
      ({
        kind: 'setting.set',
        data: { key: settingKey('device', id, param), value, origin: 'read', simulated: false, over: null },
      }) as const;
    append(station.stream, [
      { kind: 'element.added', data: { group: 'device', id, label: `node ${address}` } },
      set('address', address),
      ...(unit === undefined ? [] : [set('unit', unit.id)]),
    ]).catch(tell);
  };
  const eui = unit === undefined ? '' : plainText(wanted(station.state, settingKey('unit', unit.id, 'id')) ?? '');
  return (
    <div className="flex flex-col gap-5">
      {away && <p className="font-semibold">The desk does not answer: what was heard is kept there, and shown when it does.</p>}
      {heard === null && !away && <Waiting />}
      {heard !== null && (
        <>
          <section aria-label="The gateway">
            <h2 className="font-bold">The gateway</h2>
            {heard.gateway === null ? (
              <p>
                {eui === ''
                  ? 'The sheet has no EUI of the gateway: the desk knows it by that.'
                  : `Nothing came from ${eui} yet: is its forwarder set to this desk’s address and port?`}
              </p>
            ) : (
              <p>
                <span className="mono">{heard.gateway.eui}</span> was heard {sayWhen(heard.gateway.at, instant(station.now), station.zone)}
                {heard.gateway.simulated && ', simulated'}.
              </p>
            )}
          </section>
          <section aria-label="Nodes on the sheet">
            <h2 className="font-bold">Nodes on the sheet</h2>
            {heard.nodes.length === 0 && (
              <Empty>
                No device on the sheet has an address on the air. Take one of those that are heard, below, or add it on the sheet.
              </Empty>
            )}
            <ul>
              {heard.nodes.map((node) => (
                <OneNode key={node.device} node={node} station={station} />
              ))}
            </ul>
          </section>
          <section aria-label="Heard, and on no sheet">
            <h2 className="font-bold">Heard, and on no sheet</h2>
            {heard.strangers.length === 0 ? (
              <p className="text-ink-2">None since the desk was started. What such nodes say is not kept.</p>
            ) : (
              <p className="text-ink-2">Your neighbours’ nodes are among them: what they say is not kept.</p>
            )}
            <ul>
              {heard.strangers.map(({ address, count, last }) => (
                <li key={address} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1">
                  <span className="mono font-semibold">{address}</span>
                  <span className="text-note text-ink-2">
                    {counted(count, 'time')}, last {sayWhen(last, instant(station.now), station.zone)}
                  </span>
                  <button
                    type="button"
                    className="quiet ml-auto"
                    aria-label={`It is ours: ${address}`}
                    onClick={() => {
                      adopt(address);
                    }}
                  >
                    It is ours
                  </button>
                </li>
              ))}
            </ul>
          </section>
        </>
      )}
    </div>
  );
};
