// Routine arrivals of a station, summed up.
import { defineEntity, p } from '@mikro-orm/core';

export const HeardRow = defineEntity({
  name: 'HeardRow',
  tableName: 'heard',
  properties: {
    what: p.string().primary(),
    station: p.string(),
    path: p.string().nullable(),
    receiver: p.string().nullable(),
    event: p.string(),
    strength: p.string(),
    simulated: p.boolean(),
    last: p.bigint('number'),
    count: p.integer(),
    /** Instants of the last calls of grade 6, as JSON. */
    recent: p.text(),
  },
});
