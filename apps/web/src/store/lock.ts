// A short PIN for gloves: it locks the page on this device when it lies about. Signing in stays the desk's; without a network the PIN is what opens it.
import { create } from 'zustand';
import { isObject } from '@green-lamp/core/name';

const place = 'green-lamp:lock';
const usedAt = 'green-lamp:used';
/** So long (ms) without a press and it locks. Ours. */
const idle = 10 * 60_000;
const noted = 15_000;

/** `to`: the public key of what only this PIN opens; none where the PIN is from before there was one. */
export type Lock = { readonly salt: string; readonly mark: string; readonly wrong: number; readonly to?: string };
export const keptLock = (): Lock | null => {
  try {
    const of: unknown = JSON.parse(localStorage.getItem(place) ?? 'null');
    if (!isObject(of)) return null;
    const { salt, mark, wrong, to } = of;
    if (typeof salt !== 'string' || typeof mark !== 'string' || typeof wrong !== 'number') return null;
    return { salt, mark, wrong, ...(typeof to === 'string' ? { to } : {}) };
  } catch {
    return null;
  }
};
export const keepLock = (lock: Lock): void => {
  localStorage.setItem(place, JSON.stringify(lock));
};
const idleFor = (): number => Date.now() - Number(localStorage.getItem(usedAt) ?? 0);

export const useLock = create<{ locked: boolean; set: boolean }>(() => ({
  locked: keptLock() !== null && idleFor() > idle,
  set: keptLock() !== null,
}));

/** What else goes with the PIN: whoever keeps something under it listens. */
let dropped: () => void = () => undefined;
export const onPinDropped = (listen: () => void): void => {
  dropped = listen;
};
export const dropPin = (): void => {
  localStorage.removeItem(place);
  dropped();
  useLock.setState({ set: false, locked: false });
};
/** Opens the page, as used just now. */
export const openLock = (): void => {
  localStorage.setItem(usedAt, String(Date.now()));
  useLock.setState({ locked: false });
};
export const lockNow = (): void => {
  if (keptLock() !== null) useLock.setState({ locked: true });
};

/** Locks when nothing was pressed for a while, also while the page was closed. */
export const watchLock = (): void => {
  let last = 0;
  const use = (): void => {
    const now = Date.now();
    if (now - last < noted || useLock.getState().locked) return;
    last = now;
    localStorage.setItem(usedAt, String(now));
  };
  for (const event of ['pointerdown', 'keydown'] as const) window.addEventListener(event, use, { capture: true, passive: true });
  setInterval(() => {
    if (keptLock() !== null && idleFor() > idle) lockNow();
  }, noted);
};
