// Pure JSON: what may stand in an entry, a state or an answer. No undefined, NaN, Date or lone surrogate.

export type Json = string | number | boolean | null | readonly Json[] | { readonly [name: string]: Json };
export type JsonObject = { readonly [name: string]: Json };

export const isObject = (value: unknown): value is { readonly [name: string]: unknown } =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** JSON as a person may read it: text as it is, nothing as nothing, the rest as JSON. */
export const plainText = (value: unknown): string =>
  typeof value === 'string' ? value : value === undefined || value === null ? '' : JSON.stringify(value);

const plain = (value: object): boolean => {
  const proto: unknown = Object.getPrototypeOf(value);
  return proto === Object.prototype || proto === null;
};

/** Whether a value is pure JSON: finite numbers, well-formed strings, plain objects and arrays, at most `depth` deep. */
export const isJson = (value: unknown, depth = 32): value is Json => {
  if (value === null || typeof value === 'boolean') return true;
  if (typeof value === 'number') return Number.isFinite(value);
  if (typeof value === 'string') return value.isWellFormed();
  if (typeof value !== 'object' || depth === 0) return false;
  if (Array.isArray(value)) return value.every((member) => isJson(member, depth - 1));
  return plain(value) && Object.entries(value).every(([name, member]) => name.isWellFormed() && isJson(member, depth - 1));
};
