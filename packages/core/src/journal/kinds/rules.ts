// House rules and equipment profiles: a version is published once and never changes; a station pins one by an entry.
import { isSha256 } from '../../name/index.ts';
import type { Json } from '../../name/index.ts';
import { fields, known, oneOf, whole, words } from '../../problem/index.ts';
import { type House, houseShape } from '../../house/index.ts';
import { type Profile, profileRoles, profileShape } from '../../sheet/profile.ts';
import { canonical, hashOf } from '../canonical.ts';
import { kind } from '../kind.ts';
import { pinName, type State } from '../state/state.ts';

const named = { id: words(40), version: whole(1, 9999) };
const pin = { ...named, hash: known(isSha256, 'a SHA-256') };

/** The first publication of a version stands. */
const withPublished = (state: State, { id, version, body }: { id: string; version: number; body: House | Profile }): State => {
  const name = pinName({ id, version });
  if (state.published[name] !== undefined) return state;
  const plain = body as unknown as Json; // it came out of an entry's data, which are JSON
  return { ...state, published: { ...state.published, [name]: { id, version, hash: hashOf(canonical(plain)), body: plain } } };
};

const houseVersion = fields({ ...named, body: houseShape });
const profileVersion = fields({ ...named, body: profileShape });
const pinShape = fields(pin);
const rolePin = fields({ role: oneOf(profileRoles), ...pin });

export const housePublished = kind('house.published', 1, houseVersion, withPublished);
export const profilePublished = kind('profile.published', 1, profileVersion, withPublished);

export const houseAdopted = kind('house.adopted', 1, pinShape, (state, { id, version, hash }) => ({
  ...state,
  adopted: { ...state.adopted, house: { id, version, hash } },
}));
export const profileAdopted = kind('profile.adopted', 1, rolePin, (state, { role, id, version, hash }) => ({
  ...state,
  adopted: { ...state.adopted, [role]: { id, version, hash } },
}));
