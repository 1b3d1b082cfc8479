// Every table, as MikroORM knows it. Rows are written in batches by the journal's one writer.
import { DeviceKeyRow } from './accounts/device-key.row.ts';
import { LoginRow } from './accounts/login.row.ts';
import { SessionRow } from './accounts/session.row.ts';
import { AccountRow } from './desk/account.row.ts';
import { AddressRow } from './desk/address.row.ts';
import { FrameRow } from './desk/frame.row.ts';
import { HeardRow } from './desk/heard.row.ts';
import { BlobRow } from './blobs/blob.row.ts';
import { EntryRow } from './journal/entry.row.ts';
import { StateRow } from './journal/state.row.ts';
import { StreamRow } from './journal/stream.row.ts';
import { SecretRow } from './secrets/secret.row.ts';
import { MetaRow } from './shell/meta.row.ts';

export const rows = [
  EntryRow,
  StreamRow,
  StateRow,
  FrameRow,
  HeardRow,
  AccountRow,
  AddressRow,
  SecretRow,
  MetaRow,
  BlobRow,
  LoginRow,
  SessionRow,
  DeviceKeyRow,
];
