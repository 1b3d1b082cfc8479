// What hangs on a unit: local radio devices and contacts, and a serial, CAN or Modbus side.
import type { Instant } from '../../quantity/index.ts';
import type { ModbusDevice } from '../../wire/index.ts';
import { noise } from '../noise.ts';

export type LocalDevice = {
  readonly zone: number;
  readonly name: string;
  /** What the sheet has it text when its alarm comes and when it goes, and to whom; null without a sheet. */
  readonly words: { readonly alarm: string; readonly rest: string; readonly tells: readonly string[] } | null;
  readonly enrolled: boolean;
  /** How far below the edge of its reach it is heard, dB; 0 and less is out of reach. */
  readonly margin: number;
  readonly magnet: 'aligned' | 'beside';
  /** What it was taught as its rest. */
  readonly rest: 'shut' | 'open';
  readonly is: 'shut' | 'open';
  /** Its battery, mV; under 2,400 it is silent. */
  readonly battery: number;
  readonly tamper: boolean;
};
export const newDevice = (zone: number, name: string): LocalDevice => ({
  zone,
  name,
  words: null,
  enrolled: true,
  margin: 24,
  magnet: 'aligned',
  rest: 'shut',
  is: 'shut',
  battery: 3000,
  tamper: false,
});
export const deviceSilent = ({ enrolled, margin, battery }: LocalDevice): boolean => !enrolled || margin <= 0 || battery < 2400;
/** What its contact reports: with the magnet beside it, it always stands open. */
export const contactOf = ({ is, magnet }: LocalDevice): 'shut' | 'open' => (magnet === 'beside' ? 'open' : is);
export const inAlarm = (device: LocalDevice): boolean => contactOf(device) !== device.rest;
/** Score of 9 at an instant, as a panel shows it: three dB a step, swinging by one. 0 out of reach. */
export const rangeScore = (device: LocalDevice, at: Instant): number => {
  if (deviceSilent(device)) return 0;
  const swing = Math.round((noise(device.zone, Math.floor(at / 1000)) - 0.5) * 2);
  return Math.max(0, Math.min(9, Math.floor(device.margin / 3) + 1 + (device.margin < 24 ? swing : 0)));
};

export const busKinds = ['serial', 'CAN', 'Modbus'] as const;
export type BusSide = {
  readonly kind: (typeof busKinds)[number];
  readonly plugged: boolean;
  readonly crossed: boolean;
  /** 120 Ω each; two of them, one at each end. */
  readonly terminations: number;
  readonly speed: { readonly unit: number; readonly device: number };
  readonly frame: { readonly unit: string; readonly device: string };
  readonly address: { readonly polled: number; readonly switched: number };
  /** By whose map its values are read, and what really hangs there. */
  readonly family: { readonly set: string; readonly cabled: string };
  readonly powered: boolean;
  /** The newest value is never read: the old one is told again and again. */
  readonly stuck: boolean;
};
export const newBus = (kind: BusSide['kind']): BusSide => ({
  kind,
  plugged: true,
  crossed: false,
  terminations: kind === 'serial' ? 0 : 2,
  speed: { unit: 19_200, device: 19_200 },
  frame: { unit: '8N1', device: '8N1' },
  address: { polled: 4, switched: 4 },
  family: { set: '', cabled: '' },
  powered: true,
  stuck: false,
});
/** What a meter shows between the two lines of a bus without power, Ω: the terminations side by side; null for an open line. */
export const busOhms = ({ terminations }: BusSide): number | null => (terminations === 0 ? null : 120 / terminations);
export const busFaults = ['unplugged', 'no power', 'crossed', 'speed', 'framing', 'address', 'termination'] as const;
export type BusFault = (typeof busFaults)[number];
/** The first thing that keeps the two sides from understanding each other, or null. */
export const busFault = (bus: BusSide): BusFault | null => {
  if (!bus.plugged) return 'unplugged';
  if (!bus.powered) return 'no power';
  if (bus.crossed) return 'crossed';
  if (bus.speed.unit !== bus.speed.device) return 'speed';
  if (bus.frame.unit !== bus.frame.device) return 'framing';
  if (bus.kind === 'Modbus' && bus.address.polled !== bus.address.switched) return 'address';
  return bus.kind === 'CAN' && bus.terminations !== 2 ? 'termination' : null;
};
/** In what the device measures, by what is cabled. */
export const busMeasure = ({ family: { set, cabled } }: BusSide): '°C' | 'V' =>
  /batter|bank|charger|inverter/i.test(cabled === '' ? set : cabled) ? 'V' : '°C';
/** What the device measures at an instant: by seed, tenths of a degree; a stuck side tells the figure of its start. By another family's map it is another register's figure: there, and wrong. */
export const busValue = (bus: BusSide, seed: number, at: Instant): number => {
  const step = bus.stuck ? 0 : Math.floor(at / 60_000);
  // A bank of batteries tells tenths of a volt; by another map it seems to be four times as many.
  if (busMeasure(bus) === 'V') return (126 + Math.round(noise(seed, step) * 6)) * (sameFamily(bus) ? 1 : 4);
  const value = 40 + Math.round(noise(seed, step) * 40);
  return sameFamily(bus) ? value : 5000 + value;
};
const sameFamily = ({ family: { set, cabled } }: BusSide): boolean =>
  set === '' || cabled === '' || set.toLowerCase() === cabled.toLowerCase();

/** The instrument as a Modbus device: input register 0 its value, 1 its kind; holding registers 0 to 9 for settings. Null while it cannot be read. */
export const instrumentOf = (side: BusSide, seed: number, at: Instant): ModbusDevice | null =>
  busFault(side) === null
    ? {
        address: side.address.switched,
        input: [busValue(side, seed, at), 417],
        holding: Array.from({ length: 10 }, () => 0),
        coils: [true, false, false, false, false, false, false, false],
      }
    : null;
