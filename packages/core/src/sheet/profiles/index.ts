// The profiles that ship: invented and generic, one for every kind of equipment that the trade meets.
import type { Profile } from '../profile.ts';
import { modemProfiles } from './modems.ts';
import { unitProfiles } from './units.ts';

export const shippedProfiles: readonly Profile[] = [...modemProfiles, ...unitProfiles];
