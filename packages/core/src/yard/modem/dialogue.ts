// The virtual modem's port: what arrives and when goes in, its answer and its next state come out (ITU-T V.250 clause 5; 3GPP TS 27.007 clause 4).
import { type Instant, instant } from '../../quantity/index.ts';
import { cmsErrors } from '../../wire/index.ts';
import { apduCommands } from './apdu.ts';
import { cardCommands } from './card-commands.ts';
import { type Answered, type Commands, error, type Failed, fails, type Put, says } from './command.ts';
import { basic, lineCommands } from './line-commands.ts';
import { type Around, isRegistered, type Running, sessionOf, type VirtualModem } from './modem.ts';
import { networkCommands, scanned } from './network-commands.ts';
import { moveRadio, openContext, radioDue, register, seek } from './radio.ts';
import { sessionCommands } from './session-commands.ts';
import { stateCommands } from './state-commands.ts';
import { commandTable } from './table.ts';
import { bodyOf, sendingTakes, sent, textCommands, written } from './texts.ts';
import { unasked } from './unasked.ts';

export type Answer = { readonly modem: VirtualModem; readonly answer: string };
const extended: Commands = {
  ...cardCommands,
  ...apduCommands,
  ...networkCommands,
  ...sessionCommands,
  ...stateCommands,
  ...lineCommands,
  // Every command that it has, one a line (TS 27.007 clause 8.37).
  '+CLAC': (modem, { how }) => says(modem, ...(how === 'run' ? allCommands.map((name) => `AT${name}`) : [])),
};
/** The extended commands by name, in order. */
export const allCommands: readonly string[] = [...Object.keys(extended), ...Object.keys(textCommands)].toSorted();

const code = (modem: VirtualModem, words: string, digit: string): string => {
  if (modem.lines.quiet) return '';
  return modem.lines.verbose ? `\r\n${words}\r\n` : `${digit}\r`;
};
const result = (modem: VirtualModem, failed: Failed): string => {
  if (failed === null) return code(modem, 'OK', '0');
  if (failed === 'no carrier') return code(modem, 'NO CARRIER', '3');
  if (failed === 'error' || modem.lines.errors === 0) return code(modem, 'ERROR', '4');
  return `\r\n+CME ERROR: ${modem.lines.errors === 1 ? failed.code : failed.words}\r\n`;
};
const messageError = (modem: VirtualModem, cms: number): string =>
  modem.lines.errors === 0
    ? code(modem, 'ERROR', '4')
    : `\r\n+CMS ERROR: ${modem.lines.errors === 1 ? cms : (cmsErrors[cms] ?? 'unknown error')}\r\n`;
/** The lines of one command's answer: between each an end of line; a header before the first only where results are words (V.250 clause 6.2.6). */
const linesOf = (modem: VirtualModem, lines: readonly string[]): string =>
  lines.length === 0 ? '' : `${modem.lines.verbose ? '\r\n' : ''}${lines.join('\r\n')}\r\n`;

