// Durations: whole milliseconds inside, typed and shown in the trade's units.
import { bad, good, type Parsed, problem } from '../problem/index.ts';
import { type Milliseconds, ms } from './in.ts';

const units = { ms: 1, s: 1000, min: 60_000, h: 3_600_000, d: 86_400_000 } as const;
type DurationUnit = keyof typeof units;

const isDurationUnit = (text: string): text is DurationUnit => Object.hasOwn(units, text);

export const seconds = (n: number): Milliseconds => ms(Math.round(n * units.s));
export const minutes = (n: number): Milliseconds => ms(Math.round(n * units.min));
export const hours = (n: number): Milliseconds => ms(Math.round(n * units.h));
export const days = (n: number): Milliseconds => ms(Math.round(n * units.d));

/** Reads '95 s', '2 min', '24 h' or '1.5 h'. A bare number is refused: timers come in s, min and tenths, and nobody can tell which. */
export const parseDuration = (typed: string, path = ''): Parsed<Milliseconds> => {
  const found = /^\s*(\d{1,9}(?:[.,]\d{1,3})?)\s*([a-z]+)\s*$/i.exec(typed);
  const unit = found?.[2]?.toLowerCase() ?? '';
  if (!found || !isDurationUnit(unit))
    return bad(problem('form', path, { want: 'a number with ms, s, min, h or d', got: typed.slice(0, 40) }));
  return good(ms(Math.round(Number((found[1] ?? '').replace(',', '.')) * units[unit])));
};

/** The shortest exact way to write a duration: 95 s, 2 min, 24 h. */
export const showDuration = (of: Milliseconds): string => {
  const fit = (['d', 'h', 'min', 's'] as const).find(
    (unit) => of >= units[unit] && of % units[unit] === 0 && (unit !== 'd' || of > units.d),
  );
  return fit === undefined ? `${of} ms` : `${of / units[fit]} ${fit}`;
};

/** About how long, for a sentence: '41 s', '3 min', '5 h', '12 d'. */
export const inWords = (of: number): string => {
  const size = Math.abs(of);
  if (size < 120_000) return `${Math.round(size / units.s)} s`;
  if (size < 2 * units.h) return `${Math.round(size / units.min)} min`;
  return size < 2 * units.d ? `${Math.round(size / units.h)} h` : `${Math.round(size / units.d)} d`;
};
