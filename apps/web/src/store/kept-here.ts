// What is kept at hand: whole stations with their texts and pictures, to be worked with no network. Chosen by a person, or by having been opened.
import { isSha256, type Stream } from '@green-lamp/core/name';
import { readEntry } from '@green-lamp/core/journal';
import { listStations, type Summary } from '@green-lamp/core/api';
import { ask } from './api.ts';
import { keptText } from './blobs.ts';
import { db } from './db.ts';
import { keepStream, pullNow } from './pull.ts';

export type KeptStation = {
  readonly stream: Stream;
  readonly name: string;
  readonly entries: number;
  readonly bytes: number;
  readonly waits: number;
};

/** The stations that are kept here, with what they take. */
export const keptStations = async (): Promise<KeptStation[]> => {
  const streams = (await db.streams.toArray()).filter(({ stream }) => stream.startsWith('station:'));
  const names = new Map((await db.summaries.toArray()).map(({ stream, name }) => [stream, name]));
  return Promise.all(
    streams.map(async ({ stream }) => {
      const rows = await db.kept.where('stream').equals(stream).toArray();
      const opened = rows.find(({ text }) => text.includes('"kind":"station.opened"'));
      const read = opened === undefined ? null : readEntry(opened.text);
      const data = read?.ok === true ? read.value.data : null;
      const given = typeof data === 'object' && data !== null && 'name' in data && typeof data.name === 'string' ? data.name : 'a station';
      const texts = await db.blobs.bulkGet(blobsNamed(rows));
      const pictures = await db.pictures.where('stream').equals(stream).toArray();
      const bytes = [
        ...rows.map(({ text }) => text.length),
        ...texts.map((one) => one?.text.length ?? 0),
        ...pictures.map((one) => one.bytes.length),
      ];
      return {
        stream,
        name: names.get(stream) ?? given,
        entries: rows.length,
        bytes: bytes.reduce((sum, one) => sum + one, 0),
        waits: await db.queue.where('stream').equals(stream).count(),
      };
    }),
  );
};
const blobsNamed = (rows: readonly { readonly text: string }[]) =>
  rows.flatMap(({ text }) => {
    if (!text.includes('"blobs":[')) return [];
    const read = readEntry(text);
    return read.ok ? (read.value.blobs ?? []).filter(isSha256) : [];
  });

/** Keeps a station with all that its entries name. */
export const keepWhole = async (stream: Stream): Promise<void> => {
  await keepStream(stream);
  await pullNow(new Set([stream]));
  const rows = await db.kept.where('stream').equals(stream).toArray();
  for (const row of rows) {
    const read = readEntry(row.text);
    if (!read.ok || read.value.blobs === undefined) continue;
    // A picture's octets are kept by the browser itself, once they were shown; they are asked for here.
    if (read.value.kind === 'picture.taken')
      for (const hash of read.value.blobs) await fetch(`/api/pictures/${hash}`).catch(() => undefined);
    else for (const hash of read.value.blobs) await keptText(hash);
  }
};

const page = 200;
/** My jobs as the desk lists them. */
export const myJobs = async (): Promise<readonly Summary[]> => (await ask(listStations, { query: { show: 'mine', limit: page } })).stations;
/** Stations whose next visit is planned up to a day, from yesterday on: who comes back late has not left them yet. */
export const visitsUpTo = async (from: string, to: string): Promise<readonly Summary[]> =>
  (await ask(listStations, { query: { visitFrom: from, visitTo: to, limit: page } })).stations;
export const stationsCalled = async (find: string): Promise<readonly Summary[]> =>
  (await ask(listStations, { query: { find, limit: 12 } })).stations;

/** Lets go of a station of which nothing waits. It can be fetched again while the desk answers. */
export const letGo = async (stream: Stream): Promise<void> => {
  await db.transaction('rw', [db.kept, db.queue, db.streams, db.pictures], async () => {
    if ((await db.queue.where('stream').equals(stream).count()) > 0 || (await db.pictures.where({ stream, waits: 1 }).count()) > 0)
      throw new Error('Something of it waits to be delivered: it stays here until then.');
    await db.kept.where('stream').equals(stream).delete();
    await db.pictures.where('stream').equals(stream).delete();
    await db.streams.delete(stream);
  });
};

export type Room = { readonly used: number; readonly most: number; readonly lasting: boolean };
/** What the browser gives; null where it does not say. */
export const room = async (): Promise<Room | null> => {
  if (!('storage' in navigator)) return null;
  const { usage = 0, quota = 0 } = await navigator.storage.estimate();
  return { used: usage, most: quota, lasting: await navigator.storage.persisted() };
};
/** Asks the browser to keep it when the disk is short; some ask the person, some decide by themselves. */
export const askToStay = (): Promise<boolean> => navigator.storage.persist();
