// When stations call by themselves: how many sessions at once in each minute of the day, and which few have to move so that the desk is not drowned.

const day = 1440;

export type Caller = {
  readonly id: string;
  readonly name: string;
  /** Minute of the UTC day of its first test call, 0 to 1439. */
  readonly at: number;
  /** Minutes between its test calls; a day or more is once a day. */
  readonly every: number;
  /** How many minutes a session lasts, 1 and more. */
  readonly lasts: number;
};
export type Move = { readonly id: string; readonly name: string; readonly from: number; readonly to: number };
export type Spread = {
  /** Sessions in each minute of the day. */
  readonly load: readonly number[];
  readonly peak: number;
  readonly peakAt: number;
  readonly moves: readonly Move[];
  /** The peak once all of them have moved. */
  readonly after: number;
};

/** Minutes in which a caller has a session open. */
const minutesOf = ({ at, every, lasts }: Omit<Caller, 'id' | 'name'>): number[] => {
  const step = Math.max(1, Math.min(day, Math.round(every)));
  const starts = Array.from({ length: Math.max(1, Math.floor(day / step)) }, (_, i) => (at + i * step) % day);
  return starts.flatMap((start) => Array.from({ length: Math.min(step, Math.max(1, Math.ceil(lasts))) }, (_, i) => (start + i) % day));
};

const peakOf = (load: readonly number[]): { peak: number; peakAt: number } => {
  const peak = load.reduce((most, one) => Math.max(most, one), 0);
  return { peak, peakAt: Math.max(0, load.indexOf(peak)) };
};

/**
 * The load by minute, and new test times so that no minute has more than `most` sessions, where that can be had: only whoever is in a minute that is too full moves, each to the nearest minute that has room, earlier or later.
 * For sessions of one minute no fewer moves would do. Source: ours.
 */
export const spreadOf = (callers: readonly Caller[], most: number): Spread => {
  const load = new Array<number>(day).fill(0);
  const put = (minutes: readonly number[], by: 1 | -1): void => {
    for (const minute of minutes) load[minute] = (load[minute] ?? 0) + by;
  };
  for (const one of callers) put(minutesOf(one), 1);
  const before = [...load];
  const isFull = (minutes: readonly number[], limit: number): boolean => minutes.some((minute) => (load[minute] ?? 0) > limit);
  const moves: Move[] = [];
  // Whoever calls least often is moved first: it is told one time of day, and nothing else changes.
  for (const one of [...callers].sort((a, b) => b.every - a.every || a.lasts - b.lasts)) {
    const mine = minutesOf(one);
    if (!isFull(mine, most)) continue;
    put(mine, -1);
    const to = nearest(one, (minutes) => !isFull(minutes, most - 1));
    if (to === null) {
      put(mine, 1);
      continue;
    }
    put(minutesOf({ ...one, at: to }), 1);
    moves.push({ id: one.id, name: one.name, from: one.at, to });
  }
  return { load: before, ...peakOf(before), moves, after: peakOf(load).peak };
};

/** The nearest start with room; null for none in the whole day. */
const nearest = (one: Caller, hasRoom: (minutes: readonly number[]) => boolean): number | null => {
  for (let by = 1; by <= day / 2; by++)
    for (const at of [one.at + by, one.at - by + day]) {
      const to = at % day;
      if (hasRoom(minutesOf({ ...one, at: to }))) return to;
    }
  return null;
};

/** A minute of the day as it is typed. */
export const minuteText = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
