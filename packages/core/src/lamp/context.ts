// Everything that a lamp is judged by: the state, who uses whom, house rules, what was heard, and now.
import { type ElementId, type Json, keyParts, type LampName, type SettingKey, settingKey, isSettingKey } from '../name/index.ts';
import { proves, type Evidence, type Strength } from '../evidence/index.ts';
import type { House } from '../house/index.ts';
import type { Profile } from '../sheet/index.ts';
import { noneKey, present, type State, wanted, waitsFor } from '../journal/index.ts';
import { type Bindings, bindingsOf, definitionOf, type PathUse, type SheetView, standsOn } from '../sheet/index.ts';

/** Routine arrivals, summed up by path, receiver, event, strength and mark. Instants are on the desk's clock. */
export type Heard = {
  readonly path: ElementId | null;
  readonly receiver: ElementId | null;
  readonly event: string;
  readonly strength: Strength;
  readonly simulated: boolean;
  readonly last: number;
  readonly count: number;
  /** The last arrivals of grade 6, at most 32, oldest first: scheduled check-ins are among them. */
  readonly recent: readonly number[];
};

export type Judging = {
  readonly state: State;
  readonly house: House;
  readonly profiles: readonly Profile[];
  readonly heard: readonly Heard[];
  readonly now: number;
  readonly bindings: Bindings;
  /** Whose desk it reports to. */
  readonly whose: 'ours' | 'theirs' | 'portal';
  /** What stands on the device, else what is wanted. */
  readonly runs: (key: SettingKey) => Json | undefined;
};

/** The sheet as it runs: the value on the device where one is known. */
export const asItRuns = (state: State): SheetView => ({
  elements: present(state),
  value: (key) => state.device[key]?.value ?? wanted(state, key) ?? undefined,
});
/** The sheet as planned: what is wanted. */
export const asPlanned = (state: State): SheetView => ({ elements: present(state), value: (key) => wanted(state, key) ?? undefined });

export type JudgedBy = {
  readonly house: House;
  readonly profiles: readonly Profile[];
  readonly heard: readonly Heard[];
  readonly now: number;
};

export const judging = (state: State, by: JudgedBy): Judging => {
  const view = asItRuns(state);
  const whose = view.value(settingKey('desk', null, 'whose'));
  return { state, ...by, bindings: bindingsOf(view), whose: whose === 'theirs' || whose === 'portal' ? whose : 'ours', runs: view.value };
};

/** Whether calls arrive at our own listeners; elsewhere only somebody's word or log says so. */
export const deskIsOurs = ({ whose }: Pick<Judging, 'whose'>): boolean => whose === 'ours';

export const inUse = ({ state, bindings }: Pick<Judging, 'state' | 'bindings'>): readonly PathUse[] =>
  bindings.paths.filter(({ path }) => state.none[noneKey(null, path)] === undefined);

export const runsOf = (j: Judging, holder: 'sim' | 'unit' | 'receiver', element: ElementId | null, param: string): Json | undefined =>
  element === null ? undefined : j.runs(settingKey(holder, element, param));

/** Settings whose value on the device differs from the one wanted, and on which the lamp stands. */
export const waitsOf = (j: Judging, lamp: LampName, use: PathUse | null): SettingKey[] =>
  Object.keys(j.state.device)
    .filter(isSettingKey)
    .filter((key) => {
      const of = definitionOf(key);
      return of !== null && isHere(j, key) && waitsFor(j.state, key) && standsOn(of, key, lamp, use);
    });

/** Whether the element of a key is still on the sheet. */
export const isHere = (j: Pick<Judging, 'state'>, key: SettingKey): boolean => {
  const { element } = keyParts(key);
  return element === null || present(j.state).some(({ id }) => id === element);
};

/** Whether a call came over a path between two instants, as evidence or as heard. */
export const calledOver = (
  j: Pick<Judging, 'state' | 'heard'>,
  path: ElementId,
  { from, to }: { readonly from: number; readonly to: number },
): boolean =>
  evidenceFor(j, 'Call', path).some((evidence) => evidence.what === 'call' && evidence.to >= from && evidence.to <= to) ||
  j.heard.some((heard) => heard.path === path && proves(heard.strength) && heard.last >= from && heard.last <= to);

export const evidenceFor = (j: Pick<Judging, 'state'>, lamp: LampName, path: ElementId | null): Evidence[] => {
  const prefix = `${lamp}|${path ?? ''}|`;
  return Object.entries(j.state.evidence).flatMap(([slot, evidence]) => (slot.startsWith(prefix) ? [evidence] : []));
};
