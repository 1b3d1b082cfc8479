// Who is signed in at the desk by this browser. Without a network whoever was signed in here last goes on; what they write waits for their sign-in.
import {
  changePassword as sendPassword,
  type Says,
  type SignedIn,
  signIn,
  signInByKey,
  signOut as leave,
  useCode,
  whoAmI,
  wire,
} from '@green-lamp/core/api';
import type { Ulid } from '@green-lamp/core/name';
import { ask, NoNetwork, onSignedOut, Refusal } from './api.ts';
import { db } from './db.ts';
import { choosePerson, keptSession, keepSession } from './device.ts';
import { tell, useLive } from './live.ts';

/** What this browser calls itself where one is signed in. */
export const deviceName = (): string => {
  const of = typeof navigator === 'object' ? navigator.userAgent : '';
  const browser = /Firefox|Edg|Chrome|Safari/.exec(of)?.[0].replace('Edg', 'Edge') ?? 'a browser';
  const system = /Android|iPhone|iPad|Windows|Mac OS|Linux/.exec(of)?.[0] ?? 'an unknown system';
  return `${browser} on ${system}`;
};

/** Rises with each answer that was heard: one that was asked for before the last sign-in is stale. */
let answers = 0;
const heard = (who: SignedIn | null, by: Says<typeof whoAmI>['by']): void => {
  answers += 1;
  if (who !== null) {
    choosePerson(who.person);
    useLive.setState({ person: who.person });
  }
  useLive.setState({ signedIn: who, signInBy: by, signedOut: who === null && by !== 'press' });
  // What was taken along goes with the sign-in, also where it was ended from afar.
  if (who === null && by !== 'press') db.taken.clear().catch(tell);
  keepSession(JSON.stringify({ by, who }));
};

/** Asks the desk who is signed in here. */
export const lookWho = async (): Promise<void> => {
  const asked = answers;
  const { by, who } = await ask(whoAmI);
  if (answers !== asked) return;
  // In the demo a press was enough once; whoever was chosen here since is who works here.
  const { person } = useLive.getState();
  if (by === 'press' && person !== null && who?.person !== person)
    heard((await ask(signIn, { body: { person, device: deviceName() } })).who, by);
  else heard(who, by);
};

/** Whoever is signed in at the desk; null where somebody has to sign in first. */
export const signedInAs = async (): Promise<Ulid | null> => {
  const { person, signedIn } = useLive.getState();
  if (signedIn?.person !== person) await lookWho();
  return useLive.getState().signedIn?.person ?? null;
};

let after: () => void = () => undefined;
/** What to do once somebody has signed in: the queue listens. */
export const onSignedIn = (listen: () => void): void => {
  after = listen;
};
const isIn = (who: SignedIn): void => {
  heard(who, useLive.getState().signInBy === 'press' ? 'press' : 'password');
  useLive.setState({ askPerson: false });
  after();
};

export const signInByPassword = async (name: string, password: string): Promise<void> => {
  isIn((await ask(signIn, { body: { name: name.trim(), password, device: deviceName() } })).who);
};
export const signInByCode = async (code: string, name: string, password: string): Promise<void> => {
  isIn((await ask(useCode, { body: { code: code.trim(), name: name.trim(), password, device: deviceName() } })).who);
};
/** By what this device's own key has signed. */
export const signInBySigned = async (id: string, response: string): Promise<void> => {
  isIn((await ask(signInByKey, { body: { id, response, device: deviceName() } })).who);
};
export const signOut = async (): Promise<void> => {
  await ask(leave, { body: {} });
  heard(null, useLive.getState().signInBy ?? 'password');
};
export const changePassword = async (old: string, password: string): Promise<void> => {
  await ask(sendPassword, { body: { old, password } });
};

/** What was last heard, for a start without the desk. */
const lastHeard = (): void => {
  const kept = whoAmI.answer({ ...parsed(keptSession()), now: 0, cursor: 0, wire, life: '' }, '');
  if (kept.ok) useLive.setState({ signInBy: kept.value.by, signedIn: kept.value.who });
};
const parsed = (text: string | null): object => {
  try {
    const value: unknown = JSON.parse(text ?? '{}');
    return typeof value === 'object' && value !== null ? value : {};
  } catch {
    return {}; // what another version kept: the desk says it anew
  }
};

/** Follows the desk's word on whether one is signed in. */
export const watchSession = (): void => {
  lastHeard();
  onSignedOut(() => {
    useLive.setState({ signedIn: null });
    lookSoon();
  });
  lookSoon();
};
let looking = false;
/** Asks soon; without a network the next delivery asks again. */
export const lookSoon = (): void => {
  if (looking) return;
  looking = true;
  lookWho()
    .catch((error: unknown) => {
      if (!(error instanceof NoNetwork || error instanceof Refusal)) tell(error);
    })
    .finally(() => {
      looking = false;
      // Else each refusal would ask again, without end.
      if (!useLive.getState().signedOut) after();
    });
};
