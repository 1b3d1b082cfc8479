// The list of stations as it is asked for, and what is asked across all of them.
import type { FleetFinding, sharedBy } from '../check/index.ts';
import type { Pin } from '../journal/index.ts';
import type { Verdict } from '../lamp/index.ts';
import type { LampName, Stream } from '../name/index.ts';
import type { Claimed, End, SheetLine, Summary as StationSummary } from '../walk/index.ts';

/** All, those that wait for oneself or for somebody else, and those whose alarms send nobody now. */
export const shows = ['all', 'mine', 'others', 'test'] as const;
export type Show = (typeof shows)[number];
export type Summary = StationSummary & { readonly stream: Stream };
/** How many rows wait to be judged anew, of how many. */
export type Judging = { readonly waiting: number; readonly of: number };
export type Counts = { readonly [S in Show]: number };
/** Answer of `GET /api/stations`. */
export type Listed = {
  readonly stations: readonly Summary[];
  readonly counts: Counts;
  readonly total: number;
  /** The place of the last row, where more are behind it. */
  readonly next: string | null;
  readonly judging: Judging;
};

type Of<T> = T & { readonly stream: Stream; readonly station: string };
/** Answer of `GET /api/stations/across`. */
export type Across = {
  readonly findings: readonly FleetFinding[];
  readonly ends: readonly Of<End>[];
  readonly claims: readonly Of<Claimed>[];
};
/** Answer of `GET /api/stations/shared`: what a station shares with others and must not. `again` is after how many ms something newer may be known. */
export type Shared = { readonly shared: ReturnType<typeof sharedBy>; readonly again: number | null };
/** Answer of `GET /api/stations/sheets`. */
export type Sheets = { readonly sheets: readonly Of<{ readonly text: string; readonly lines: readonly SheetLine[] }>[] };
export type Previewed = {
  readonly stream: Stream;
  readonly station: string;
  readonly adopted: boolean;
  /** The version that it has adopted in this role. */
  readonly role: string | null;
  readonly changes: readonly { readonly lamp: LampName; readonly path: string | null; readonly was: Verdict; readonly is: Verdict }[];
};
/** Answer of `GET /api/stations/preview`. */
export type Preview = { readonly pin: Pin; readonly stations: readonly Previewed[] };
