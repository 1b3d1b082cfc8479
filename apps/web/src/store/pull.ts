// Fetches what was missed. Only this moves a stream's cursor; streams with the same cursor are asked for together.
import { deskStream, houseStream, peopleStream, profilesStream, type Stream } from '@green-lamp/core/name';
import { readEntry } from '@green-lamp/core/journal';
import type { Here } from '@green-lamp/core/evidence';
import type { Heard } from '@green-lamp/core/lamp';
import type { Traits } from '@green-lamp/core/check';
import { get, NoNetwork } from './api.ts';
import { db, type KeptRow, type StreamRow } from './db.ts';
import { tell, useLive } from './live.ts';

const always: readonly Stream[] = [peopleStream, deskStream, houseStream, profilesStream];
let running: Promise<void> | null = null;
let wanted = false;

let offered: () => void = () => undefined;
/** What to do once entries were offered again after a new life: the queue listens. */
export const onOffered = (listen: () => void): void => {
  offered = listen;
};

export const pullSoon = (): void => {
  wanted = true;
  running ??= run()
    .catch(tell)
    .finally(() => {
      running = null;
    });
};

const run = async (): Promise<void> => {
  while (wanted) {
    wanted = false;
    try {
      await pullNow();
      useLive.setState({ connected: true });
    } catch (error) {
      if (!(error instanceof NoNetwork)) throw error;
      useLive.setState({ connected: false });
    }
  }
};

const fresh = (stream: Stream): StreamRow => ({ stream, n: 0, heard: [], head: null, traits: [], asOf: null });

/** Keeps a stream here from now on. */
export const keepStream = async (stream: Stream): Promise<void> => {
  if ((await db.streams.get(stream)) === undefined) await db.streams.add(fresh(stream)).catch(() => undefined);
  pullSoon();
};

/** Fetches what every kept stream has missed, and what stands beside the stations. */
export const pullNow = async (): Promise<void> => {
  await fetchKey();
  for (const stream of always) if ((await db.streams.get(stream)) === undefined) await db.streams.put(fresh(stream));
  const byCursor = new Map<number, Stream[]>();
  for (const { stream, n } of await db.streams.toArray()) byCursor.set(n, [...(byCursor.get(n) ?? []), stream]);
  for (const [n, streams] of byCursor) await fetchAfter(n, streams);
  for (const { stream } of await db.streams.toArray()) if (stream.startsWith('station:')) await fetchBeside(stream);
};

const fetchAfter = async (from: number, streams: readonly Stream[]): Promise<void> => {
  let after = from;
  for (;;) {
    const answer = await get<{ entries: KeptRow[]; more: boolean }>(`/api/entries?after=${after}&streams=${streams.join(',')}`);
    if (await isNewLife(answer.life)) return;
    const last = answer.entries.at(-1)?.n ?? after;
    const next = answer.more ? last : Math.max(last, answer.cursor);
    await db.transaction('rw', db.kept, db.streams, async () => {
      await db.kept.bulkPut(answer.entries);
      for (const stream of streams) await db.streams.update(stream, { n: next });
    });
    after = next;
    if (!answer.more) return;
  }
};

const fetchBeside = async (stream: Stream): Promise<void> => {
  const { heard, here, head, now } = await get<{ heard: Heard[]; here: Here; head: NonNullable<StreamRow['head']> }>(
    `/api/stations/${stream}/beside`,
  );
  const { traits } = await get<{ traits: (Traits & { ref: string })[] }>(`/api/secrets/traits?stream=${stream}`);
  await db.streams.update(stream, { heard, here, head, traits, asOf: now });
};

const fetchKey = async (): Promise<void> => {
  const { key } = await get<{ key: string }>('/api/secrets/key');
  await db.meta.put({ name: 'server-key', value: key });
};

/** [B3] After a restore the server has a new life: this browser starts again at 0 and offers its own entries, which the server may have lost. */
const isNewLife = async (life: string): Promise<boolean> => {
  const known = (await db.meta.get('life'))?.value;
  if (known === life) return false;
  await db.transaction('rw', [db.meta, db.kept, db.queue, db.streams, db.blobs], async () => {
    await db.meta.put({ name: 'life', value: life });
    if (known === undefined) return;
    const own = (await db.kept.orderBy('n').toArray()).flatMap((row) => {
      const read = readEntry(row.text);
      return read.ok && 'person' in read.value.who
        ? [{ id: row.id, stream: row.stream, text: row.text, person: read.value.who.person, secrets: [] }]
        : [];
    });
    await db.queue.bulkAdd(own);
    await db.blobs.toCollection().modify({ waits: 1 });
    await db.kept.clear();
    for (const { stream } of await db.streams.toArray()) await db.streams.put(fresh(stream));
  });
  if (known === undefined) return false;
  offered();
  wanted = true;
  return true;
};
