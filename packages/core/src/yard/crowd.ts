// Many stations at once, each in a world of its own: what happens to one costs nothing at another, so that ten thousand can run.
import { type Instant, instant } from '../quantity/index.ts';
import { type CarrierName, carrierNames } from './carrier/index.ts';
import { practiceSpec } from './practice.ts';
import { withStation } from './spec.ts';
import { newWorld, type World } from './world/index.ts';

export const mostCrowd = 10_000;
export const crowdProtocols = ['line', 'dc09'] as const;
export type CrowdProtocol = (typeof crowdProtocols)[number];
export type CrowdOf = { readonly protocol: CrowdProtocol; readonly every: number };
/** The name of the one station in such a world. */
export const crowdStation = 'crowd';

/** Accounts of a crowd begin with these digits; nobody else's do (ours). */
const accountStart = '99';
export const crowdAccount = (n: number): string => `${accountStart}${String(n).padStart(6, '0')}`;
export const crowdCarrier = (n: number): CarrierName => carrierNames[n % carrierNames.length] ?? carrierNames[0];
/** An address of this computer for each: 127.20.0.1 and on. */
export const crowdAddress = (n: number): string => `127.20.${Math.floor(n / 250)}.${1 + (n % 250)}`;

/** The world of the nth station, with everything right, running for five minutes already and with its next test within `every`. */
export const crowdWorld = (n: number, { protocol, every }: CrowdOf, at: Instant): World => {
  const spec = practiceSpec({
    id: crowdStation,
    seed: 500_000 + n,
    kind: 'reporting module',
    carrier: crowdCarrier(n),
    values: {
      'unit.account': crowdAccount(n),
      'unit.protocol': protocol,
      'unit.testEvery': String(every),
      'unit.deskPort': '',
    },
  });
  // Their modems do not roam: where a carrier fails, its share of them falls silent, wherever the others are heard.
  const modems = spec.modems.map((modem) => ({ ...modem, roaming: false }));
  const paths = spec.paths.map((path) => ({ ...path, address: crowdAddress(n) }));
  const world = withStation(newWorld(500_000 + n, at, true), { ...spec, modems, paths, deskPort: '' }, at);
  const outfit = world.outfits[crowdStation];
  // Their tests lie over the whole interval, as chance has it: not all in one second.
  const first = instant(at + Math.floor(((n * 2_654_435_761) % 4_294_967_296) / (4_294_967_296 / every)));
  return outfit === undefined ? world : { ...world, outfits: { [crowdStation]: { ...outfit, unit: { ...outfit.unit, test: first } } } };
};

/** Instants of many, the earliest first: a binary heap. What is put again counts by its last. */
export class Earliest {
  readonly #heap: { at: number; n: number; turn: number }[] = [];
  readonly #turns = new Map<number, number>();

  get first(): number | null {
    return this.#heap[0]?.at ?? null;
  }
  put(n: number, at: number | null): void {
    const turn = (this.#turns.get(n) ?? 0) + 1;
    this.#turns.set(n, turn);
    if (at === null) return;
    this.#heap.push({ at, n, turn });
    this.#up(this.#heap.length - 1);
  }
  /** Takes the earliest that is due; null where none is. */
  take(now: number): number | null {
    for (;;) {
      const top = this.#heap[0];
      if (top === undefined || top.at > now) return null;
      const last = this.#heap.pop();
      if (last !== undefined && this.#heap.length > 0) {
        this.#heap[0] = last;
        this.#down(0);
      }
      if (this.#turns.get(top.n) === top.turn) return top.n;
    }
  }
  #swap(a: number, b: number): void {
    const [one, other] = [this.#heap[a], this.#heap[b]];
    if (one === undefined || other === undefined) return;
    this.#heap[a] = other;
    this.#heap[b] = one;
  }
  #at(i: number): number {
    return this.#heap[i]?.at ?? Infinity;
  }
  #up(from: number): void {
    for (let i = from; i > 0; ) {
      const parent = (i - 1) >> 1;
      if (this.#at(parent) <= this.#at(i)) return;
      this.#swap(i, parent);
      i = parent;
    }
  }
  #down(from: number): void {
    for (let i = from; ; ) {
      const [left, right] = [2 * i + 1, 2 * i + 2];
      const least = this.#at(right) < this.#at(left) ? right : left;
      if (this.#at(least) >= this.#at(i)) return;
      this.#swap(i, least);
      i = least;
    }
  }
}
