// The unit's side of remote programming: it takes a text, judges word and sender, calls, and answers to the programmer line by line.
import type { Json } from '../../name/index.ts';
import { type ProgrammingLine, readLine, maySay } from '../../wire/index.ts';

/** What the unit itself holds: what was typed into it once, right or wrong. */
export type Programmable = {
  readonly account: string;
  readonly serial: string;
  readonly remoteOn: boolean;
  readonly word: string;
  /** Where it calls when the word comes without an address; null where nothing is set. */
  readonly maintenance: { readonly host: string; readonly port: number } | null;
  /** Null: any number may start it. */
  readonly numbers: readonly string[] | null;
  readonly values: { readonly [key: string]: Json };
  /** Keys that this unit does not let itself be given from afar. */
  readonly fixed: readonly string[];
};

export type Woken =
  | { readonly calls: true; readonly host: string; readonly port: number }
  | { readonly calls: false; readonly why: 'off' | 'sender' | 'word' | 'form' | 'lost' };

/** What a unit does with a text: `WORD host:port` from somebody who may, or the word alone where it has been told whom to call then. To anything else it keeps silent, as such units do; `why` is for the yard's screen only. */
export const hearText = ({ remoteOn, word, numbers, maintenance }: Programmable, { from, text }: { from: string; text: string }): Woken => {
  if (!remoteOn) return { calls: false, why: 'off' };
  if (numbers !== null && !numbers.includes(from)) return { calls: false, why: 'sender' };
  const [, said, host, number] = /^(\S+)(?: ([^\s:]+|\[[^\]]+\]):(\d{1,5}))?$/.exec(text) ?? [];
  const to = host === undefined ? maintenance : { host, port: Number(number) };
  if (said === undefined || to === null || to.port < 1 || to.port > 65_535) return { calls: false, why: 'form' };
  if (said !== word || word === '') return { calls: false, why: 'word' };
  return { calls: true, ...to };
};

export const wokenWords: { readonly [W in Extract<Woken, { calls: false }>['why']]: string } = {
  off: 'Remote programming is switched off on the unit: no text starts anything.',
  sender: 'The sender is not on the unit’s list of numbers.',
  word: 'The start word is not the one that stands on the unit.',
  lost: 'The text does not come to the card: its modem is not registered, or the carrier takes texts from its portal only.',
  form: 'The text has not the form that the unit takes: word, blank, address, colon, port; or the word alone, where its maintenance address is set.',
};

export type Programmed = { readonly unit: Programmable; readonly say: readonly ProgrammingLine[]; readonly over: boolean };

/** The unit's first line. */
export const greet = ({ account, serial }: Programmable): ProgrammingLine => ({ verb: 'HELLO', args: [account, serial] });

/** What a line of the programmer does to the unit, and what it answers. A line that is not whole is answered by hanging up. */
export const hearProgrammer = (unit: Programmable, text: string): Programmed => {
  const line = readLine(text);
  const hangUp: Programmed = { unit, say: [{ verb: 'BYE', args: [] }], over: true };
  if (typeof line === 'string' || !maySay('desk', line.verb)) return hangUp;
  const [key = '', value = ''] = line.args;
  const answer = (...say: ProgrammingLine[]): Programmed => ({ unit, say, over: false });
  switch (line.verb) {
    case 'GET':
      return answer(
        Object.hasOwn(unit.values, key)
          ? { verb: 'IS', args: [key, JSON.stringify(unit.values[key])] }
          : { verb: 'NOT', args: [key, 'it has no such setting'] },
      );
    case 'PUT': {
      if (!Object.hasOwn(unit.values, key)) return answer({ verb: 'NOT', args: [key, 'it has no such setting'] });
      if (unit.fixed.includes(key)) return answer({ verb: 'NOT', args: [key, 'it takes this only by cable'] });
      const to = parsed(value);
      if (to === undefined) return answer({ verb: 'NOT', args: [key, 'it can’t read the value'] });
      return { unit: { ...unit, values: { ...unit.values, [key]: to } }, say: [{ verb: 'DONE', args: [key] }], over: false };
    }
    default:
      return { unit, say: [], over: true };
  }
};

const parsed = (text: string): Json | undefined => {
  try {
    return JSON.parse(text) as Json; // JSON.parse gives plain JSON
  } catch {
    return undefined;
  }
};
