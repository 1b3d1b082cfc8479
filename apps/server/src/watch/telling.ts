// What has to be told to the world outside: written in the same turn as the entry that it is of, so that a silence that was entered is told, also after a restart.
import type { Stream } from '@green-lamp/core/name';
import type { Turn } from '../journal/turn.ts';

export const tellPrefix = 'tell ';
/** The first name behind all that begin so. */
export const tellEnd = 'tell!';

/** What a message says. It holds no secrets, and nothing that only readers of the station may know but its name and account. */
export type Message = {
  /** The same for the same message, however often it is sent. */
  readonly id: string;
  readonly is: 'silent' | 'called again';
  readonly station: Stream;
  readonly name: string;
  /** The last call of before, and when the window ended or the call came, ms since 1970. */
  readonly since: number;
  readonly at: number;
  readonly called: readonly string[];
  readonly simulated: boolean;
};
/** How far a message has got: the ways by which it has gone out or was refused for good. */
export type Telling = { readonly message: Message; readonly done: readonly string[] };

/** Puts a message in the way out; it is committed with the turn. */
export const tell = (turn: Turn, message: Message): void => {
  turn.meta(`${tellPrefix}${message.id} ${message.is}`, JSON.stringify({ message, done: [] } satisfies Telling));
};
