// The station in one file, gathered from what this browser keeps and the desk has: journal, sheet, the calls that are evidence, the texts and pictures that entries name. It is packed away from the page.
import { type FrameView, framesOf, mostFrames } from '@green-lamp/core/api';
import { blobFolder, type BundleFiles, bundleParts, readEntry, sheetText } from '@green-lamp/core/journal';
import { isSha256, type Sha256, type Stream } from '@green-lamp/core/name';
import { ask } from '../../../../store/api.ts';
import { keptText } from '../../../../store/blobs.ts';
import { db } from '../../../../store/db.ts';
import { pictureUrl } from '../../../../store/pictures.ts';
import type { Station } from '../../../../store/use-station.ts';
import type { BundleAsked, BundleSaid } from '../../../../workers/bundle-words.ts';
import { journalFile } from './journal-file.ts';

/** Pages of calls that are looked through for those that are evidence. */
const mostPages = 50;
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);

export type Gathered = {
  readonly files: BundleFiles;
  readonly head: Sha256;
  /** What entries name and neither this browser nor the desk has. */
  readonly absent: readonly string[];
};

/** Calls whose entry stands in the journal, oldest first. */
const evidenceCalls = async (stream: Stream): Promise<readonly FrameView[]> => {
  const found: FrameView[] = [];
  let before: number | undefined;
  for (let page = 0; page < mostPages; page += 1) {
    const { frames, more } = await ask(framesOf, {
      query: { station: stream, limit: mostFrames, ...(before === undefined ? {} : { before }) },
    });
    found.push(...frames.filter(({ entry }) => entry !== null));
    before = frames.at(-1)?.id;
    if (!more) break;
  }
  return found.reverse();
};

/** The texts and pictures that kept entries name, each once. */
const namedBlobs = async (stream: Stream): Promise<{ readonly hash: Sha256; readonly picture: boolean }[]> => {
  const rows = await db.kept.where('stream').equals(stream).toArray();
  const named = rows.flatMap(({ text }) => {
    const read = readEntry(text);
    if (!read.ok || read.value.blobs === undefined) return [];
    const picture = read.value.kind === 'picture.taken';
    return read.value.blobs.filter(isSha256).map((hash) => ({ hash, picture }));
  });
  return [...new Map(named.map((one) => [one.hash, one])).values()];
};
const octetsOf = async ({ hash, picture }: { hash: Sha256; picture: boolean }): Promise<Uint8Array | null> => {
  if (!picture) {
    const text = await keptText(hash);
    return text === null ? null : utf8(text);
  }
  const answer = await fetch(await pictureUrl(hash));
  return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null;
};

/** What goes into a station's bundle. Needs the desk for its calls; what waits to be delivered is in the journal as waiting. */
export const gather = async (station: Station, head: Sha256): Promise<Gathered> => {
  const calls = await evidenceCalls(station.stream);
  const files: { [name: string]: Uint8Array } = {
    [bundleParts.journal]: utf8(await journalFile(station.stream)),
    [bundleParts.sheet]: utf8(sheetText(station.state)),
    [bundleParts.calls]: utf8(calls.map((call) => `${JSON.stringify(call)}\n`).join('')),
  };
  const absent: string[] = [];
  for (const blob of await namedBlobs(station.stream)) {
    const octets = await octetsOf(blob).catch(() => null);
    if (octets === null) absent.push(blob.hash);
    else files[`${blobFolder}${blob.hash}`] = octets;
  }
  return { files, head, absent };
};

/** Packs a bundle in a worker. */
export const packed = (stream: Stream, { files, head }: Gathered): Promise<Blob> =>
  new Promise((done, failed) => {
    const worker = new Worker(new URL('../../../../workers/bundle.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<BundleSaid>) => {
      worker.terminate();
      if (data.is === 'done') done(new Blob([new Uint8Array(data.bytes)], { type: 'application/zip' }));
      else failed(new Error(data.why));
    });
    worker.addEventListener('error', () => {
      worker.terminate();
      failed(new Error('The bundle could not be packed.'));
    });
    worker.postMessage({ stream, head, files } satisfies BundleAsked);
  });
