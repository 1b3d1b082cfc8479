// Fetches what was missed of the streams that are kept here, in one request for all of them. Only this moves a stream's cursor.
import { deskStream, houseStream, peopleStream, profilesStream, type Stream } from '@green-lamp/core/name';
import { readEntry } from '@green-lamp/core/journal';
import type { Here } from '@green-lamp/core/evidence';
import { keptOf } from '@green-lamp/core/api';
import { ask, NoNetwork } from './api.ts';
import { db, type StreamRow } from './db.ts';
import { tell, useLive } from './live.ts';

const always: readonly Stream[] = [peopleStream, deskStream, houseStream, profilesStream];
let running: Promise<void> | null = null;
/** What is to be asked for: some streams, or all that are kept. */
let wanted: Set<string> | 'all' = new Set();
/** Most streams of one request. */
const mostAtOnce = 200;

let offered: () => void = () => undefined;
/** What to do once entries were offered again after a new life: the queue listens. */
export const onOffered = (listen: () => void): void => {
  offered = listen;
};

/** Asks soon for what some streams have missed; for all where none are named. */
export const pullSoon = (streams?: readonly string[]): void => {
  if (streams === undefined) wanted = 'all';
  else if (wanted !== 'all') for (const stream of streams) wanted.add(stream);
  running ??= run()
    .catch(tell)
    .finally(() => {
      running = null;
    });
};

const run = async (): Promise<void> => {
  while (wanted === 'all' || wanted.size > 0) {
    const of = wanted;
    wanted = new Set();
    try {
      await pullNow(of);
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

/** Fetches what kept streams have missed, and what stands beside the stations among them. */
export const pullNow = async (of: ReadonlySet<string> | 'all' = 'all'): Promise<void> => {
  for (const stream of always) if ((await db.streams.get(stream)) === undefined) await db.streams.put(fresh(stream));
  const asked = (await db.streams.toArray()).filter(({ stream }) => of === 'all' || of.has(stream));
  // Those that are new here have everything to come; the others go on from where the first of them stands.
  for (const some of [asked.filter(({ n }) => n > 0), asked.filter(({ n }) => n === 0)])
    for (let from = 0; from < some.length; from += mostAtOnce) await fetchAfter(some.slice(from, from + mostAtOnce));
};

const fetchAfter = async (rows: readonly StreamRow[]): Promise<void> => {
  let after = Math.min(...rows.map(({ n }) => n));
  const streams = rows.map(({ stream }) => stream);
  for (;;) {
    const answer = await ask(keptOf, { query: { after, streams } });
    if (await isNewLife(answer.life)) return;
    const here: Here = answer.here;
    const last = answer.entries.at(-1)?.n ?? after;
    const next = answer.more ? last : Math.max(last, answer.upTo);
    await db.transaction('rw', db.kept, db.streams, db.meta, async () => {
      await db.kept.bulkPut([...answer.entries]);
      for (const stream of streams) await db.streams.update(stream, { n: next });
      for (const { stream, heard, traits, head } of answer.beside)
        await db.streams.update(stream, { heard: [...heard], traits: [...traits], head, here, asOf: answer.now });
      await db.meta.put({ name: 'server-key', value: answer.key });
    });
    after = next;
    if (!answer.more) return;
  }
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
  wanted = 'all';
  return true;
};
