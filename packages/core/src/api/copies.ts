// Copies of the desk's database.
import { atLeast, listOf, oneOf, orNull, text, whole } from '../problem/index.ts';
import { mostWhole, reads, tells } from './route.ts';

const count = whole(0, mostWhole);
const copies = {
  folder: text(4000),
  state: oneOf(['resting', 'copying', 'reading']),
  /** Why the last one failed; null where it did not. */
  failed: orNull(text(4000)),
  /** Every so many hours, and so many are kept; 0 is never, and all. */
  hours: count,
  kept: count,
  /** Newest first. Each was read through when it was made. */
  copies: listOf(atLeast({ name: text(200), at: count, bytes: count }), 100_000),
} as const;
export const seeCopies = reads('/api/copies', 'Copies of the database that were made, and how the making of one stands.', {}, copies);
export const makeCopy = tells('/api/copies', 'Makes a copy now, while the desk goes on.', {}, copies);
