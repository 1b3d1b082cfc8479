// Modbus TCP: the side that asks (application protocol V1.1b3, clauses 6.1 to 6.4 and 7; messaging V1.0b, 3.1.3), from memory, checked against a library's server.

export const modbusTables = ['holding', 'input', 'coil', 'discrete'] as const;
export type ModbusTable = (typeof modbusTables)[number];
export const isModbusTable = (value: unknown): value is ModbusTable => modbusTables.some((table) => table === value);
export const modbusForms = ['u16', 'i16', 'u32', 'i32', 'f32'] as const;
export type ModbusForm = (typeof modbusForms)[number];
export const isModbusForm = (value: unknown): value is ModbusForm => modbusForms.some((form) => form === value);

/** A value to be read. `register` as on the wire, from 0. */
export type ModbusPlace = {
  readonly name: string;
  readonly table: ModbusTable;
  readonly register: number;
  readonly form: ModbusForm;
  readonly highFirst: boolean;
  readonly scale: number;
  readonly offset: number;
};
/** Registers or bits that one question asks for. */
export type ModbusBlock = { readonly table: ModbusTable; readonly from: number; readonly count: number };

const functions: { readonly [T in ModbusTable]: number } = { coil: 1, discrete: 2, holding: 3, input: 4 };
const isBits = (table: ModbusTable): boolean => table === 'coil' || table === 'discrete';
const mostOf = (table: ModbusTable): number => (isBits(table) ? 2000 : 125);
/** What lies between two values and is read with them, rather than asked for apart. Ours. */
const mostBetween = 8;
const widthOf = ({ table, form }: ModbusPlace): number => (isBits(table) || form.endsWith('16') ? 1 : 2);

/** The fewest questions that read all places, in the order of the tables. A value is never cut. */
export const blocksOf = (places: readonly ModbusPlace[]): ModbusBlock[] =>
  modbusTables.flatMap((table) => {
    const blocks: { table: ModbusTable; from: number; count: number }[] = [];
    for (const place of places.filter((one) => one.table === table).toSorted((a, b) => a.register - b.register)) {
      const end = place.register + widthOf(place);
      const last = blocks.at(-1);
      if (last !== undefined && place.register <= last.from + last.count + mostBetween && end - last.from <= mostOf(table))
        last.count = Math.max(last.count, end - last.from);
      else blocks.push({ table, from: place.register, count: widthOf(place) });
    }
    return blocks;
  });

/** A question with its header: transaction, unit, function, first register, count. */
export const askBlock = (transaction: number, unit: number, { table, from, count }: ModbusBlock): Uint8Array =>
  Uint8Array.of(transaction >> 8, transaction & 255, 0, 0, 0, 6, unit, functions[table], from >> 8, from & 255, count >> 8, count & 255);

export type ModbusHeard =
  | { readonly is: 'more' }
  | { readonly is: 'words'; readonly words: readonly number[] }
  | { readonly is: 'exception'; readonly code: number }
  /** Not what was asked for: another protocol, transaction, unit or length. */
  | { readonly is: 'garbled' };

/** What has come of one answer so far. Bits come as words of 0 and 1. */
export const hearAnswer = (bytes: Uint8Array, transaction: number, unit: number, { table, count }: ModbusBlock): ModbusHeard => {
  const word = (at: number): number => ((bytes[at] ?? 0) << 8) | (bytes[at + 1] ?? 0);
  if (bytes.length >= 4 && (word(0) !== transaction || word(2) !== 0)) return { is: 'garbled' };
  if (bytes.length < 9) return bytes.length >= 6 && (word(4) < 3 || word(4) > 254) ? { is: 'garbled' } : { is: 'more' };
  const length = word(4);
  if (length < 3 || length > 254 || bytes[6] !== unit) return { is: 'garbled' };
  if (bytes.length < 6 + length) return { is: 'more' };
  const code = bytes[7] ?? 0;
  if (code === (functions[table] | 0x80)) return { is: 'exception', code: bytes[8] ?? 0 };
  const wanted = isBits(table) ? Math.ceil(count / 8) : count * 2;
  if (code !== functions[table] || bytes[8] !== wanted || length !== wanted + 3) return { is: 'garbled' };
  const words = Array.from({ length: count }, (_, i) =>
    isBits(table) ? ((bytes[9 + Math.floor(i / 8)] ?? 0) >> (i % 8)) & 1 : word(9 + i * 2),
  );
  return { is: 'words', words };
};

/** A place's value from its block's words, as text; null for what is no number (a floating value may be none). */
export const placeValue = (place: ModbusPlace, block: ModbusBlock, words: readonly number[]): string | null => {
  const at = place.register - block.from;
  const [first = 0, second = 0] = [words[at], words[at + 1]];
  const raw = isBits(place.table) || place.form === 'u16' ? first : place.form === 'i16' ? (first << 16) >> 16 : wide(place, first, second);
  if (!Number.isFinite(raw)) return null;
  // Twelve digits: what a multiplication by tenths leaves behind them was never measured.
  return String(Number((raw * place.scale + place.offset).toPrecision(12)));
};
const wide = ({ form, highFirst }: ModbusPlace, first: number, second: number): number => {
  const view = new DataView(new ArrayBuffer(4));
  view.setUint16(0, highFirst ? first : second);
  view.setUint16(2, highFirst ? second : first);
  return form === 'u32' ? view.getUint32(0) : form === 'i32' ? view.getInt32(0) : view.getFloat32(0);
};

/** What a device means by an exception (clause 7). */
const exceptions: { readonly [code: number]: string } = {
  1: 'it does not know the function',
  2: 'it has no such register',
  3: 'it refuses the count',
  4: 'it failed',
  6: 'it is busy',
  10: 'the bridge has no way to it',
  11: 'the device behind the bridge does not answer',
};
export const exceptionWords = (code: number): string => exceptions[code] ?? `it answers exception ${code}`;
