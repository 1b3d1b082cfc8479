// Reads what a device answered, as it was pasted: a modem's AT dialogue with or without echo, or the pairs of a status page, with whatever noise stands between.
// Nothing throws, nothing is dropped: a line is understood, is part of the dialogue (a command, OK), or is listed as not understood.
import { luhnAgrees } from '../../sums/index.ts';
import { bareReaders, identityCommands, isCardNumber, readAnswerLine } from '../at/answers.ts';
import { noWords, type PageState, pageStart, type PageWords, readPageLine } from '../page/page.ts';
import { type Found, type Said, said } from './found.ts';
import { mask, maskText, type OwnSecrets } from './mask.ts';

export type NotUnderstood = { readonly line: number; readonly text: string };
export type ReadAnswer = {
  /** The text as it may be kept. */
  readonly masked: string;
  readonly lines: number;
  readonly found: readonly Found[];
  readonly notUnderstood: readonly NotUnderstood[];
};

/** What the adopted profiles know of a device's answers: its own names and words, and which of its commands carry a secret. */
export type AnswerWords = PageWords & OwnSecrets;
const noAnswerWords: AnswerWords = { ...noWords, secretCommands: [], secretNames: new Set() };

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

/** Without control characters (tabs stay: they part columns), and without the clock and prompt that a terminal puts in front. */
const control = /[\u0000-\u0008\u000b-\u001f\u007f\ufffd]/g; // eslint-disable-line no-control-regex -- they are what is taken out
const terminal =
  /^\s*(?:\[[\d:., TZ/+-]{4,40}\]\s*|(?:\d{4}-\d\d-\d\d[ T])?\d\d:\d\d:\d\d(?:[.,]\d+)?Z?\s+|[\w.@~-]{0,24}[>#$]\s+|(?:<<|>>|<-|->)\s*|[<>]\s+)+(?=\S)/;
const cleaned = (line: string): string => {
  const plain = line.search(control) === -1 ? line : line.replace(control, ' ');
  return /^\s*[[\d<>]|[>#$] /.test(plain) ? plain.replace(terminal, '') : plain;
};

/** The commands of a line `AT…`: extended ones at semicolons, by name without sign and arguments. Null where it is no command line. */
const commandsOf = (line: string): string[] | null => {
  const found = /^(?:AT|at|At)\s*(.*)$/.exec(line);
  const body = found?.[1] ?? (/^\+C[A-Z0-9]{2,10}(?:\?|=\?|=[^:]*)?$/i.test(line) ? line : null);
  if (
    body === null ||
    (found !== null && (/^at[a-z]{3,}/i.test(line) || /^at[a-z]{2,}\b(?![;+?=])/.test(line.slice(0, 2).toLowerCase() + line.slice(2))))
  )
    return null;
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
/** The same inside a line, after noise: only names that a modem writes with its plus. Behind words it is somebody's telling, not the modem's. */
const inside = /(.*?\S.*?)(\+(?:C[A-Z0-9]{2,9}|CM[ES] ERROR):\s.*)$/;
const telling = /\p{L}{3,}/u;

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

/** A line of a modem's dialogue; undefined where it is none. */
const readDialogueLine = (line: string, dialogue: Dialogue): Step | undefined => {
  const answer = readResult(line, dialogue) ?? (line.includes(maskText) ? null : readNamed(line, dialogue));
  if (answer !== null) return answer;
  const commands = commandsOf(line);
  if (commands !== null) return { dialogue: { asked: [...dialogue.asked, ...commands].slice(-40) }, found: [] };
  const bare = readBare(line, dialogue);
  if (bare !== null) return bare;
  const split = line.length > 400 || !line.includes('+C') ? null : inside.exec(line);
  const after = split === null || telling.test(split[1] ?? '') ? null : readNamed(split[2] ?? '', dialogue);
  return split !== null && after !== null ? { ...after, rest: (split[1] ?? '').trim() } : undefined;
};

const readIdentity = (line: string, dialogue: Dialogue): Step | null => {
  const identity = dialogue.asked.find((name) => identityCommands.includes(name));
  if (identity !== undefined && line.length <= 60 && /[A-Za-z0-9]/.test(line) && !/^[+^#%*$!]/.test(line))
    return { dialogue, found: [said('modem.identity', line)] };
  return null;
};

/** Facts of which a page can say one only; said twice and not alike, neither is sure. A level may change between two lines. */
const single = /^(?:card\.(?!pin)|modem\.imei|context\.a|network\.(?:operator|registration|attached))/;
const doubted = (found: readonly Found[], ofPage: ReadonlySet<Found>): Found[] => {
  const values = new Map<string, Set<Found['value']>>();
  const nameOf = ({ what, of }: Found): string => `${what} ${of}`;
  for (const one of found)
    if (single.test(one.what) && ofPage.has(one)) values.set(nameOf(one), (values.get(nameOf(one)) ?? new Set()).add(one.value));
  return found.map((one) =>
    single.test(one.what) && ofPage.has(one) && (values.get(nameOf(one))?.size ?? 0) > 1
      ? { ...one, sure: false, note: `The text says another one too. ${one.note}`.trim() }
      : one,
  );
};

/** Reads a pasted answer. What lies beyond 256 KiB is not read, and said so as not understood. `words`: what the station's profiles know. */
export const readAnswer = (text: string, words: AnswerWords = noAnswerWords): ReadAnswer => {
  const masked = mask(text.slice(0, mostAnswer), words);
  const lines = masked.split(/\r\n|\r|\n/);
  const plain = lines.map(cleaned);
  const found: Found[] = [];
  const ofPage = new Set<Found>();
  const notUnderstood: NotUnderstood[] = [];
  let dialogue: Dialogue = { asked: [] };
  let page: PageState = pageStart;
  const take = (said: readonly Said[], line: number): Found[] => {
    const these = said.map((one) => ({ ...one, line }));
    found.push(...these);
    return these;
  };
  for (const [i, of] of plain.entries()) {
    const line = of.trim();
    if (line === '') continue;
    const below = page.alone === null ? null : readPageLine(plain, i, page, words);
    const step = below?.found != null && below.found.length > 0 ? undefined : readDialogueLine(line, dialogue);
    if (step !== undefined) {
      dialogue = step.dialogue;
      take(step.found ?? [], i + 1);
      if (step.rest !== undefined) notUnderstood.push({ line: i + 1, text: step.rest.slice(0, 200) });
      continue;
    }
    const read = below ?? readPageLine(plain, i, page, words);
    page = read.state;
    for (const one of take(read.found ?? [], i + 1)) ofPage.add(one);
    if (read.rest !== '') notUnderstood.push({ line: i + 1, text: read.rest.slice(0, 200) });
    if (read.found !== null) continue;
    const identity = readIdentity(line, dialogue);
    if (identity?.found != null) take(identity.found, i + 1);
    else if (!line.includes(maskText)) notUnderstood.push({ line: i + 1, text: line.slice(0, 200) });
  }
  if (text.length > mostAnswer)
    notUnderstood.push({ line: lines.length + 1, text: `${text.length - mostAnswer} more characters were not read` });
  return { masked, lines: lines.length, found: doubted(found, ofPage), notUnderstood };
};
