// The tables that the writer writes and that decisions read, by prepared statements on the mapper's own connection.
import { LoginRow } from '../accounts/login.row.ts';
import { DeviceKeyRow } from '../accounts/device-key.row.ts';
import { SessionRow } from '../accounts/session.row.ts';
import { BlobRow } from '../blobs/blob.row.ts';
import { AccountRow } from '../desk/account.row.ts';
import { AddressRow } from '../desk/address.row.ts';
import { FrameRow } from '../desk/frame.row.ts';
import { HeardRow } from '../desk/heard.row.ts';
import { SecretRow } from '../secrets/secret.row.ts';
import type { Database } from '../shell/database.ts';
import { MetaRow } from '../shell/meta.row.ts';
import { EntryRow } from './entry.row.ts';
import { StateRow } from './state.row.ts';
import { StreamRow } from './stream.row.ts';
import type { NewBlob, NewDeviceKey, NewEntry, NewFrame, NewLogin, NewSecret, NewSession, Plain } from './turn.ts';
import type { InferEntity } from '@mikro-orm/core';

type Of<E> = Plain<InferEntity<E>>;

export const tablesOf = (database: Database) => ({
  entry: database.table<NewEntry>(EntryRow),
  stream: database.table<Of<typeof StreamRow>>(StreamRow),
  state: database.table<Of<typeof StateRow>>(StateRow),
  frame: database.table<NewFrame>(FrameRow),
  heard: database.table<Of<typeof HeardRow>>(HeardRow),
  account: database.table<Of<typeof AccountRow>>(AccountRow),
  address: database.table<Of<typeof AddressRow>>(AddressRow),
  secret: database.table<NewSecret>(SecretRow),
  blob: database.table<NewBlob>(BlobRow),
  login: database.table<NewLogin>(LoginRow),
  deviceKey: database.table<NewDeviceKey>(DeviceKeyRow),
  session: database.table<NewSession>(SessionRow),
  meta: database.table<Of<typeof MetaRow>>(MetaRow),
});
export type Tables = ReturnType<typeof tablesOf>;
