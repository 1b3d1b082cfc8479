// A cached state. Losing it loses nothing.
import { defineEntity, p } from '@mikro-orm/core';

export const StateRow = defineEntity({
  name: 'StateRow',
  tableName: 'state',
  properties: { stream: p.string().primary(), seq: p.integer(), foldVersion: p.integer(), json: p.text() },
});
