// How often a lossy path fails over by chance.

/**
 * Mean time between false failovers, ms: `misses` independent losses in a row at probability `loss` (0 to 1), a probe every `every` ms.
 * E = (1 − pⁿ) / (pⁿ (1 − p)) probes. Infinity at no loss, NaN outside of the ranges. Source: mean waiting time for a run (Feller, from memory).
 */
export const betweenFalseFailovers = (every: number, misses: number, loss: number): number => {
  if (!(every > 0) || !Number.isInteger(misses) || misses < 1 || !(loss >= 0) || loss > 1) return Number.NaN;
  if (loss === 0) return Number.POSITIVE_INFINITY;
  const run = loss ** misses;
  return (loss === 1 ? misses : (1 - run) / (run * (1 - loss))) * every;
};
