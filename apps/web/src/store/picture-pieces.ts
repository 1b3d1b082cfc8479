// A picture's octets on their way to the desk: by pieces, from where the desk has it, by the page or by the browser's worker.
import { pictureStep } from '@green-lamp/core/wire';
import { pictureCome, sendPiece } from '@green-lamp/core/api';
import { ask } from './api.ts';
import type { PictureRow } from './db.ts';

export const sendPieces = async ({ hash, bytes }: PictureRow): Promise<void> => {
  let { have, kept } = await ask(pictureCome, { names: { hash } });
  while (!kept) {
    const piece = bytes.slice(have, have + pictureStep);
    ({ have, kept } = await ask(sendPiece, { names: { hash }, query: { at: have, of: bytes.length }, octets: piece }));
  }
};
