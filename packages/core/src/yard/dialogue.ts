// The virtual modem's port: what arrives and when goes in, its answer and its next state come out. It says of itself that it is simulated.
import type { Instant } from '../quantity/index.ts';
import { answerCommand, type Answered } from './commands.ts';
import type { VirtualModem } from './modem.ts';

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

const answerLine = (was: VirtualModem, line: string, at: Instant): { modem: VirtualModem; answer: string } => {
  const body = /^\s*at(.*)$/i.exec(line)?.[1];
  const echoed = was.echo ? `${line}\r` : '';
  if (body === undefined) return { modem: was, answer: echoed };
  let modem = was;
  let said = '';
  for (const command of split(body)) {
    const step = answerCommand(modem, command, at);
    modem = step.modem;
    said += step.lines.map((text) => `\r\n${text}\r\n`).join('');
    if (step.failed !== null) return { modem, answer: echoed + said + result(modem, step.failed) };
  }
  return { modem, answer: echoed + said + result(modem, null) };
};

/** Most characters of a line; what is longer is let go, as a modem's buffer does. */
const mostLine = 560;

/** Takes what arrives in any pieces; lines end in CR (LF is let pass). */
export const hearModem = (was: VirtualModem, arrived: string, at: Instant): { modem: VirtualModem; answer: string } => {
  const lines = (was.held + arrived.replaceAll('\n', '')).split('\r');
  const held = (lines.pop() ?? '').slice(-mostLine);
  let modem: VirtualModem = { ...was, held };
  let answer = '';
  for (const line of lines) {
    const step = answerLine(modem, line.slice(0, mostLine), at);
    modem = step.modem;
    answer += step.answer;
  }
  return { modem, answer };
};
