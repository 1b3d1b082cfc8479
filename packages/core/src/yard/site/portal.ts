// A portal at which devices are claimed: accounts with a quota, one owner for each device, and what hangs on it. Invented.
import type { Instant } from '../../quantity/index.ts';

export type Claimable = {
  readonly id: string;
  readonly code: string;
  readonly owner: string | null;
  readonly hangs: string | null;
  /** Under which account it was before a fault took it away. */
  readonly was?: string | null;
};
export type PortalEvent = {
  readonly id: string;
  readonly at: Instant;
  /** Tenths of its measure. */
  readonly value: string;
  readonly in: '°C' | 'V';
  /** What the bank really has at its terminals, mV, where volts are told. */
  readonly against: number | null;
};
export type Portal = {
  readonly accounts: readonly { readonly name: string; readonly quota: number }[];
  readonly devices: readonly Claimable[];
  readonly events: readonly PortalEvent[];
  /** Where it tells events to; empty: nowhere. */
  readonly webhook: string;
};
export const usualPortal: Portal = { accounts: [{ name: 'dale-office', quota: 5 }], devices: [], events: [], webhook: '' };

export const claimProblems = ['no account', 'lower case', 'no device', 'code', 'owner', 'quota'] as const;
export type ClaimProblem = (typeof claimProblems)[number];
export const claimWords: { readonly [P in ClaimProblem]: string } = {
  'no account': 'The portal knows no such account: it has to exist before the device is claimed.',
  'lower case': 'The portal takes identifiers in lower case only.',
  'no device': 'The portal knows no device with this identifier.',
  code: 'The code is not the one on the label.',
  owner: 'The device belongs to another account already: one owner for each device.',
  quota: 'The account has as many devices as it may have.',
};
/** Claims a device by its serial number or EUI and the code on its label, or says why not. */
export const claim = (portal: Portal, of: { account: string; id: string; code: string }): Portal | ClaimProblem => {
  const account = portal.accounts.find(({ name }) => name === of.account);
  const device = portal.devices.find(({ id }) => id === of.id);
  if (account === undefined) return 'no account';
  if (of.id !== of.id.toLowerCase()) return 'lower case';
  if (device === undefined) return 'no device';
  if (device.code !== of.code) return 'code';
  if (device.owner !== null && device.owner !== of.account) return 'owner';
  if (device.owner === null && portal.devices.filter(({ owner }) => owner === of.account).length >= account.quota) return 'quota';
  return withDevice(portal, of.id, { owner: of.account });
};
export const withDevice = (portal: Portal, id: string, change: Partial<Claimable>): Portal => ({
  ...portal,
  devices: portal.devices.map((one) => (one.id === id ? { ...one, ...change } : one)),
});
const mostEvents = 200;
/** A value reaches the portal; without an owner and what hangs on the device it is shown to nobody. */
export const portalHears = (portal: Portal, event: PortalEvent): { portal: Portal; shown: boolean } => {
  const device = portal.devices.find(({ id }) => id === event.id);
  if (device === undefined || device.owner === null || device.hangs === null) return { portal, shown: false };
  return { portal: { ...portal, events: [...portal.events, event].slice(-mostEvents) }, shown: true };
};

/** Values in tenths of a degree that no cellar, hive or cable has: another device's map, or a broken sensor. Ours. */
const [lowest, highest] = [-500, 850];
/** How many equal values in a row are no coincidence. Ours. */
const stuckAfter = 5;
export type ValueDoubt = 'stuck' | 'out of range' | 'not this bank';
/** So much more than the bank has is another device's figure. Ours. */
const tooMuch = 1.5;
/** What makes the last of a device's values doubtful; null for a sound one. */
export const doubtOf = (events: readonly PortalEvent[]): ValueDoubt | null => {
  const last = events.at(-1);
  if (last === undefined) return null;
  const value = Number(last.value);
  if (last.in === 'V' && last.against !== null) {
    if (value * 100 > last.against * tooMuch) return 'not this bank';
  } else if (value < lowest || value > highest) return 'out of range';
  const recent = events.slice(-stuckAfter);
  return recent.length === stuckAfter && recent.every((one) => one.value === last.value) ? 'stuck' : null;
};
