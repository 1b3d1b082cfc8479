// The guided set-up of a station with more than one path: its profile's steps in the order in which nothing is lost, and by what each is done.
import { type ElementId, isGroup, type SettingKey, settingKey } from '../name/index.ts';
import { isAfter, present, type Said, stageOf, type State, wanted } from '../journal/index.ts';
import { asPlanned, type Cut, type Line, type OwnPart } from '../lamp/index.ts';
import {
  type Arrangement,
  bindingsOf,
  definition,
  type PathUse,
  type Profile,
  type SetupPlan,
  type SetupStep,
  type Sight,
} from '../sheet/index.ts';
import { keyFor } from './key-for.ts';

export type SetupRow = {
  /** The name under which its tick is kept among a station's steps. */
  readonly name: string;
  readonly step: SetupStep;
  /** The path that it is about; null where it is about the station. */
  readonly path: ElementId | null;
  /** By what it is done: a person says so, the sheet and its devices show it, or the desk has seen it. */
  readonly by: 'press' | 'sheet' | 'desk';
  /** 'failed': the desk has seen that it is not so. */
  readonly is: 'done' | 'failed' | 'now' | 'ahead';
  /** Settings that are not on their device yet. */
  readonly open: readonly SettingKey[];
  /** Settings that the step needs and that no element of the sheet has. */
  readonly nowhere: readonly string[];
  readonly simulated: boolean;
  /** The desk has seen what it can, and the rest of it is a word. */
  readonly weak: boolean;
  /** An earlier step that was said later, or not yet: what is lost by it may be lost. */
  readonly before: SetupStep | null;
};
export type Setup = { readonly is: Arrangement; readonly profile: Profile; readonly rows: readonly SetupRow[] };

/** The paths of a station as it is planned, in the unit’s order, those that it was agreed to do without left out. */
const pathsOf = (state: State): readonly PathUse[] =>
  bindingsOf(asPlanned(state))
    .paths.filter(({ path }) => state.none[`|${path}`] === undefined)
    .sort((a, b) => (a.priority ?? 99) - (b.priority ?? 99));

/** Whether what a set-up speaks of is there: two cards are one radio's only where both paths use one modem. */
const isThere = (plan: SetupPlan, paths: readonly PathUse[]): boolean => {
  const cellular = paths.filter(({ kind }) => kind === 'cellular');
  const [first, second] = cellular;
  switch (plan.is) {
    case 'two cards on one radio':
    case 'rack of cards':
      return first !== undefined && second !== undefined && first.modem !== null && first.modem === second.modem;
    case 'pair of routers':
    case 'USB modem':
    case 'cradle':
      return paths.length > 1;
  }
};

const ofPath = (use: PathUse, name: string, holder: string, view: ReturnType<typeof asPlanned>): SettingKey | null => {
  const param = name.slice(holder.length + 1);
  const element = holder === 'path' ? use.path : holder === 'sim' ? use.sim : holder === 'modem' ? use.modem : null;
  if (element !== null && isGroup(holder)) return settingKey(holder, element, param);
  return holder === 'sim' ? null : keyFor(view, name);
};
const keyOf = (state: State, use: PathUse | null, name: string): SettingKey | null => {
  const view = asPlanned(state);
  const of = definition(name);
  if (of === null) return null;
  return use === null ? keyFor(view, name) : ofPath(use, name, of.holder, view);
};
/** Whether the device asks for it: an earlier answer of its menu may hide the prompt. */
const isAsked = (profile: Profile, state: State, use: PathUse | null, name: string): boolean =>
  (profile.menu ?? []).every(({ setting, only }) => {
    if (setting !== name || only === undefined) return true;
    const key = keyOf(state, use, only.setting);
    const value = key === null ? null : (wanted(state, key) ?? null);
    return value === null || only.is.includes(value);
  });
/** A value that somebody wants is not one on a device; what no device holds stands on the sheet alone. */
const isSet = (state: State, name: string, key: SettingKey): boolean => {
  const stage = stageOf(state, key);
  return definition(name)?.enteredOn === null ? (wanted(state, key) ?? null) !== null : stage !== null && stage !== 'wanted';
};

