// Who may do what here, and who came in: what an audit looks at. No password, code or token stands in any of it.
import { isUlid, roles } from '../../name/index.ts';
import { fields, known, oneOf, orNull, text, words } from '../../problem/index.ts';
import { kind } from '../kind.ts';
import type { State } from '../state/state.ts';

const person = known(isUlid, 'a person’s ULID');

/** A role is given, changed, or taken away (null). */
export const roleGiven = kind('role.given', 1, fields({ person, role: orNull(oneOf(roles)) }), (state, data): State => {
  const { [data.person]: _, ...others } = state.roles;
  return { ...state, roles: data.role === null ? others : { ...others, [data.person]: data.role } };
});

/** How somebody showed who they are. */
export const signedBy = ['password', 'code', 'press', 'key'] as const;
const asItIs = (state: State): State => state;
const from = text(100);
export const signedIn = kind('signed.in', 1, fields({ person, by: oneOf(signedBy), device: text(200), from }), asItIs);
export const signedOut = kind(
  'signed.out',
  1,
  fields({ person, by: oneOf(['press', 'another', 'lead', 'age']), device: text(200) }),
  asItIs,
);
/** Sign-ins of a name were held up from an address, after too many that failed. */
export const signInHeld = kind('sign-in.held', 1, fields({ name: text(60), from }), asItIs);
export const codeMade = kind('code.made', 1, fields({ person, by: person }), asItIs);
export const passwordSet = kind('password.set', 1, fields({ person }), asItIs);
/** A key that a device keeps, by which it signs a person in. */
export const deviceKeyMade = kind('device-key.made', 1, fields({ person, device: text(200) }), asItIs);
export const deviceKeyEnded = kind('device-key.ended', 1, fields({ person, device: text(200) }), asItIs);
export const tokenMade = kind('token.made', 1, fields({ label: words(60), role: oneOf(roles), by: person }), asItIs);
export const tokenEnded = kind('token.ended', 1, fields({ label: words(60), by: person }), asItIs);
