// Secrets without a network: those that a person took along for a visit, or entered at this device. Each is sealed to the key that this device's PIN gives, stays for its days, goes with the sign-in, and each look at one is an entry.
import type { SettingKey, Stream, Ulid } from '@green-lamp/core/name';
import { standing } from '@green-lamp/core/journal';
import { isSecret } from '@green-lamp/core/sheet';
import { heldSecrets } from '@green-lamp/core/walk';
import { openSealed, sealTo } from '@green-lamp/core/wire';
import { append } from './append.ts';
import { db } from './db.ts';
import { sharedNow } from './device.ts';
import { foldedStream } from './fold.ts';
import { useLive } from './live.ts';
import { keptLock } from './lock.ts';
import { reveal } from './reveal.ts';

/** So long (ms) what was entered here can be looked at here. Ours. */
const ownLast = 14 * 86_400_000;
const about = (stream: Stream, ref: string): string => `here ${stream} ${ref}`;

/** Whether a secret can be kept here: a PIN has to be set for it. */
export const canTake = (): boolean => keptLock()?.to !== undefined;

const keep = async (stream: Stream, ref: string, plain: string, person: Ulid, until: number): Promise<void> => {
  const to = keptLock()?.to;
  if (to === undefined) throw new Error('Set a PIN for this device first (your name, at the top): secrets are kept here under it alone.');
  const random = { key: crypto.getRandomValues(new Uint8Array(32)), nonce: crypto.getRandomValues(new Uint8Array(24)) };
  await db.taken.put({ ref, stream, person, sealed: sealTo(to, about(stream, ref), plain, random), until });
};

/** Keeps what a person has just entered, where this device has a PIN. */
export const keepOwn = async (stream: Stream, ref: string, plain: string): Promise<void> => {
  const { person } = useLive.getState();
  if (person !== null && canTake()) await keep(stream, ref, plain, person, sharedNow() + ownLast);
};

/** Takes a station's secrets along until an instant; each is shown by the desk for it, and entered so. Gives how many. */
export const takeAlong = async (stream: Stream, until: number): Promise<number> => {
  const { person } = useLive.getState();
  if (person === null) throw new Error('Say first who you are.');
  if (!canTake()) throw new Error('Set a PIN for this device first (your name, at the top): secrets are kept here under it alone.');
  const { state } = await foldedStream(stream);
  const held = heldSecrets(state);
  for (const { key, ref } of held) await keep(stream, ref, await reveal(stream, key, ref, state.last?.ord ?? 0), person, until);
  return held.length;
};

/** Takes away what is kept of a station, or of all. */
export const giveBack = async (stream?: Stream): Promise<void> => {
  await (stream === undefined ? db.taken.clear() : db.taken.where('stream').equals(stream).delete());
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

/** A secret as the PIN opens it; the look is entered first. Throws with a sentence, also for a wrong PIN. */
export const openTaken = async (stream: Stream, key: SettingKey, ref: string, pin: string): Promise<string> => {
  await dropEnded();
  const row = await db.taken.get(ref);
  if (row?.person !== useLive.getState().person) throw new Error('It is not kept here for you, or its days are over.');
  const { keyByPin, mostTries } = await import('./pin.ts');
  const opened = keyByPin(pin);
  if (typeof opened === 'number')
    throw new Error(
      opened === 0
        ? `${mostTries} wrong tries: the PIN is gone, and what was kept under it.`
        : `Wrong PIN: ${opened === 1 ? 'one try is' : `${opened} tries are`} left.`,
    );
  const { state } = await foldedStream(stream);
  const value = standing(state, key)?.value;
  if (!isSecret(value) || value.secret !== ref) {
    await db.taken.delete(ref);
    throw new Error('Another secret stands there now.');
  }
  const plain = openSealed(opened, about(stream, ref), row.sealed);
  if (plain === null) throw new Error('It can’t be opened by this PIN. Ask the desk for it.');
  await append(stream, [{ kind: 'secret.revealed', data: { ref: value.secret, key } }]);
  return plain;
};
