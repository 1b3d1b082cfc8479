// [S2] Texts that entries name by their hash: masked before they are hashed, kept here first, delivered before the entries that name them.
import { isObject, type Sha256, type Stream } from '@green-lamp/core/name';
import { hashOf } from '@green-lamp/core/journal';
import { mask, maskPlaces, pictureStep, type Place } from '@green-lamp/core/wire';
import { keepText as keepAtDesk, sendTextPiece, textByHash, textCome } from '@green-lamp/core/api';
import { ask, DeskFault, Refusal } from './api.ts';
import { type BlobRow, db } from './db.ts';
import { givesUp } from './patience.ts';
import { inPieces, piecePatience } from './pieces.ts';

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
    const { text } = await ask(textByHash, { names: { hash } });
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

/** The texts that an entry names, by their hashes. */
export const blobsOf = (text: string): string[] => {
  const entry: unknown = JSON.parse(text); // its text was written by this page
  return isObject(entry) && Array.isArray(entry['blobs']) ? entry['blobs'].map(String) : [];
};

const isPlace = (value: unknown): value is Place => Array.isArray(value) && value.length === 2 && value.every((n) => Number.isInteger(n));
/** Where the desk found a secret in a text; null where it refused it for something else. */
const placesIn = (refusal: Refusal): readonly Place[] | null => {
  const found = refusal.problems.find(({ code }) => code === 'secret-stands');
  const at: unknown = found?.args['at'];
  return found === undefined ? null : Array.isArray(at) ? at.filter(isPlace) : [];
};

/** Puts a text that was masked anew in the place of the old one, in every waiting entry that names it. Its hash is as long as the other, so the entry's form stays. */
const replaceText = async (old: Sha256, text: string): Promise<void> => {
  const hash = hashOf(text);
  await db.transaction('rw', db.blobs, db.queue, async () => {
    await db.blobs.put({ hash, text, waits: 1 });
    await db.queue
      .filter((row) => row.text.includes(old))
      .modify((row) => {
        row.text = row.text.replaceAll(old, hash);
      });
    await db.blobs.delete(old);
  });
};

/** The stream of the first waiting entry that names each text. */
const streamsOfTexts = async (): Promise<ReadonlyMap<string, Stream>> => {
  const streams = new Map<string, Stream>();
  await db.queue.orderBy('q').each(({ stream, text }) => {
    if (text.includes('"blobs":[')) for (const hash of blobsOf(text)) if (!streams.has(hash)) streams.set(hash, stream);
  });
  return streams;
};

/** A text that fits into one piece goes as it is, a longer one in pieces. */
const sendText = async (hash: Sha256, text: string, stream: Stream): Promise<void> => {
  const octets = new TextEncoder().encode(text);
  if (octets.length <= pictureStep) await ask(keepAtDesk, { body: { text, stream }, patience: piecePatience });
  else
    await inPieces(
      octets,
      () => ask(textCome, { names: { hash } }),
      (at, piece) =>
        ask(sendTextPiece, { names: { hash }, query: { at, of: octets.length, stream }, octets: piece, patience: piecePatience }),
    );
};

/** Sends one text. One in which the desk still finds a secret is masked anew, and goes out as another one with its entry. */
const deliverText = async ({ hash, text }: BlobRow, stream: Stream): Promise<void> => {
  try {
    await sendText(hash, text, stream);
  } catch (error) {
    if (error instanceof DeskFault ? !givesUp(hash) : !(error instanceof Refusal)) throw error;
    const places = error instanceof Refusal ? placesIn(error) : null;
    const masked = places === null ? text : maskPlaces(text, places);
    if (masked !== text) {
      await replaceText(hash, masked);
      return;
    }
  }
  await db.blobs.update(hash, { waits: 0 });
};

/** Most times that texts are masked anew in one delivery. */
const mostRounds = 4;
/** Sends every text that waits. One that is refused, or at which the desk fails again and again, stops nothing: the entry that names it is then told so. */
export const deliverTexts = async (): Promise<void> => {
  for (let round = 0; round < mostRounds; round++) {
    const waiting = await db.blobs.where('waits').equals(1).toArray();
    if (waiting.length === 0) return;
    const streams = await streamsOfTexts();
    for (const row of waiting) {
      const stream = streams.get(row.hash);
      if (stream !== undefined) await deliverText(row, stream);
    }
    if (waiting.every(({ hash }) => !streams.has(hash))) return;
  }
};
