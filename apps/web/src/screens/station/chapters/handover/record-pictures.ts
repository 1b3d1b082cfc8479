// Pictures as a document takes them: as data, made smaller for paper. One that can't be had is left out, and said to be.
import type { Sha256 } from '@green-lamp/core/name';
import { pictureUrl } from '../../../../store/pictures.ts';

/** Longest side on paper, px: 10 cm at 200 to the inch. How many go into one document. Ours. */
const [longest, most] = [800, 40];

const smaller = async (hash: Sha256): Promise<string | null> => {
  try {
    const answer = await fetch(await pictureUrl(hash));
    if (!answer.ok) return null;
    const bitmap = await createImageBitmap(await answer.blob());
    const scale = Math.min(1, longest / Math.max(bitmap.width, bitmap.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(bitmap.width * scale));
    canvas.height = Math.max(1, Math.round(bitmap.height * scale));
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    bitmap.close();
    return canvas.toDataURL('image/jpeg', 0.8);
  } catch {
    return null; // neither here nor at the desk now: the document says how many are missing
  }
};

/** The newest pictures as data, by their hash. */
export const drawnPictures = async (hashes: readonly Sha256[]): Promise<{ [hash: string]: string }> => {
  const drawn: { [hash: string]: string } = {};
  for (const hash of hashes.slice(-most)) {
    const image = await smaller(hash);
    if (image !== null) drawn[hash] = image;
  }
  return drawn;
};
