// [C4] A device’s menu as it is walked: the prompt in hand waits for its sign, runs late or stuck, is held by gates, and an answer leads on, back, again or out.
//
//   out ─begun─► at a prompt ─sign─► the next that has not dropped out … ─sign─► over
//                    │ wrong, back: where the profile says ('again', 'start', 'out', a prompt)
//                    └ lost: where the display says
import { schoolIn } from '../house/index.ts';
import type { SettingKey } from '../name/index.ts';
import type { State, WalkMove } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import type { Profile, Prompt } from '../sheet/index.ts';
import { type MenuStep, menuOf } from './menu.ts';

/** Why a step may not begin: values that are not in hand, identifiers that would vanish, a file that is not saved. */
export type Held =
  | { readonly gate: 'gather'; readonly keys: readonly SettingKey[]; readonly prompts: readonly string[] }
  | { readonly gate: 'harvest' | 'file'; readonly keys: readonly SettingKey[]; readonly prompts: readonly string[] };

export type Pace = 'no time known' | 'running' | 'due' | 'late' | 'stuck';
export type InHand = {
  readonly step: MenuStep;
  /** ms since it came into hand. */
  readonly ran: number;
  readonly pace: Pace;
  readonly late: number | null;
  readonly stuck: number | null;
  readonly held: readonly Held[];
};
export type OpenWindow = {
  readonly name: string;
  readonly for: number;
  /** ms; negative once it has shut. */
  readonly left: number;
  /** ms of typing that is still to do. */
  readonly typing: number;
};
export type Walk = {
  readonly steps: readonly MenuStep[];
  readonly hand: InHand | null;
  readonly is: 'not begun' | 'walking' | 'out' | 'over';
  readonly window: OpenWindow | null;
  /** What would hold a window of the device from being opened. */
  readonly beforeWindow: readonly Held[];
};

/** The name under which a prompt's tick is kept among a station's steps. */
export const promptName = (profile: Pick<Profile, 'id'>, prompt: Pick<Prompt, 'id'>): string => `menu|${profile.id}|${prompt.id}`;

const isLive = ({ is }: MenuStep): boolean => is === 'now' || is === 'missing';
const named = ({ prompt }: MenuStep): string => prompt.shows;

/** Late is what the profile says, else half as long again as usual; stuck twice that: ours. */
const times = ({ usual, late, stuck }: Prompt): { late: number | null; stuck: number | null } => {
  const later = late ?? (usual === undefined ? null : usual * 1.5);
  return { late: later, stuck: stuck ?? (later === null ? null : later * 2) };
};

/** How a step that has run for `ran` ms stands against its profile's times. */
export const paceOf = (prompt: Prompt, ran: number): Pace => {
  const { late, stuck } = times(prompt);
  if (late === null || stuck === null) return 'no time known';
  if (ran >= stuck) return 'stuck';
  if (ran >= late) return 'late';
  return ran >= (prompt.usual ?? late) ? 'due' : 'running';
};

const missing = (steps: readonly MenuStep[]): MenuStep[] => steps.filter(({ is, key }) => is === 'missing' && key !== null);
const keysOf = (steps: readonly MenuStep[]): SettingKey[] => [...new Set(steps.flatMap(({ key }) => key ?? []))];
const heldBy = (gate: Held['gate'], steps: readonly MenuStep[]): Held[] =>
  steps.length === 0 ? [] : [{ gate, keys: keysOf(steps), prompts: [...new Set(steps.map(named))] }];

/** What holds `step`: *gather before you press* where it opens something, *harvest before reboot*, *file before reset*. */
export const holds = (steps: readonly MenuStep[], step: MenuStep, isDone: (step: MenuStep) => boolean): readonly Held[] => {
  const from = steps.indexOf(step);
  const { gate, does } = step.prompt;
  const overwrites = does === 'writes' || does === 'resets';
  return [
    ...(gate === 'gather' ? heldBy('gather', missing(steps.slice(from))) : []),
    ...(does === undefined
      ? []
      : heldBy(
          'harvest',
          steps.filter((one) => isLive(one) && one.prompt.gate === 'harvest' && (one.key === null ? !isDone(one) : one.is === 'missing')),
        )),
    ...(overwrites
      ? heldBy(
          'file',
          steps.filter((one) => one.prompt.gate === 'file' && one !== step && !isDone(one)),
        )
      : []),
  ];
};