const partOf: { readonly [S in Sight]: OwnPart | null } = {
  called: null,
  card: null,
  'cable cut': 'cable',
  'supply cut': 'supply',
  'card cut': 'card',
};
type Saw = { readonly is: 'yes' | 'no' | 'not yet'; readonly weak: boolean; readonly simulated: boolean };
const seenOf = (line: Line, path: ElementId, sight: Sight): Saw => {
  const part = partOf[sight];
  if (part !== null) {
    const cut: Cut | undefined = line.cuts.find((one) => one.path === path && one.part === part);
    const weak = cut?.is === 'marginal';
    return { is: weak || cut?.is === 'proven' ? 'yes' : cut?.is === 'failed' ? 'no' : 'not yet', weak, simulated: cut?.simulated === true };
  }
  const of = line.strands.find(({ use }) => use.path === path)?.lamps.find(({ lamp }) => lamp === (sight === 'card' ? 'Card' : 'Route'));
  // Of a route only what came to the desk: an answer from somewhere is no call.
  const good = of?.is === 'proven' && (sight === 'card' || (of.grade ?? 0) >= 6);
  return { is: good ? 'yes' : 'not yet', weak: false, simulated: of?.simulated === true };
};

const about = ({ of }: SetupStep, [first, ...behind]: readonly PathUse[]): readonly (PathUse | null)[] => {
  if (of === undefined || first === undefined) return [null];
  return of === 'first' ? [first] : of === 'standby' ? behind : [first, ...behind];
};

type Bare = Omit<SetupRow, 'is' | 'before'> & { readonly done: boolean; readonly failed: boolean; readonly said: Said | null };
const bare = (profile: Profile, plan: SetupPlan, state: State, line: Line, step: SetupStep, use: PathUse | null): Bare => {
  const path = use?.path ?? null;
  const name = `setup|${profile.id}|${plan.is}|${step.id}${path === null ? '' : `|${path}`}`;
  const asked = (step.set ?? []).filter((one) => isAsked(profile, state, use, one));
  const keys = asked.map((one) => ({ one, key: keyOf(state, use, one) }));
  const open = keys.flatMap(({ one, key }) => (key !== null && !isSet(state, one, key) ? [key] : []));
  const nowhere = keys.flatMap(({ one, key }) => (key === null ? [definition(one)?.label ?? one] : []));
  const common = { name, step, path, open, nowhere, weak: false };
  if (step.seen !== undefined && path !== null) {
    const saw = seenOf(line, path, step.seen);
    return { ...common, by: 'desk', done: saw.is === 'yes', failed: saw.is === 'no', simulated: saw.simulated, weak: saw.weak, said: null };
  }
  if (step.set !== undefined)
    return { ...common, by: 'sheet', done: open.length + nowhere.length === 0, failed: false, simulated: false, said: null };
  const said = state.steps[name];
  return { ...common, by: 'press', done: said?.done === true, failed: false, simulated: false, said: said?.done === true ? said : null };
};

const rowsOf = (profile: Profile, plan: SetupPlan, state: State, line: Line): SetupRow[] => {
  const paths = pathsOf(state);
  const rows = plan.steps.flatMap((step) => about(step, paths).map((use) => bare(profile, plan, state, line, step, use)));
  const now = rows.findIndex(({ done }) => !done);
  return rows.map(({ done, failed, said, ...row }, i): SetupRow => {
    const late =
      said === null
        ? undefined
        : rows.slice(0, i).find((one) => one.by === 'press' && (one.said === null || isAfter(one.said.pos, said.pos)));
    return { ...row, is: done ? 'done' : failed ? 'failed' : i === now ? 'now' : 'ahead', before: late?.step ?? null };
  });
};

/** The set-ups that fit a station, by the profiles that it adopted; none where it has one path or no such equipment. */
export const setupsOf = (state: State, line: Line, profiles: readonly Profile[]): Setup[] => {
  const paths = pathsOf(state);
  return present(state).length === 0
    ? []
    : profiles.flatMap((profile) =>
        (profile.setups ?? [])
          .filter((plan) => isThere(plan, paths))
          .map((plan): Setup => ({ is: plan.is, profile, rows: rowsOf(profile, plan, state, line) })),
      );
};

/** Why a step that a person says is not to be said yet: one before it is open, and what is lost without it. */
export const setupHolds = (rows: readonly SetupRow[], row: SetupRow): SetupRow | null =>
  rows.slice(0, rows.indexOf(row)).find(({ by, is }) => by !== 'desk' && is !== 'done') ?? null;
