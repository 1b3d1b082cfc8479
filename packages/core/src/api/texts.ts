// Texts by their hashes.
import { text } from '../problem/index.ts';
import { sha256 } from './entries.ts';
import { reads, tells } from './route.ts';

export const keepText = tells(
  '/api/blobs',
  'Keeps a masked text; one in which a secret of the station still stands is refused with its places.',
  { text: text(300_000), stream: text(60) },
  { hash: sha256 },
);
export const textByHash = reads('/api/blobs/:hash', 'A kept text.', {}, { text: text(300_000) });
