// A picture's octets on their way to the desk, by the page or by the browser's worker.
import { pictureCome, sendPiece } from '@green-lamp/core/api';
import { ask } from './api.ts';
import type { PictureRow } from './db.ts';
import { inPieces, piecePatience } from './pieces.ts';

export const sendPieces = ({ hash, bytes }: PictureRow): Promise<void> =>
  inPieces(
    new Uint8Array(bytes),
    () => ask(pictureCome, { names: { hash } }),
    (at, octets) => ask(sendPiece, { names: { hash }, query: { at, of: bytes.length }, octets, patience: piecePatience }),
  );
