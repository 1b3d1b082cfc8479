// Setting and trying the PIN of this device. Fetched when it is needed: what it is held against takes a library.
import { pinKey, pinMark, publicKeyOf } from '@green-lamp/core/wire';
import { useLive } from './live.ts';
import { dropPin, keepLock, keptLock, openLock, useLock } from './lock.ts';
import { signOut } from './session.ts';

/** So many wrong tries and it takes a password. Ours. */
export const mostTries = 5;

const hex = (bytes: Uint8Array): string => Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
export const setPin = (pin: string): void => {
  const salt = hex(crypto.getRandomValues(new Uint8Array(16)));
  dropPin(); // what an earlier one opens is not opened by this one
  keepLock({ salt, mark: pinMark(pin, salt), wrong: 0, to: publicKeyOf(pinKey(pin, salt)) });
  useLock.setState({ set: true });
};
/** The key that the PIN of this device gives; how many tries are left where it was wrong. Wrong ones count as they do at the lock. */
export const keyByPin = (pin: string): Uint8Array | number => {
  const left = tryPin(pin);
  const lock = keptLock();
  return left ?? (lock === null ? 0 : pinKey(pin, lock.salt));
};
/** Tries a PIN. Gives how many tries are left where it was wrong, null where it opened. After the last the PIN is gone and a password is wanted. */
export const tryPin = (pin: string): number | null => {
  const lock = keptLock();
  if (lock === null || pinMark(pin, lock.salt) === lock.mark) {
    if (lock !== null) keepLock({ ...lock, wrong: 0 });
    openLock();
    return null;
  }
  const wrong = lock.wrong + 1;
  if (wrong < mostTries) keepLock({ ...lock, wrong });
  else forget();
  return mostTries - wrong;
};
/** The PIN is gone, and with it the sign-in: at once here, at the desk as soon as it answers. What waits stays. */
export const forget = (): void => {
  dropPin();
  useLive.setState({ signedIn: null, signedOut: true, askPerson: true });
  signOut().catch(() => undefined); // without the desk its cookie stands; the next sign-in replaces it
};
