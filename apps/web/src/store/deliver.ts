// When this page delivers its queue: soon after a press, again by itself while the network is away, and by the browser's worker once the page is closed.
import { type KeptRow, db } from './db.ts';
import { blobsOf, offerTexts } from './blobs.ts';
import { DeskFault, NoNetwork, SignedOut } from './api.ts';
import { alone, deliverQueue, inBackground } from './delivery.ts';
import { sharedNow } from './device.ts';
import { tell, useLive } from './live.ts';
import { signedInAs } from './session.ts';
import { pullSoon } from './pull.ts';

let due: ReturnType<typeof setTimeout> | null = null;
let again = 500;

export const deliverSoon = (after = 0): void => {
  if (due !== null) clearTimeout(due);
  due = setTimeout(() => {
    due = null;
    alone(deliverNow).catch(tell);
  }, after);
};

let running: Promise<void> = Promise.resolve();

/** Delivers until the queue is empty or the network is away; then tries again later by itself. One delivery at a time: another waits for it. */
export const deliverNow = (): Promise<void> => {
  const run = running.then(deliverAll);
  running = run.catch(() => undefined); // told to whoever asked for that run
  return run;
};

const heard = (): void => {
  useLive.setState({ connected: true });
};
const deliverAll = async (): Promise<void> => {
  try {
    await deliverQueue({ person: signedInAs, now: sharedNow, heard });
    again = 500;
    useLive.setState({ deskFails: false });
    pullSoon();
  } catch (error) {
    if (error instanceof SignedOut) return; // it goes on once somebody has signed in
    if (!(error instanceof NoNetwork)) throw error;
    useLive.setState(error instanceof DeskFault ? { deskFails: true } : { connected: false });
    again = Math.min(again * 2, 15_000);
    deliverSoon(again);
    askWorker().catch(() => undefined); // a browser that says no delivers while the page is open
  }
};

type Syncs = { readonly sync: { register: (tag: string) => Promise<void> } };
const canSync = (registration: ServiceWorkerRegistration): registration is ServiceWorkerRegistration & Syncs => 'sync' in registration;
/** Whether this browser delivers also when the page is closed. */
export const delivers = async (): Promise<boolean> => {
  if (typeof navigator !== 'object' || !('serviceWorker' in navigator)) return false;
  const registration = await navigator.serviceWorker.getRegistration();
  return registration !== undefined && canSync(registration);
};
/** Asks the browser to deliver by its worker once there is a network. */
const askWorker = async (): Promise<void> => {
  if (!(await delivers())) return;
  const registration = await navigator.serviceWorker.ready;
  if (canSync(registration)) await registration.sync.register(inBackground);
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