/** The commands of a line after AT: basic ones run together, extended ones end at a semicolon, a dialled string takes the rest (V.250 clause 5.2 and 5.4). */
const split = (body: string): string[] => {
  const commands: string[] = [];
  let rest = body.trim();
  while (rest !== '') {
    const found: readonly (string | undefined)[] | null =
      /^(?:(S\d+(?:=\d*|\?))|(D.*)|(&[A-Z]\d*|[A-CE-Z]\d*)|([+](?:"[^"]*"|[^";])*)(?:;|$)|(.+))/i.exec(rest);
    const whole = found?.[0] ?? rest;
    commands.push((found?.slice(1).find((one) => one !== undefined) ?? whole).trim());
    rest = rest.slice(whole.length).replace(/^;/, '').trim();
  }
  return commands;
};
const fieldsIn = (text: string): string[] =>
  (text.match(/(?:"[^"]*"|[^,])*(?:,|$)/g) ?? [])
    .slice(0, -1)
    .concat(text.endsWith(',') ? [''] : [])
    .map((field) =>
      field
        .replace(/,$/, '')
        .trim()
        .replace(/^"(.*)"$/, '$1'),
    );
/** An extended command by its name and how it was put; null for a basic one. */
const putOf = (command: string) => {
  const found = /^(\+[A-Z0-9]+)(=\?|\?|=(.*))?$/i.exec(command);
  if (found === null) return null;
  const [, name = '', sign = '', given = ''] = found;
  const how = sign === '' ? 'run' : sign === '?' ? 'ask' : sign === '=?' ? 'may' : 'set';
  return { name: name.toUpperCase(), put: { how, with: how === 'set' ? fieldsIn(given) : [] } as const };
};

const rows = new Map(commandTable.map((row) => [row.command, row]));
/** What the table alone says to a form: that the command has none such, or that it has. */
const byTable = (name: string, { how }: Put): 'refused' | 'there' | null => {
  const row = rows.get(name);
  if (row === undefined) return null;
  if (how === 'set') return row.sets.length + row.refuses.length === 0 ? 'refused' : null;
  return row[how] === null ? 'refused' : how === 'may' && row.may === '' ? 'there' : null;
};

/** Runs the commands of a line one after the other, until one fails, takes its time, or asks for a body. */
const run = (was: VirtualModem, commands: readonly string[], at: Instant, around: Around): Answer => {
  let modem = was;
  let answer = '';
  for (const [i, command] of commands.entries()) {
    const asked = putOf(command);
    const form = asked === null ? null : byTable(asked.name, asked.put);
    const about = asked === null ? undefined : textCommands[asked.name];
    if (asked !== null && about !== undefined && form !== 'there') {
      if (form === 'refused') return { modem, answer: answer + messageError(modem, 302) };
      const told = about(modem, asked.put, around);
      modem = told.modem;
      answer += linesOf(modem, told.lines);
      if (told.prompt) return { modem, answer: `${answer}\r\n> ` };
      if (told.cms !== null) return { modem, answer: answer + messageError(modem, told.cms) };
      continue;
    }
    const known = asked === null ? undefined : extended[asked.name];
    const step: Answered =
      asked === null
        ? basic(modem, command)
        : form === 'there'
          ? says(modem)
          : known === undefined
            ? error(modem)
            : form === 'refused'
              ? fails(modem, 50)
              : known(modem, asked.put, at, around);
    modem = step.modem;
    answer += linesOf(modem, step.lines);
    if (step.failed !== null) return { modem, answer: answer + result(modem, step.failed) };
    if (step.work !== undefined) {
      const { work, for: takes, abortable, with: given } = step.work;
      const running: Running = { work, with: given, since: at, until: instant(at + takes), abortable, rest: commands.slice(i + 1) };
      return { modem: { ...modem, running }, answer };
    }
    if (modem.power.is !== 'on') return { modem, answer: answer + result(modem, null) };
  }
  return { modem, answer: answer + result(modem, null) };
};

/** A cause of the session's management as an error number (TS 27.007 clause 9.2). */
const errorOf = (esm: number): number => ({ 8: 177, 50: 192, 51: 193 })[esm] ?? (esm >= 26 && esm <= 37 ? 100 + esm : 148);

/** What was running is done. */
const finish = (was: VirtualModem, done: Running, at: Instant, around: Around): Answer => {
  const modem = { ...was, running: null };
  const goOn = (of: Answered): Answer => {
    const said = linesOf(of.modem, of.lines);
    if (of.failed !== null) return { modem: of.modem, answer: said + result(of.modem, of.failed) };
    const next = run(of.modem, done.rest, at, around);
    return { modem: next.modem, answer: said + next.answer };
  };
  const [first = '', second = ''] = done.with;
  switch (done.work) {
    case 'scan':
      return goOn(scanned(modem, { how: 'may', with: [] }, at, around));
    case 'register': {
      const mode = ([0, 1, 2, 4] as const).find((one) => String(one) === first) ?? 0;
      const sought = seek({ ...modem, told: { ...modem.told, operator: { mode, network: second } } }, at);
      const next = sought.registration.is === 'searching' ? register(sought, at, around) : sought;
      return goOn(mode === 2 || isRegistered(next) ? says(next) : fails(next, 30));
    }
    case 'activate': {
      let next: VirtualModem = modem;
      for (const cid of done.with) {
        const opened = openContext(next, Number(cid), at, around);
        next = opened.modem;
        if (opened.cause !== null) return goOn(fails(next, opened.cause === 0 ? 30 : errorOf(opened.cause)));
      }
      return goOn(says(next));
    }
    case 'attach': {
      const sought = seek({ ...modem, attached: first === '1' }, at);
      const next = sought.registration.is === 'searching' ? register(sought, at, around) : sought;
      return goOn(first === '0' || isRegistered(next) ? says(next) : fails(next, 30));
    }
    case 'send': {
      const told = sent(modem, { to: first, text: second }, around);
      if (told.cms !== null) return { modem: told.modem, answer: messageError(told.modem, told.cms) };
      return goOn(says(told.modem, ...told.lines));
    }
    case 'dial': {
      const cid = Number(first);
      const opened = sessionOf(modem, cid) === null ? openContext(modem, cid, at, around) : { modem, cause: null };
      if (opened.cause !== null) return { modem: opened.modem, answer: result(opened.modem, 'no carrier') };
      // X0 says it alone, the others with the rate of the line (V.250 clause 6.2.7).
      const { says: much, rate } = modem.lines;
      return {
        modem: { ...opened.modem, online: true },
        answer: code(modem, much === 0 ? 'CONNECT' : `CONNECT ${rate === 0 ? 115_200 : rate}`, '1'),
      };
    }
  }
};

/** How long it stays awake after the last byte where it may sleep, ms. */
const awake = 30_000;
const sleepDue = (modem: VirtualModem): Instant | null => {
  const session = sessionOf(modem);
  const may = modem.told.sleeps && !modem.asleep && session !== null && modem.running === null && !modem.online;
  return may ? instant(Math.max(modem.lastByte, session.since) + awake) : null;
};
/** When its own time moves it next; null when nothing is under way. */
export const modemDue = (modem: VirtualModem): Instant | null => {
  const dues = [radioDue(modem), modem.running?.until ?? null, modem.escape?.signs === 3 ? modem.escape.until : null, sleepDue(modem)];
  return dues.reduce((first, due) => (due !== null && (first === null || due < first) ? due : first), null);
};
const move = (modem: VirtualModem, at: Instant, around: Around): Answer => {
  if (modem.running !== null && modem.running.until <= at) return finish(modem, modem.running, at, around);
  if (modem.escape !== null && modem.escape.signs === 3 && modem.escape.until <= at)
    return { modem: { ...modem, online: false, escape: null }, answer: code(modem, 'OK', '0') };
  const due = radioDue(modem);
  if (due === null || due > at) return { modem: { ...modem, asleep: true }, answer: '' };
  const moved = moveRadio(modem, at, around);
  if (!moved.online || sessionOf(moved) !== null) return { modem: moved, answer: '' };
  return { modem: { ...moved, online: false }, answer: code(modem, 'NO CARRIER', '3') };
};
/** Lets a modem's own time run up to an instant: what it says by itself comes out. */
export const runModem = (was: VirtualModem, to: Instant, around: Around): Answer => {
  let [modem, answer] = [was, ''];
  for (let due = modemDue(modem); due !== null && due <= to; due = modemDue(modem)) {
    const step = move(modem, due, around);
    [modem, answer] = [step.modem, answer + step.answer + unasked(modem, step.modem, due, around)];
  }
  return { modem, answer };
};

/** Most characters of a line, and of a message's body; what is longer is let go, as a modem's buffer does. */
const [mostLine, mostBody] = [560, 1000];
const [send, drop, back] = ['\u001a', '\u001b', '\b'];
/** Silence around the escape; how long after a command's end of line a character does not abort it yet (V.250 clauses 5.6.1 and 6.2.8 by memory). */
const [guard, deaf] = [1000, 125];

const endBody = (modem: VirtualModem, body: string | null, at: Instant): Answer => {
  const what = bodyOf(modem, body);
  const next: VirtualModem = { ...modem, writing: null, held: '' };
  if (what === null) return { modem: next, answer: result(next, null) };
  if (typeof what === 'number') return { modem: next, answer: messageError(next, what) };
  if (what.as !== null) {
    const kept = written(next, what, at);
    return { modem: kept.modem, answer: kept.cms === null ? linesOf(next, kept.lines) + result(next, null) : messageError(next, kept.cms) };
  }
  const running: Running = {
    work: 'send',
    with: [what.to, what.text],
    since: at,
    until: instant(at + sendingTakes),
    abortable: false,
    rest: [],
  };
  return { modem: { ...next, running }, answer: '' };
};

/** The prefix is AT or at, never mixed; what stands before it on the line is let go (V.250 clause 5.2.1). */
const bodyIn = (line: string): string | null => /(?:AT|at)(.*)$/.exec(line)?.[1] ?? null;

const hearOne = (was: VirtualModem, char: string, at: Instant, around: Around): Answer => {
  const modem = { ...was, lastByte: at };
  if (modem.online) {
    const quietBefore = was.escape === null && at - was.lastByte >= guard;
    const signs = char === '+' && (quietBefore || (was.escape !== null && was.escape.signs < 3)) ? (was.escape?.signs ?? 0) + 1 : 0;
    // There is no packet data behind it: what is sent comes back, byte by byte.
    return { modem: { ...modem, escape: signs === 0 ? null : { signs, until: instant(at + guard) } }, answer: char };
  }
  if (modem.running !== null) {
    const { abortable, since, work } = modem.running;
    if (!abortable || at - since < deaf) return { modem, answer: '' };
    return { modem: { ...modem, running: null }, answer: result(modem, work === 'dial' ? 'no carrier' : null) };
  }
  if (char === '\n') return { modem, answer: '' };
  // What wakes it is lost: the line that follows is not whole.
  if (modem.asleep) return { modem: { ...modem, asleep: false, held: char === '\r' ? '' : '\u0000' }, answer: '' };
  const echo = modem.lines.echo ? char : '';
  if (modem.writing !== null) {
    if (char !== send && char !== drop) return { modem: { ...modem, held: (modem.held + char).slice(0, mostBody) }, answer: echo };
    return endBody(modem, char === send ? modem.held : null, at);
  }
  const repeat = char === '/' && /^a$/i.test(modem.held);
  if (char !== '\r' && !repeat) {
    const held = char === back ? modem.held.slice(0, -1) : (modem.held + char).slice(0, mostLine);
    return { modem: { ...modem, held }, answer: echo };
  }
  const body = repeat ? modem.last : bodyIn(modem.held);
  const ready = { ...modem, held: '' };
  if (body === null) return { modem: ready, answer: echo };
  const step = run({ ...ready, last: body }, split(body), at, around);
  return { modem: step.modem, answer: echo + step.answer };
};

/** Characters of a line that do nothing but lengthen it are taken together: how many from here. */
const plainFrom = (modem: VirtualModem, arrived: string, from: number): number => {
  if (modem.online || modem.running !== null || modem.asleep || modem.writing !== null) return 0;
  special.lastIndex = from;
  return (special.exec(arrived)?.index ?? arrived.length) - from;
};
const special = /[\r\n\b/]/g;

/** Takes what arrives in any pieces at an instant. Lines end in CR; after a prompt all that comes is a message's body, until Ctrl-Z sends it or Esc drops it. Without power, and while it starts, nothing is heard. */
export const hearModem = (was: VirtualModem, arrived: string, at: Instant, around: Around): Answer => {
  let { modem, answer } = runModem(was, at, around);
  for (let i = 0; i < arrived.length && modem.power.is === 'on'; ) {
    const plain = plainFrom(modem, arrived, i);
    if (plain > 0) {
      const typed = arrived.slice(i, i + plain);
      modem = { ...modem, lastByte: at, held: (modem.held + typed).slice(0, mostLine) };
      if (modem.lines.echo) answer += typed;
      i += plain;
      continue;
    }
    const before = modem;
    const step = hearOne(modem, arrived.charAt(i), at, around);
    const after = runModem(step.modem, at, around);
    modem = after.modem;
    answer += step.answer + unasked(before, step.modem, at, around) + after.answer;
    i += 1;
  }
  return { modem, answer };
};

/** The other side lets go of the line (DTR drops): by &D nothing, back to commands, or the call is ended (V.250 clause 6.2.9). */
export const dropDtr = (modem: VirtualModem): Answer => {
  const idle = { ...modem, held: '', writing: null };
  if (!modem.online || modem.lines.dtr === 0) return { modem: idle, answer: '' };
  return { modem: { ...idle, online: false, escape: null }, answer: result(modem, modem.lines.dtr === 1 ? null : 'no carrier') };
};
