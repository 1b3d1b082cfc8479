// What bears on a lamp. Facts only: the verdict is the lamp's, by the house rules that the station has adopted.
import type { ElementId, FrameId, Grade, Json, LampName, Ulid } from '../name/index.ts';

export type HowAttributed = 'address' | 'tag' | 'drill' | 'pool' | 'flag' | 'only' | 'told' | 'unknown';
export type Strength = 'certain' | 'likely' | 'claimed' | 'unknown';

export const strengthOf: { readonly [H in HowAttributed]: Strength } = {
  address: 'certain',
  tag: 'certain',
  drill: 'certain',
  pool: 'likely',
  flag: 'likely',
  only: 'likely',
  told: 'claimed',
  unknown: 'unknown',
};

export type CallFacts = {
  readonly frame: FrameId;
  readonly receiver: ElementId;
  readonly event: string;
  readonly how: HowAttributed;
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
  /** By somebody's word only. */
  readonly told: boolean;
  readonly simulated: boolean;
  readonly facts: Json;
};

export const isEvidenceHow = (value: unknown): value is HowAttributed => typeof value === 'string' && Object.hasOwn(strengthOf, value);
