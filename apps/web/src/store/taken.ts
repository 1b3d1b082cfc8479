// Secrets that this browser keeps: each sealed to the key that this device's PIN gives, for one person and for its days.
import type { Stream, Ulid } from '@green-lamp/core/name';
import { sealTo } from '@green-lamp/core/wire';
import { db } from './db.ts';
import { sharedNow } from './device.ts';
import { useLive } from './live.ts';
import { keptLock } from './lock.ts';

/** So long (ms) what was entered here can be looked at here. Ours. */
const ownLast = 14 * 86_400_000;
/** What each is sealed for. */
export const about = (stream: Stream, ref: string): string => `here ${stream} ${ref}`;

/** Whether a secret can be kept here: a PIN has to be set for it. */
export const canTake = (): boolean => keptLock()?.to !== undefined;

export const keepSealed = async (stream: Stream, ref: string, plain: string, person: Ulid, until: number): Promise<void> => {
  const to = keptLock()?.to;
  if (to === undefined) throw new Error('Set a PIN for this device first (your name, at the top): secrets are kept here under it alone.');
  const random = { key: crypto.getRandomValues(new Uint8Array(32)), nonce: crypto.getRandomValues(new Uint8Array(24)) };
  await db.taken.put({ ref, stream, person, sealed: sealTo(to, about(stream, ref), plain, random), until });
};

/** Keeps what a person has just entered, where this device has a PIN. */
export const keepOwn = async (stream: Stream, ref: string, plain: string): Promise<void> => {
  const { person } = useLive.getState();
  if (person !== null && canTake()) await keepSealed(stream, ref, plain, person, sharedNow() + ownLast);
};

/** Takes away what is kept of a station. */
export const giveBack = async (stream: Stream): Promise<void> => {
  await db.taken.where('stream').equals(stream).delete();
};
/** Takes away what has had its days. */
export const dropEnded = async (): Promise<void> => {
  await db.taken.where('until').belowOrEqual(sharedNow()).delete();
};

/** Whether a secret can be shown here without the desk, to whoever works here. */
export const isTaken = async (ref: string): Promise<boolean> => {
  await dropEnded();
  return (await db.taken.get(ref))?.person === useLive.getState().person;
};
