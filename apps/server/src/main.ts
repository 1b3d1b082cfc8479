// Starts the server, prints every address that it listens on, and stops cleanly. With --check it only reads the database through.
import { join, resolve } from 'node:path';
import { isObject } from '@green-lamp/core/name';
import { start } from './app.ts';
import { Journal } from './journal/journal.ts';
import { Vault } from './secrets/vault.ts';
import { faultWords } from './shell/database.ts';
import { DataFolder } from './shell/data-folder.ts';
import { Clock } from './shell/clock.ts';
import { type Env, readEnv } from './shell/env.ts';
import { ulid } from 'ulid';
import { restore } from './safe/restore.ts';
import { databaseFault } from './shell/soundness.ts';
import { StartError } from './shell/start-error.ts';

/** How long (ms) a stop may take: then the process goes, and loses nothing that was acknowledged. */
const longestStop = 10_000;
const asked = (flag: string): boolean => process.argv.includes(`--${flag}`);

/** Puts a copy in the database's place. `--restore FILE`. */
const putBack = ({ data }: Env, file: string): void => {
  const folder = DataFolder.take(data);
  try {
    const before = restore(folder.path, resolve(file), ulid(), Date.now());
    console.log(
      `The copy ${file} is in place now. What was there before is kept as ${before ?? 'nothing'} in ${data}. Start Green Lamp: pages offer again what they have kept since the copy was made.`,
    );
  } finally {
    folder.free();
  }
};
const valueOf = (flag: string): string | null => {
  const at = process.argv.indexOf(`--${flag}`);
  return at === -1 ? null : (process.argv[at + 1] ?? '');
};

const check = ({ data }: Env): void => {
  const folder = DataFolder.take(data);
  try {
    const fault = databaseFault(folder.database, { unclean: folder.unclean, whole: true });
    if (fault !== null) throw new StartError(faultWords(data, fault));
    console.log(`The database in ${data} is sound: its pages, its texts and every chain.`);
  } finally {
    folder.free();
  }
};

const serve = async (env: Env): Promise<void> => {
  const { app, web, desk, modemPort, modbusPort, firstCode } = await start(env, {
    withoutLog: asked('without-log'),
    newKeys: asked('new-keys'),
  });
  if (asked('rotate-keys')) {
    const sealed = await app.get(Vault).rotate((rows) =>
      app.get(Journal).append((turn) => {
        for (const row of rows) turn.secret(row);
      }),
    );
    console.log(`Keys         new; ${sealed} secrets were sealed again`);
  }
  console.log(`Green Lamp   ${web}`);
  if (firstCode !== null) console.log(`First lead   ${firstCode}  (open the page, and use this code once)`);
  for (const { kind, host, port, by } of desk.listeners)
    console.log(`Listener     ${kind}${by === 'tcp' ? '' : `/${by}`}  ${host}:${port}`);
  console.log(`Modem        127.0.0.1:${modemPort}  (simulated)`);
  console.log(`Modbus       127.0.0.1:${modbusPort}  (simulated)`);
  // Only whoever started this process, and set its clock, can step it: tests that live through days.
  if (env.clockFrom !== null && process.channel !== undefined) {
    process.on('message', (message) => {
      if (isObject(message) && typeof message['step'] === 'number') app.get(Clock).step(message['step']);
    });
    process.channel.unref();
  }
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => {
      setTimeout(() => {
        console.error(`Stopping took longer than ${longestStop / 1000} s; the process ends now. Nothing that was acknowledged is lost.`);
        process.exit(1);
      }, longestStop).unref();
    });
};

process.on('unhandledRejection', (error) => {
  console.error('A fault that nobody had expected; the server goes on:', error);
});

const main = async (): Promise<void> => {
  const env = readEnv(process.env, resolve(join(__dirname, '..', '..', '..')));
  const copy = valueOf('restore');
  if (copy !== null) putBack(env, copy);
  else if (asked('check')) check(env);
  else await serve(env);
};

main().catch((error: unknown) => {
  console.error(error instanceof StartError ? error.message : error);
  process.exit(1);
});
