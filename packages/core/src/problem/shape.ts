// Small parsers for what comes in. Each answers a value or all its problems with their paths; none throws.
import { isJson, isObject, type Json } from '../name/index.ts';
import { bad, good, type Parsed, type Problem, problem } from './problem.ts';

/** JSON Schema (2020-12) of what a shape takes, as far as a schema can say it. */
export type JsonSchema = { readonly [word: string]: Json };
/** What a shape gives. */
export type Given<S> = S extends Shape<infer T> ? T : never;
export type Shape<T> = ((value: unknown, path: string) => Parsed<T>) & { readonly schema?: JsonSchema };

const schemaOf = (of: Shape<unknown>): JsonSchema => of.schema ?? {};

const shape = <T>(schema: JsonSchema, parse: (value: unknown, path: string) => Parsed<T>): Shape<T> => Object.assign(parse, { schema });

const at = (path: string, name: string): string => (path === '' ? name : `${path}.${name}`);

export const text = (most: number): Shape<string> =>
  shape({ type: 'string', maxLength: most }, (value, path) => {
    if (typeof value !== 'string' || !value.isWellFormed()) return bad(problem('type', path, { want: 'text' }));
    return value.length > most ? bad(problem('long', path, { most, in: 'characters' })) : good(value);
  });

/** Text with at least one character that is not a space. */
export const words = (most: number): Shape<string> =>
  shape({ type: 'string', maxLength: most, pattern: '\\S' }, (value, path) => {
    const parsed = text(most)(value, path);
    return parsed.ok && parsed.value.trim() === '' ? bad(problem('missing', path, {})) : parsed;
  });

export const whole = (least: number, most: number): Shape<number> =>
  shape({ type: 'integer', minimum: least, maximum: most }, (value, path) => {
    if (typeof value !== 'number' || !Number.isSafeInteger(value)) return bad(problem('type', path, { want: 'a whole number' }));
    return value < least || value > most ? bad(problem('range', path, { least, most, got: value })) : good(value);
  });

export const flag: Shape<boolean> = shape({ type: 'boolean' }, (value, path) =>
  typeof value === 'boolean' ? good(value) : bad(problem('type', path, { want: 'yes or no' })),
);

export const json: Shape<Json> = shape({}, (value, path) =>
  isJson(value) ? good(value) : bad(problem('type', path, { want: 'pure JSON' })),
);

/** A value that a guard knows, with what it is called in words. */
export const known = <T>(guard: (value: unknown) => value is T, want: string): Shape<T> =>
  shape({ description: want }, (value, path) => (guard(value) ? good(value) : bad(problem('type', path, { want }))));

export const oneOf = <const T extends string>(of: readonly T[]): Shape<T> =>
  shape({ enum: of }, (value, path) => {
    const found = of.find((choice) => choice === value);
    return found === undefined ? bad(problem('choice', path, { got: String(value).slice(0, 40), of: of.join(', ') })) : good(found);
  });

export const orNull = <T>(inner: Shape<T>): Shape<T | null> =>
  shape({ anyOf: [{ type: 'null' }, schemaOf(inner)] }, (value, path) => (value === null ? good(null) : inner(value, path)));

export const listOf = <T>(member: Shape<T>, most: number): Shape<readonly T[]> =>
  shape({ type: 'array', maxItems: most, items: schemaOf(member) }, (value, path) => {
    if (!Array.isArray(value)) return bad(problem('type', path, { want: 'a list' }));
    if (value.length > most) return bad(problem('range', path, { least: 0, most, got: value.length }));
    const members = value.map((one: unknown, i) => member(one, `${path}[${i}]`));
    const problems = members.flatMap((parsed) => (parsed.ok ? [] : parsed.problems));
    return problems.length > 0 ? { ok: false, problems } : good(members.flatMap((parsed) => (parsed.ok ? [parsed.value] : [])));
  });

type Optional<T> = { optional: Shape<T> };
export const optional = <T>(shape: Shape<T>): Optional<T> => ({ optional: shape });

/** Fields of an object by their names. */
export type Fields = { readonly [name: string]: Shape<unknown> | Optional<unknown> };
type ValueOf<F> = F extends Shape<infer T> ? T : F extends Optional<infer T> ? T : never;
type OptionalNames<F extends Fields> = { [N in keyof F]: F[N] extends Optional<unknown> ? N : never }[keyof F];
export type Fielded<F extends Fields> = { [N in Exclude<keyof F, OptionalNames<F>>]: ValueOf<F[N]> } & {
  [N in OptionalNames<F>]?: ValueOf<F[N]>;
};

