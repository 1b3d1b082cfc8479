// The command line: which command, from where its input comes, what it prints and how it ends.
import { parseArgs } from 'node:util';
import { BadUse, type Command, type Outcome } from './command.ts';
import { check, rules } from './commands/check.ts';
import { profile } from './commands/profile.ts';
import { ask, kit, plan } from './commands/sheet.ts';
import { read } from './commands/read.ts';
import { verify } from './commands/verify.ts';
import { yard } from './commands/yard.ts';

export const commands: readonly Command[] = [read, verify, check(Date.now), rules, profile, kit, ask, plan, yard];

export type Around = {
  /** The bytes of a file, or of standard input for '-'. Throws with a `code` as Node does. */
  readonly input: (name: string) => Uint8Array;
  /** The names of the .json files of a folder; null where the name is none of a folder. */
  readonly folder: (name: string) => readonly string[] | null;
  readonly out: (text: string) => void;
  readonly error: (line: string) => void;
};
type Exit = 0 | 1 | 2;

const program = 'npm run -s greenlamp --';
const helpOf = ({ name, takes, about, options, exits }: Command): string =>
  [
    `${program} ${name} ${takes}${Object.entries(options)
      .map(([option, of]) => ` [--${option} ${of.takes}]`)
      .join('')}`,
    `    ${about}`,
    ...Object.entries(options).map(([option, of]) => `    --${option} ${of.takes}: ${of.about}`),
    `    Exit: ${exits}, 2 it can’t be run so.`,
  ].join('\n');

export const help = (): string =>
  [
    'Green Lamp on the command line.',
    '',
    ...commands.flatMap((command) => [helpOf(command), '']),
    'FILE is taken from the folder in which you are; - is standard input.',
    'Answers go to standard output, errors to standard error in one line. --help prints this.',
  ].join('\n');

const whyNot = (error: unknown, name: string): string => {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  const words: { readonly [code: string]: string } = {
    ENOENT: 'there is no such file',
    EISDIR: 'it is a folder',
    EACCES: 'it may not be read',
  };
  return `${name} can’t be read: ${words[code] ?? (code === '' ? 'unknown fault' : code)}.`;
};

const parsed = (
  args: readonly string[],
  command: Command,
): { files: string[]; options: { [name: string]: string | undefined } } | BadUse => {
  try {
    const options = Object.fromEntries(Object.keys(command.options).map((name) => [name, { type: 'string' as const }]));
    const { positionals, values } = parseArgs({ args: [...args], allowPositionals: true, options });
    return { files: positionals, options: values }; // every option is a string
  } catch (error) {
    const message = typeof error === 'object' && error !== null && 'message' in error ? String(error.message) : 'unknown option';
    return new BadUse(message.split('\n')[0] ?? '');
  }
};

export const runCli = (args: readonly string[], { input, folder, out, error }: Around): Exit => {
  const [name, ...rest] = args;
  if (name === undefined || args.includes('--help')) {
    (name === undefined ? error : out)(
      name === undefined ? `Say what to do: ${commands.map((of) => of.name).join(' or ')}; --help tells more.` : help(),
    );
    return name === undefined ? 2 : 0;
  }
  const refuse = (why: string): Exit => {
    error(`greenlamp ${name}: ${why.replaceAll('\n', ' ')}`);
    return 2;
  };
  const command = commands.find((of) => of.name === name);
  if (command === undefined) return refuse(`there is no such command; there are ${commands.map((of) => of.name).join(' and ')}.`);
  const given = parsed(rest, command);
  if (given instanceof BadUse) return refuse(given.message);
  const [file] = given.files;
  const told = (outcome: Outcome | BadUse): Exit => {
    if (outcome instanceof BadUse) return refuse(outcome.message);
    out(outcome.out);
    return outcome.exit;
  };
  if (command.takes === '') return file === undefined ? told(command.run(new Uint8Array(), given.options)) : refuse('it takes no file.');
  if (file === undefined || given.files.length > 1) return refuse(`it takes one ${command.takes}, or - for standard input.`);
  let bytes: Uint8Array;
  try {
    const names = command.folder === undefined || file === '-' ? null : folder(file);
    if (names !== null)
      return told(command.folder?.(names.map((of) => ({ name: of, bytes: input(of) }))) ?? new BadUse('it takes no folder.'));
    bytes = input(file);
  } catch (fault) {
    return refuse(whyNot(fault, file));
  }
  return told(command.run(bytes, given.options));
};
