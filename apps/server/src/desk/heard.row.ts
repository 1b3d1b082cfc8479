// Routine arrivals of a station, summed up.
import { defineEntity, p } from '@mikro-orm/core';

export const HeardRow = defineEntity({
  name: 'HeardRow',
  tableName: 'heard',
  properties: {
    what: p.string().primary(),
    station: p.string(),
    path: p.string().nullable(),
    receiver: p.string(),
    event: p.string(),
    last: p.bigint('number'),
    count: p.integer(),
    gap: p.bigint('number').nullable(),
  },
});
