// The forms that settings share, and the lists that more than one of them offers.
import type { Choice, Form, PathKind } from './parameter.ts';
import type { LampName } from '../name/index.ts';

/** Identifiers, addresses and the like: in the mono face. */
export const mono = <const N extends number>(most: N) => ({ is: 'text', most, mono: true }) as const;
/** Names and sentences. */
export const plain = <const N extends number>(most: N) => ({ is: 'text', most, mono: false }) as const;
export const address = { is: 'text', most: 60, mono: true, as: 'address' } as const;
export const network = { is: 'text', most: 60, mono: true, as: 'network' } as const;
export const phone = { is: 'text', most: 32, mono: true, as: 'phone' } as const;
export const eui = { is: 'text', most: 24, mono: true, as: 'eui' } as const;
/** A node's address on the air. */
export const node = { is: 'text', most: 12, mono: true, as: 'node' } as const;
/** Lines of a program. */
export const code = { is: 'text', most: 8000, mono: true, as: 'code' } as const;
/** A day of every year, as 11-01. */
export const yearly = { is: 'text', most: 5, mono: true, as: 'season' } as const;
export const day = { is: 'text', most: 10, mono: true, as: 'day' } as const;
export const time = { is: 'text', most: 5, mono: true, as: 'time' } as const;
export const number = { is: 'text', most: 24, mono: true, as: 'number' } as const;
export const list = { is: 'text', most: 300, mono: true, as: 'list' } as const;
/** Wider than ports are, so that what stands on a device can be written down and then be found wrong. */
export const port = { is: 'count', least: 0, most: 99_999 } as const;
export const count = <const L extends number, const M extends number>(least: L, most: M) => ({ is: 'count', least, most }) as const;
export const yes = (yes: string, no: string) => ({ is: 'yesno', yes, no }) as const;
export const secret = (least: number, most: number, digits = false) => ({ is: 'secret', least, most, digits }) as const;
export const one = (group: Extract<Form, { is: 'element' }>['group']) => ({ is: 'element', group }) as const;
const figure =
  <const M extends Extract<Form, { is: 'figure' }>['measure']>(measure: M) =>
  (least: number, most: number) =>
    ({ is: 'figure', measure, least, most }) as const;
export const duration = figure('ms');
export const volts = figure('mV');
export const watts = figure('mW');
export const metres = figure('mm');
export const bytes = figure('B');
export const decibels = figure('dB');

/** Choices from `value: label` pairs; a bare text is both. */
export const choice = (...of: readonly (string | readonly [string, string])[]) =>
  ({
    is: 'choice',
    of: of.map((one): Choice => (typeof one === 'string' ? { value: one, label: one } : { value: one[0], label: one[1] })),
  }) as const;

export const second = 1000;
export const minute = 60 * second;
export const hour = 60 * minute;
export const dayLong = 24 * hour;

export const cellular: readonly PathKind[] = ['cellular', 'text'];
export const radio: readonly PathKind[] = ['cellular', 'wifi', 'text'];

export const none: readonly LampName[] = [];
export const strand: readonly LampName[] = ['Bearer', 'Route', 'Call'];
export const route: readonly LampName[] = ['Route', 'Call'];
export const wired: readonly LampName[] = ['Inputs', 'Route', 'Call'];
export const inputs: readonly LampName[] = ['Inputs'];
export const called: readonly LampName[] = ['Inputs', 'Call'];
export const standby: readonly LampName[] = ['Standby'];
export const watch: readonly LampName[] = ['Watch'];
export const reach: readonly LampName[] = ['Reach'];
export const power: readonly LampName[] = ['Power'];

export const cardSizes = choice(
  ['1FF', '1FF, full card'],
  ['2FF', '2FF, mini'],
  ['3FF', '3FF, micro'],
  ['4FF', '4FF, nano'],
  ['MFF2', 'MFF2, soldered'],
);
export const transports = choice('TCP', 'UDP');
/** What a unit and the desk's listener for it speak. */
export const protocols = choice(
  ['line', 'Line records'],
  ['dc09', 'DC-09'],
  ['http', 'HTTP posts'],
  ['mqtt', 'MQTT 3.1.1'],
  ['serial', 'the instrument’s bytes'],
  ['radio', 'long-range uplinks'],
  ['text', 'text messages'],
  ['own', 'its own'],
);
export const speeds = choice(
  ...[300, 1200, 2400, 4800, 9600, 19_200, 38_400, 57_600, 115_200].map((baud): [string, string] => [String(baud), `${baud} baud`]),
);
export const frames = choice('8N1', '8E1', '8O1', '8N2', '7E1', '7O1', '7N2');
export const flows = choice(['none', 'none'], ['RTS/CTS', 'RTS/CTS, by wires'], ['XON/XOFF', 'XON/XOFF, in the data']);
export const connectors = choice('SMA', 'RP-SMA', 'N', 'TNC', 'BNC', 'FME', 'MMCX', 'MCX', 'U.FL', 'W.FL', 'FAKRA');
export const genders = choice('male', 'female');
