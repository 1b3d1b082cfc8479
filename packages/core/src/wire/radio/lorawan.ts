// [N2] LoRaWAN frames of version 1.0: read, held against their node's keys, opened; and the answer that a confirmed one wants. Field order and blocks after the LoRaWAN 1.0.x specification, 4.3 and 4.4, from memory; held against lora-packet in the tests.
import { cmac, ecb } from '@noble/ciphers/aes.js';
import { hexOf } from './forwarder.ts';
import { joined } from '../call.ts';

export type RadioFrame =
  | {
      readonly is: 'data';
      readonly confirmed: boolean;
      /** Eight small hex digits, as labels have it: highest first. */
      readonly address: string;
      /** The low 16 bits of its counter. */
      readonly low: number;
      readonly port: number | null;
      readonly sealed: Uint8Array;
      /** All but the sum. */
      readonly signed: Uint8Array;
      readonly mic: Uint8Array;
    }
  | { readonly is: 'join'; readonly node: string }
  | { readonly is: 'other' };

/** Octets in order, each field by its length. */
class Fields {
  #at = 0;
  readonly #bytes: Uint8Array;
  constructor(bytes: Uint8Array) {
    this.#bytes = bytes;
  }
  get left(): number {
    return this.#bytes.length - this.#at;
  }
  take(length: number): Uint8Array {
    const of = this.#bytes.subarray(this.#at, this.#at + length);
    this.#at += length;
    return of;
  }
  octet(): number {
    return this.take(1)[0] ?? 0;
  }
  number(length: number): number {
    return [...this.take(length)].reduceRight((sum, octet) => sum * 256 + octet, 0);
  }
  /** Hex with the highest octet first; on the air the lowest comes first. */
  hex(length: number): string {
    return hexOf(this.take(length).toReversed());
  }
}

const kindOf = { join: 0, up: 2, down: 3, upConfirmed: 4 } as const;

/** Reads a frame; null where it is shorter than any, or of another major version. */
export const readRadioFrame = (phy: Uint8Array): RadioFrame | null => {
  if (phy.length < 12) return null;
  const of = new Fields(phy.subarray(0, -4));
  const head = of.octet();
  if ((head & 3) !== 0) return null;
  const kind = head >> 5;
  if (kind === kindOf.join) {
    if (phy.length !== 23) return null;
    of.take(8);
    return { is: 'join', node: of.hex(8) };
  }
  if (kind !== kindOf.up && kind !== kindOf.upConfirmed) return { is: 'other' };
  const address = of.hex(4);
  const options = of.octet() & 15;
  const low = of.number(2);
  if (of.left < options) return null;
  of.take(options);
  const port = of.left > 0 ? of.octet() : null;
  return {
    is: 'data',
    confirmed: kind === kindOf.upConfirmed,
    address,
    low,
    port,
    sealed: of.take(of.left),
    signed: phy.subarray(0, -4),
    mic: phy.subarray(-4),
  };
};

/** A block as both the sum and the cipher begin with: direction, address, counter. */
const block = (first: number, down: boolean, address: string, counter: number, last: number): Uint8Array => {
  const of = new Uint8Array(16);
  const view = new DataView(of.buffer);
  view.setUint8(0, first);
  view.setUint8(5, down ? 1 : 0);
  view.setUint32(6, parseInt(address, 16), true);
  view.setUint32(10, counter, true);
  view.setUint8(15, last);
  return of;
};
const micOf = (signed: Uint8Array, key: Uint8Array, down: boolean, address: string, counter: number): Uint8Array =>
  cmac(joined(block(0x49, down, address, counter, signed.length), signed), key).subarray(0, 4);

const opened = (sealed: Uint8Array, key: Uint8Array, address: string, counter: number): Uint8Array => {
  const open = new Uint8Array(sealed.length);
  for (let at = 0; at < sealed.length; at += 16) {
    const stream = ecb(key, { disablePadding: true }).encrypt(block(1, false, address, counter, at / 16 + 1));
    for (let i = at; i < Math.min(at + 16, sealed.length); i++) open[i] = (sealed[i] ?? 0) ^ (stream[i - at] ?? 0);
  }
  return open;
};

