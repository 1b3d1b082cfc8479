// Stations as this browser knows them by itself: those it keeps, folded here with what waits, and those it only saw in a list.
import { peopleStream, type Stream } from '@green-lamp/core/name';
import { rulesOf } from '@green-lamp/core/lamp';
import { byUrgency, summary } from '@green-lamp/core/walk';
import { db } from './db.ts';
import { sharedNow } from './device.ts';
import { foldedStream } from './fold.ts';
import { type Published, publishedHere } from './rules.ts';
import type { Summary } from '@green-lamp/core/api';

const summaryOf = async (stream: Stream, people: { readonly [person: string]: string }, published: Published): Promise<Summary | null> => {
  const { state } = await foldedStream(stream);
  const beside = await db.streams.get(stream);
  const traits = new Map((beside?.traits ?? []).map((of) => [of.ref, of]));
  const of = summary(state, {
    ...rulesOf(state, published),
    heard: beside?.heard ?? [],
    ...(beside?.here == null ? {} : { here: beside.here }),
    now: sharedNow(),
    traits: (ref) => traits.get(ref) ?? null,
    person: (person) => people[person] ?? null,
  });
  return of === null ? null : { stream, ...of, quiet: null };
};

const folded = async (streams: readonly Stream[]): Promise<Summary[]> => {
  const { people } = (await foldedStream(peopleStream)).state;
  const published = await publishedHere();
  const stations = [...new Set(streams)].filter((stream) => stream.startsWith('station:'));
  return (await Promise.all(stations.map((stream) => summaryOf(stream, people, published)))).flatMap((of) => of ?? []);
};

/** Every station that is known here. */
export const localSummaries = async (): Promise<Summary[]> => {
  const [kept, waiting] = [await db.streams.toArray(), await db.queue.toArray()];
  const mine = await folded([...kept, ...waiting].map(({ stream }) => stream));
  const seen = (await db.summaries.toArray()).filter(({ stream }) => !mine.some((of) => of.stream === stream));
  return [...mine, ...seen].sort(byUrgency);
};

/** Stations whose opening still waits to be delivered. */
export const unsentSummaries = async (): Promise<Summary[]> => {
  const opened = (await db.queue.toArray()).filter(({ text }) => text.includes('"kind":"station.opened"'));
  return folded(opened.map(({ stream }) => stream));
};
