// [J6] A station's whole journal as one file, and the judge of such a file. The file is its own canonical form, so any one changed byte shows.
import { isObject, isSha256, isStream, type Json, type Sha256, type Stream, type Ulid } from '../name/index.ts';
import { fields, known, listOf, type Shape, text, whole } from '../problem/index.ts';
import { isInstant } from '../quantity/index.ts';
import { canonical, hashOf } from './canonical.ts';
import { chainFault, firstLink, type Kept } from './chain.ts';
import { mostEntryBytes, readEntry } from './entry.ts';

const exportFormat = 'green-lamp-journal';
const exportVersion = 1;

export type Waiting = { readonly text: string; readonly hash: Sha256 };
export type Exported = {
  readonly format: string;
  readonly version: number;
  readonly stream: Stream;
  readonly head: Sha256;
  readonly kept: readonly Kept[];
  readonly waiting: readonly Waiting[];
};

/** The file of a stream: kept entries in order of seq, then what still waits to be delivered. */
export const exportText = (stream: Stream, kept: readonly Kept[], waiting: readonly string[]): string =>
  canonical({
    format: exportFormat,
    version: exportVersion,
    stream,
    head: kept.at(-1)?.link ?? firstLink(stream),
    kept: kept.map(({ text: of, hash, seq, received, link }): Json => ({ text: of, hash, seq, received, link })),
    waiting: waiting.map((of): Json => ({ text: of, hash: hashOf(of) })),
  });

export type VerifyFault =
  | 'not UTF-8'
  | 'not JSON'
  | 'other format'
  | 'newer version'
  | 'fields'
  | 'not canonical'
  | 'chain'
  | 'entry'
  | 'other stream'
  | 'twice'
  | 'head'
  | 'waiting'
  | 'other head';
export type Verified =
  | { readonly ok: true; readonly stream: Stream; readonly head: Sha256; readonly kept: number; readonly waiting: number }
  | { readonly ok: false; readonly fault: VerifyFault; readonly at: string };

const sha = known(isSha256, 'a SHA-256');
const entryText = text(mostEntryBytes);
const shape: Shape<Exported> = fields({
  format: text(40),
  version: whole(1, 9999),
  stream: known(isStream, 'a stream'),
  head: sha,
  kept: listOf(
    fields({ text: entryText, hash: sha, seq: whole(1, Number.MAX_SAFE_INTEGER), received: known(isInstant, 'an instant'), link: sha }),
    10_000_000,
  ),
  waiting: listOf(fields({ text: entryText, hash: sha }), 1_000_000),
});

const wrong = (fault: VerifyFault, at = ''): Verified => ({ ok: false, fault, at });

const parsedJson = (source: string): unknown => {
  try {
    return JSON.parse(source) as unknown;
  } catch {
    return undefined;
  }
};

const decoded = (bytes: Uint8Array): string | null => {
  try {
    return new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    return null;
  }
};

/** Where the texts of a file break the rules of entries, or null. */
const entriesFault = ({ stream, kept, waiting }: Exported): Verified | null => {
  const seen = new Set<Ulid>();
  for (const [i, of] of [...kept, ...waiting].entries()) {
    const where = i < kept.length ? `kept entry ${i + 1}` : `waiting entry ${i - kept.length + 1}`;
    const read = readEntry(of.text);
    if (!read.ok) return wrong('entry', where);
    if (read.value.stream !== stream) return wrong('other stream', where);
    if (seen.has(read.value.id)) return wrong('twice', where);
    seen.add(read.value.id);
  }
  const bent = waiting.findIndex((of) => hashOf(of.text) !== of.hash);
  return bent === -1 ? null : wrong('waiting', `waiting entry ${bent + 1}`);
};

/** Judges a journal file. Never throws. `head`: the chain's head as a record or label printed it; only against it does a cut tail show. */
export const verifyJournal = (bytes: Uint8Array, head: string | null = null): Verified => {
  const source = decoded(bytes);
  if (source === null) return wrong('not UTF-8');
  const value = parsedJson(source);
  if (value === undefined) return wrong('not JSON');
  if (!isObject(value) || value['format'] !== exportFormat) return wrong('other format');
  if (typeof value['version'] === 'number' && value['version'] > exportVersion) return wrong('newer version');
  const parsed = shape(value, '');
  if (!parsed.ok) return wrong('fields', parsed.problems[0]?.path ?? '');
  const { stream, kept, waiting } = parsed.value;
  if (canonical(value as Json) !== source) return wrong('not canonical'); // it parsed as JSON and has only the fields of the shape
  const broken = chainFault(stream, kept);
  if (broken !== null) return wrong('chain', `kept entry ${broken.seq}, ${broken.what}`);
  const entries = entriesFault(parsed.value);
  if (entries !== null) return entries;
  const last = kept.at(-1)?.link ?? firstLink(stream);
  if (parsed.value.head !== last) return wrong('head');
  if (head !== null && !(head.length >= 12 && last.startsWith(head.toLowerCase()))) return wrong('other head', last);
  return { ok: true, stream, head: last, kept: kept.length, waiting: waiting.length };
};

const faultWords: { readonly [F in VerifyFault]: (at: string) => string } = {
  'not UTF-8': () => 'The file is not UTF-8 text.',
  'not JSON': () => 'The file is not readable as JSON; it may have been cut off.',
  'other format': () => 'This is not a journal of Green Lamp.',
  'newer version': () => 'The journal comes from a newer version of Green Lamp than this one.',
  fields: (at) => `The file has fields that do not belong there, or lacks some${at === '' ? '' : ` (${at})`}.`,
  'not canonical': () => 'The file is not in its own canonical form: it was written or changed by something else.',
  chain: (at) => `The chain is broken at ${at}: an entry was changed, taken out or put in.`,
  entry: (at) => `The ${at} can’t be read as an entry.`,
  'other stream': (at) => `The ${at} belongs to another station.`,
  twice: (at) => `The ${at} is in the file twice.`,
  head: () => 'The head that the file names is not that of its chain.',
  waiting: (at) => `The ${at} was changed.`,
  'other head': (at) => `The chain is sound, but its head is ${at}: entries were cut off, or the head is another station’s.`,
};
/** One sentence on why a journal was refused. */
export const sayFault = ({ fault, at }: { fault: VerifyFault; at: string }): string => faultWords[fault](at);
