// While one fold runs, the records that it has made itself are its own and may be changed in place: copying all settings at each entry costs two thirds of a fold.
// What was there before the fold, and what a fold has given out, never changes.
type Record<T> = { readonly [key: string]: T };
let own: WeakSet<object> | null = null;

/** Runs a fold. What it makes by `put` is its own until it ends. */
export const owning = <T>(fold: () => T): T => {
  const outer = own;
  own = new WeakSet();
  try {
    return fold();
  } finally {
    own = outer;
  }
};

/** A record with one more value, or another one under that key: the same record where this fold made it, else a copy. */
export const put = <T>(record: Record<T>, key: string, value: T): Record<T> => {
  if (own?.has(record) === true && key !== '__proto__') {
    (record as { [key: string]: T })[key] = value;
    return record;
  }
  const copy = { ...record, [key]: value };
  own?.add(copy);
  return copy;
};
