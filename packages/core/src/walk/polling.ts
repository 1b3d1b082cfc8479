// How the desk asks a station: whether it is to, where, how often, for what; or why it could not arrive.
import { plainText, type Json, settingKey } from '../name/index.ts';
import { type FieldPlace, isModbusForm, isModbusTable, type ModbusPlace, type RecordRule, signOf } from '../wire/index.ts';
import { elementsOf, type State, wanted } from '../journal/index.ts';
import { accountsOf } from '../lamp/index.ts';
import type { DefinitionKey } from '../sheet/index.ts';
import { asItRuns } from '../lamp/index.ts';
import { flows } from './flows.ts';

export type Asking =
  | { readonly by: 'modbus'; readonly unit: number; readonly places: readonly ModbusPlace[] }
  | {
      readonly by: 'raw';
      readonly rule: RecordRule;
      readonly split: string;
      readonly places: readonly FieldPlace[];
      /** Sent before a record is waited for; empty where it speaks by itself. */
      readonly question: Uint8Array;
    };
export type Polling = {
  readonly account: string;
  readonly host: string;
  readonly port: number;
  /** ms between two; null where only a person asks. */
  readonly every: number | null;
  readonly asking: Asking;
};
/** What the sheet does not say yet, or why nothing can arrive. */
export type NotPolled = 'off' | 'no account' | 'no address' | 'no port' | 'by UDP' | 'no channel' | 'no record rule';

const usualPorts = { modbus: 502 } as const;
const number = (value: Json | undefined, otherwise: number): number => {
  const text = plainText(value ?? '').trim();
  return text === '' || !Number.isFinite(Number(text)) ? otherwise : Number(text);
};
const text = (value: Json | undefined): string => plainText(value ?? '').trim();

type Key<G extends string> = Extract<DefinitionKey, `${G}.${string}`>;

/** How a station is asked by its sheet, or what keeps the desk from asking. */
export const pollingOf = (state: State): Polling | NotPolled => {
  const desk = (key: Key<'desk'>): Json | undefined => wanted(state, settingKey('desk', null, key.slice('desk.'.length)));
  if (desk('desk.polls') !== true) return 'off';
  const [account] = accountsOf(state);
  if (account === undefined) return 'no account';
  const host = text(desk('desk.dials'));
  if (host === '') return 'no address';
  if (desk('desk.dialsBy') === 'UDP') return 'by UDP';
  const asking = askingOf(state, text(desk('desk.asksBy')) === 'raw' ? 'raw' : 'modbus');
  if (typeof asking === 'string') return asking;
  const port = desk('desk.dialsPort') ?? (asking.by === 'modbus' ? usualPorts.modbus : undefined);
  if (typeof port !== 'number' || port < 1 || port > 65_535) return 'no port';
  const every = desk('desk.pollEvery');
  return { account, host, port, every: typeof every === 'number' && every > 0 ? every : null, asking };
};

/** How the records of a station's instrument are cut and read, by its sheet; or what it does not say yet. */
export const recordsOf = (state: State): Extract<Asking, { by: 'raw' }> | 'no channel' | 'no record rule' => {
  const asking = askingOf(state, 'raw');
  return typeof asking === 'object' && asking.by === 'raw' ? asking : asking === 'no channel' ? asking : 'no record rule';
};

const askingOf = (state: State, by: 'modbus' | 'raw'): Asking | NotPolled => {
  const [unit] = elementsOf(state, 'unit');
  const of = (key: Key<'unit'>): Json | undefined =>
    unit === undefined ? undefined : wanted(state, settingKey('unit', unit.id, key.slice('unit.'.length)));
  const channels = elementsOf(state, 'channel').flatMap(({ id }) => {
    const at = (key: Key<'channel'>): Json | undefined => wanted(state, settingKey('channel', id, key.slice('channel.'.length)));
    const name = text(at('channel.name'));
    return name === '' ? [] : [{ at, name, scale: number(at('channel.scale'), 1), offset: number(at('channel.offset'), 0) }];
  });
  if (by === 'raw') {
    const places = channels.flatMap(({ at, ...rest }) => {
      const field = at('channel.field');
      return typeof field === 'number' ? [{ ...rest, field }] : [];
    });
    const rule = recordRule(text(of('unit.recordBy')), text(of('unit.recordEnd')), of('unit.recordLength'), of('unit.recordSilence'));
    if (rule === null) return 'no record rule';
    const split = plainText(of('unit.recordSplit') ?? '');
    return places.length === 0 ? 'no channel' : { by, rule, split, places, question: signOf(text(of('unit.question'))) };
  }
  const places = channels.flatMap(({ at, name, scale, offset }): ModbusPlace[] => {
    const [table, register, form] = [at('channel.table'), at('channel.register'), at('channel.form') ?? 'u16'];
    if (!isModbusTable(table) || typeof register !== 'number' || !isModbusForm(form)) return [];
    return [{ name, table, register, form, highFirst: at('channel.order') !== 'last', scale, offset }];
  });
  return places.length === 0 ? 'no channel' : { by, unit: number(of('unit.modbusId'), 1), places };
};

const recordRule = (by: string, end: string, length: Json | undefined, silence: Json | undefined): RecordRule | null => {
  if (by === 'length') return typeof length === 'number' && length > 0 ? { by, length } : null;
  if (by === 'silence') return { by, ms: typeof silence === 'number' && silence > 0 ? silence : 500 };
  const sign = signOf(end === '' ? '\\n' : end);
  return by === '' && end === '' ? null : { by: 'end', end: sign };
};

/** Why nothing comes in, by the sheet: the first place of the way at which a call of the desk's ends. */
export const cannotArrive = (state: State): string | null => {
  const found = flows(asItRuns(state)).find(({ is }) => is === 'poll in');
  const stop = found?.hops.find(({ stops }) => stops !== null);
  return stop === undefined ? null : `${stop.at}: ${stop.stops ?? ''}`;
};
