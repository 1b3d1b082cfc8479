// [S2] Texts that entries name by their hash: masked before they are hashed, kept here first, delivered before the entries that name them.
import type { Sha256 } from '@green-lamp/core/name';
import { hashOf } from '@green-lamp/core/journal';
import { mask } from '@green-lamp/core/wire';
import { DeskFault, get, post, Refusal } from './api.ts';
import { db } from './db.ts';
import { givesUp } from './patience.ts';

/** Masks a text and keeps it here; it goes out with the queue. */
export const keepText = async (text: string): Promise<Sha256> => {
  const masked = mask(text);
  const hash = hashOf(masked);
  if ((await db.blobs.get(hash)) === undefined) await db.blobs.add({ hash, text: masked, waits: 1 });
  return hash;
};

/** A kept text: from here, else from the desk. Null where neither has it. */
export const keptText = async (hash: Sha256): Promise<string | null> => {
  const here = await db.blobs.get(hash);
  if (here !== undefined) return here.text;
  try {
    const { text } = await get<{ text: string }>(`/api/blobs/${hash}`);
    await db.blobs.put({ hash, text, waits: 0 });
    return text;
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
};

/** Texts that are to be offered anew, with an entry that names them. */
export const offerTexts = async (hashes: readonly string[]): Promise<void> => {
  await db.blobs.where('hash').anyOf(hashes).modify({ waits: 1 });
};

/** Sends every text that waits. One that is refused, or at which the desk fails again and again, stops nothing: the entry that names it is then told so. */
export const deliverTexts = async (): Promise<void> => {
  for (const { hash, text } of await db.blobs.where('waits').equals(1).toArray()) {
    try {
      await post('/api/blobs', '', { text });
    } catch (error) {
      if (error instanceof DeskFault ? !givesUp(hash) : !(error instanceof Refusal)) throw error;
    }
    await db.blobs.update(hash, { waits: 0 });
  }
};
