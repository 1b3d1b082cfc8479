// What a node tells a long-range gateway: who it is, how it is heard, its payload and what that means. The payload is our own: channel, then a signed figure of two octets in hundredths.
import { eui64Of } from '../../sums/index.ts';
import type { Instant } from '../../quantity/index.ts';
import type { LocalDevice } from './local.ts';

export type Uplink = {
  readonly at: Instant;
  /** The node's own EUI, not the gateway's. */
  readonly eui: string;
  readonly zone: number;
  readonly name: string;
  /** dBm and dB, as the gateway hears it. */
  readonly rssi: number;
  readonly snr: number;
  readonly payload: string;
  readonly value: number;
  /** 1 for a figure that it sends by itself, 2 where something has happened. */
  readonly port: 1 | 2;
};

/** Weakest that is still read, dBm and dB (SX127x at its slowest, from memory). */
const [weakest, leastSnr] = [-137, -20];
const nodeEui = (seed: number, zone: number): string =>
  eui64Of(`02${((seed * 64 + zone) % 0xff_ffff_ffff).toString(16).padStart(10, '0')}`) ?? '';

export const uplinkPayload = (zone: number, value: number): string => {
  const hundredths = Math.max(-32_768, Math.min(32_767, Math.round(value * 100))) & 0xffff;
  return [zone & 255, hundredths >> 8, hundredths & 255].map((octet) => octet.toString(16).padStart(2, '0')).join('');
};
/** The figure of a payload; null where it is none of ours. */
export const readUplink = (payload: string): { readonly zone: number; readonly value: number } | null => {
  if (!/^[0-9a-f]{6}$/i.test(payload)) return null;
  const word = parseInt(payload.slice(2), 16);
  return { zone: parseInt(payload.slice(0, 2), 16), value: (word > 0x7fff ? word - 0x1_0000 : word) / 100 };
};

/** What a node sends when it turns: a figure, one at rest and one when something has happened. */
export const uplinkOf = (device: LocalDevice, of: { seed: number; alarm: boolean; at: Instant }): Uplink => {
  const value = of.alarm ? 12.5 : 34.2;
  return {
    at: of.at,
    eui: nodeEui(of.seed, device.zone),
    zone: device.zone,
    name: device.name,
    rssi: Math.round(weakest + device.margin),
    snr: Math.round(Math.min(10, leastSnr + device.margin)),
    payload: uplinkPayload(device.zone, value),
    value,
    port: 2,
  };
};
