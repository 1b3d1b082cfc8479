// How work at a station may end: what stands in the way of 'site complete' and of 'watched', what is still undone, what the sign-off freezes.
import { type ElementId, type LampName, lampWords } from '../name/index.ts';
import { type DataOf, type EndingIs, isAfter, type Speaker, type State, undoneWords } from '../journal/index.ts';
import { type Finding, openFindings, sayFinding } from '../check/index.ts';
import {
  allLamps,
  type Heard,
  hashOfRules,
  type LampResult,
  type Line,
  onTest,
  openLapses,
  type Rules,
  withheldAt,
} from '../lamp/index.ts';
import { reachCells, reachWrong, toldCells, toldWrong } from './people.ts';
import type { Profile } from '../sheet/index.ts';
import { swapsUnderWay } from './swap.ts';
import { openTemporary } from './temporary.ts';

/** Rises with what lamps and checks mean: a sign-off says by which it was judged. */
export const coreVersion = '1';

export type Undone = { readonly code: string; readonly sentence: string };

/** All that was undone for the work and is not back: what somebody noted, and what the program knows by itself. */
export const notBack = (state: State, now: number, speaker: Speaker): Undone[] => {
  const test = onTest(state, now);
  const held = withheldAt(state, now);
  return [
    ...state.undone
      .filter(({ back }) => back === null)
      .map(({ id, what, words }) => ({ code: `undone ${id}`, sentence: `Not put back: ${undoneWords[what]}, ${words}.` })),
    ...openTemporary(state).map(({ key, ends }) => ({
      code: `temporary ${key}`,
      sentence: `${speaker.setting(key)} is there for the time being only: put it back to ${speaker.value(key, ends)}, and see that it is in force.`,
    })),
    ...(test === null ? [] : [{ code: 'on test', sentence: 'The account is on test: its alarms send nobody.' }]),
    ...(held === null ? [] : [{ code: 'withheld', sentence: `${speaker.element(held.receiver)} gives this account no answer.` }]),
    ...(state.drill === null ? [] : [{ code: 'drill', sentence: 'A drill runs: put the path back, and close it.' }]),
  ];
};

const isRequired = (line: Line, state: State, { path }: LampResult): boolean => path === null || state.none[`|${path}`] === undefined;

/** Lamps that count for the station, Watch apart. */
const counting = (state: State, line: Line): readonly LampResult[] =>
  allLamps(line).filter((lamp) => isRequired(line, state, lamp) && lamp.lamp !== 'Watch');

/** Weak lamps that a sign-off has to accept with a reason; one that stands on the best that can be had needs none. */
export const weakLamps = (state: State, line: Line): readonly LampResult[] =>
  counting(state, line).filter(({ is, next }) => is === 'marginal' && next !== null);

export type Block = { readonly code: string; readonly sentence: string; readonly lamp: LampName | null; readonly path: ElementId | null };
const block = (
  code: string,
  sentence: string,
  of: { lamp: LampName | null; path: ElementId | null } = { lamp: null, path: null },
): Block => ({
  code,
  sentence,
  ...of,
});

const named = ({ lamp, path }: LampResult, speaker: Speaker): string =>
  `${lampWords[lamp]}${path === null ? '' : `, ${speaker.element(path)}`}`;
const standing = { failed: 'has failed', stale: 'has to be proved again', dark: 'was not tested' } as const;

/** Whether a call arrived after a place in the order. */
const calledAfter = (state: State, heard: readonly Heard[], at: { ord: number; id: string }): boolean =>
  heard.some(({ last, strength, receiver }) => receiver !== null && strength !== 'impossible' && last > at.ord) ||
  Object.values(state.evidence).some(
    ({ what, ord, outcome }) => (what === 'call' || what === 'confirmation') && outcome === 'good' && ord > at.ord,
  );

/** After the door was shut one more hold and one more call: what is asked of every station with a radio path. */
const doorBlocks = (state: State, line: Line, heard: readonly Heard[]): Block[] => {
  const radio = line.strands.filter(
    ({ use, lamps }) => state.none[`|${use.path}`] === undefined && lamps.some(({ lamp }) => lamp === 'Signal'),
  );
  if (radio.length === 0) return [];
  const shut = Object.values(state.hardware)
    .filter(({ kind }) => kind === 'door.shut')
    .sort((a, b) => b.pos.ord - a.pos.ord)[0];
  if (shut === undefined) return [block('door', 'Shut the door, say so, and then hold the level and see a call once more.')];
  const blocks: Block[] = [];
  const held = Object.values(state.evidence).some(({ what, ord, entry }) => what === 'hold' && isAfter({ ord, id: entry }, shut.pos));
  if (!held) blocks.push(block('door hold', 'Hold the level once more: the door was shut since.', { lamp: 'Signal', path: null }));
  if (!calledAfter(state, heard, shut.pos))
    blocks.push(block('door call', 'See a call once more: the door was shut since.', { lamp: 'Call', path: null }));
  return blocks;
};

type By = {
  readonly heard: readonly Heard[];
  readonly now: number;
  readonly findings: readonly Finding[];
  readonly speaker: Speaker;
  readonly profiles: readonly Profile[];
};

