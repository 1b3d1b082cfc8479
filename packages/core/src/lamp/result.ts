// What `lamps` answers for each lamp of the line.
import type { ElementId, Grade, LampName, SettingKey, Ulid } from '../name/index.ts';
import type { Reason } from './reason.ts';

/** Worst first. `none` is skipped: not fitted, accepted with a reason. */
export const verdicts = ['failed', 'stale', 'dark', 'marginal', 'proven', 'none'] as const;
export type Verdict = (typeof verdicts)[number];
/** What a state is called on screens and in sentences. */
export const verdictWords: { readonly [V in Verdict]: string } = {
  failed: 'failed',
  stale: 'retest',
  dark: 'not tested',
  marginal: 'weak',
  proven: 'proven',
  none: 'not fitted',
};

export type LampResult = {
  readonly lamp: LampName;
  readonly path: ElementId | null;
  readonly is: Verdict;
  readonly grade: Grade | null;
  readonly rehearsal: boolean;
  readonly simulated: boolean;
  /** Settings that are wanted and wait to be entered; they darken nothing. */
  readonly waits: readonly SettingKey[];
  readonly stands: readonly Ulid[];
  readonly because: readonly Reason[];
  readonly next: Reason | null;
  readonly due: number | null;
};

export type Judged = Omit<LampResult, 'lamp' | 'path' | 'waits'>;

export const judged = (is: Verdict, because: readonly Reason[], more: Partial<Omit<Judged, 'is' | 'because'>> = {}): Judged => ({
  is,
  because,
  grade: null,
  rehearsal: false,
  simulated: false,
  stands: [],
  next: null,
  due: null,
  ...more,
});

export const worst = (of: readonly Verdict[]): Verdict => verdicts.find((verdict) => of.includes(verdict)) ?? 'none';
