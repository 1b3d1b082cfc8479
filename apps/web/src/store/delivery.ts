// [B1] [B2] The queue's way out. The page goes it, and where the browser can, the worker behind a page that is closed. Ids make it harmless that two do.
import type { Ulid } from '@green-lamp/core/name';
import { type Answer, appendEntries } from '@green-lamp/core/api';
import type { Instant } from '@green-lamp/core/quantity';
import { ask, DeskFault, NoNetwork, Refusal, SignedOut } from './api.ts';
import { deliverTexts } from './blobs.ts';
import { db, type KeptRow, type QueueRow } from './db.ts';
import { givesUp } from './patience.ts';

/** Entries that go at once: fewer after each time that the network did not carry them in time, more again after each that it did. */
const mostAtOnce = 100;
let atOnce = mostAtOnce;
/** One delivers for all pages and the worker of this browser. */
const lock = 'green-lamp:deliver';
/** By what the browser's worker is asked to deliver once there is a network. */
export const inBackground = 'green-lamp:deliver';

export type Sender = {
  /** Who is signed in here; null where nobody is. */
  readonly person: () => Promise<Ulid | null>;
  readonly now: () => Instant;
  /** Told when the desk has answered. */
  readonly heard: () => void;
};

/** Runs alone among the pages and the worker of this browser; without locks each runs. */
export const alone = async (run: () => Promise<void>): Promise<void> => {
  if (typeof navigator === 'object' && 'locks' in navigator) await navigator.locks.request(lock, run);
  else await run();
};

/** Delivers what the person who is signed in has written here. What somebody else wrote waits for their sign-in. */
export const deliverQueue = async (by: Sender): Promise<void> => {
  for (;;) {
    // A text is kept here before the entry that names it: what is queued up to here has all its texts here, and they go first.
    const last = await db.queue.orderBy('q').last();
    if (last === undefined) return;
    const me = await by.person();
    if (me === null || !(await db.queue.filter(({ person }) => person === me).count())) return;
    await deliverTexts();
    const waiting = await db.queue
      .where('q')
      .belowOrEqual(last.q)
      .filter(({ person }) => person === me)
      .limit(atOnce)
      .toArray();
    if (waiting.length > 0) await carried(waiting, by);
  }
};

const carried = async (rows: readonly QueueRow[], by: Sender): Promise<void> => {
  try {
    await send(rows, by);
    atOnce = Math.min(mostAtOnce, 2 * atOnce);
  } catch (error) {
    if (error instanceof NoNetwork && !(error instanceof DeskFault)) atOnce = Math.max(1, Math.floor(Math.min(atOnce, rows.length) / 4));
    throw error;
  }
};

/** Sends rows of one person. A refusal of the whole body, or a desk that fails at it, halves it; one alone goes to what was not accepted. */
const send = async (rows: readonly QueueRow[], by: Sender): Promise<void> => {
  const [first] = rows;
  if (first === undefined) return;
  try {
    const secrets = rows.flatMap((row) => row.secrets);
    const { answers } = await ask(appendEntries, { body: { entries: rows.map(({ text }) => text), secrets } });
    by.heard();
    await settle(rows, answers, by.now());
  } catch (error) {
    if (error instanceof SignedOut || !(error instanceof Refusal || error instanceof DeskFault)) throw error;
    if (rows.length === 1) {
      if (error instanceof DeskFault && !givesUp(first.id)) throw error;
      const problems = error instanceof Refusal ? [...error.problems] : [{ code: 'refused', path: '', args: {}, sentence: error.message }];
      await settle(rows, [{ id: first.id, is: 'refused', problems }], by.now());
      return;
    }
    const half = Math.ceil(rows.length / 2);
    await send(rows.slice(0, half), by);
    await send(rows.slice(half), by);
  }
};

const settle = async (rows: readonly QueueRow[], answers: readonly Answer[], at: Instant): Promise<void> => {
  await db.transaction('rw', db.queue, db.kept, db.refused, async () => {
    for (const [i, row] of rows.entries()) {
      const answer = answers[i];
      if (answer === undefined) continue;
      const { id, stream, text, person, secrets } = row;
      if (answer.is === 'refused') await db.refused.put({ id, stream, text, person, secrets, problems: [...answer.problems], at });
      else {
        const { n, seq, hash, received, link } = answer;
        const kept: KeptRow = { id, n, stream, seq, text, hash, received, link };
        await db.kept.put(kept);
      }
      await db.queue.delete(row.q);
    }
  });
};
