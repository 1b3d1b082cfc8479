// A number that carries its measure in its type. Only this file casts.
declare const measure: unique symbol;

export type In<U extends string> = number & { readonly [measure]: U };
export type Dbm = In<'dBm'>;
export type Db = In<'dB'>;
export type Millivolts = In<'mV'>;
/** Whole milliseconds. */
export type Milliseconds = In<'ms'>;
/** Milliseconds since 1970-01-01T00:00Z, whole. */
export type Instant = In<'instant'>;

const finite = <T extends number>(n: number): T => {
  if (!Number.isFinite(n)) throw new RangeError(`expected a finite number, got ${n}`);
  return n as T;
};

const whole = <T extends number>(n: number): T => {
  if (!Number.isSafeInteger(n)) throw new RangeError(`expected a whole number, got ${n}`);
  return n as T;
};

export const dBm = (n: number): Dbm => finite<Dbm>(n);
export const dB = (n: number): Db => finite<Db>(n);
export const mV = (n: number): Millivolts => finite<Millivolts>(n);
export const ms = (n: number): Milliseconds => whole<Milliseconds>(n);
export const instant = (n: number): Instant => whole<Instant>(n);

/** 1970-01-01 to 9999-12-31: what an instant in an entry may be. */
export const isInstant = (value: unknown): value is Instant =>
  typeof value === 'number' && Number.isSafeInteger(value) && value >= 0 && value <= 253_402_300_799_999;
