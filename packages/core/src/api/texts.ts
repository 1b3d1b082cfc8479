// Texts by their hashes.
import { flag, text, whole } from '../problem/index.ts';
import { sha256 } from './entries.ts';
import { reads, takes, tells } from './route.ts';

/** Most octets of a text that comes in pieces: what 300,000 characters may take. */
export const mostText = 1_200_000;

export const keepText = tells(
  '/api/blobs',
  'Keeps a masked text; one in which a secret of the station still stands is refused with its places.',
  { text: text(300_000), stream: text(60) },
  { hash: sha256 },
);
/** How much of a text has come, and whether it is kept. */
const come = { have: whole(0, mostText), kept: flag } as const;
export const textCome = reads('/api/blobs/:hash/pieces', 'How much of a text has come.', {}, come);
export const sendTextPiece = takes(
  '/api/blobs/:hash/pieces',
  'The next piece of a masked text, as octets of UTF-8; judged as a whole once all of it is here.',
  { at: whole(0, mostText), of: whole(1, mostText), stream: text(60) },
  come,
);
export const textByHash = reads('/api/blobs/:hash', 'A kept text.', {}, { text: text(300_000) });
