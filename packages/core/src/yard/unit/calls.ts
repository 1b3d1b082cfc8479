// How a virtual unit reports: by the protocol that is set on it, DC-09 numbered and with its own clock, line records, bodies that are posted or published, bytes of an instrument, or uplinks of nodes; and what it makes of the desk's answer.
import { type Instant, instant, isoText } from '../../quantity/index.ts';
import type { Uplink } from './uplink.ts';
import { bytesOf, joined, type ListenerKind, parseTimestamp, signOf, writeFrame } from '../../wire/index.ts';

export const yardEvents = [
  { what: 'tamper', label: 'The case is opened', id: 'ADM-CID', data: '1137 01 001' },
  { what: 'tamper-rest', label: 'The case is shut', id: 'ADM-CID', data: '3137 01 001' },
  { what: 'mains', label: 'Mains is lost', id: 'ADM-CID', data: '1301 00 000' },
  { what: 'mains-rest', label: 'Mains is back', id: 'ADM-CID', data: '3301 00 000' },
  { what: 'battery', label: 'The battery is low', id: 'SIA-DCS', data: 'NYT000' },
  { what: 'test', label: 'Test call by hand', id: 'ADM-CID', data: '1601 00 000' },
  { what: 'periodic', label: 'Periodic test', id: 'SIA-DCS', data: 'NRP000' },
  { what: 'null', label: 'Link check (NULL)', id: 'NULL', data: null },
] as const;
export type YardEvent = (typeof yardEvents)[number]['what'];
export const isYardEvent = (value: unknown): value is YardEvent => yardEvents.some(({ what }) => what === value);
/** An event of an input: its zone, whether it is the alarm or its end, which Contact ID event that is (130 without one), and a node's own message. */
export type InputEvent = { readonly zone: number; readonly rest: boolean; readonly code?: '130' | '150'; readonly uplink?: Uplink };
export type UnitEvent = YardEvent | InputEvent;

export type Caller = {
  readonly account: string;
  /** The number of the call that is not answered yet. */
  readonly sequence: number;
  /** Its clock less the true time, ms. */
  readonly clock: number;
};
export const newCaller = (account: string, clock = 0): Caller => ({ account, sequence: 1, clock });

const contentOf = (event: UnitEvent): { id: string; data: string | null } =>
  typeof event === 'string'
    ? (yardEvents.find(({ what }) => what === event) ?? yardEvents[0])
    : { id: 'ADM-CID', data: `${event.rest ? 3 : 1}${event.code ?? '130'} 01 ${String(event.zone).padStart(3, '0')}` };

/** The frame of an event; NULL carries sequence 0000. */
export const callFrame = ({ account, sequence, clock }: Caller, event: UnitEvent, now: Instant): Uint8Array => {
  const { id, data } = contentOf(event);
  return writeFrame({
    id,
    sequence: data === null ? '0000' : String(sequence).padStart(4, '0'),
    account,
    data: data === null ? '' : `#${account}|${data}`,
    at: instant(now + clock),
  });
};

/** Protocols that a virtual unit speaks. */
export const unitProtocols = ['dc09', 'line', 'http', 'mqtt', 'serial', 'radio'] as const satisfies readonly ListenerKind[];
export type UnitProtocol = (typeof unitProtocols)[number];
export const protocolOf = (set: string | undefined): UnitProtocol => unitProtocols.find((one) => one === set) ?? 'dc09';

const fieldsOf = (event: UnitEvent): { readonly [name: string]: string | number } => {
  if (typeof event !== 'string') {
    const { uplink } = event;
    // A figure is a figure, and no alarm: who judges it is the desk.
    if (uplink !== undefined)
      return {
        event: 'value',
        zone: event.zone,
        value: uplink.value,
        eui: uplink.eui,
        rssi: uplink.rssi,
        snr: uplink.snr,
        payload: uplink.payload,
      };
    return { event: 'alarm', zone: event.zone, turn: event.rest ? 'restoral' : 'alarm' };
  }
  if (event === 'test' || event === 'periodic') return { event: 'test' };
  if (event === 'null') return { event: 'null' };
  const over = event.endsWith('-rest');
  return { event: over ? event.slice(0, -5) : event, turn: over ? 'restoral' : 'alarm' };
};
const lineFields = (event: UnitEvent): string =>
  Object.entries(fieldsOf(event))
    .map(([name, value]) => `${name}=${value}`)
    .join(';');

