// A route of the desk: how it is asked, and what is answered. Server, page and tests use the one; its description follows from it.
import { atLeast, dictionary, type Fielded, type Fields, fields, type Given, json, type Shape, text, whole } from '../problem/index.ts';

const isText = (value: unknown): value is string => typeof value === 'string';
/** A problem as it is answered: with its sentence. */
export const toldShape = atLeast({
  code: text(200),
  path: text(4000),
  args: dictionary(isText, 'the name of a figure', json),
  sentence: text(20_000),
});
export type Told = Given<typeof toldShape>;

/** Raised when a page of before would show what is no longer so: it is told to load anew. */
export const wire = 2;
export const mostWhole = Number.MAX_SAFE_INTEGER;
/** Stands in every answer: the server's clock, how far its entries have got, the wire's version, and the database's life. */
const every = { now: whole(0, mostWhole), cursor: whole(0, mostWhole), wire: whole(wire, wire), life: text(100) } as const;
export type Every = Fielded<typeof every>;

export type Route<Q, B, A> = {
  readonly method: 'GET' | 'POST';
  /** Names in the path stand behind a colon. */
  readonly path: string;
  readonly says: string;
  readonly query: Shape<Q>;
  /** Null where nothing is sent, 'octets' where it is no JSON. */
  readonly body: Shape<B> | 'octets' | null;
  readonly answer: Shape<A & Every>;
};
export type AnyRoute = Route<unknown, unknown, unknown>;
/** What a handler of a route answers; what stands in every answer is added behind it. */
export type Says<R> = R extends Route<unknown, unknown, infer A> ? A : never;

/** A route that is read. */
export const reads = <const Q extends Fields, const A extends Fields>(
  path: string,
  says: string,
  query: Q,
  answer: A,
): Route<Fielded<Q>, never, Fielded<A>> => ({
  method: 'GET',
  path,
  says,
  query: fields(query), // the same fields, said without NoInfer
  body: null,
  answer: atLeast({ ...answer, ...every }) as Shape<Fielded<A> & Every>, // both groups of fields, in one object
});
/** A route that takes octets. */
export const takes = <const Q extends Fields, const A extends Fields>(
  path: string,
  says: string,
  query: Q,
  answer: A,
): Route<Fielded<Q>, never, Fielded<A>> => ({ ...reads(path, says, query, answer), method: 'POST', body: 'octets' });
/** A route that is told something. */
export const tells = <const B extends Fields, const A extends Fields>(
  path: string,
  says: string,
  body: B,
  answer: A,
): Route<object, Fielded<B>, Fielded<A>> => ({
  ...reads(path, says, {}, answer),
  method: 'POST',
  body: fields(body), // the same fields, said without NoInfer
});
