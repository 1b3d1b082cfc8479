// What each role may do at the desk. The guard, the page and the tests read this one table.
import type { Role } from '../name/index.ts';

const reading = ['entries.read', 'stations.read', 'frames.read', 'blobs.read', 'desk.read', 'live.listen', 'yard.read'] as const;
const writing = ['entries.append', 'blobs.keep', 'secrets.seal'] as const;
const atTheDesk = ['remote.use'] as const;
const atStations = ['remote.use', 'yard.use', 'secrets.reveal'] as const;
const leading = ['accounts.lead', 'access.read', 'keep.safe'] as const;
/** For whoever asks, signed in or not: to sign in, and whether the desk is well. */
const open = ['sign.in', 'health.read'] as const;
/** For whoever is signed in: their own password and sessions. */
const own = ['own.keep'] as const;

export const permissions = [...new Set([...open, ...own, ...reading, ...writing, ...atTheDesk, ...atStations, ...leading])] as const;
export type Permission = (typeof permissions)[number];

const of: { readonly [R in Role | 'nobody']: readonly Permission[] } = {
  nobody: open,
  reader: [...open, ...own, ...reading],
  desk: [...open, ...own, ...reading, ...writing, ...atTheDesk],
  technician: [...open, ...own, ...reading, ...writing, ...atStations],
  lead: permissions,
};
/** Whether a role, or nobody in particular, may do something. */
export const may = (role: Role | null, permission: Permission): boolean => of[role ?? 'nobody'].includes(permission);
/** Kinds of entries that only a lead writes. */
export const leadKinds: readonly string[] = ['role.given', 'house.published', 'profile.published', 'secret.erased'];
