// A kept entry's row as it is answered.
import type { KeptEntry } from '@green-lamp/core/api';
import { isSha256, isStream, isUlid, sure } from '@green-lamp/core/name';
import type { NewEntry } from './turn.ts';

export const keptEntryOf = ({ n, id, stream, seq, text, hash, received, link }: NewEntry): KeptEntry => ({
  n,
  id: sure(isUlid, id),
  stream: sure(isStream, stream),
  seq,
  text,
  hash: sure(isSha256, hash),
  received,
  link: sure(isSha256, link),
});