/** What stands in the way of 'site complete', worst first: it says what, as the trade's final check does. Weak lamps are for the sign-off to accept. */
export const completeBlocks = (state: State, line: Line, { heard, now, findings, speaker, profiles }: By): Block[] => [
  ...(state.everAtSite && state.placed?.place === 'site'
    ? []
    : [block('bench', 'It is on the bench: what is proved there is a rehearsal.')]),
  ...openFindings(state, findings)
    .filter(({ severity }) => severity === 'stop')
    .map((finding) => block(`stop ${finding.id}`, `Stop: ${sayFinding(finding).what} A lead may accept it with a reason.`)),
  ...counting(state, line).flatMap((lamp) =>
    lamp.is === 'failed' || lamp.is === 'stale' || lamp.is === 'dark'
      ? [block(`lamp ${lamp.lamp} ${lamp.path ?? ''}`, `${named(lamp, speaker)} ${standing[lamp.is]}.`, lamp)]
      : [],
  ),
  ...line.tunnels.flatMap(({ tunnel, is }) =>
    is === 'failed' || is === 'dark' || is === 'stale' ? [block(`tunnel ${tunnel}`, `${speaker.element(tunnel)} ${standing[is]}.`)] : [],
  ),
  ...notBack(state, now, speaker).map(({ code, sentence }) => block(code, sentence)),
  ...toldWrong(toldCells({ state, profiles })).map(({ code, sentence }) => block(code, sentence, { lamp: 'Call', path: null })),
  ...reachWrong(reachCells(state)).map(({ code, sentence }) => block(code, sentence, { lamp: 'Reach', path: null })),
  ...swapsUnderWay(state, speaker).flatMap(({ element, tasks }) =>
    tasks.map(({ sentence, key, step }) => block(`swap ${element} ${key ?? step ?? ''}`, sentence)),
  ),
  ...doorBlocks(state, line, heard),
];

/** What stands in the way of 'watched': it was completed, has called by itself since, and nothing is silent. */
export const watchedBlocks = (state: State, line: Line, { speaker }: Pick<By, 'speaker'>): Block[] => {
  const watch = allLamps(line).find(({ lamp }) => lamp === 'Watch');
  return [
    ...(state.completed === null ? [block('not complete', 'The site was not completed yet, or something was left unfinished since.')] : []),
    ...(openLapses(state).length === 0 ? [] : [block('silent', 'It is silent.')]),
    ...(watch === undefined || watch.is === 'proven' || watch.is === 'none' || (watch.is === 'marginal' && watch.next === null)
      ? []
      : [block('watch', `${named(watch, speaker)}: the calls that have to come by themselves have not come.`, watch)]),
  ];
};

/** What a sign-off freezes: every lamp with why a weak one is accepted, and by what it was judged. */
export const frozen = (
  state: State,
  line: Line,
  { house, named: of }: Rules,
  reasons: { readonly [lampAndPath: string]: string },
): Pick<DataOf<'signed.off'>, 'lamps' | 'house' | 'profiles' | 'core'> => ({
  lamps: allLamps(line)
    .filter((lamp) => isRequired(line, state, lamp))
    .map(({ lamp, path, is, grade, simulated, rehearsal }) => ({
      lamp,
      path,
      is,
      grade,
      simulated,
      rehearsal,
      reason: reasons[`${lamp} ${path ?? ''}`] ?? '',
    })),
  house: {
    id: house.id,
    version: house.version,
    hash: of.find(({ role }) => role === 'house')?.hash ?? hashOfRules(house),
  },
  profiles: of.filter(({ role, missing }) => role !== 'house' && !missing).map(({ id, version, hash }) => ({ id, version, hash })),
  core: coreVersion,
});

export type Ended = {
  readonly is: EndingIs;
  /** Something was moved, changed or left undone since. */
  readonly since: boolean;
  /** One sentence for the station's row; null where it needs nobody. */
  readonly wants: string | null;
};
const week = 7 * 86_400_000;

/** How work ended last, and whether it wants somebody: left unfinished, or completed and not confirmed for a week. */
export const endedOf = (state: State, now: number, speaker: Speaker): Ended | null => {
  const { signed } = state;
  if (signed === null) return null;
  const since = isAfter(state.changed ?? signed.pos, signed.pos);
  const unconfirmed = signed.ending === 'complete' && now - signed.pos.ord > week;
  const back = signed.returns === null ? '' : ` ${signed.returns.who} returns by ${speaker.when(signed.returns.by)}.`;
  const wants =
    signed.ending === 'unfinished'
      ? `Left unfinished.${back}`
      : unconfirmed
        ? `Completed ${speaker.when(signed.pos.ord)}, and nobody has confirmed since that it is watched.`
        : since && signed.ending !== 'taken down'
          ? 'Changed since it was signed off.'
          : null;
  return { is: signed.ending, since, wants };
};

export const endingWords: { readonly [E in EndingIs]: string } = {
  complete: 'Site complete',
  watched: 'Watched',
  unfinished: 'Left unfinished',
  'taken down': 'Taken down',
};
