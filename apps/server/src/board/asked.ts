// What the server and the worker that judges say to each other.
import type { acrossStations, everySheet, previewRules, Says, whoKnows } from '@green-lamp/core/api';
import type { Here } from '@green-lamp/core/evidence';
import type { NamedRules } from '@green-lamp/core/lamp';

/** Questions about all stations at once, and their answers. */
export type Answers = {
  readonly across: Says<typeof acrossStations>;
  readonly sheets: Says<typeof everySheet>;
  readonly preview: Says<typeof previewRules> | null;
  readonly secrets: Says<typeof whoKnows>;
};
export type Question =
  | { readonly what: 'across' }
  | { readonly what: 'sheets' }
  | { readonly what: 'secrets' }
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
  | { readonly is: 'failed'; readonly id: number | null; readonly why: string }
  /** Rows could not be written: it is tried again, and meanwhile the list shows what stood before. */
  | { readonly is: 'stuck'; readonly why: string };
