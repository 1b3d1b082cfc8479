// Where and how a unit calls our own desk: by the protocol that the sheet has, else by each.
import { Link } from 'react-router';
import type { ListenerState } from '@green-lamp/core/api';
import { elementsOf, wanted } from '@green-lamp/core/journal';
import { settingKey } from '@green-lamp/core/name';
import { exampleCall, isListenerKind, type ListenerKind, listeners as protocols } from '@green-lamp/core/wire';
import { OnlyHere } from '../../../../parts/OnlyHere.tsx';
import { useLive } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const isOurs = (of: ListenerState): of is ListenerState & { kind: ListenerKind } => isListenerKind(of.kind) && of.state === 'listening';

const notes: { readonly [K in ListenerKind]: string } = {
  line: 'Any client will do.',
  dc09: 'SIA-DCS, ADM-CID and NULL, over TCP and UDP, plain or encrypted by the unit’s key.',
  http: 'JSON, SenML (RFC 8428) or CSV, by its content type, with the unit’s token.',
  mqtt: 'MQTT 3.1.1: the user name is the account, the password the unit’s token; topics begin with the account.',
  serial:
    'Whatever the instrument sends: the modem is known by its address, or by the account as its first words; its sheet says how a record ends and what its fields are.',
  radio: 'A gateway’s packet forwarder, over UDP: the gateway is known by its EUI, a node by its address on the air and its session keys.',
};

export const CallHere = ({ station }: { station: Station }) => {
  const listeners = useLive((live) => live.listeners);
  const of = elementsOf(station.state, 'receiver').map(({ id }) => ({
    account: wanted(station.state, settingKey('receiver', id, 'account')),
    speaks: wanted(station.state, settingKey('receiver', id, 'protocol')),
  }));
  const account = of.map((one) => one.account).find((value) => typeof value === 'string');
  const speaks = new Set(of.map((one) => one.speaks).filter(isListenerKind));
  const shown = listeners
    .filter(isOurs)
    .filter(({ kind, by }) => (by !== 'udp' || kind === 'radio') && (speaks.size === 0 || speaks.has(kind)));
  const examples = [...new Set(shown.map(({ kind }) => kind))];
  return (
    <>
      {shown.length === 0 && <p className="mt-2">The desk does not hear what the sheet says: the screen Desk says why.</p>}
      <ul className="mt-2">
        {shown.map(({ kind, host, port, by }) => (
          <li key={`${kind}${by}${port}`}>
            The desk listens for {protocols[kind].label}
            {by === 'tls' && ' under TLS'} on{' '}
            <span className="mono">
              {host} port {port}
            </span>
            : {notes[kind]}
          </li>
        ))}
      </ul>
      {examples
        .filter((kind) => exampleCall(kind, '') !== '')
        .map((kind) => (
          <pre
            key={kind}
            className="mono mt-1 overflow-x-auto border border-rule-2 bg-slip p-2"
            tabIndex={0}
            aria-label={`Example: ${protocols[kind].label}`}
          >
            {exampleCall(kind, typeof account === 'string' ? account : 'account')}
            {typeof account === 'string' ? '' : ' (the sheet has no account yet)'}
          </pre>
        ))}
      <p className="mt-2 text-note text-ink-2">
        A client on this computer or in the desk’s own network shows that the desk listens; it proves no carrier’s path.
      </p>
      <OnlyHere />
      <p className="mt-2">
        No unit at hand?{' '}
        <Link className="link" to={`/yard?station=${station.stream}`}>
          Let the yard make the call
        </Link>
        ; it is marked simulated.
      </p>
    </>
  );
};
