// Secrets without a network: those that a person took along for a visit, or entered at this device. Each is sealed to the key that this device's PIN gives, stays for its days, goes with the sign-in, and each look at one is an entry.
import type { SettingKey, Stream } from '@green-lamp/core/name';
import { standing } from '@green-lamp/core/journal';
import { isSecret } from '@green-lamp/core/sheet';
import { heldSecrets } from '@green-lamp/core/walk';
import { openSealed } from '@green-lamp/core/wire';
import { append } from './append.ts';
import { db } from './db.ts';
import { foldedStream } from './fold.ts';
import { useLive } from './live.ts';
import { reveal } from './reveal.ts';
import { about, canTake, dropEnded, keepSealed } from './taken.ts';

/** Takes a station's secrets along until an instant; each is shown by the desk for it, and entered so. Gives how many. */
export const takeAlong = async (stream: Stream, until: number): Promise<number> => {
  const { person } = useLive.getState();
  if (person === null) throw new Error('Say first who you are.');
  if (!canTake()) throw new Error('Set a PIN for this device first (your name, at the top): secrets are kept here under it alone.');
  const { state } = await foldedStream(stream);
  const held = heldSecrets(state);
  for (const { key, ref } of held) await keepSealed(stream, ref, await reveal(stream, key, ref, state.last?.ord ?? 0), person, until);
  return held.length;
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