/** Where a move leads: the id of a prompt, or null for out of the menu or through it. */
export const leads = (steps: readonly MenuStep[], at: string | null, how: Exclude<WalkMove, 'lost' | 'window'>): string | null => {
  const live = steps.filter(isLive);
  const first = live[0]?.prompt.id ?? null;
  if (how === 'begun' || at === null) return how === 'over' ? null : first;
  const here = steps.findIndex(({ prompt }) => prompt.id === at);
  const before = steps.slice(0, Math.max(0, here)).filter(isLive).at(-1);
  const named = (to: string | undefined, otherwise: string | null): string | null => {
    if (to === undefined) return otherwise;
    if (to === 'again') return at;
    if (to === 'start') return first;
    if (to === 'out') return null;
    // What the profile names may have dropped out: then the next that has not.
    const there = steps.findIndex(({ prompt }) => prompt.id === to);
    return steps.slice(Math.max(0, there)).find(isLive)?.prompt.id ?? null;
  };
  const own = steps[here]?.prompt.leads;
  switch (how) {
    case 'sign':
      return steps.slice(here + 1).find(isLive)?.prompt.id ?? null;
    case 'wrong':
      return named(own?.wrong, at);
    case 'back':
      return named(own?.back, before?.prompt.id ?? at);
    case 'over':
      return null;
  }
};

/** A profile's menu on a station, as it stands at `now` (ms). */
export const walkOf = (profile: Profile, state: State, now: number): Walk => {
  const steps = menuOf(profile, asPlanned(state));
  const stands = state.walks[profile.id];
  const isDone = (step: MenuStep): boolean => state.steps[promptName(profile, step.prompt)]?.done === true;
  const step = stands?.at == null ? undefined : steps.find(({ prompt }) => prompt.id === stands.at);
  const opened = stands?.window ?? null;
  const length = opened === null ? undefined : (profile.windows ?? []).find(({ name }) => name === opened.name)?.for;
  const ahead = step === undefined ? steps : steps.slice(steps.indexOf(step));
  const ran = stands === undefined ? 0 : Math.max(0, now - stands.pos.ord);
  return {
    steps,
    hand:
      step === undefined ? null : { step, ran, pace: paceOf(step.prompt, ran), ...times(step.prompt), held: holds(steps, step, isDone) },
    is:
      stands === undefined ? 'not begun' : step !== undefined ? 'walking' : stands.how === 'over' || stands.how === 'sign' ? 'over' : 'out',
    window:
      opened === null || length === undefined
        ? null
        : {
            name: opened.name,
            for: length,
            left: opened.pos.ord + length - now,
            typing: ahead.filter(isLive).reduce((sum, { typing }) => sum + typing, 0),
          },
    beforeWindow: heldBy('gather', missing(ahead)),
  };
};

/** Steps of the bench list that are not done: they hold the van. Where house rules configure at the site, nothing is held at the bench. */
export const benchLeft = (
  profiles: readonly Profile[],
  state: State,
  house: Parameters<typeof schoolIn>[0],
): readonly { readonly profile: Profile; readonly step: MenuStep }[] =>
  (schoolIn(house)('configuration') === 'site' ? [] : profiles).flatMap((profile) =>
    menuOf(profile, asPlanned(state))
      .filter(
        (step) =>
          step.prompt.gate === 'bench' &&
          step.is !== 'dropped' &&
          step.is !== 'skipped' &&
          state.steps[promptName(profile, step.prompt)]?.done !== true,
      )
      .map((step) => ({ profile, step })),
  );
