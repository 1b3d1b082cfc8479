// Pictures that were taken here: made smaller, kept as octets, sent in pieces by the way, and entered once the desk has them. They never hold up an entry.
import type { ElementId, LampName, Sha256, Stream, Ulid } from '@green-lamp/core/name';
import { sha256Of } from '@green-lamp/core/journal';

import { jpegSize, mostPicture } from '@green-lamp/core/wire';
import { NoNetwork, Refusal } from './api.ts';
import { append } from './append.ts';
import { db, type PictureRow } from './db.ts';
import { sharedNow } from './device.ts';
import { tell, useLive } from './live.ts';
import { sendPieces } from './picture-pieces.ts';

/** Longest side of what is kept, px, and how much of it is thrown away. Ours: a label is readable, and it is some 300 kB. */
const longest = 1600;
const quality = 0.82;

export type PictureOf = {
  readonly stream: Stream;
  readonly step: string;
  readonly lamp: LampName | null;
  readonly path: ElementId | null;
  /** The entry that it goes with. */
  readonly re?: Ulid;
};

/** A camera's file as a smaller JPEG without where and by what it was taken. Throws with a sentence where the browser can't read it. */
const smaller = async (file: File): Promise<Uint8Array> => {
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (bitmap === null) throw new Error(`${file.name} is no picture that this browser can read.`);
  const scale = Math.min(1, longest / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const blob = await new Promise<Blob | null>((done) => {
    canvas.toBlob(done, 'image/jpeg', quality);
  });
  if (blob === null || blob.size > mostPicture) throw new Error(`${file.name} could not be made small enough.`);
  return new Uint8Array(await blob.arrayBuffer());
};

/** Keeps a picture here at once; it goes out when there is a network. */
export const keepPicture = async (file: File, of: PictureOf): Promise<Sha256> => {
  const { person } = useLive.getState();
  if (person === null) {
    useLive.setState({ askPerson: true });
    throw new Error('Say first who you are.');
  }
  const bytes = await smaller(file);
  const hash = sha256Of(bytes);
  await db.pictures.put({ ...of, hash, bytes, taken: sharedNow(), person, waits: 1 });
  sendPictures();
  return hash;
};

/** Sends one picture from where the desk has it, then enters it. */
const sendOne = async (row: PictureRow): Promise<void> => {
  const { hash, bytes, stream, step, lamp, path, re, taken, person } = row;
  await sendPieces(row);
  const size = jpegSize(bytes);
  if (size !== null) {
    const data = { taken, step: step.slice(0, 200), lamp, path, ...size, bytes: bytes.length, words: '' };
    await append(stream, [{ kind: 'picture.taken', data, blobs: [hash], ...(re === undefined ? {} : { re: [re] }) }], [], person);
  }
  await db.pictures.update(hash, { waits: 0 });
};

/** Of those that the desk has, so many stay here, to be seen without it. */
const mostHere = 60;
const letGo = async (): Promise<void> => {
  const sent = await db.pictures.where('waits').equals(0).sortBy('taken');
  await db.pictures.bulkDelete(sent.slice(0, -mostHere).map(({ hash }) => hash));
};

const tryAgain = 15_000;
let running = false;
let due: ReturnType<typeof setTimeout> | null = null;

const sendAll = async (): Promise<void> => {
  const waiting = await db.pictures.where('waits').equals(1).toArray();
  for (const row of waiting)
    try {
      await sendOne(row);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      await db.pictures.update(row.hash, { waits: 2 });
      tell(new Error(`The picture of ${row.step} was not taken: ${error.message}`));
    }
  await letGo();
};

/** Sends what waits, one after another; without a network it is tried again by itself. */
export const sendPictures = (): void => {
  if (running) return;
  running = true;
  if (due !== null) clearTimeout(due);
  const lock = 'locks' in navigator ? navigator.locks.request('green-lamp:pictures', sendAll) : sendAll();
  lock
    .then(
      () => false,
      (error: unknown) => {
        if (!(error instanceof NoNetwork)) tell(error);
        return error instanceof NoNetwork;
      },
    )
    .then(async (again) => {
      running = false;
      const left = await db.pictures.where('waits').equals(1).count();
      if (again || left > 0) due = setTimeout(sendPictures, again ? tryAgain : 0);
    })
    .catch(tell);
};

/** Where a picture is shown from: this browser, while it is here, else the desk. */
export const pictureUrl = async (hash: Sha256): Promise<string> => {
  const here = await db.pictures.get(hash);
  return here === undefined ? `/api/pictures/${hash}` : URL.createObjectURL(new Blob([new Uint8Array(here.bytes)], { type: 'image/jpeg' }));
};