/** What a unit is set to beside its protocol. */
type Settings = { readonly [key: string]: string };
/** A record of an instrument as the unit is set: a number, a reading with its measure, its zone and its turn, ended by its sign. */
const instrumentRecord = ({ sequence }: Caller, event: UnitEvent, running: Settings): Uint8Array => {
  const split = running['unit.recordSplit'] ?? ';';
  const { zone = '', turn = '' } = fieldsOf(event);
  const reading = `+${(1 + (sequence % 40) / 100).toFixed(2)} m`;
  const end = signOf(running['unit.recordEnd'] ?? '\\n');
  return joined(
    bytesOf([String(sequence), reading, zone, turn].join(split)),
    running['unit.recordBy'] === 'silence' ? new Uint8Array(0) : end,
  );
};
/** What goes to a gateway's server: the node and what it sent, or that the gateway itself is there. */
export const radioContent = (event: UnitEvent): { readonly zone: number; readonly payload: string; readonly port: number } | null =>
  typeof event !== 'string' && event.uplink !== undefined
    ? { zone: event.zone, payload: event.uplink.payload, port: event.uplink.port }
    : null;

/** The line record of an event, with the unit's own instant. */
const callRecord = ({ account, clock }: Caller, event: UnitEvent, now: Instant): Uint8Array =>
  bytesOf(`${account};${isoText(instant(now + clock))};${lineFields(event)}\n`);

/** What goes over the wire for an event. */
export const callBytes = (protocol: UnitProtocol, caller: Caller, event: UnitEvent, now: Instant, running: Settings = {}): Uint8Array => {
  switch (protocol) {
    case 'line':
      return callRecord(caller, event, now);
    case 'dc09':
      return callFrame(caller, event, now);
    case 'http':
    case 'mqtt':
      return bytesOf(JSON.stringify({ at: isoText(instant(now + caller.clock)), ...fieldsOf(event) }));
    case 'serial':
      return instrumentRecord(caller, event, running);
    case 'radio':
      return bytesOf(JSON.stringify(radioContent(event)));
  }
};

export const deskSayings = ['ACK', 'NAK', 'DUH', 'nothing'] as const;
export type DeskSaid = (typeof deskSayings)[number];

/** What the unit makes of the desk's answer: after ACK the next number (9999 is followed by 1; NULL carries 0000 and counts nothing); after NAK the desk's time. */
export const hearDesk = (unit: Caller, answer: string, now: Instant): { unit: Caller; said: DeskSaid } => {
  const line = /^(OK|NO) \d+/.exec(answer)?.[1];
  if (line !== undefined)
    return line === 'OK' ? { unit: { ...unit, sequence: (unit.sequence % 9999) + 1 }, said: 'ACK' } : { unit, said: 'DUH' };
  const [, id = '', number = ''] = /"(ACK|NAK|DUH)"(\d{4})?/.exec(answer) ?? [];
  if (id === 'NAK') {
    const time = parseTimestamp(/_([\d:,-]{19})/.exec(answer)?.[1] ?? '');
    return { unit: time === null ? unit : { ...unit, clock: time - now }, said: 'NAK' };
  }
  if (id === 'DUH') return { unit, said: 'DUH' };
  if (id !== 'ACK') return { unit, said: 'nothing' };
  return { unit: number === '0000' ? unit : { ...unit, sequence: (unit.sequence % 9999) + 1 }, said: 'ACK' };
};
