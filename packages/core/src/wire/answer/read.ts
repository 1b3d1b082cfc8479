// Reads what a device answered, as it was pasted: a modem's AT dialogue with or without echo, or the pairs of a status page, with whatever noise stands between.
// Nothing throws, nothing is dropped: a line is understood, is part of the dialogue (a command, OK), or is listed as not understood.
import { luhnAgrees } from '../../sums/index.ts';
import { bareReaders, identityCommands, isCardNumber, readAnswerLine } from '../at/answers.ts';
import { pairOf, readPair } from '../status/pairs.ts';
import { type Found, type Said, said } from './found.ts';
import { mask, maskText } from './mask.ts';

export type NotUnderstood = { readonly line: number; readonly text: string };
export type ReadAnswer = {
  /** The text as it may be kept. */
  readonly masked: string;
  readonly lines: number;
  readonly found: readonly Found[];
  readonly notUnderstood: readonly NotUnderstood[];
};

/** Most characters of a pasted answer. */
export const mostAnswer = 256 * 1024;

/** What the dialogue has asked for and not yet got without a name in front: read in order. */
type Dialogue = { readonly asked: readonly string[] };
type Step = { readonly dialogue: Dialogue; readonly found: readonly Said[] | null; readonly rest?: string };

const results = /^(?:OK|CONNECT(?: .{0,30})?|RING|>)$/;
const failures: { readonly [result: string]: string } = {
  ERROR: 'ERROR: the modem refused the command; AT+CMEE=1 makes it say why.',
  'NO CARRIER': 'The connection ended or could not be made.',
  BUSY: 'The other side is busy.',
  'NO ANSWER': 'The other side did not answer.',
  'NO DIALTONE': 'There is no line.',
};
const digitResults: { readonly [digit: string]: string | null } = {
  '0': null,
  '3': 'NO CARRIER',
  '4': 'ERROR',
  '6': 'NO DIALTONE',
  '7': 'BUSY',
  '8': 'NO ANSWER',
};