const objectSchema = (of: Fields, more: boolean): JsonSchema => ({
  type: 'object',
  additionalProperties: more,
  required: Object.entries(of).flatMap(([name, field]) => (typeof field === 'function' ? [name] : [])),
  properties: Object.fromEntries(
    Object.entries(of).map(([name, field]) => [name, schemaOf(typeof field === 'function' ? field : field.optional)]),
  ),
});

const object = <const F extends Fields>(of: F, more: boolean): Shape<NoInfer<Fielded<F>>> =>
  shape(objectSchema(of, more), (value, path) => {
    if (!isObject(value)) return bad(problem('type', path, { want: 'an object' }));
    const problems: Problem[] = Object.keys(value)
      .filter((name) => !more && !Object.hasOwn(of, name))
      .map((name) => problem('unknown', path, { name }));
    const made: { [name: string]: unknown } = {};
    for (const [name, field] of Object.entries(of)) {
      const must = typeof field === 'function';
      if (!Object.hasOwn(value, name)) {
        if (must) problems.push(problem('missing', at(path, name), {}));
        continue;
      }
      const parsed = (must ? field : field.optional)(value[name], at(path, name));
      if (parsed.ok) made[name] = parsed.value;
      else problems.push(...parsed.problems);
    }
    return problems.length > 0 ? { ok: false, problems } : good(made as NoInfer<Fielded<F>>); // every field was parsed by its own shape
  });

/** An object with exactly these fields; a field that is not named is a problem. */
export const fields = <const F extends Fields>(of: F): Shape<NoInfer<Fielded<F>>> => object(of, false);
/** An object with at least these fields; what is not named is left out of the value. For what a newer one of us may say more of. */
export const atLeast = <const F extends Fields>(of: F): Shape<NoInfer<Fielded<F>>> => object(of, true);

/** One of several objects, told apart by which parses first; the problems of the last where none does. */
export const either = <T, U>(one: Shape<T>, other: Shape<U>): Shape<T | U> =>
  shape({ anyOf: [schemaOf(one), schemaOf(other)] }, (value, path): Parsed<T | U> => {
    const parsed = one(value, path);
    return parsed.ok ? parsed : other(value, path);
  });

/** Text of one form, such as a hash. */
export const formed = (form: RegExp, want: string): Shape<string> =>
  shape({ type: 'string', pattern: form.source, description: want }, (value, path) =>
    typeof value === 'string' && form.test(value) ? good(value) : bad(problem('type', path, { want })),
  );

/** What the core itself has made at the other end of a wire, of the same version: that it is an object is looked at, the rest is its own. */
export const ofCore = <T extends object>(what: string): Shape<T> =>
  shape(
    { type: ['object', 'array'], description: what },
    (value, path) => (typeof value === 'object' && value !== null ? good(value as T) : bad(problem('type', path, { want: what }))), // made by this core's own functions
  );

/** An object whose names a guard knows, each with a value of one shape. */
export const dictionary = <N extends string, T>(
  isName: (value: unknown) => value is N,
  want: string,
  member: Shape<T>,
): Shape<{ readonly [K in N]?: T }> =>
  shape({ type: 'object', additionalProperties: schemaOf(member), description: `Each name is ${want}.` }, (value, path) => {
    if (!isObject(value)) return bad(problem('type', path, { want: 'an object' }));
    const problems: Problem[] = [];
    const made: { [K in N]?: T } = {};
    for (const [name, inner] of Object.entries(value)) {
      const parsed = isName(name) ? member(inner, at(path, name)) : bad(problem('type', at(path, name), { want }));
      if (!parsed.ok) problems.push(...parsed.problems);
      else if (isName(name)) made[name] = parsed.value;
    }
    return problems.length > 0 ? { ok: false, problems } : good(made);
  });

export const number = (least: number, most: number): Shape<number> =>
  shape({ type: 'number', minimum: least, maximum: most }, (value, path) => {
    if (typeof value !== 'number' || !Number.isFinite(value)) return bad(problem('type', path, { want: 'a number' }));
    return value < least || value > most ? bad(problem('range', path, { least, most, got: value })) : good(value);
  });
