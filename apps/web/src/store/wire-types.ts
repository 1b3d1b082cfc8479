// What the server answers, as this page reads it. Parsed once in api.ts and trusted from there on.
import type { Stream } from '@green-lamp/core/name';
import type { Summary as StationSummary } from '@green-lamp/core/walk';

export type Told = { code: string; path: string; sentence: string; args?: { readonly [name: string]: unknown } };
export type Summary = StationSummary & { stream: Stream };
export type Judging = { waiting: number; of: number };
export type Counts = { all: number; mine: number; others: number };
export type ListenerState = { kind: string; host: string; port: number; state: 'listening' | 'closed'; connections: number };
export type DeskRoom = {
  bounds: readonly {
    name: 'connections' | 'connectionsOfOne' | 'framesOfOne' | 'strangersOfOne' | 'pages';
    most: number;
    now: number;
    refused: number;
  }[];
  clockJumped: number;
  kept: {
    at: number;
    file: number;
    free: number;
    daysLeft: number | null;
    since: number | null;
    removed: number;
    frames: { [C in 'routine' | 'strangers']: { rows: number; bytes: number } };
    keeps: { routineDays: number; routineMegabytes: number; strangerDays: number; strangerMegabytes: number };
  } | null;
};
export type FrameView = {
  id: number;
  at: number;
  kept: number;
  listener: string;
  port: number;
  address: string;
  fromPort: number;
  status: 'matched' | 'unknown' | 'not understood' | 'refused';
  why: string | null;
  account: string | null;
  instant: string | null;
  station: Stream | null;
  stationName: string | null;
  pathName: string | null;
  receiver: string | null;
  path: string | null;
  how: string | null;
  strength: string | null;
  impossible: readonly string[];
  zone: string | null;
  turn: string | null;
  part: number;
  event: string | null;
  grade: number | null;
  simulated: boolean;
  repeats: number;
  entry: string | null;
  bytes: string;
  fields: { [key: string]: string };
  nearest: { account: string; stream: Stream; name: string; how: string }[];
};
export type Answer =
  | { id: string | null; is: 'kept' | 'already'; hash: string; seq: number; received: number; link: string; n: number }
  | { id: string | null; is: 'refused'; problems: Told[] };
