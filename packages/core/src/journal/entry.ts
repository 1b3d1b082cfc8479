// The envelope of an entry and how it is read. All of it is hashed, so all of it is judged here, in browser and server alike.
import { isJson, isSha256, isStream, isUlid, type Json, type Sha256, type Stream, type Ulid } from '../name/index.ts';
import {
  bad,
  fields,
  json,
  known,
  listOf,
  oneOf,
  optional,
  orNull,
  type Parsed,
  problem,
  type Shape,
  text,
  whole,
} from '../problem/index.ts';
import { type Instant, isInstant } from '../quantity/index.ts';
import { canonical } from './canonical.ts';

export const parts = ['desk', 'yard', 'import'] as const;
export type Part = (typeof parts)[number];
export type Who = { readonly person: Ulid; readonly device: Ulid } | { readonly part: Part };

export type Entry = {
  readonly id: Ulid;
  readonly stream: Stream;
  readonly kind: string;
  /** Version of this kind's data. */
  readonly v: number;
  /** Writer's clock. */
  readonly at: Instant;
  /** Server minus device in ms as last measured; null since a clock jump. */
  readonly skew: number | null;
  /** Greatest order key of this stream that the writer had seen, else 0. */
  readonly since: number;
  readonly who: Who;
  readonly data: Json;
  /** Entries that this one answers: staged, accepted, undone, settled, corrected. */
  readonly re?: readonly Ulid[];
  /** Captures and pictures, kept outside by hash. */
  readonly blobs?: readonly Sha256[];
};

export const mostEntryBytes = 65_536;
const tenYears = 10 * 366 * 86_400_000;

const who: Shape<Who> = (value, path) => {
  const person = fields({ person: known(isUlid, 'a person’s ULID'), device: known(isUlid, 'a device’s ULID') })(value, path);
  if (person.ok) return person;
  const part = fields({ part: oneOf(parts) })(value, path);
  return part.ok ? part : person;
};

const envelope = fields({
  id: known(isUlid, 'a ULID'),
  stream: known(isStream, 'a stream'),
  kind: ((value, path) =>
    typeof value === 'string' && /^[a-z][a-zA-Z]{0,31}(?:\.[a-z][a-zA-Z]{0,31})?$/.test(value)
      ? { ok: true, value }
      : bad(problem('type', path, { want: 'a kind of entry' }))) satisfies Shape<string>,
  v: whole(1, 1000),
  at: known(isInstant, 'an instant in milliseconds'),
  skew: orNull(whole(-tenYears, tenYears)),
  since: whole(0, Number.MAX_SAFE_INTEGER),
  who,
  data: json,
  re: optional(listOf(known(isUlid, 'a ULID'), 200)),
  blobs: optional(listOf(known(isSha256, 'a SHA-256'), 50)),
});

/** A kept entry from its text: it was judged before it was kept, and its hash stands with it. */
export const keptEntry = (text: string): Entry => JSON.parse(text) as Entry;

/** Reads an entry from its canonical text (at most 64 KiB). The data are judged by the kind, not here. */
export const readEntry = (source: string): Parsed<Entry> => {
  const sized = text(mostEntryBytes)(source, '');
  if (!sized.ok) return sized;
  if (new TextEncoder().encode(source).length > mostEntryBytes) return bad(problem('long', '', { most: mostEntryBytes, in: 'bytes' }));
  let value: unknown;
  try {
    value = JSON.parse(source);
  } catch {
    return bad(problem('not-json', '', {}));
  }
  if (!isJson(value)) return bad(problem('type', '', { want: 'pure JSON' }));
  if (canonical(value) !== source) return bad(problem('not-canonical', '', {}));
  return envelope(value, '');
};
