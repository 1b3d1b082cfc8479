// What bears on a lamp. Facts only: the verdict is the lamp's, by the house rules that the station has adopted.
import type { ElementId, FrameId, Grade, Json, LampName, Ulid } from '../name/index.ts';
import type { HowAttributed, Strength } from './attribution.ts';

/** Whose knowledge it is: a frame at the desk, the device's own answer, somebody's figure, somebody's word. A word makes a lamp marginal at most. */
export const bys = ['frame', 'device', 'measured', 'word'] as const;
export type By = (typeof bys)[number];

/** An event that begins or one that is over. */
export const turns = ['alarm', 'restoral'] as const;
export type Turn = (typeof turns)[number];
export const isTurn = (value: unknown): value is Turn => turns.some((turn) => turn === value);

/** A frame's own facts, as an entry carries them. */
export type CallFacts = {
  readonly frame: FrameId;
  readonly receiver: ElementId | null;
  readonly event: string;
  readonly how: HowAttributed;
  readonly strength: Strength;
  /** Without leading zeros; null for none. */
  readonly zone: string | null;
  readonly is: Turn | null;
  readonly source: { readonly address: string; readonly port: number };
};

export type Evidence = {
  readonly entry: Ulid;
  readonly what: 'reading' | 'hold' | 'test' | 'drill' | 'call' | 'confirmation' | 'declaration' | 'check-in';
  readonly grade: Grade | null;
  readonly bears: readonly { readonly lamp: LampName; readonly path: ElementId | null }[];
  readonly ord: number;
  /** On the scale of order keys: the writer's clock with its skew. */
  readonly from: number;
  readonly to: number;
  readonly outcome: 'good' | 'weak' | 'bad';
  readonly place: 'bench' | 'site';
  readonly by: By;
  readonly simulated: boolean;
  readonly facts: Json;
};

/** A zone as it is compared: without leading zeros; zero and nothing are none. */
export const plainZone = (zone: string | undefined): string | null => {
  const plain = (zone ?? '').trim().replace(/^0+/, '').slice(0, 16).trim();
  return plain === '' ? null : plain;
};
