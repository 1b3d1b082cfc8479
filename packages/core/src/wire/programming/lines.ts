// Lines of a programming session: VERB, arguments in percent-encoding, a check. Our own small protocol; docs/programming.md says it whole.
import { bytesOf } from '../call.ts';
import { crc16 } from '../dc09/crc.ts';

/** By whom a verb may be said, and how many arguments it has. */
const grammar = {
  HELLO: { by: 'unit', args: 2 },
  GET: { by: 'desk', args: 1 },
  PUT: { by: 'desk', args: 2 },
  IS: { by: 'unit', args: 2 },
  DONE: { by: 'unit', args: 1 },
  NOT: { by: 'unit', args: 2 },
  BYE: { by: 'both', args: 0 },
} as const;
export type Verb = keyof typeof grammar;
export type ProgrammingLine = { readonly verb: Verb; readonly args: readonly string[] };
export type LineProblem = 'no check' | 'wrong check' | 'no such verb' | 'arguments' | 'too long';

/** Bytes of a line, its end left out. */
export const longestLine = 2000;

const isVerb = (word: string): word is Verb => Object.hasOwn(grammar, word);
const checkOf = (text: string): string => crc16(bytesOf(text)).toString(16).toUpperCase().padStart(4, '0');

/** A line with its check and its end: `IS unit.account %220233%22 *5D1B` and LF. */
export const writeLine = ({ verb, args }: ProgrammingLine): string => {
  const text = [verb, ...args.map((arg) => encodeURIComponent(arg))].join(' ');
  return `${text} *${checkOf(text)}\n`;
};

/** Reads one line without its end. Never throws. */
export const readLine = (line: string): ProgrammingLine | LineProblem => {
  if (line.length > longestLine) return 'too long';
  const found = /^(.*) \*([0-9A-Fa-f]{4})\r?$/.exec(line);
  if (found === null) return 'no check';
  const [, text = '', check = ''] = found;
  if (checkOf(text) !== check.toUpperCase()) return 'wrong check';
  const [verb = '', ...args] = text.split(' ');
  if (!isVerb(verb)) return 'no such verb';
  if (args.length !== grammar[verb].args) return 'arguments';
  try {
    return { verb, args: args.map((arg) => decodeURIComponent(arg)) };
  } catch {
    return 'arguments';
  }
};

/** Whether a side may say a verb. */
export const maySay = (side: 'unit' | 'desk', verb: Verb): boolean => grammar[verb].by === 'both' || grammar[verb].by === side;

/** Cuts what has arrived into whole lines; what is left waits for more. An endless line is given up at the longest. */
export const cutLines = (held: string, arrived: string): { readonly lines: readonly string[]; readonly held: string } => {
  const parts = (held + arrived).split('\n');
  const rest = parts.pop() ?? '';
  return rest.length > longestLine ? { lines: [...parts, rest], held: '' } : { lines: parts, held: rest };
};
