// Pictures by their hashes, in pieces.
import { flag, whole } from '../problem/index.ts';
import { mostPicture } from '../wire/index.ts';
import { reads, takes } from './route.ts';

/** How much of a picture has come, and whether it is kept. */
const come = { have: whole(0, mostPicture), kept: flag } as const;
export const pictureCome = reads('/api/pictures/:hash/pieces', 'How much of a picture has come.', {}, come);
export const sendPiece = takes(
  '/api/pictures/:hash/pieces',
  'The next piece of a picture, as octets.',
  { at: whole(0, mostPicture), of: whole(1, mostPicture) },
  come,
);
