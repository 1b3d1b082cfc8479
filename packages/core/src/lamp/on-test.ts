// Whether a station is on test: its alarms send nobody. A window at our own desk ends by its time; one at another desk ends when somebody there was told, and until then it is overdue.
import type { State, TestWindow } from '../journal/index.ts';

export type OnTest = {
  readonly window: TestWindow;
  /** Its time is over, and nobody has said so to the other desk: it may still be on test there. */
  readonly overdue: boolean;
  /** How long it still lasts, ms; 0 where it is overdue. */
  readonly left: number;
};
/** The window that is open at an instant; null while the station is live. */
export const onTest = (state: Pick<State, 'onTest'>, now: number): OnTest | null => {
  const window = state.onTest.at(-1);
  if (window === undefined || now < window.from || (window.ended !== null && window.ended <= now)) return null;
  const overdue = now >= window.until;
  return overdue && !window.elsewhere ? null : { window, overdue, left: Math.max(0, window.until - now) };
};
/** Whether a call that arrived at an instant came while the station was on test. */
export const cameOnTest = (state: Pick<State, 'onTest'>, at: number): boolean =>
  state.onTest.some(({ from, until, elsewhere, ended }) => at >= from && at < Math.min(ended ?? Infinity, elsewhere ? Infinity : until));
/** The receiver that gives this account no answer at an instant; null for none. */
export const withheldAt = ({ withheld }: Pick<State, 'withheld'>, now: number): State['withheld'] =>
  withheld !== null && withheld.until > now && withheld.pos.ord <= now ? withheld : null;
/** When that changes by itself next; null where it does not. */
export const testDue = (state: Pick<State, 'onTest'>, now: number): number | null => {
  const open = onTest(state, now);
  return open === null || open.overdue ? null : open.window.until;
};
