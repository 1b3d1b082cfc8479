// Writes what a turn has drafted: all of it in one transaction, or nothing.
import type { Database, Em } from '../shell/database.ts';
import { AccountRow } from '../desk/account.row.ts';
import { AddressRow } from '../desk/address.row.ts';
import { EntryRow } from './entry.row.ts';
import { FrameRow } from '../desk/frame.row.ts';
import { HeardRow } from '../desk/heard.row.ts';
import { SecretRow } from '../secrets/secret.row.ts';
import type { Draft } from './turn.ts';

export const inBatches = async <T>(rows: readonly T[], size: number, write: (some: T[]) => Promise<unknown>): Promise<void> => {
  for (let from = 0; from < rows.length; from += size) await write(rows.slice(from, from + size));
};

const addRepeats = async (tx: Em, id: number, more: number): Promise<void> => {
  const row = await tx.findOneOrFail(FrameRow, { id });
  await tx.nativeUpdate(FrameRow, { id }, { repeats: row.repeats + more });
};

export const commit = async (database: Database, draft: Draft): Promise<void> => {
  if (draft.entries.length + draft.frames.length + draft.repeats.size + draft.secrets.length === 0) return;
  const heard = [...draft.heard].map(([what, { station, path, receiver, event, strength, simulated, last, count, recent }]) => ({
    what,
    station,
    path,
    receiver,
    event,
    strength,
    simulated,
    last,
    count,
    recent: JSON.stringify(recent),
  }));
  await database.em().transactional(async (tx) => {
    await inBatches(draft.secrets, 50, (rows) => tx.insertMany(SecretRow, rows));
    await inBatches(draft.entries, 100, (rows) => tx.insertMany(EntryRow, rows));
    await inBatches(draft.frames, 40, (rows) => tx.insertMany(FrameRow, rows));
    for (const [id, more] of draft.repeats) await addRepeats(tx, id, more);
    for (const [id, entry] of draft.picked) await tx.nativeUpdate(FrameRow, { id }, { entry });
    await inBatches(heard, 100, (rows) => tx.upsertMany(HeardRow, rows));
    for (const [account, station] of draft.accounts) {
      if (station === null) await tx.nativeDelete(AccountRow, { account });
      else await tx.upsert(AccountRow, { account, station });
    }
    for (const [what, row] of draft.addresses) {
      if (row === null) await tx.nativeDelete(AddressRow, { what });
      else await tx.upsert(AddressRow, { what, ...row });
    }
  });
};
