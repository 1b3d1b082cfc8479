// What several ways out are worth together, by the arithmetic of blocks in parallel and in series.

const yearHours = 8760;
export type Joint = {
  /** Share of the time in which at least one way is up, 0 to 1. */
  readonly up: number;
  /** Hours a year in which none is. */
  readonly darkHours: number;
  /** The same without what they share. */
  readonly apart: number;
};

/**
 * Joint availability: ways in parallel, 1 − ∏(1 − aᵢ), in series with everything that they share, ∏ sⱼ. Each 0 to 1; throws a RangeError for any other, or without a way.
 * Source: reliability block diagrams, IEC 61078 (from memory). Ways are taken to fail independently of one another but for what is shared.
 */
export const jointAvailability = (ways: readonly number[], shared: readonly number[]): Joint => {
  if (ways.length === 0 || [...ways, ...shared].some((one) => !(one >= 0 && one <= 1))) throw new RangeError('shares of the time, 0 to 1');
  const apart = 1 - ways.reduce((all, one) => all * (1 - one), 1);
  const up = shared.reduce((all, one) => all * one, apart);
  return { up, darkHours: (1 - up) * yearHours, apart };
};
