// What a command of the line is: its words for help, and what it does with its input. It reads nothing and writes nothing itself.

export type Outcome = {
  /** 0 done, 1 a negative answer. */
  readonly exit: 0 | 1;
  readonly out: string;
};
export type Command = {
  readonly name: string;
  readonly takes: string;
  readonly about: string;
  readonly options: { readonly [name: string]: { readonly takes: string; readonly about: string } };
  readonly exits: string;
  /** Taken in place of `run` where a folder was named: every .json in it. */
  readonly folder?: (inputs: readonly { readonly name: string; readonly bytes: Uint8Array }[]) => Outcome | BadUse;
  readonly run: (input: Uint8Array, options: { readonly [name: string]: string | undefined }) => Outcome | BadUse;
};

/** Why a command can't be run as it was given: one line, exit 2. */
export class BadUse extends Error {}
