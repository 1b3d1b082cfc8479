// What the server and the worker that judges say to each other.
import type { LampName, Stream } from '@green-lamp/core/name';
import type { Here } from '@green-lamp/core/evidence';
import type { Pin } from '@green-lamp/core/journal';
import type { FleetFinding } from '@green-lamp/core/check';
import type { NamedRules, Verdict } from '@green-lamp/core/lamp';
import type { Claimed, End, SheetLine } from '@green-lamp/core/walk';

export type Previewed = {
  readonly stream: Stream;
  readonly station: string;
  readonly adopted: boolean;
  /** The version that it has adopted in this role. */
  readonly role: string | null;
  readonly changes: readonly { readonly lamp: LampName; readonly path: string | null; readonly was: Verdict; readonly is: Verdict }[];
};
type Of<T> = T & { readonly stream: Stream; readonly station: string };

/** Questions about all stations at once, and their answers. */
export type Answers = {
  readonly across: {
    readonly findings: readonly FleetFinding[];
    readonly ends: readonly Of<End>[];
    readonly claims: readonly Of<Claimed>[];
  };
  readonly sheets: {
    readonly sheets: readonly {
      readonly stream: Stream;
      readonly station: string;
      readonly text: string;
      readonly lines: readonly SheetLine[];
    }[];
  };
  readonly preview: { readonly pin: Pin; readonly stations: readonly Previewed[] } | null;
};
export type Question =
  | { readonly what: 'across' }
  | { readonly what: 'sheets' }
  | { readonly what: 'preview'; readonly role: NamedRules['role']; readonly id: string; readonly version: number };

export type ToJudge =
  | { readonly is: 'now'; readonly now: number; readonly here: Here }
  | { readonly is: 'changed'; readonly streams: readonly string[]; readonly turn: number }
  | { readonly is: 'heard'; readonly stations: readonly string[] }
  | { readonly is: 'ask'; readonly id: number; readonly question: Question }
  | { readonly is: 'stop' };

export type FromJudge =
  /** Rows that were written; how many wait of a rebuild, of how many; up to which turn of changes all are judged. */
  | { readonly is: 'judged'; readonly streams: readonly string[]; readonly waiting: number; readonly of: number; readonly turn: number }
  | { readonly is: 'answer'; readonly id: number; readonly answer: Answers[keyof Answers] }
  | { readonly is: 'failed'; readonly id: number | null; readonly why: string };
