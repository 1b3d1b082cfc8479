// [J4] What stands on the devices, since when, and how far it has got. Only a move of a known value counts as a change.
import { type Json, type SettingKey, type Stage, type StageOnDevice, stages } from '../../name/index.ts';
import { same } from '../canonical.ts';
import type { Who } from '../entry.ts';
import type { Pos } from '../order.ts';
import { standing } from './settings.ts';
import type { OnDevice, State } from './state.ts';
import { put } from './owned.ts';

const further = (a: StageOnDevice, b: StageOnDevice): StageOnDevice => (stages.indexOf(a) >= stages.indexOf(b) ? a : b);
const isInForce = (stage: StageOnDevice): boolean => stage === 'inForce' || stage === 'readBack';

export type Staging = { stage: StageOnDevice; value: Json; asOf: number; pos: Pos; who: Who };

const first = ({ stage, value, asOf, pos, who }: Staging): OnDevice => ({
  value,
  stage,
  pos,
  who,
  moved: null,
  force: isInForce(stage) ? Math.min(asOf, pos.ord) : null,
});

const again = (was: OnDevice, { stage, asOf, pos }: Staging): OnDevice => {
  if (!isInForce(stage)) return { ...was, stage: further(was.stage, stage) };
  const since = Math.max(Math.min(asOf, pos.ord), was.moved?.pos.ord ?? 0);
  return { ...was, stage: further(was.stage, stage), force: Math.min(was.force ?? Number.POSITIVE_INFINITY, since) };
};

const moved = (was: OnDevice, { stage, value, pos, who }: Staging): OnDevice => ({
  value,
  stage,
  pos,
  who,
  moved: { pos, who, was: was.value, read: stage === 'readBack' },
  force: isInForce(stage) ? pos.ord : null,
});

export const withStaging = (state: State, key: SettingKey, staging: Staging): State => {
  const was = state.device[key];
  const now = was === undefined ? first(staging) : same(was.value, staging.value) ? again(was, staging) : moved(was, staging);
  const counts = now.moved !== (was?.moved ?? null) || now.force !== (was?.force ?? null);
  return { ...state, device: put(state.device, key, now), changed: counts ? staging.pos : state.changed };
};

/** How far a setting has got; null where the sheet has nothing for it. */
export const stageOf = (state: State, key: SettingKey): Stage | null => {
  const leaf = standing(state, key);
  const there = state.device[key];
  if (there !== undefined && same(there.value, leaf?.value ?? null)) return leaf?.value == null ? null : there.stage;
  return leaf === null || (leaf.value === null && there === undefined) ? null : 'wanted';
};

/** Whether a value is wanted that is not the one on the device. A first value waits for nothing. */
export const waitsFor = (state: State, key: SettingKey): boolean => {
  const there = state.device[key];
  const leaf = standing(state, key);
  return there !== undefined && leaf !== null && !same(there.value, leaf.value);
};
