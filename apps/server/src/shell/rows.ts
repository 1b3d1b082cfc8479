// The tables, as MikroORM knows them. Rows are written in batches by the journal's one writer.
import { defineEntity, type InferEntity, p } from '@mikro-orm/core';

export const EntryRow = defineEntity({
  name: 'EntryRow',
  tableName: 'entry',
  properties: {
    n: p.integer().primary(),
    id: p.string().unique(),
    stream: p.string(),
    seq: p.integer(),
    text: p.text(),
    hash: p.string(),
    received: p.bigint('number'),
    link: p.string(),
  },
});
export type EntryRow = InferEntity<typeof EntryRow>;

export const StateRow = defineEntity({
  name: 'StateRow',
  tableName: 'state',
  properties: { stream: p.string().primary(), seq: p.integer(), foldVersion: p.integer(), json: p.text() },
});

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
    status: p.string(),
    why: p.string().nullable(),
    account: p.string().nullable(),
    instant: p.string().nullable(),
    fields: p.text().nullable(),
    station: p.string().nullable(),
    receiver: p.string().nullable(),
    path: p.string().nullable(),
    how: p.string().nullable(),
    event: p.string().nullable(),
    grade: p.integer().nullable(),
    seen: p.float(),
    simulated: p.boolean(),
    repeats: p.integer(),
    entry: p.string().nullable(),
  },
});
export type FrameRow = InferEntity<typeof FrameRow>;

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

export const AccountRow = defineEntity({
  name: 'AccountRow',
  tableName: 'account',
  properties: { account: p.string().primary(), station: p.string() },
});

export const SecretRow = defineEntity({
  name: 'SecretRow',
  tableName: 'secret',
  properties: {
    ref: p.string().primary(),
    stream: p.string(),
    keyId: p.string(),
    sealed: p.blob(),
    same: p.string(),
    length: p.integer(),
    alphabet: p.string(),
    factoryDefault: p.boolean(),
  },
});
export type SecretRow = InferEntity<typeof SecretRow>;

export const MetaRow = defineEntity({ name: 'MetaRow', tableName: 'meta', properties: { name: p.string().primary(), value: p.string() } });

export const rows = [EntryRow, StateRow, FrameRow, HeardRow, AccountRow, SecretRow, MetaRow];
