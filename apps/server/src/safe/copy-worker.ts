// Makes a copy of the database while the desk goes on, and reads all of it through: beside the event loop, by a connection of its own.
import { closeSync, fsyncSync, openSync, renameSync, rmSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';
import Libsql from 'libsql';
import { databaseFault } from '../shell/soundness.ts';

export type CopyAsked = { readonly database: string; readonly draft: string; readonly to: string };
export type CopySaid = { readonly is: 'reading' } | { readonly is: 'done' } | { readonly is: 'failed'; readonly why: string };

const synced = (file: string): void => {
  const handle = openSync(file, 'r+');
  fsyncSync(handle);
  closeSync(handle);
};

const say = (said: CopySaid): void => {
  parentPort?.postMessage(said);
};

const { database, draft, to } = workerData as CopyAsked; // handed over by `Copies`
try {
  rmSync(draft, { force: true });
  const reader = new Libsql(database);
  try {
    reader.exec(`vacuum into '${draft.replaceAll("'", "''")}'`);
  } finally {
    reader.close();
  }
  synced(draft);
  say({ is: 'reading' });
  const fault = databaseFault(draft, { unclean: false, whole: true });
  if (fault === null) {
    renameSync(draft, to);
    say({ is: 'done' });
  } else {
    rmSync(draft, { force: true });
    say({ is: 'failed', why: `the copy does not hold: ${fault}` });
  }
} catch (error) {
  rmSync(draft, { force: true });
  say({ is: 'failed', why: error instanceof Error ? error.message : String(error) });
}
