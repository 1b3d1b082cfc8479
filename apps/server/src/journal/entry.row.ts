// A kept entry: its text is the truth, the other columns are there to find it.
import { defineEntity, type InferEntity, p } from '@mikro-orm/core';

export const EntryRow = defineEntity({
  name: 'EntryRow',
  tableName: 'entry',
  properties: {
    n: p.integer().primary(),
    id: p.string().unique(),
    stream: p.string(),
    seq: p.integer(),
    /** Its place in the order, with its id. */
    ord: p.bigint('number'),
    text: p.text(),
    hash: p.string(),
    received: p.bigint('number'),
    link: p.string(),
  },
});
export type EntryRow = InferEntity<typeof EntryRow>;
