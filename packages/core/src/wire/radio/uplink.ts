// What a node sent, as a call of its station: what its decoder read, under the node's own name, and how it was heard.
import type { Call, Piece } from '../call.ts';
import { bytesOf } from '../call.ts';
import { eventOf } from '../line/ear.ts';
import { isName, isRecord, mostValues, valueText } from '../posted/rows.ts';
import { hexOf } from './forwarder.ts';
import type { RadioWhy } from './words.en.ts';

/** What a decoder made of a payload. */
export type Decoded =
  | { readonly is: 'read'; readonly data: unknown; readonly warnings: readonly string[] }
  /** None is on the sheet: the payload stays hex. */
  | { readonly is: 'none' }
  /** It said so itself, it threw, it took too long or too much, or it gave nothing that is data. */
  | { readonly is: 'failed'; readonly why: string };

/** A name as fields have it: small letters, digits, and hyphens between. */
export const nodeName = (label: string): string =>
  label
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 24) || 'node';

/** Values of whatever a decoder gave, each under its place; what is no value or has no name is left out. */
export const flatData = (data: unknown): { readonly [name: string]: string } => {
  const found: [string, string][] = [];
  const into = (value: unknown, name: string, depth: number): void => {
    if (found.length >= mostValues || depth > 4) return;
    if (isRecord(value) || Array.isArray(value)) {
      for (const [part, inner] of Object.entries(value)) into(inner, name === '' ? part : `${name}.${part}`, depth + 1);
      return;
    }
    const text = valueText(value);
    if (text !== null && isName(name)) found.push([name, text]);
  };
  into(data, '', 0);
  return Object.fromEntries(found);
};

/** Data that say what happened, and stand for the station as they are. */
const ofTheStation: ReadonlySet<string> = new Set(['event', 'zone', 'turn']);

export type NodeCall = {
  readonly account: string;
  readonly node: string;
  readonly name: string;
  readonly zone: string | null;
  readonly counter: number;
  readonly port: number | null;
  readonly payload: Uint8Array;
  readonly decoded: Decoded;
  /** How it was heard, best first. */
  readonly by: readonly { readonly gateway: string; readonly rssi: number | null; readonly snr: number | null; readonly rate: string }[];
  /** The counter of the answer that it is to be sent; null where it wants none. */
  readonly answer: number | null;
  /** Whether the station's own gateway is among those that heard it. */
  readonly own: boolean;
  /** The bytes that are kept of it. */
  readonly text: string;
};

const silent = (): null => null;
const text = (value: number | null): string => (value === null ? '' : String(value));

/** A node's frame as one call. Its counter, and not its bytes, tells one from another. */
export const nodePiece = (of: NodeCall): Piece => {
  const values = of.decoded.is === 'read' ? flatData(of.decoded.data) : {};
  const [best] = of.by;
  const named = Object.entries({ ...values, rssi: text(best?.rssi ?? null), snr: text(best?.snr ?? null) })
    .filter(([, value]) => value !== '')
    .map(([name, value]): [string, string] => [ofTheStation.has(name) ? name : `${of.name}.${name}`.slice(0, 64), value]);
  const fields: { readonly [name: string]: string } = {
    ...Object.fromEntries(named),
    ...(of.zone !== null && values['event'] !== undefined && values['zone'] === undefined ? { zone: of.zone } : {}),
    node: of.node,
    counter: String(of.counter),
    port: of.port === null ? '' : String(of.port),
    payload: hexOf(of.payload),
    gateway: best?.gateway ?? '',
    gateways: String(of.by.length),
    rate: best?.rate ?? '',
    ...(of.answer === null ? {} : { answer: String(of.answer) }),
    ...(of.decoded.is === 'failed' ? { decoder: of.decoded.why.slice(0, 200) } : {}),
    ...(of.decoded.is === 'read' && of.decoded.warnings.length > 0 ? { decoder: of.decoded.warnings.join(' ').slice(0, 200) } : {}),
  };
  const turn = fields['turn'];
  const zone = fields['zone'] ?? null;
  const call: Call = {
    account: of.account,
    instant: '',
    at: null,
    ...eventOf(fields),
    zone,
    is: turn === 'restoral' ? 'restoral' : turn === 'alarm' || zone !== null ? 'alarm' : null,
    other: null,
    fields,
    repeats: null,
    window: null,
    keyed: of.own,
  };
  return { bytes: bytesOf(of.text), read: { ok: true, calls: [call] }, answer: silent };
};

/** A gateway's word of itself, as a session of its station. */
export const statusPiece = (account: string, gateway: string, status: { readonly [name: string]: string }, bytes: Uint8Array): Piece => {
  const call: Call = {
    account,
    instant: '',
    at: null,
    event: 'null',
    grade: 6,
    zone: null,
    is: null,
    other: null,
    fields: { gateway, ...status },
    repeats: null,
    window: null,
  };
  return { bytes, read: { ok: true, calls: [call] }, answer: silent };
};

/** What no call could be made of. Where it is known whose it is, it is turned away and stands beside that station's calls. */
export const radioNot = (bytes: Uint8Array, why: RadioWhy, account: string | null, known: boolean): Piece => ({
  bytes,
  read: { ok: false, why, account, ...(known ? { refused: true as const } : {}) },
  answer: silent,
});
