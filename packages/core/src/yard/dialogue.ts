// The virtual modem's port: what arrives and when goes in, its answer and its next state come out. It says of itself that it is simulated.
import type { Instant } from '../quantity/index.ts';
import { answerCommand, type Answered, putOf } from './commands.ts';
import type { VirtualModem } from './modem.ts';
import { cmsErrors, sendBody, textCommands } from './texts.ts';

const result = (modem: VirtualModem, failed: Answered['failed']): string => {
  const ending = (words: string, digit: string): string => (modem.verbose ? `\r\n${words}\r\n` : `${digit}\r`);
  if (failed === null) return ending('OK', '0');
  if (failed === 'error' || modem.errors === 0) return ending('ERROR', '4');
  return `\r\n+CME ERROR: ${modem.errors === 1 ? failed.code : failed.words}\r\n`;
};

/** The commands of a line after AT: basic ones run together, extended ones end at a semicolon. */
const split = (body: string): string[] => {
  const commands: string[] = [];
  let rest = body.trim();
  while (rest !== '') {
    const found = /^(?:([A-DF-Z&][A-Z]?\d*|E\d?)(?=[A-Z&+;]|$)|([+].*?)(?:;|$)|(.+))/i.exec(rest);
    const whole = found?.[0] ?? rest;
    commands.push((found?.[1] ?? found?.[2] ?? found?.[3] ?? whole).trim());
    rest = rest.slice(whole.length).replace(/^;/, '').trim();
  }
  return commands;
};

/** The end of what was asked about messages: its own error, the prompt, or a result. */
const ended = (modem: VirtualModem, { cms, prompt }: { cms: number | null; prompt: boolean }): string => {
  if (prompt) return '\r\n> ';
  if (cms === null) return result(modem, null);
  return modem.errors === 0
    ? result(modem, 'error')
    : `\r\n+CMS ERROR: ${modem.errors === 1 ? cms : (cmsErrors[cms] ?? 'unknown error')}\r\n`;
};
const linesOf = (lines: readonly string[]): string => lines.map((text) => `\r\n${text}\r\n`).join('');

const answerLine = (was: VirtualModem, line: string, at: Instant): { modem: VirtualModem; answer: string } => {
  const body = /^\s*at(.*)$/i.exec(line)?.[1];
  if (body === undefined) return { modem: was, answer: '' };
  let modem = was;
  let said = '';
  for (const command of split(body)) {
    const text = putOf(command);
    const about = text === null ? undefined : textCommands[text.name];
    if (about !== undefined && text !== null) {
      const told = about(modem, text);
      modem = told.modem;
      said += linesOf(told.lines);
      if (told.cms !== null || told.prompt) return { modem, answer: said + ended(modem, told) };
      continue;
    }
    const step = answerCommand(modem, command, at);
    modem = step.modem;
    said += linesOf(step.lines);
    if (step.failed !== null) return { modem, answer: said + result(modem, step.failed) };
  }
  return { modem, answer: said + result(modem, null) };
};

/** Most characters of a line; what is longer is let go, as a modem's buffer does. */
const mostLine = 560;

const [send, drop] = ['\u001a', '\u001b'];
/** Where the first of some characters stands; -1 where none does. */
const firstOf = (text: string, ...of: readonly string[]): number =>
  of.reduce((first, character) => {
    const at = text.indexOf(character);
    return at === -1 || (first !== -1 && first < at) ? first : at;
  }, -1);
/** Most characters of a message's body; what is longer is let go. */
const mostBody = 1000;

/** Takes what arrives in any pieces. Lines end in CR; after a prompt all that comes is a message's body, until Ctrl-Z sends it or Esc drops it. LF is let pass. Echo, where it is on, is of each character as it comes. */
export const hearModem = (was: VirtualModem, arrived: string, at: Instant): { modem: VirtualModem; answer: string } => {
  let modem = was;
  let fresh = arrived.replaceAll('\n', '');
  let answer = '';
  while (fresh !== '') {
    const body = modem.writing !== null;
    const found = body ? firstOf(fresh, send, drop) : fresh.indexOf('\r');
    const end = found === -1 ? fresh.length : found;
    const taken = fresh.slice(0, end);
    if (modem.echo) answer += body || found === -1 ? taken : `${taken}\r`;
    const held = (modem.held + taken).slice(0, body ? mostBody : mostLine);
    if (found === -1) return { modem: { ...modem, held }, answer };
    if (body) {
      const told = sendBody({ ...modem, held: '' }, fresh[end] === send ? held : null);
      answer += linesOf(told.lines) + ended(told.modem, told);
      modem = told.modem;
    } else {
      const step = answerLine({ ...modem, held: '' }, held, at);
      answer += step.answer;
      modem = step.modem;
    }
    fresh = fresh.slice(end + 1);
  }
  return { modem, answer };
};
