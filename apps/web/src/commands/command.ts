// A command answers 'may I, and if not why' and does it, in one function. Button, key and runner read the same.
export type Command<Of> = {
  readonly key: string;
  readonly label: (of: Of) => string;
  /** The reason why not, or null. Without `go` it only asks. */
  readonly run: (of: Of, go?: () => void) => string | null;
};
