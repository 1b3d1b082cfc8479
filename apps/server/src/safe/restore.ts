// Puts a copy in the place of the database. It may be cut off at any moment: what was there is never lost, and the next start finishes it.
import { copyFileSync, existsSync, renameSync, rmSync } from 'node:fs';
import { closeSync, fsyncSync, openSync } from 'node:fs';
import { join } from 'node:path';
import Libsql from 'libsql';
import { databaseFault } from '../shell/soundness.ts';
import { StartError } from '../shell/start-error.ts';

const database = 'green-lamp.db';
/** A copy that is complete and takes the database's place at once, or at the next start. */
const ready = 'green-lamp.db.restored';
const draft = 'green-lamp.db.restoring';

const synced = (path: string): void => {
  const handle = openSync(path, 'r');
  fsyncSync(handle);
  closeSync(handle);
};

/** Finishes a restore that was made ready. Gives under what name the database of before is kept; null where none was ready. */
export const finishRestore = (folder: string, now: number): string | null => {
  const at = (name: string): string => join(folder, name);
  if (!existsSync(at(ready))) return null;
  const before = `green-lamp.db.before-${new Date(now).toISOString().slice(0, 19).replaceAll(':', '-')}`;
  // The log belongs to the database of before: it goes first, so that it is never read with the copy.
  for (const tail of ['-wal', '-shm']) if (existsSync(at(database + tail))) renameSync(at(database + tail), at(before + tail));
  if (existsSync(at(database))) renameSync(at(database), at(before));
  rmSync(at('in-use.json'), { force: true });
  for (const tail of ['', '-wal', '-shm']) rmSync(at(`board.db${tail}`), { force: true });
  renameSync(at(ready), at(database));
  synced(folder);
  return before;
};

/** Reads a copy through, gives it a new life (so that pages start again and offer what it lacks), and puts it in place. */
export const restore = (folder: string, file: string, life: string, now: number): string | null => {
  if (!existsSync(file))
    throw new StartError(`There is no file ${file}. Copies stand in the folder that the desk says, or that GREENLAMP_BACKUPS names.`);
  const fault = databaseFault(file, { unclean: false, whole: true });
  if (fault !== null) throw new StartError(`The copy ${file} is damaged: ${fault}. Nothing was changed; take another one.`);
  const to = join(folder, draft);
  for (const tail of ['', '-wal', '-shm', '-journal']) rmSync(to + tail, { force: true });
  copyFileSync(file, to);
  const db = new Libsql(to);
  try {
    db.exec('pragma journal_mode = delete');
    db.prepare("insert into meta (name, value) values ('life', ?) on conflict (name) do update set value = excluded.value").run([life]);
    // Whoever was signed out, and whatever code was used, since the copy was made stays so: everybody signs in anew.
    if (db.prepare("select 1 from sqlite_master where name = 'session'").all().length > 0)
      db.exec('delete from session; update login set code = null, code_until = null');
    // One that was ended since would sign somebody in again: a password makes another.
    if (db.prepare("select 1 from sqlite_master where name = 'device_key'").all().length > 0) db.exec('delete from device_key');
  } finally {
    db.close();
  }
  synced(to);
  renameSync(to, join(folder, ready));
  synced(folder);
  return finishRestore(folder, now);
};
