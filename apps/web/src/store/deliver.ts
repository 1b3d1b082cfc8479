// [B1] [B2] The queue's way out. One tab delivers (Web Lock); without locks every tab does, and ids make that harmless.
import { blobsOf, deliverTexts, offerTexts } from './blobs.ts';
import { db, type KeptRow, type QueueRow } from './db.ts';
import { ask, DeskFault, NoNetwork, Refusal, SignedOut } from './api.ts';
import { sharedNow } from './device.ts';
import { tell, useLive } from './live.ts';
import { signedInAs } from './session.ts';
import { givesUp } from './patience.ts';
import { pullSoon } from './pull.ts';
import { type Answer, appendEntries } from '@green-lamp/core/api';

const mostAtOnce = 100;
let due: ReturnType<typeof setTimeout> | null = null;
let again = 500;

export const deliverSoon = (after = 0): void => {
  if (due !== null) clearTimeout(due);
  due = setTimeout(() => {
    due = null;
    const delivery =
      typeof navigator === 'object' && 'locks' in navigator ? navigator.locks.request('green-lamp:deliver', deliverNow) : deliverNow();
    delivery.catch(tell);
  }, after);
};

let running: Promise<void> = Promise.resolve();

/** Delivers until the queue is empty or the network is away; then tries again later by itself. One delivery at a time: another waits for it. */
export const deliverNow = (): Promise<void> => {
  const run = running.then(deliverAll);
  running = run.catch(() => undefined); // told to whoever asked for that run
  return run;
};

const deliverAll = async (): Promise<void> => {
  try {
    for (;;) {
      // A text is kept here before the entry that names it: what is queued up to here has all its texts here, and they go first.
      const last = await db.queue.orderBy('q').last();
      if (last === undefined) break;
      // What somebody else wrote here waits for their sign-in.
      const me = await signedInAs();
      if (me === null || !(await db.queue.filter(({ person }) => person === me).count())) break;
      await deliverTexts();
      const waiting = await db.queue
        .where('q')
        .belowOrEqual(last.q)
        .filter(({ person }) => person === me)
        .limit(mostAtOnce)
        .toArray();
      if (waiting.length > 0) await send(waiting);
    }
    again = 500;
    useLive.setState({ deskFails: false });
    pullSoon();
  } catch (error) {
    if (error instanceof SignedOut) return; // it goes on once somebody has signed in
    if (!(error instanceof NoNetwork)) throw error;
    useLive.setState(error instanceof DeskFault ? { deskFails: true } : { connected: false });
    again = Math.min(again * 2, 15_000);
    deliverSoon(again);
  }
};

/** Sends rows of one person. A refusal of the whole body, or a desk that fails at it, halves it; one alone goes to what was not accepted. */
const send = async (rows: readonly QueueRow[]): Promise<void> => {
  const [first] = rows;
  if (first === undefined) return;
  try {
    const secrets = rows.flatMap((row) => row.secrets);
    const { answers } = await ask(appendEntries, { body: { entries: rows.map(({ text }) => text), secrets } });
    useLive.setState({ connected: true });
    await settle(rows, answers);
  } catch (error) {
    if (error instanceof SignedOut || !(error instanceof Refusal || error instanceof DeskFault)) throw error;
    if (rows.length === 1) {
      if (error instanceof DeskFault && !givesUp(first.id)) throw error;
      const problems = error instanceof Refusal ? [...error.problems] : [{ code: 'refused', path: '', args: {}, sentence: error.message }];
      await settle(rows, [{ id: first.id, is: 'refused', problems }]);
      return;
    }
    const half = Math.ceil(rows.length / 2);
    await send(rows.slice(0, half));
    await send(rows.slice(half));
  }
};

const settle = async (rows: readonly QueueRow[], answers: readonly Answer[]): Promise<void> => {
  await db.transaction('rw', db.queue, db.kept, db.refused, async () => {
    for (const [i, row] of rows.entries()) {
      const answer = answers[i];
      if (answer === undefined) continue;
      const { id, stream, text, person, secrets } = row;
      if (answer.is === 'refused')
        await db.refused.put({ id, stream, text, person, secrets, problems: [...answer.problems], at: sharedNow() });
      else {
        const { n, seq, hash, received, link } = answer;
        const kept: KeptRow = { id, n, stream, seq, text, hash, received, link };
        await db.kept.put(kept);
      }
      await db.queue.delete(row.q);
    }
  });
};

/** Puts an entry that was not accepted back into the queue, as it is, with the texts that it names. */
export const offerAgain = async (id: string): Promise<void> => {
  await db.transaction('rw', db.queue, db.refused, db.blobs, async () => {
    const row = await db.refused.get(id as KeptRow['id']); // Dexie's key type is the branded id
    if (row === undefined) return;
    await offerTexts(blobsOf(row.text));
    await db.refused.delete(row.id);
    await db.queue.add({ id: row.id, stream: row.stream, text: row.text, person: row.person, secrets: row.secrets ?? [] });
  });
  deliverSoon();
};
