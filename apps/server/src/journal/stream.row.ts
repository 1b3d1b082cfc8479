// Where each stream stands: one row, written with every entry of it.
import { defineEntity, p } from '@mikro-orm/core';

export const StreamRow = defineEntity({
  name: 'StreamRow',
  tableName: 'stream',
  properties: { stream: p.string().primary(), seq: p.integer(), link: p.string(), received: p.bigint('number') },
});