/** Without control characters, and without the prompt that a terminal or console puts in front. */
const cleaned = (line: string): string =>
  Array.from(line, (char) => (char < ' ' || char === '\u007f' || char === '\ufffd' ? ' ' : char))
    .join('')
    .trim()
    .replace(/^(?:\[[^\]]{0,30}\]\s*|\d\d:\d\d:\d\d(?:[.,]\d+)?\s+|[\w.@~-]{0,24}[>#$]\s+|(?:<<|>>|<-|->|[<>])\s*)+(?=\S)/, '');

/** The commands of a line `AT…`: extended ones at semicolons, by name without sign and arguments. Null where it is no command line. */
const commandsOf = (line: string): string[] | null => {
  const found = /^(?:AT|at|At)\s*(.*)$/.exec(line);
  const body = found?.[1] ?? (/^\+C[A-Z0-9]{2,10}(?:\?|=\?|=[^:]*)?$/i.test(line) ? line : null);
  if (body === null || (found !== null && /^[a-z]/.test(line.slice(2)) && /^at[a-z]{2,}\b(?![;+?=])/i.test(line))) return null;
  return body.split(';').flatMap((part) => {
    const name = /^\s*[+^#%*$!&]?\s*([A-Za-z0-9]{1,12})/.exec(part)?.[1];
    return name === undefined ? [] : [name.toUpperCase()];
  });
};

const bareNames = (command: string): boolean => Object.hasOwn(bareReaders, command) || isCardNumber(command);

/** A line of digits alone: by the command that asked for it, else by its shape, and then it says so. */
const readBare = (line: string, { asked }: Dialogue): Step | null => {
  const digits = line.replaceAll('"', '');
  if (!/^[0-9][0-9 -]{4,24}[fF]?$/.test(digits)) return null;
  const wanting = asked.find(bareNames);
  const reader = wanting === undefined ? undefined : isCardNumber(wanting) ? bareReaders['ICCID'] : bareReaders[wanting];
  const read = reader?.(digits) ?? null;
  if (read !== null && wanting !== undefined) return { dialogue: { asked: asked.filter((name) => name !== wanting) }, found: read };
  const card = bareReaders['ICCID']?.(digits) ?? null;
  if (card !== null)
    return { dialogue: { asked }, found: card.map((of) => ({ ...of, sure: false, note: 'Taken for a card number by its shape.' })) };
  if (!/^\d{15}$/.test(digits)) return null;
  const imei = luhnAgrees(digits);
  const found = imei
    ? said('modem.imei', digits, {
        sure: false,
        note: 'Fifteen digits without their command: taken for an IMEI, since the check digit agrees.',
      })
    : said('card.imsi', digits, {
        sure: false,
        note: 'Fifteen digits without their command: taken for an IMSI, since an IMEI would have another check digit.',
      });
  return { dialogue: { asked }, found: [found] };
};

const readResult = (line: string, dialogue: Dialogue): Step | null => {
  if (results.test(line)) return { dialogue: line === 'OK' ? { asked: [] } : dialogue, found: [] };
  const digit = digitResults[line];
  const failure = Object.hasOwn(failures, line) ? line : (digit ?? null);
  if (failure !== null) return { dialogue: { asked: [] }, found: [said('error.result', failure, { note: failures[failure] ?? '' })] };
  return digit === null ? { dialogue: { asked: [] }, found: [] } : null;
};

const named = /^[+^#%*$!]?\s*([A-Z0-9]{2,12}|CM[ES] ERROR)\s*:\s?(.*)$/i;
/** The same inside a line, after noise: only names that a modem writes with its plus. */
const inside = /(.*?\S.*?)(\+(?:C[A-Z0-9]{2,9}|CM[ES] ERROR):\s.*)$/;

const readNamed = (line: string, dialogue: Dialogue): Step | null => {
  const found = named.exec(line);
  const [, name = '', rest = ''] = found ?? [];
  const command = name.toUpperCase();
  const said = found === null ? undefined : readAnswerLine(command, rest);
  if (said == null) return null;
  if (/^CM[ES] ERROR$/.test(command)) return { dialogue: { asked: [] }, found: said };
  return {
    dialogue: { asked: dialogue.asked.filter((one) => one !== command && !(isCardNumber(one) && isCardNumber(command))) },
    found: said,
  };
};

const readLine = (line: string, dialogue: Dialogue): Step => {
  const none: Step = { dialogue, found: null };
  if (line.includes(maskText) && !/^AT/i.test(line)) return { dialogue, found: [] };
  const answer = readResult(line, dialogue) ?? readNamed(line, dialogue);
  if (answer !== null) return answer;
  const commands = commandsOf(line);
  if (commands !== null) return { dialogue: { asked: [...dialogue.asked, ...commands].slice(-40) }, found: [] };
  const bare = readBare(line, dialogue);
  if (bare !== null) return bare;
  const split = line.length > 400 ? null : inside.exec(line);
  const after = split === null ? null : readNamed(split[2] ?? '', dialogue);
  if (split !== null && after !== null) return { ...after, rest: (split[1] ?? '').trim() };
  const pair = pairOf(line);
  const read = pair === null ? undefined : readPair(pair.key, pair.value);
  if (read != null) return { dialogue, found: read };
  const identity = dialogue.asked.find((name) => identityCommands.includes(name));
  if (identity !== undefined && line.length <= 60 && /[A-Za-z0-9]/.test(line) && !/^[+^#%*$!]/.test(line))
    return { dialogue, found: [said('modem.identity', line)] };
  return none;
};

/** Reads a pasted answer. What lies beyond 256 KiB is not read, and said so as not understood. */
export const readAnswer = (text: string): ReadAnswer => {
  const masked = mask(text.slice(0, mostAnswer));
  const lines = masked.split(/\r\n|\r|\n/);
  const found: Found[] = [];
  const notUnderstood: NotUnderstood[] = [];
  let dialogue: Dialogue = { asked: [] };
  for (const [i, raw] of lines.entries()) {
    const line = cleaned(raw);
    if (line === '') continue;
    const step = readLine(line, dialogue);
    dialogue = step.dialogue;
    if (step.found === null) notUnderstood.push({ line: i + 1, text: line.slice(0, 200) });
    else found.push(...step.found.map((one) => ({ ...one, line: i + 1 })));
    if (step.rest !== undefined) notUnderstood.push({ line: i + 1, text: step.rest.slice(0, 200) });
  }
  if (text.length > mostAnswer)
    notUnderstood.push({ line: lines.length + 1, text: `${text.length - mostAnswer} more characters were not read` });
  return { masked, lines: lines.length, found, notUnderstood };
};
