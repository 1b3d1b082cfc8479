// What is done at a station until its lamps stand: devices entered and restarted, readings at the site, its events made, and the check-ins that came by themselves since.
import type { ElementId } from '../name/index.ts';
import { days, hours, type Instant, instant, minutes } from '../quantity/index.ts';
import type { Device } from '../sheet/index.ts';
import type { StationMaker } from './station.ts';

export type Way = { readonly account: string; readonly path: ElementId; readonly address: string };

/** Everything wanted on these devices is entered there and in force. */
export const setUp = (m: StationMaker, ...devices: readonly Device[]): void => {
  for (const device of devices) m.entered(device).wait(minutes(2)).restarted(device);
};

/** Moves the maker's clock to an instant that lies ahead. */
export const until = (m: StationMaker, at: Instant): StationMaker => (at > m.now ? m.wait(at - m.now) : m);

/** Half a minute at the aerial, the level at rest. */
export const hold = (m: StationMaker, path: ElementId, level: number, radio: 'LTE' | 'Wi-Fi' = 'LTE'): StationMaker => {
  const samples = Array.from({ length: 31 }, (_, i) => ({
    at: i * 1000,
    values:
      radio === 'LTE'
        ? { 'signal.rsrp': level - (i % 2), 'signal.rsrq': -9 - (i % 2), 'signal.sinr': 11 + (i % 2) }
        : { 'signal.wifi': level - (i % 2) },
  }));
  const from = m.now;
  m.wait(31_000);
  return m.add('hold.run', { path, from, to: instant(from + 30_000), radio, source: 'typed', samples, simulated: false });
};

/** The card in the modem is the sheet's. */
export const card = (m: StationMaker, path: ElementId, iccid: string): StationMaker =>
  m.read('Card', path, 'card.number', iccid, null, { blind: true }).read('Card', path, 'card.pin', 'ready');

export const supply = (m: StationMaker, idle: number, transmitting: number): StationMaker =>
  m.read('Power', null, 'supply.idle', idle, 'mV').read('Power', null, 'supply.transmitting', transmitting, 'mV');

/** An event is asked for, made, and takes itself back; both come to the desk. */
export const madeAndBack = (m: StationMaker, { account, path, address }: Way, event: string, zone: string): StationMaker => {
  const port = 40_000 + (m.now % 20_000);
  return m
    .wait(minutes(2))
    .asked({ zone, is: 'alarm', path })
    .call(account, { event, zone }, { address, port }, true)
    .wait(minutes(1))
    .asked({ zone, is: 'restoral', path })
    .call(account, { event, zone, turn: 'restoral' }, { address, port: port + 1 }, true);
};

/** Test calls by themselves: the last one at an instant, and before it as many as there was time for, at most so many. */
export const checkIns = (m: StationMaker, ways: readonly Way[], last: Instant, most: number, every: number = days(1)): StationMaker => {
  const first = Math.max(last - (most - 1) * every, last - Math.floor((last - m.now - hours(1)) / every) * every);
  for (let at = first; at <= last; at += every) {
    until(m, instant(at));
    for (const [i, { account, address }] of ways.entries())
      m.call(account, { event: 'test' }, { address, port: 42_000 + i + (Math.round(at / every) % 4000) }, true);
  }
  return m;
};
