// A hold test: samples of a level over a time, made into the figures by which it is judged. Only fresh readings count.

/** What a device may show of its radio, in the order in which the best is taken. */
export const levelNames = ['signal.rsrp', 'signal.rscp', 'signal.rxlev', 'signal.wifi', 'signal.rssi', 'signal.bars'] as const;
export const qualityNames = ['signal.rsrq', 'signal.sinr', 'signal.ecno'] as const;
export type LevelName = (typeof levelNames)[number];
export type QualityName = (typeof qualityNames)[number];
export type SignalName = LevelName | QualityName;
export const isSignalName = (value: unknown): value is SignalName => [...levelNames, ...qualityNames].some((name) => name === value);
export const isLevelName = (value: unknown): value is LevelName => levelNames.some((name) => name === value);

/** One reading: `at` in ms from the start of the hold. */
export type Sample = { readonly at: number; readonly values: { readonly [N in SignalName]?: number } };

/**
 * The value that at least a share `p` (0 to 1) of the values lie at or below: nearest rank, so it is always one of them.
 * Throws a RangeError on an empty list. Source: ours; the nearest-rank definition is a textbook's.
 */
export const percentile = (values: readonly number[], p: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const value = sorted[Math.max(0, Math.ceil(p * sorted.length) - 1)];
  if (value === undefined) throw new RangeError('no values');
  return value;
};

type Run = { readonly samples: readonly Sample[]; readonly from: number; readonly to: number };

const key = ({ values }: Sample): string => JSON.stringify(Object.entries(values).sort(([a], [b]) => (a < b ? -1 : 1)));

/** Samples that follow each other with the same figures; `to` is where the next run begins. */
const runsOf = (samples: readonly Sample[]): Run[] => {
  const runs: Run[] = [];
  const step = stepOf(samples);
  for (const sample of samples) {
    const last = runs.at(-1);
    const [head] = last?.samples ?? [];
    if (last !== undefined && head !== undefined && key(head) === key(sample)) {
      runs[runs.length - 1] = { ...last, samples: [...last.samples, sample], to: sample.at + step };
    } else {
      if (last !== undefined) runs[runs.length - 1] = { ...last, to: sample.at };
      runs.push({ samples: [sample], from: sample.at, to: sample.at + step });
    }
  }
  return runs;
};

const stepOf = (samples: readonly Sample[]): number => {
  const gaps = samples.slice(1).map(({ at }, i) => at - (samples[i]?.at ?? 0));
  return gaps.length === 0 ? 1000 : percentile(gaps, 0.5);
};

/**
 * How often the device renews its figure, in ms, found from the data: the lower quartile of how long a figure stood unchanged between two changes.
 * Null where it changed less than twice, so that nothing can be said. Source: ours.
 */
export const refreshOf = (samples: readonly Sample[]): number | null => {
  const within = runsOf(samples).slice(1, -1);
  return within.length === 0
    ? null
    : percentile(
        within.map(({ from, to }) => to - from),
        0.25,
      );
};

/** The readings that are fresh: the first of each run, and one more for every whole refresh period that it stood. */
export const freshOf = (samples: readonly Sample[]): Sample[] => {
  const refresh = refreshOf(samples);
  return runsOf(samples).flatMap(({ samples: same, from, to }) => {
    const count = refresh === null ? 1 : Math.min(same.length, Math.max(1, Math.round((to - from) / refresh)));
    return Array.from({ length: count }, (_, i) => same[Math.floor((i * same.length) / count)]).flatMap((sample) => sample ?? []);
  });
};

export type Steadiness = { readonly p10: number; readonly p50: number; readonly p90: number; readonly fall: number; readonly n: number };
export type HoldFigures = {
  readonly taken: number;
  readonly fresh: number;
  /** How often the device renews its figure, ms; null where it can't be told, or where a person read each one. */
  readonly refresh: number | null;
  readonly of: { readonly [N in SignalName]?: Steadiness };
};

/** Tenth, fiftieth and ninetieth percentile, and the fall from the median of the first third to the median of the last. */
const steadiness = (values: readonly number[]): Steadiness => {
  const third = Math.max(1, Math.floor(values.length / 3));
  return {
    p10: percentile(values, 0.1),
    p50: percentile(values, 0.5),
    p90: percentile(values, 0.9),
    fall: percentile(values.slice(0, third), 0.5) - percentile(values.slice(-third), 0.5),
    n: values.length,
  };
};

/** The figures of a hold. `cached`: the device may repeat an old figure, as modems do; a person who reads each one does not. */
export const holdFigures = (samples: readonly Sample[], cached: boolean): HoldFigures => {
  const fresh = cached ? freshOf(samples) : samples;
  const named = [...levelNames, ...qualityNames].flatMap((name) => {
    const values = fresh.flatMap(({ values: of }) => of[name] ?? []);
    return values.length === 0 ? [] : [[name, steadiness(values)] as const];
  });
  return { taken: samples.length, fresh: fresh.length, refresh: cached ? refreshOf(samples) : null, of: Object.fromEntries(named) };
};
