// Every protocol that the desk listens for, a row each: how it is heard, on which port, by which variable that is changed, and what comes.
import type { Ear } from './call.ts';
import { dc09Ear } from './dc09/ear.ts';
import { dc09Why } from './dc09/words.en.ts';
import { lineEar } from './line/ear.ts';
import { lineWhy } from './line/words.en.ts';
import { rawWhy } from './raw/words.en.ts';
import { postedWhy } from './posted/words.en.ts';
import { radioWhy } from './radio/words.en.ts';

type Row = {
  /** As a stream of bytes that an ear hears, as whole bodies that are posted or published, as bytes that only the station's sheet describes, or as datagrams of gateways. */
  readonly by: 'stream' | 'http' | 'mqtt' | 'bytes' | 'gateways';
  readonly port: number;
  readonly env: string;
  /** Where it is heard under TLS besides; nowhere unless a port is given. Null where the protocol has no TLS. */
  readonly tlsEnv: string | null;
  readonly label: string;
};
type Stream = Row & {
  readonly by: 'stream';
  readonly ear: Ear;
  /** Heard as datagrams too, on the same port. */
  readonly datagrams: boolean;
};
export const listeners = {
  line: {
    by: 'stream',
    ear: lineEar,
    port: 4110,
    env: 'GREENLAMP_LINE_PORT',
    tlsEnv: 'GREENLAMP_LINE_TLS_PORT',
    label: 'line records',
    datagrams: false,
  },
  dc09: {
    by: 'stream',
    ear: dc09Ear,
    port: 4109,
    env: 'GREENLAMP_DC09_PORT',
    tlsEnv: 'GREENLAMP_DC09_TLS_PORT',
    label: 'DC-09 frames',
    datagrams: true,
  },
  http: { by: 'http', port: 4115, env: 'GREENLAMP_HTTP_PORT', tlsEnv: 'GREENLAMP_HTTP_TLS_PORT', label: 'HTTP posts' },
  mqtt: { by: 'mqtt', port: 4116, env: 'GREENLAMP_MQTT_PORT', tlsEnv: 'GREENLAMP_MQTT_TLS_PORT', label: 'MQTT messages' },
  serial: {
    by: 'bytes',
    port: 4117,
    env: 'GREENLAMP_SERIAL_PORT',
    tlsEnv: 'GREENLAMP_SERIAL_TLS_PORT',
    label: 'bytes of instruments',
  },
  // 1700 is the port that forwarders are set to as they ship (common practice, no source).
  radio: { by: 'gateways', port: 1700, env: 'GREENLAMP_RADIO_PORT', tlsEnv: null, label: 'long-range uplinks' },
} as const satisfies { readonly [kind: string]: Row | Stream };
export type ListenerKind = keyof typeof listeners;
export const isListenerKind = (value: unknown): value is ListenerKind => typeof value === 'string' && Object.hasOwn(listeners, value);
/** Those that are heard as a stream of bytes. */
export type StreamKind = { [K in ListenerKind]: (typeof listeners)[K] extends { readonly by: 'stream' } ? K : never }[ListenerKind];
export const isStreamKind = (kind: ListenerKind): kind is StreamKind => listeners[kind].by === 'stream';
export const listenerKinds: readonly ListenerKind[] = Object.keys(listeners).filter(isListenerKind);

/** What the desk asks for itself, in whatever a station answers. */
export const askedKinds = ['modbus', 'raw'] as const;
export type AskedKind = (typeof askedKinds)[number];
export const isAskedKind = (value: unknown): value is AskedKind => askedKinds.some((kind) => kind === value);

/** Something for each listener. */
export const forListeners = <T>(make: (kind: ListenerKind) => T): { readonly [K in ListenerKind]: T } =>
  Object.fromEntries(listenerKinds.map((kind) => [kind, make(kind)])) as { [K in ListenerKind]: T }; // one for each kind, by construction

/** Said of a call that was kept. */
const kept = {
  'perhaps a repeat':
    'Its number and its contents are those of the call before; only its timestamp differs: perhaps that call, sent again.',
};
const whys: { readonly [why: string]: string } = { ...lineWhy, ...dc09Why, ...postedWhy, ...rawWhy, ...radioWhy, ...kept };
/** Why something was not understood, as a sentence. */
export const whyWords = (why: string): string => whys[why] ?? 'Not understood.';
