// [J8] A station in one file: a zip with its journal, its sheet, the calls and texts that are evidence, pictures, and a manifest with the SHA-256 of each. Any changed byte, and any file too many or too few, shows.
import { unzipSync, zipSync } from 'fflate';
import { isObject, isSha256, isStream, type Sha256, type Stream } from '../name/index.ts';
import { fields, known, listOf, type Shape, text, whole } from '../problem/index.ts';
import { canonical, sha256Of } from './canonical.ts';
import { sayFault, verifyJournal } from './export.ts';

const bundleFormat = 'green-lamp-bundle';
const bundleVersion = 1;
const manifestName = 'manifest.json';
/** The parts that every bundle has. */
export const bundleParts = { journal: 'journal.json', sheet: 'sheet.json', calls: 'calls.ndjson' } as const;
/** Texts and pictures stand under their own SHA-256. */
export const blobFolder = 'blobs/';
/** Most files of a bundle, and bytes of one and of all, unpacked. */
const most = { files: 20_000, one: 256 * 1024 * 1024, all: 1024 * 1024 * 1024 } as const;

export type BundleFiles = { readonly [name: string]: Uint8Array };
type Listed = { readonly name: string; readonly sha256: Sha256; readonly bytes: number };
type Manifest = {
  readonly format: string;
  readonly version: number;
  readonly stream: Stream;
  readonly head: Sha256;
  readonly files: readonly Listed[];
};

const sha = known(isSha256, 'a SHA-256');
const shape: Shape<Manifest> = fields({
  format: text(40),
  version: whole(1, 9999),
  stream: known(isStream, 'a stream'),
  head: sha,
  files: listOf(fields({ name: text(200), sha256: sha, bytes: whole(0, most.one) }), most.files),
});

const utf8 = (of: string): Uint8Array => new TextEncoder().encode(of);
const decoded = (bytes: Uint8Array): string | null => {
  try {
    return new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    return null;
  }
};
const parsed = (source: string): unknown => {
  try {
    return JSON.parse(source) as unknown;
  } catch {
    return undefined;
  }
};
/** The earliest instant that a zip can name: the same station gives the same bytes. */
const always = '1980-01-01T12:00:00';

/** A bundle of a station's files. The manifest is made here. Throws a RangeError where a part is missing. */
export const bundleOf = (stream: Stream, head: Sha256, files: BundleFiles): Uint8Array => {
  const names = Object.keys(files).toSorted();
  const missing = Object.values(bundleParts).find((name) => files[name] === undefined);
  if (missing !== undefined) throw new RangeError(`a bundle without ${missing}`);
  const listed = names.map((name) => ({ name, sha256: sha256Of(files[name] ?? new Uint8Array()), bytes: files[name]?.length ?? 0 }));
  const manifest = canonical({ format: bundleFormat, version: bundleVersion, stream, head, files: listed });
  return zipSync({ [manifestName]: utf8(manifest), ...files }, { level: 6, mtime: always });
};

export type BundleFault =
  | 'not a zip'
  | 'too large'
  | 'no manifest'
  | 'other format'
  | 'newer version'
  | 'manifest'
  | 'missing'
  | 'not listed'
  | 'changed'
  | 'journal'
  | 'other journal'
  | 'blob';
export type VerifiedBundle =
  | {
      readonly ok: true;
      readonly stream: Stream;
      readonly head: Sha256;
      readonly kept: number;
      readonly waiting: number;
      readonly files: BundleFiles;
    }
  | { readonly ok: false; readonly fault: BundleFault; readonly at: string };
const wrong = (fault: BundleFault, at = ''): VerifiedBundle => ({ ok: false, fault, at });

/** Whether bytes begin as a zip does (APPNOTE 4.3.7). */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04;

const unpacked = (bytes: Uint8Array): BundleFiles | 'not a zip' | 'too large' => {
  let [all, count, over] = [0, 0, false];
  try {
    const files = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        all += originalSize;
        count += 1;
        over ||= originalSize > most.one || all > most.all || count > most.files;
        return !over;
      },
    });
    return over ? 'too large' : files;
  } catch {
    return over ? 'too large' : 'not a zip';
  }
};

/** Judges a bundle: every file against the manifest, the journal by its own rules, each blob against its name. `head` as for a journal. Never throws. */
export const verifyBundle = (bytes: Uint8Array, head: string | null = null): VerifiedBundle => {
  if (!isZip(bytes)) return wrong('not a zip');
  const files = unpacked(bytes);
  if (typeof files === 'string') return wrong(files);
  const source = files[manifestName] === undefined ? null : decoded(files[manifestName]);
  if (source === null) return wrong('no manifest');
  const value = parsed(source);
  if (!isObject(value) || value['format'] !== bundleFormat) return wrong('other format');
  if (typeof value['version'] === 'number' && value['version'] > bundleVersion) return wrong('newer version');
  const manifest = shape(value, '');
  if (!manifest.ok) return wrong('manifest', manifest.problems[0]?.path ?? '');
  const { stream, files: listed } = manifest.value;
  const absent = [...Object.values(bundleParts), ...listed.map(({ name }) => name)].find((name) => files[name] === undefined);
  if (absent !== undefined) return wrong('missing', absent);
  const names = new Set(listed.map(({ name }) => name));
  const more = Object.keys(files).find((name) => name !== manifestName && !names.has(name));
  if (more !== undefined) return wrong('not listed', more);
  const changed = listed.find(({ name, sha256, bytes: length }) => {
    const file = files[name];
    return file?.length !== length || sha256Of(file) !== sha256;
  });
  if (changed !== undefined) return wrong('changed', changed.name);
  const journal = verifyJournal(files[bundleParts.journal] ?? new Uint8Array(), head);
  if (!journal.ok) return wrong('journal', sayFault(journal));
  if (journal.stream !== stream || journal.head !== manifest.value.head) return wrong('other journal');
  const blob = listed.find(({ name, sha256 }) => name.startsWith(blobFolder) && name.slice(blobFolder.length) !== sha256);
  if (blob !== undefined) return wrong('blob', blob.name);
  return { ...journal, files };
};

const faultWords: { readonly [F in BundleFault]: (at: string) => string } = {
  'not a zip': () => 'The file is no readable zip; it may have been cut off.',
  'too large': () => 'What is in it is larger than any bundle.',
  'no manifest': () => 'There is no manifest in it: it is no bundle of Green Lamp.',
  'other format': () => 'Its manifest is not that of a bundle of Green Lamp.',
  'newer version': () => 'The bundle comes from a newer version of Green Lamp than this one.',
  manifest: (at) => `Its manifest has fields that do not belong there, or lacks some${at === '' ? '' : ` (${at})`}.`,
  missing: (at) => `${at} is named and is not in it.`,
  'not listed': (at) => `${at} is in it and is not named by the manifest.`,
  changed: (at) => `${at} is not what the manifest says: it was changed.`,
  journal: (at) => `Its journal is not sound: ${at}`,
  'other journal': () => 'Its journal is another station’s, or ends elsewhere than the manifest says.',
  blob: (at) => `${at} is not what its own name says.`,
};
/** One sentence on why a bundle was refused. */
export const sayBundleFault = ({ fault, at }: { readonly fault: BundleFault; readonly at: string }): string => faultWords[fault](at);
