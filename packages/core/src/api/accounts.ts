// Who is signed in, and the accounts that a lead keeps.
import { isUlid, roles } from '../name/index.ts';
import { atLeast, flag, type Given, known, listOf, oneOf, optional, orNull, text, whole } from '../problem/index.ts';
import { mostWhole, reads, tells } from './route.ts';

const ulid = known(isUlid, 'a ULID');
const count = whole(0, mostWhole);
/** A password's least and most length: 12 and 128 characters (OWASP ASVS 4.0.3, 2.1.1 and 2.1.2). */
export const leastPassword = 12;
export const mostPassword = 128;
const password = text(mostPassword);
/** What the browser calls itself, for the list of where one is signed in. */
const device = text(200);

const whoShape = atLeast({
  person: ulid,
  name: text(60),
  role: oneOf(roles),
  /** When this sign-in ends by itself. */
  until: count,
});
export type SignedIn = Given<typeof whoShape>;
export const whoAmI = reads(
  '/api/me',
  'Who is signed in at this browser, and how one signs in here.',
  {},
  {
    /** In the demo a press is enough; nobody has an account yet: the first lead's code stands on the desk's console. */
    by: oneOf(['press', 'password', 'first code']),
    who: orNull(whoShape),
  },
);
const signed = { who: whoShape } as const;
export const signIn = tells(
  '/api/sign-in',
  'Signs in by name and password; in the demo by a person’s id alone.',
  { name: optional(text(60)), password: optional(password), person: optional(ulid), device },
  signed,
);
export const useCode = tells(
  '/api/sign-in/code',
  'Sets a password by a one-time code and signs in. The first lead gives a name besides.',
  { code: text(40), name: text(60), password, device },
  signed,
);
/** What a browser's own library is given and gives back is its JSON, as text. */
const passed = text(20_000);
const asked = { id: text(64), options: passed } as const;
export const askKey = tells(
  '/api/sign-in/key/ask',
  'What a device’s key is to sign, to sign somebody in; good for some minutes, once.',
  {},
  asked,
);
export const signInByKey = tells(
  '/api/sign-in/key',
  'Signs in by a device’s own key (W3C Web Authentication).',
  { id: text(64), response: passed, device },
  signed,
);
export const askNewKey = tells('/api/keys/ask', 'What a device is to make a key of, for whoever is signed in.', {}, asked);
export const makeKey = tells(
  '/api/keys',
  'Keeps the public half of a key that a device has made.',
  { id: text(64), response: passed, device },
  {},
);
const keyShape = atLeast({ id: text(1500), device, host: text(300), made: count, used: count });
export type KeyView = Given<typeof keyShape>;
export const ownKeys = reads('/api/keys', 'The keys by which devices sign one in.', {}, { keys: listOf(keyShape, 1000) });
export const endKey = tells('/api/keys/end', 'Ends one of one’s own keys.', { id: text(1500) }, {});
export const signOut = tells('/api/sign-out', 'Ends the sign-in of this browser.', {}, {});
export const changePassword = tells(
  '/api/password',
  'Sets another password; every other sign-in of this person ends.',
  { old: password, password },
  {},
);

const sessionShape = atLeast({
  id: text(64),
  device,
  /** The address that it was made from. */
  from: text(100),
  made: count,
  seen: count,
  until: count,
  here: flag,
});
export type SessionView = Given<typeof sessionShape>;
export const ownSessions = reads('/api/sessions', 'Where one is signed in.', {}, { sessions: listOf(sessionShape, 10_000) });
export const endSession = tells(
  '/api/sessions/end',
  'Ends one of one’s own sign-ins; a lead ends anybody’s, and tokens.',
  { id: text(64) },
  {},
);

const accountShape = atLeast({
  person: ulid,
  name: text(60),
  role: orNull(oneOf(roles)),
  /** Whether a password is set, and until when a code can be used. */
  password: flag,
  code: orNull(count),
  sessions: listOf(sessionShape, 10_000),
});
export type AccountView = Given<typeof accountShape>;
const tokenShape = atLeast({ id: text(64), label: text(60), role: oneOf(roles), made: count, seen: count, until: count });
export type TokenView = Given<typeof tokenShape>;
export const listAccounts = reads(
  '/api/accounts',
  'People with their roles, where they are signed in, and the tokens of machines.',
  {},
  { accounts: listOf(accountShape, 100_000), tokens: listOf(tokenShape, 10_000) },
);
export const makeCode = tells(
  '/api/accounts/code',
  'Makes a one-time code with which a person sets their password; it is shown once.',
  { person: ulid },
  { code: text(40), until: count },
);
export const makeToken = tells(
  '/api/tokens',
  'Makes a token for a machine; it is shown once.',
  { label: text(60), role: oneOf(roles), days: whole(1, 3660) },
  { token: text(100) },
);
