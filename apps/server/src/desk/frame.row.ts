// What the desk stored of one call: bytes, fields, instants, and how it was attributed.
import { defineEntity, type InferEntity, p } from '@mikro-orm/core';

export const FrameRow = defineEntity({
  name: 'FrameRow',
  tableName: 'frame',
  properties: {
    id: p.integer().primary(),
    at: p.bigint('number'),
    kept: p.bigint('number'),
    listener: p.string(),
    port: p.integer(),
    address: p.string(),
    fromPort: p.integer(),
    bytes: p.blob(),
    digest: p.string(),
    /** Of what is the same where a call comes again with another timestamp; null where it has no number. */
    alike: p.string().nullable(),
    status: p.string(),
    why: p.string().nullable(),
    account: p.string().nullable(),
    instant: p.string().nullable(),
    fields: p.text().nullable(),
    station: p.string().nullable(),
    receiver: p.string().nullable(),
    path: p.string().nullable(),
    how: p.string().nullable(),
    /** How surely it came by its path; null where it is no station's. */
    strength: p.string().nullable(),
    /** Paths by which it can't have come, as JSON. */
    impossible: p.text().nullable(),
    event: p.string().nullable(),
    grade: p.integer().nullable(),
    zone: p.string().nullable(),
    turn: p.string().nullable(),
    part: p.integer(),
    seen: p.float(),
    simulated: p.boolean(),
    repeats: p.integer(),
    entry: p.string().nullable(),
  },
});
export type FrameRow = InferEntity<typeof FrameRow>;
