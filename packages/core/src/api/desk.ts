// The desk as its screen sees it: listeners, what they take in and turn away, what is kept, and calls.
import type { Stream } from '../name/index.ts';

export type ListenerState = {
  readonly kind: string;
  readonly host: string;
  readonly port: number;
  readonly state: 'listening' | 'closed';
  readonly connections: number;
};

export const boundNames = ['connections', 'connectionsOfOne', 'framesOfOne', 'strangersOfOne', 'pages'] as const;
export type BoundName = (typeof boundNames)[number];
/** A limit of the desk; `most` 0 is none. */
export type BoundState = { readonly name: BoundName; readonly most: number; readonly now: number; readonly refused: number };

export type FrameClass = 'routine' | 'strangers';
/** Days and megabytes for which calls are kept; 0 is for ever. */
export type Keeps = {
  readonly routineDays: number;
  readonly routineMegabytes: number;
  readonly strangerDays: number;
  readonly strangerMegabytes: number;
};
/** What is kept, in bytes, as of an instant. */
export type Sizes = {
  readonly at: number;
  /** The file with its log, and what is free on its disk. */
  readonly file: number;
  readonly free: number;
  readonly frames: { readonly [C in FrameClass]: { readonly rows: number; readonly bytes: number; readonly oldest: number | null } };
};
export type Room = Sizes & {
  readonly keeps: Keeps;
  /** Days that the disk lasts at the growth since an instant; null where it does not grow or that can't be said yet. */
  readonly daysLeft: number | null;
  readonly since: number | null;
  readonly removed: number;
};
/** Answer of `GET /api/desk`. */
export type DeskState = {
  readonly listeners: readonly ListenerState[];
  /** Why nothing can be kept or judged at present. */
  readonly trouble: string | null;
  readonly bounds: readonly BoundState[];
  readonly kept: Room | null;
  /** How far (ms) the machine's date is ahead of the desk's clock, which does not follow. */
  readonly clockJumped: number;
};

export const frameStatuses = ['matched', 'unknown', 'not understood', 'refused'] as const;
export type FrameStatus = (typeof frameStatuses)[number];
export const isFrameStatus = (value: unknown): value is FrameStatus => frameStatuses.some((status) => status === value);
/** A call as a screen shows it. */
export type FrameView = {
  readonly id: number;
  readonly at: number;
  readonly kept: number;
  readonly listener: string;
  readonly port: number;
  readonly address: string;
  readonly fromPort: number;
  readonly status: FrameStatus;
  readonly why: string | null;
  readonly account: string | null;
  readonly instant: string | null;
  readonly station: Stream | null;
  readonly stationName: string | null;
  readonly pathName: string | null;
  readonly receiver: string | null;
  readonly path: string | null;
  readonly how: string | null;
  readonly strength: string | null;
  readonly impossible: readonly string[];
  readonly zone: string | null;
  readonly turn: string | null;
  readonly part: number;
  readonly event: string | null;
  readonly grade: number | null;
  readonly simulated: boolean;
  readonly repeats: number;
  readonly entry: string | null;
  /** Base64 of what came, masked. */
  readonly bytes: string;
  readonly fields: { readonly [key: string]: string };
  readonly nearest: readonly { readonly account: string; readonly stream: Stream; readonly name: string; readonly how: string }[];
};
/** Answer of `GET /api/frames`. */
export type Frames = { readonly frames: readonly FrameView[]; readonly more: boolean };
