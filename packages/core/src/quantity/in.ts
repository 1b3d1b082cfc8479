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

const finite = (n: number): number => {
  if (!Number.isFinite(n)) throw new RangeError(`expected a finite number, got ${n}`);
  return n;
};

const whole = (n: number): number => {
  if (!Number.isSafeInteger(n)) throw new RangeError(`expected a whole number, got ${n}`);
  return n;
};

export const dBm = (n: number): Dbm => finite(n) as Dbm;
export const dB = (n: number): Db => finite(n) as Db;
export const mV = (n: number): Millivolts => finite(n) as Millivolts;
export const ms = (n: number): Milliseconds => whole(n) as Milliseconds;
export const instant = (n: number): Instant => whole(n) as Instant;

/** 1970-01-01 to 9999-12-31: what an instant in an entry may be. */
export const isInstant = (value: unknown): value is Instant =>
  typeof value === 'number' && Number.isSafeInteger(value) && value >= 0 && value <= 253_402_300_799_999;
