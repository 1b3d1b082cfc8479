// [N1] The open packet-forwarder protocol between a long-range gateway and its server, over UDP: version 1 and 2, written from memory of its published text. A datagram is a head, the gateway's EUI where it comes from there, and JSON.
import { isRecord, parsedJson } from '../posted/rows.ts';
import { bytesOf } from '../call.ts';

const kinds = { push: 0, pushed: 1, pull: 2, send: 3, pulled: 4, sent: 5 } as const;
/** Most radio frames of one datagram. */
const mostUplinks = 64;

/** A radio frame as a gateway heard it. */
export type Heard = {
  readonly phy: Uint8Array;
  /** The gateway's own microseconds, by which an answer is timed. */
  readonly tmst: number;
  /** MHz. */
  readonly freq: number;
  /** As the protocol has it: `SF7BW125`. */
  readonly rate: string;
  /** dBm and dB; null where the gateway does not say. */
  readonly rssi: number | null;
  readonly snr: number | null;
  /** Whether its check sum on the air was right; null where it has none. */
  readonly sound: boolean | null;
  /** What the gateway wrote of it. */
  readonly text: string;
};
/** What a gateway says of itself, as named figures. */
export type Status = { readonly [name: string]: string };
export type FromGateway =
  | {
      readonly is: 'push';
      readonly version: number;
      readonly token: number;
      readonly gateway: string;
      readonly heard: readonly Heard[];
      readonly status: Status | null;
      /** Radio frames of it that could not be read. */
      readonly unread: number;
    }
  | { readonly is: 'pull'; readonly version: number; readonly token: number; readonly gateway: string }
  | { readonly is: 'sent'; readonly version: number; readonly token: number; readonly gateway: string; readonly error: string | null };

/** Bytes of base64 (RFC 4648, 4), with or without its filling; null where it is none. */
const ofBase64 = (text: string): Uint8Array | null => {
  try {
    return Uint8Array.from(atob(text), (char) => char.charCodeAt(0));
  } catch {
    return null;
  }
};
export const toBase64 = (bytes: Uint8Array): string => btoa(String.fromCharCode(...bytes));

const figure = (value: unknown): number | null => (typeof value === 'number' && Number.isFinite(value) ? value : null);

const heardOf = (of: unknown): Heard | null => {
  if (!isRecord(of)) return null;
  const { data, tmst, freq, datr, rssi, lsnr, stat } = of;
  const phy = typeof data === 'string' && data.length <= 400 ? ofBase64(data) : null;
  const [at, mhz] = [figure(tmst), figure(freq)];
  if (phy === null || phy.length === 0 || at === null || mhz === null || typeof datr !== 'string' || datr.length > 16) return null;
  const sound = stat === 1 ? true : stat === -1 ? false : null;
  return { phy, tmst: at, freq: mhz, rate: datr, rssi: figure(rssi), snr: figure(lsnr), sound, text: JSON.stringify(of) };
};

/** The figures of a status that people know by a name. */
const statusNames = {
  rxnb: 'received',
  rxok: 'sound',
  rxfw: 'forwarded',
  ackr: 'acknowledged',
  dwnb: 'asked-to-send',
  txnb: 'sent',
} as const;
const statusOf = (of: unknown): Status | null => {
  if (!isRecord(of)) return null;
  return Object.fromEntries(
    Object.entries(statusNames).flatMap(([short, name]) => {
      const value = figure(of[short]);
      return value === null ? [] : [[name, String(value)]];
    }),
  );
};

/** Reads a datagram from a gateway; null where it is none of the protocol. */
export const readForwarder = (bytes: Uint8Array): FromGateway | null => {
  const [version = 0, high = 0, low = 0, kind] = bytes;
  if (bytes.length < 12 || (version !== 1 && version !== 2)) return null;
  const token = high * 256 + low;
  const gateway = hexOf(bytes.subarray(4, 12));
  const head = { version, token, gateway };
  if (kind === kinds.pull) return { is: 'pull', ...head };
  const text = new TextDecoder().decode(bytes.subarray(12)).replace(/\0+$/, '').trim();
  const parsed = text === '' ? null : parsedJson(text);
  if (kind === kinds.sent) {
    const ack = parsed?.ok === true && isRecord(parsed.value) ? parsed.value['txpk_ack'] : null;
    const error = isRecord(ack) && typeof ack['error'] === 'string' ? ack['error'].slice(0, 40) : 'NONE';
    return { is: 'sent', ...head, error: error === 'NONE' || error === '' ? null : error };
  }
  if (kind !== kinds.push || parsed?.ok !== true || !isRecord(parsed.value)) return null;
  const { rxpk, stat } = parsed.value;
  const list: readonly unknown[] = Array.isArray(rxpk) ? rxpk.slice(0, mostUplinks) : [];
  const heard = list.map(heardOf);
  return {
    is: 'push',
    ...head,
    heard: heard.filter((one) => one !== null),
    status: statusOf(stat),
    unread: heard.filter((one) => one === null).length,
  };
};

/** The acknowledgement of a push or a pull. */
export const writeForwarderAck = ({ is, version, token }: Extract<FromGateway, { is: 'push' | 'pull' }>): Uint8Array =>
  Uint8Array.of(version, token >> 8, token & 255, is === 'push' ? kinds.pushed : kinds.pulled);

/** What a gateway is to send, and when by its own microseconds. */
export type ToSend = { readonly tmst: number; readonly freq: number; readonly rate: string; readonly phy: Uint8Array };
/** A datagram that has a gateway send: at 14 dBm, inverted as answers are, without a sum of its own. */
export const writeSend = (version: number, token: number, { tmst, freq, rate, phy }: ToSend): Uint8Array => {
  const txpk = {
    imme: false,
    tmst,
    freq,
    rfch: 0,
    powe: 14,
    modu: 'LORA',
    datr: rate,
    codr: '4/5',
    ipol: true,
    ncrc: true,
    size: phy.length,
    data: toBase64(phy),
  };
  const body = bytesOf(JSON.stringify({ txpk }));
  // Version 1 has no token here.
  return Uint8Array.of(version, version === 1 ? 0 : token >> 8, version === 1 ? 0 : token & 255, kinds.send, ...body);
};

/** A datagram as a gateway sends it: for those that we simulate, and for tests. */
export const writeGateway = (gateway: string, token: number, of: { readonly push: object } | { readonly pull: true }): Uint8Array =>
  Uint8Array.of(
    2,
    token >> 8,
    token & 255,
    'push' in of ? kinds.push : kinds.pull,
    ...bytesOfHex(gateway),
    ...('push' in of ? bytesOf(JSON.stringify(of.push)) : []),
  );

export const hexOf = (bytes: Uint8Array): string => [...bytes].map((octet) => octet.toString(16).padStart(2, '0')).join('');
/** Octets of hex; what is no hex is none. */
export const bytesOfHex = (hex: string): Uint8Array =>
  /^(?:[0-9a-f]{2})*$/i.test(hex) ? Uint8Array.from(hex.match(/../g) ?? [], (pair) => parseInt(pair, 16)) : new Uint8Array(0);
