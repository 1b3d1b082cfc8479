// [D2] By which path a call came: first what is possible, then its own address, its pool, the bench's network, a flag, the only path; and how surely.
import type { ElementId } from '../name/index.ts';
import { plainText, type SettingKey, settingKey } from '../name/index.ts';
import { type Here, type HowAttributed, type Strength } from '../evidence/index.ts';
import type { State } from '../journal/index.ts';
import { bindingsOf, type PathUse, type Profile, type SheetView } from '../sheet/index.ts';
import { inNetwork, isTooWide, parseAddress, sameNetwork } from '../sums/index.ts';
import { asItRuns, inUse } from './context.ts';

export type Attributed = {
  readonly path: ElementId | null;
  readonly how: HowAttributed;
  readonly strength: Strength;
  /** Paths by which it can't have come. */
  readonly impossible: readonly ElementId[];
};
export type Coming = {
  readonly source: { readonly address: string; readonly port: number };
  readonly fields: { readonly [key: string]: string };
  /** It carries the unit's own key or token. */
  readonly keyed: boolean;
  /** The path whose loopback address the yard's socket has, where the yard made this call. */
  readonly own: ElementId | null;
};
/** What the desk knows beside the station itself. */
export type Knowing = {
  readonly here: Here;
  /** Whether no other station names this address. */
  readonly alone: (address: string) => boolean;
  readonly profiles: readonly Profile[];
};

const loopback = (address: string): boolean => inNetwork(address, '127.0.0.0/8') || address === '::1';
const isOne = (one: string, other: string): boolean => {
  const [a, b] = [parseAddress(one), parseAddress(other)];
  return a.ok && b.ok && a.value.text === b.value.text;
};

/** An address as it is compared: IPv4 out of its IPv6 mapping, without the zone of an interface. */
export const plainSource = (address: string): string =>
  address
    .trim()
    .replace(/%.*$/, '')
    .replace(/^::ffff:(?=\d+\.\d+\.\d+\.\d+$)/i, '');

/** A telephone number as a source: its digits with the plus of its country code; null for what is no number. */
export const numberSource = (typed: string): string | null => {
  const plain = typed.replace(/[^\d+]/g, '');
  return /^\+?\d{3,20}$/.test(plain) ? `tel:${plain}` : null;
};
const isNumber = (source: string): boolean => source.startsWith('tel:');

type Asked = {
  readonly use: PathUse;
  readonly address: string;
  readonly pool: string;
  readonly network: string;
  readonly joined: boolean;
  readonly fixed: boolean;
  /** The number of its card, as a source. */
  readonly number: string | null;
};
const askedOf = (view: SheetView, use: PathUse): Asked => {
  const text = (key: SettingKey): string => plainText(view.value(key)).trim();
  const kind = use.sim === null ? '' : text(settingKey('sim', use.sim, 'addressKind'));
  return {
    use,
    address: text(settingKey('path', use.path, 'address')),
    pool: text(settingKey('path', use.path, 'pool')),
    network: text(settingKey('path', use.path, 'network')),
    joined: kind === 'private network' || text(settingKey('path', use.path, 'tunnel')) !== '',
    fixed: kind === 'fixed' || kind === 'private network',
    number: use.sim === null ? null : numberSource(text(settingKey('sim', use.sim, 'number'))),
  };
};

/** Whether a path is named by an address: its own, or for IPv6 its own network. */
const owns = ({ address }: Pick<Asked, 'address'>, source: string): boolean =>
  address.includes('/') ? address.includes(':') && inNetwork(source, address) : isOne(address, source);

const isHere = (source: string, here: Here): boolean =>
  (loopback(source) && !(here.testPaths && inNetwork(source, '127.0.9.0/24'))) ||
  here.addresses.some((address) => isOne(plainSource(address), source));
const isNear = (source: string, here: Here): boolean =>
  here.networks.some((network) => sameNetwork(source, network)) || inNetwork(source, 'fe80::/10');

const isPossible = (state: State, source: string, here: Here, one: Asked, all: readonly Asked[]): boolean => {
  // A text comes by texts, from the number of its card, and nothing else does.
  if ((one.use.kind === 'text') !== isNumber(source)) return false;
  if (isNumber(source)) return one.number === source || !all.some(({ number }) => number === source);
  if (here.hidden) return true;
  const own = owns(one, source);
  // On a demo station an address of this computer that the sheet gives to a path is that path's own.
  if (isHere(source, here)) return own && loopback(source) && state.station?.demo === true;
  if (here.outside.some((address) => isOne(plainSource(address), source))) return false;
  if (!own && all.some((other) => other !== one && owns(other, source))) return false;
  // A private network whose interface the desk has is its own, unless a path says that it runs through it.
  const near = isNear(source, here) && !all.some(({ network, pool }) => inNetwork(source, network) || inNetwork(source, pool));
  return !(near && one.use.kind === 'cellular' && !one.joined);
};

