// The program itself: names are resolved against the folder from which npm was called.
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { runCli } from './cli.ts';

const standardInput = 0;
const here = (name: string): string => resolve(process.env['INIT_CWD'] ?? process.cwd(), name);

// Whoever reads only the first lines has closed the pipe: that ends the command quietly.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit();
});

process.exitCode = runCli(process.argv.slice(2), {
  input: (name) => readFileSync(name === '-' ? standardInput : here(name)),
  folder: (name) =>
    statSync(here(name), { throwIfNoEntry: false })?.isDirectory() === true
      ? readdirSync(here(name))
          .filter((file) => file.endsWith('.json'))
          .sort()
          .map((file) => join(name, file))
      : null,
  out: (text) => void process.stdout.write(`${text}\n`),
  error: (line) => void process.stderr.write(`${line}\n`),
});
