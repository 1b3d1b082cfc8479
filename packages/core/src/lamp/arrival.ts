// [D1] A frame that reached the desk: for which receiver, of what grade, and whether it is evidence.
import type { ElementId, Grade, Json, Stream } from '../name/index.ts';
import { isAtLeast, type Strength, type Turn } from '../evidence/index.ts';
import { elementsOf, isAfter, isOwnZone, pickKey, type Pos, type Sort, type State, wanted, zonesOf } from '../journal/index.ts';
import { plainText, settingKey } from '../name/index.ts';
import { referred } from '../sheet/index.ts';
import { isAskedKind, textKind, wayOutEvent } from '../wire/index.ts';
import { type Coming, numberSource, plainSource } from './attribute.ts';
import { asItRuns, type Heard } from './context.ts';
import { radioNames } from './nodes.ts';

export type Arrived = Coming & {
  readonly account: string;
  /** The listener's protocol and port. */
  readonly listener: string;
  readonly port: number;
  readonly event: string;
  readonly grade: Grade;
  readonly zone: string | null;
  readonly is: Turn | null;
  readonly part: number;
  readonly simulated: boolean;
};

/** A receiver that a call counts for: by its listener's protocol and port. `sure` is false where the sheet leaves one of them open. */
export type Received = { readonly receiver: ElementId; readonly sure: boolean };

const innerPort = (state: State, receiver: ElementId): Json | undefined => {
  const view = asItRuns(state);
  const forward = elementsOf(state, 'forward').find((one) => referred(view, one, 'receiver') === receiver);
  return (
    (forward === undefined ? undefined : wanted(state, settingKey('forward', forward.id, 'inner'))) ??
    wanted(state, settingKey('receiver', receiver, 'port'))
  );
};

/** Where a call to an outside port comes in: through the forward that the sheet has for it, else on the same port. */
export const forwardedTo = (state: State, outer: number): number => {
  const forward = elementsOf(state, 'forward').find(({ id }) => wanted(state, settingKey('forward', id, 'outer')) === outer);
  const inner = forward === undefined ? null : wanted(state, settingKey('forward', forward.id, 'inner'));
  return typeof inner === 'number' ? inner : outer;
};

/** What the desk asked for itself is for whichever receiver has the account: it came by no listener. */
const askedFor = (state: State, account: string): Received | null => {
  const one = elementsOf(state, 'receiver').find(({ id }) => wanted(state, settingKey('receiver', id, 'account')) === account);
  return one === undefined ? null : { receiver: one.id, sure: wanted(state, settingKey('desk', null, 'polls')) === true };
};

/** A text is for the receiver that has the account and takes texts: there is one number for all. */
const textedFor = (state: State, account: string): Received | null => {
  const own = elementsOf(state, 'receiver').filter(({ id }) => wanted(state, settingKey('receiver', id, 'account')) === account);
  const speaks = ({ id }: (typeof own)[number]): Json | undefined => wanted(state, settingKey('receiver', id, 'protocol'));
  const one = own.find((each) => speaks(each) === textKind) ?? own.find((each) => speaks(each) == null);
  return one === undefined ? null : { receiver: one.id, sure: speaks(one) === textKind };
};

/** The receiver of an account that listens where the call arrived; null where it arrived at another listener. Never another receiver instead. */
export const receiverFor = (state: State, { account, listener, port }: Pick<Arrived, 'account' | 'listener' | 'port'>): Received | null => {
  if (isAskedKind(listener)) return askedFor(state, account);
  if (listener === textKind) return textedFor(state, account);
  const fits = (value: Json | undefined, is: Json): 'fits' | 'open' | 'no' => (value == null ? 'open' : value === is ? 'fits' : 'no');
  const found = elementsOf(state, 'receiver').flatMap(({ id }) => {
    if (wanted(state, settingKey('receiver', id, 'account')) !== account) return [];
    const [speaks, at] = [fits(wanted(state, settingKey('receiver', id, 'protocol')), listener), fits(innerPort(state, id), port)];
    return speaks === 'no' || at === 'no' ? [] : [{ receiver: id, sure: speaks === 'fits' && at === 'fits' }];
  });
  return found.find(({ sure }) => sure) ?? found[0] ?? null;
};

/** What arrived at another listener than the receivers', since the sheet last said at which they listen. */
export const besideOf = (state: State, heard: readonly Heard[]): readonly Heard[] => {
  const said = Object.entries(state.settings).flatMap(([key, leaves]) =>
    /^(?:receiver:\w+\.(?:port|protocol)|forward:\w+\.inner)$/.test(key) ? (leaves.at(-1)?.pos.ord ?? 0) : [],
  );
  const since = Math.max(0, ...said);
  return heard.filter(({ receiver, event, last }) => receiver === null && event !== wayOutEvent && last > since);
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

/** Addresses and telephone numbers that this station names as a path's own, and its nodes and gateways of long-range radio, each once, as they are compared. */
export const addressesOf = (state: State): string[] => {
  const all = (group: 'path' | 'sim', param: string): string[] =>
    elementsOf(state, group).map(({ id }) => plainText(wanted(state, settingKey(group, id, param)) ?? '').trim());
  return [
    ...new Set([
      ...all('path', 'address').flatMap((address) => (address === '' || address.includes(' ') ? [] : [plainSource(address)])),
      ...all('sim', 'number').flatMap((number) => numberSource(number) ?? []),
      ...radioNames(state),
    ]),
  ];
};

/** Most sorts of call that are kept as evidence between two changes: an outside client may invent event names without end. */
const mostSorts = 64;

type Weighed = Sort & { readonly grade: Grade; readonly strength: Strength };

/** [D3] Whether a frame is evidence: only if nothing of its sort (path, receiver, event, zone, turn), of at least its grade and strength, was picked since the last change; a real one also over a simulated one. */
export const picks = (state: State, frame: Weighed & { pos: Pos }): boolean => {
  if (picksNothing(state, frame) || !isAfter(frame.pos, state.changed)) return false;
  const since = Object.values(state.picked).filter(({ pos }) => isAfter(pos, state.changed));
  if (since.length < mostSorts) return true;
  const own = zonesOf(state);
  return isOwnZone(own, frame.zone) || since.filter(({ zone }) => !isOwnZone(own, zone)).length < mostSorts;
};

/** Whether a frame is no evidence wherever it stands in the order: it can't have come so, or its like was picked. Asked of every frame, so it looks at two keys only. */
export const picksNothing = (state: State, frame: Weighed): boolean => {
  const stands = (key: string): boolean => {
    const there = state.picked[key];
    return (
      there !== undefined && isAfter(there.pos, state.changed) && there.grade >= frame.grade && isAtLeast(there.strength, frame.strength)
    );
  };
  return frame.strength === 'impossible' || stands(pickKey(frame)) || (frame.simulated && stands(pickKey({ ...frame, simulated: false })));
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