const only = <T>(of: readonly T[]): T | null => (of.length === 1 ? (of[0] ?? null) : null);

/** By which path a frame came, and how surely. An empty sheet makes nothing likely. */
export const attribute = (
  state: State,
  { source: { address }, fields, keyed, own }: Coming,
  { here, alone, profiles }: Knowing,
): Attributed => {
  const source = plainSource(address);
  const view = asItRuns(state);
  const all = inUse({ state, bindings: bindingsOf(view) }).map((use) => askedOf(view, use));
  if (own !== null && all.some(({ use }) => use.path === own)) return { path: own, how: 'yard', strength: 'certain', impossible: [] };
  const possible = all.filter((one) => isPossible(state, source, here, one, all));
  const impossible = all.filter((one) => !possible.includes(one)).map(({ use }) => use.path);
  const fromHere = !here.hidden && (isHere(source, here) || here.outside.some((known) => isOne(plainSource(known), source)));
  if (possible.length === 0 && (all.length > 0 || fromHere)) return { path: null, how: 'unknown', strength: 'impossible', impossible };
  const by = (one: Asked, how: HowAttributed, strength: Strength): Attributed => ({
    path: one.use.path,
    how,
    strength: here.hidden && how !== 'token' && how !== 'tag' ? 'claimed' : strength,
    impossible,
  });
  if (isNumber(source)) {
    // Whoever sends a text can write another's number on it: likely at most.
    const of = only(possible.filter(({ number }) => number === source));
    return of === null
      ? { path: null, how: 'unknown', strength: 'unknown', impossible }
      : { path: of.use.path, how: 'address', strength: 'likely', impossible };
  }
  const owners = possible.filter((one) => owns(one, source));
  const owner = only(owners);
  if (owner !== null) {
    const certain = owner.use.kind === 'cellular' && owner.fixed && alone(source) && !isNear(source, here) && !loopback(source);
    return by(owner, 'address', certain ? 'certain' : 'likely');
  }
  const pooled = owners.length > 0 ? null : only(possible.filter(({ pool }) => !isTooWide(pool) && inNetwork(source, pool)));
  if (pooled !== null) return by(pooled, 'pool', 'likely');
  const near = !here.hidden && isNear(source, here);
  const onBench = possible.filter(
    ({ use, network }) =>
      (use.kind === 'ethernet' || use.kind === 'wifi') &&
      (!state.everAtSite || here.networks.some((one) => inNetwork(network.split('/')[0] ?? '', one))),
  );
  const bench = near && owners.length === 0 ? only(onBench) : null;
  if (bench !== null) return by(bench, 'bench', 'likely');
  const flag = fields['path'];
  const named = flag === undefined ? null : only(possible.filter(({ use }) => isFlag(use, flag)));
  if (named !== null) return by(named, 'flag', profiles.some(({ setsPath }) => setsPath === true) ? 'likely' : 'claimed');
  const last = only(possible);
  if (last === null) return { path: null, how: 'unknown', strength: 'unknown', impossible };
  // The unit's own key, over the only way that it has: a browser behind the same carrier's NAT could not have sent it. Where the sheet names an address, it has to be that one.
  if (keyed && last.address === '' && last.pool === '') return by(last, 'token', 'likely');
  // Where sources are hidden nothing at all speaks for the way.
  return { ...by(last, 'only', 'claimed'), ...(here.hidden ? { strength: 'unknown' } : {}) };
};

const isFlag = (use: PathUse, flag: string): boolean =>
  use.path === flag.toLowerCase() || (use.priority !== null && String(use.priority) === flag);

/**
 * Whether a call's source still fits its path as the sheet stands: its kind, its address and its pool.
 * Correcting one of them after the call takes away what the call proved.
 */
export const stillFits = (view: SheetView, use: PathUse, { how, source }: { how: HowAttributed; source: { address: string } }): boolean => {
  const from = plainSource(source.address);
  if (how === 'yard' || how === 'token' || how === 'tag') return true;
  const asked = askedOf(view, use);
  if (isNumber(from)) return asked.number === from;
  if (how === 'bench') return use.kind === 'ethernet' || use.kind === 'wifi';
  if (how === 'address') return owns(asked, from) && !(use.kind === 'cellular' && !asked.joined && !asked.fixed && isPrivate(from));
  if (how === 'pool') return !isTooWide(asked.pool) && inNetwork(from, asked.pool);
  return (asked.address === '' && asked.pool === '') || owns(asked, from) || inNetwork(from, asked.pool);
};

const isPrivate = (address: string): boolean => {
  const parsed = parseAddress(address);
  return parsed.ok && parsed.value.kind === 'private';
};
