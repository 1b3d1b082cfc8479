// The choice of a probe's interval and count: how fast a dead path is noticed, how often a lossy one is left by chance, what the probes cost.

const year = 365 * 86_400_000;
const month = 30 * 86_400_000;

/**
 * Mean time (ms) between false switches where losses come in bursts: after a lost probe the next one is lost with probability `stays`, and `loss` of all are lost (0 to 1).
 * By first-step analysis of the run of `misses` losses; equals the independent case where `stays` is `loss`. Infinity at no loss, NaN outside of the ranges. Source: Markov chains, first-step analysis (from memory).
 */
export const betweenBurstSwitches = (every: number, misses: number, loss: number, stays: number): number => {
  if (!(every > 0) || !Number.isInteger(misses) || misses < 1 || !(loss >= 0) || loss >= 1 || !(stays >= 0) || stays > 1) return Number.NaN;
  if (loss === 0) return Number.POSITIVE_INFINITY;
  const begins = Math.min(1, (loss * (1 - stays)) / (1 - loss));
  if (begins === 0) return Number.POSITIVE_INFINITY;
  // Steps from k losses in a row: a + b times the steps from none.
  let [a, b] = [0, 0];
  for (let k = misses - 1; k >= 1; k--) [a, b] = [1 + stays * a, stays * b + (1 - stays)];
  const fromNone = misses === 1 ? 1 / begins : (1 + begins * a) / (begins * (1 - b));
  return fromNone * every;
};

/** How likely a burst that lasts `burst` ms on average is still on after `every` ms; never less than the loss itself. Source: ours (bursts end at a steady rate). */
export const burstStays = (every: number, burst: number, loss: number): number =>
  burst <= 0 ? loss : Math.max(loss, Math.exp(-every / burst));

export type Choice = {
  readonly every: number;
  readonly misses: number;
  /** Worst time until a dead path is noticed, ms. */
  readonly notice: number;
  /** False switches in a year, losses alone and in bursts. */
  readonly alone: number;
  readonly bursts: number;
  /** Bytes of probes in thirty days. */
  readonly data: number;
  /** No other choice notices as fast with fewer false switches, or faster with as few. What it costs in data is another matter. */
  readonly edge: boolean;
};
export type Probed = { readonly patience: number; readonly loss: number; readonly burst: number; readonly bytes: number };

const intervals = [2, 5, 10, 15, 20, 30, 45, 60, 90, 120, 180, 300, 600, 900, 1800].map((seconds) => seconds * 1000);
const counts = [1, 2, 3, 4, 5, 6, 8, 10];

const isBetter = (one: Choice, other: Choice): boolean =>
  one.notice <= other.notice && one.bursts <= other.bursts && (one.notice < other.notice || one.bursts < other.bursts);

/** Every choice of interval and count with what it costs; loss from 0 to 1, times in ms. */
export const probeChoices = ({ patience, loss, burst, bytes }: Probed): Choice[] => {
  const all = intervals.flatMap((every) =>
    counts.map((misses): Choice => {
      const t = Math.min(patience, every);
      const independent = betweenBurstSwitches(every, misses, loss, loss);
      const bursty = betweenBurstSwitches(every, misses, loss, burstStays(every, burst, loss));
      return {
        every,
        misses,
        notice: misses * every + t,
        alone: year / independent,
        bursts: year / bursty,
        data: (month / every) * bytes,
        edge: false,
      };
    }),
  );
  return all.map((one) => ({ ...one, edge: !all.some((other) => isBetter(other, one)) }));
};

/** The choice that is proposed: noticed within `within` ms, at most `mostFalse` false switches a year in bursts, and of those the one with least data; null where none is. Ours. */
export const proposedProbe = (choices: readonly Choice[], within: number, mostFalse: number): Choice | null =>
  choices
    .filter(({ notice, bursts }) => notice <= within && bursts <= mostFalse)
    .sort((a, b) => a.data - b.data || a.notice - b.notice)[0] ?? null;
