// Starts the server, prints every address that it listens on, and stops cleanly.
import { resolve } from 'node:path';
import { start } from './app.ts';
import { Journal } from './journal/journal.ts';
import { Vault } from './secrets/vault.ts';
import { readEnv, StartError } from './shell/env.ts';

const main = async (): Promise<void> => {
  const { app, web, desk, modemPort, modbusPort } = await start(readEnv(process.env, resolve(__dirname, '..', '..', '..')));
  if (process.argv.includes('--rotate-keys')) {
    const sealed = await app.get(Vault).rotate((rows) =>
      app.get(Journal).append((turn) => {
        for (const row of rows) turn.secret(row);
      }),
    );
    console.log(`Keys         new; ${sealed} secrets were sealed again`);
  }
  console.log(`Green Lamp   ${web}`);
  for (const { kind, host, port } of desk.listeners) console.log(`Listener     ${kind}  ${host}:${port}`);
  console.log(`Modem        127.0.0.1:${modemPort}  (simulated)`);
  console.log(`Modbus       127.0.0.1:${modbusPort}  (simulated)`);
};

main().catch((error: unknown) => {
  console.error(error instanceof StartError ? error.message : error);
  process.exit(1);
});