export type SessionKeys = { readonly network: Uint8Array; readonly app: Uint8Array };
export type OpenedFrame = { readonly counter: number; readonly payload: Uint8Array };

/**
 * A data frame opened by its node's keys; null where they don't fit. `last` is the counter that came before (−1: none): of the two
 * that its 16 bits may mean, the next one up is tried besides.
 */
export const openRadioFrame = (
  { address, low, port, sealed, signed, mic }: Extract<RadioFrame, { is: 'data' }>,
  { network, app }: SessionKeys,
  last: number,
): OpenedFrame | null => {
  const high = Math.floor(Math.max(0, last) / 0x1_0000);
  const counter = [high, high + 1]
    .map((one) => one * 0x1_0000 + low)
    .find((one) => one <= 0xffff_ffff && micOf(signed, network, false, address, one).every((octet, i) => octet === mic[i]));
  if (counter === undefined) return null;
  return { counter, payload: opened(sealed, port === 0 ? network : app, address, counter) };
};

/** The empty downlink that tells a node that its confirmed frame came. */
export const writeRadioAck = (address: string, counter: number, network: Uint8Array): Uint8Array => {
  const at = parseInt(address, 16);
  const signed = Uint8Array.of(
    kindOf.down << 5,
    at & 255,
    (at >> 8) & 255,
    (at >> 16) & 255,
    at >>> 24,
    0x20,
    counter & 255,
    (counter >> 8) & 255,
  );
  return joined(signed, micOf(signed, network, true, address, counter));
};

/** A frame as a node sends it: for those that we simulate. */
export const writeUplink = (
  { address, network, app }: SessionKeys & { readonly address: string },
  {
    counter,
    port,
    payload,
    confirmed,
  }: { readonly counter: number; readonly port: number; readonly payload: Uint8Array; readonly confirmed: boolean },
): Uint8Array => {
  const at = parseInt(address, 16);
  const head = Uint8Array.of(
    (confirmed ? kindOf.upConfirmed : kindOf.up) << 5,
    at & 255,
    (at >> 8) & 255,
    (at >> 16) & 255,
    at >>> 24,
    0,
    counter & 255,
    (counter >> 8) & 255,
    port,
  );
  const signed = joined(head, opened(payload, port === 0 ? network : app, address, counter));
  return joined(signed, micOf(signed, network, false, address, counter));
};

export type Region = 'EU868' | 'US915';
export const isRegion = (value: unknown): value is Region => value === 'EU868' || value === 'US915';
/** US915's downlink rate for each of its uplink rates, without an offset (RP002, from memory). */
const usRates: { readonly [rate: string]: string } = {
  SF10BW125: 'SF10BW500',
  SF9BW125: 'SF9BW500',
  SF8BW125: 'SF8BW500',
  SF7BW125: 'SF7BW500',
  SF8BW500: 'SF7BW500',
};

/** When and how a node listens for its answer: its first window, a second after its frame. Null where the channel is none of the region's (RP002, from memory). */
export const answerWindow = (
  region: Region,
  { tmst, freq, rate }: { readonly tmst: number; readonly freq: number; readonly rate: string },
): { readonly tmst: number; readonly freq: number; readonly rate: string } | null => {
  const at = (tmst + 1_000_000) % 0x1_0000_0000;
  if (region === 'EU868') return freq >= 863 && freq <= 870 ? { tmst: at, freq, rate } : null;
  const wide = rate.endsWith('BW500');
  const channel = wide ? (freq - 903) / 1.6 + 64 : (freq - 902.3) / 0.2;
  const n = Math.round(channel);
  const down = usRates[rate];
  if (Math.abs(channel - n) > 0.01 || n < (wide ? 64 : 0) || n > (wide ? 71 : 63) || down === undefined) return null;
  return { tmst: at, freq: Math.round((923.3 + 0.6 * (n % 8)) * 10) / 10, rate: down };
};
