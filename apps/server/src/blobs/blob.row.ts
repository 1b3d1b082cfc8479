// A text that an entry names by its hash: what a device answered, with its secrets masked. Never changed. Kept as octets, since SQLite's text ends at a NUL.
import { defineEntity, type InferEntity, p } from '@mikro-orm/core';

export const BlobRow = defineEntity({
  name: 'BlobRow',
  tableName: 'blob',
  properties: { hash: p.string().primary(), bytes: p.blob(), kept: p.integer() },
});
export type BlobRow = InferEntity<typeof BlobRow>;
