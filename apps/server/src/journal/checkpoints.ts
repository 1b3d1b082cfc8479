// States of a stream on its way, so that a late entry is folded from near its place and not from the first entry.
import { comparePos, type Pos, type State } from '@green-lamp/core/journal';

/** Entries from one checkpoint to the next, how many are kept, and how many of those are the newest, which stay this near. */
const apart = 100;
const most = 48;
const newest = 12;

export class Checkpoints {
  #kept: State[] = [];

  get size(): number {
    return this.#kept.length;
  }

  /** Remembers a state where it is far enough from the last one. States never change, so this costs no copy. */
  see(state: State): void {
    const last = this.#kept.at(-1);
    if (state.last === null || state.count < (last?.count ?? 0) + apart) return;
    this.#kept.push(state);
    if (this.#kept.length > most) this.#thin(state.count);
  }
  /** The last state before a place; null where that is before them all. */
  before(pos: Pos): State | null {
    return this.#kept.findLast(({ last }) => last !== null && comparePos(last, pos) < 0) ?? null;
  }
  /** Forgets what stands at or after a place: something is to stand before it. */
  cut(pos: Pos): void {
    this.#kept = this.#kept.filter(({ last }) => last !== null && comparePos(last, pos) < 0);
  }

  /** Drops the one whose gap is smallest for how long ago it is: few and wide at the beginning, dense at the end. */
  #thin(count: number): void {
    let [worst, least] = [0, Number.POSITIVE_INFINITY];
    for (let i = 0; i < this.#kept.length - newest; i++) {
      const gap = (this.#kept[i + 1]?.count ?? count) - (this.#kept[i - 1]?.count ?? 0);
      const weight = gap / (count - (this.#kept[i]?.count ?? 0) + apart);
      if (weight < least) [worst, least] = [i, weight];
    }
    this.#kept.splice(worst, 1);
  }
}
