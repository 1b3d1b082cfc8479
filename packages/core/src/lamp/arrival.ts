// [D1] A frame that reached the desk: by which path it came and how surely, its grade, and whether it is evidence.
import type { ElementId, Grade, Stream } from '../name/index.ts';
import { comparePos, elementsOf, type HowAttributed, isAfter, pickKey, type Pos, type State, wanted } from '../journal/index.ts';
import { plainText, settingKey } from '../name/index.ts';
import { bindingsOf, type PathUse } from '../sheet/index.ts';
import { inNetwork, parseAddress } from '../sums/index.ts';
import { asItRuns, inUse } from './context.ts';

export type Arrived = {
  readonly account: string;
  readonly port: number;
  readonly source: { readonly address: string; readonly port: number };
  readonly fields: { readonly [key: string]: string };
  readonly event: string;
  readonly grade: Grade;
  readonly simulated: boolean;
  /** The path whose loopback address the yard's socket has, where the yard made this call. */
  readonly own: ElementId | null;
};

/** The receiver whose account it is: where several have it, the one on the port that was called. */
export const receiverFor = (state: State, account: string, port: number): ElementId | null => {
  const of = elementsOf(state, 'receiver').filter(({ id }) => wanted(state, settingKey('receiver', id, 'account')) === account);
  return (of.find(({ id }) => wanted(state, settingKey('receiver', id, 'port')) === port) ?? of[0])?.id ?? null;
};

/** Accounts by which frames are matched to this station. */
export const accountsOf = (state: State): string[] => [
  ...new Set(
    elementsOf(state, 'receiver').flatMap(({ id }) => {
      const account = wanted(state, settingKey('receiver', id, 'account'));
      return typeof account === 'string' ? [account] : [];
    }),
  ),
];

const sameAddress = (a: string, b: string): boolean => {
  const [one, two] = [parseAddress(a), parseAddress(b)];
  return one.ok && two.ok && one.value.text === two.value.text;
};

/** [D2] By which path a frame came: its own address, its pool, a flag in the frame, the only path; else unknown. */
export const attribute = (
  state: State,
  { source, fields, own }: Pick<Arrived, 'source' | 'fields' | 'own'>,
): { path: ElementId | null; how: HowAttributed } => {
  const view = asItRuns(state);
  const paths = inUse({ state, bindings: bindingsOf(view) });
  if (own !== null && paths.some(({ path }) => path === own)) return { path: own, how: 'address' };
  const text = (path: ElementId, param: 'address' | 'pool'): string => plainText(view.value(settingKey('path', path, param)));
  const owns = paths.filter(({ path }) => sameAddress(text(path, 'address'), source.address));
  const [owner] = owns;
  if (owner !== undefined && owns.length === 1) return { path: owner.path, how: 'address' };
  const pooled = paths.filter(({ path }) => inNetwork(source.address, text(path, 'pool')));
  const [pool] = pooled;
  if (owns.length === 0 && pool !== undefined && pooled.length === 1) return { path: pool.path, how: 'pool' };
  const flag = fields['path'];
  const flagged = flag === undefined ? [] : paths.filter((use) => isFlag(use, flag));
  const [named] = flagged;
  if (named !== undefined && flagged.length === 1) return { path: named.path, how: 'flag' };
  const [only] = paths;
  return only !== undefined && paths.length === 1 ? { path: only.path, how: 'only' } : { path: null, how: 'unknown' };
};

const isFlag = (use: PathUse, flag: string): boolean =>
  use.path === flag.toLowerCase() || (use.priority !== null && String(use.priority) === flag);

/** Most sorts of call that are kept as evidence between two changes: an outside client may invent event names without end. */
const mostSorts = 64;

/** [D3] Whether a frame is evidence: only if nothing of the same path, receiver, event and at least its grade was picked since the last change; a real one also over a simulated one. */
export const picks = (
  state: State,
  frame: { pos: Pos; path: ElementId | null; receiver: ElementId; event: string; grade: Grade; simulated: boolean },
): boolean => {
  if (!isAfter(frame.pos, state.changed)) return false;
  const since = Object.entries(state.picked).filter(([, { pos }]) => state.changed === null || comparePos(pos, state.changed) > 0);
  const standsAlready = since.some(
    ([key, { grade }]) =>
      grade >= frame.grade && (key === pickKey(frame) || (frame.simulated && key === pickKey({ ...frame, simulated: false }))),
  );
  return !standsAlready && since.length < mostSorts;
};

export type NearAccount = { readonly account: string; readonly stream: Stream; readonly how: 'swapped' | 'one character' };

/** Accounts of stations that differ from an unknown one by a swap of neighbours or by one character. */
export const nearestAccounts = (unknown: string, known: readonly { account: string; stream: Stream }[]): NearAccount[] =>
  known.flatMap(({ account, stream }): NearAccount[] => {
    const how = nearness(account, unknown);
    return how === null ? [] : [{ account, stream, how }];
  });

/** How one account could be mistaken for another of the same length; null where it could not. */
export const nearness = (one: string, other: string): NearAccount['how'] | null => {
  if (one.length !== other.length) return null;
  const differ = Array.from(one, (char, i) => (char === other[i] ? -1 : i)).filter((i) => i >= 0);
  const [a, b] = differ;
  if (differ.length === 1) return 'one character';
  return differ.length === 2 && a !== undefined && b === a + 1 && one[a] === other[b] && one[b] === other[a] ? 'swapped' : null;
};
