// How much the desk takes in, and of whom: limits that a single sender can't use up for all others. What is refused is counted, and told on the Desk screen.
import { Injectable } from '@nestjs/common';
import { type BoundName, boundNames, type BoundState } from '@green-lamp/core/api';

/**
 * Most of each; 0 is no limit. Connections to the listeners in all, and from one address; calls a minute from one address, and of those
 * the ones that are nobody's or not understood; bytes that have arrived and were not heard yet, in all; pages on the live channel. Defaults and names stand in `env.ts`.
 */
export type Bounds = { readonly [B in BoundName]: number };

const minute = 60_000;
/** Addresses whose minute is remembered: a longer list is begun anew. */
const mostAddresses = 20_000;

type Minute = { since: number; frames: number; strangers: number };

@Injectable()
export class Gate {
  #bounds: Bounds = { connections: 0, connectionsOfOne: 0, framesOfOne: 0, strangersOfOne: 0, waitingBytes: 0, pages: 0 };
  readonly #refused = new Map<keyof Bounds, number>();
  readonly #open = new Map<string, number>();
  readonly #minutes = new Map<string, Minute>();
  #connections = 0;
  #pages = 0;
  #waiting = 0;

  set(bounds: Bounds): void {
    this.#bounds = bounds;
  }

  get state(): readonly BoundState[] {
    const minutes = [...this.#minutes.values()].filter(({ since }) => performance.now() - since < minute);
    const now: { readonly [B in keyof Bounds]: number } = {
      connections: this.#connections,
      connectionsOfOne: Math.max(0, ...this.#open.values()),
      framesOfOne: Math.max(0, ...minutes.map(({ frames }) => frames)),
      strangersOfOne: Math.max(0, ...minutes.map(({ strangers }) => strangers)),
      waitingBytes: this.#waiting,
      pages: this.#pages,
    };
    return boundNames.map((name) => ({ name, most: this.#bounds[name], now: now[name], refused: this.#refused.get(name) ?? 0 }));
  }

  /** Whether a connection is taken; then `left` is to be told when it ends. */
  connected(address: string): boolean {
    const own = this.#open.get(address) ?? 0;
    if (this.#over('connections', this.#connections) || this.#over('connectionsOfOne', own)) return false;
    this.#connections++;
    this.#open.set(address, own + 1);
    return true;
  }
  left(address: string): void {
    this.#connections--;
    const own = (this.#open.get(address) ?? 1) - 1;
    if (own === 0) this.#open.delete(address);
    else this.#open.set(address, own);
  }

  /** Whether so many bytes more may wait to be heard; then `heard` is to be told of them. */
  waits(bytes: number): boolean {
    if (this.#over('waitingBytes', this.#waiting + bytes)) return false;
    this.#waiting += bytes;
    return true;
  }
  heard(bytes: number): void {
    this.#waiting -= bytes;
  }

  page(): boolean {
    if (this.#over('pages', this.#pages)) return false;
    this.#pages++;
    return true;
  }
  pageLeft(): void {
    this.#pages--;
  }

  /** Whether one more call is taken from an address now. */
  frame(address: string, stranger: boolean): boolean {
    const of = this.#minuteOf(address);
    if (this.#over('framesOfOne', of.frames) || (stranger && this.#over('strangersOfOne', of.strangers))) return false;
    of.frames++;
    if (stranger) of.strangers++;
    return true;
  }

  #minuteOf(address: string): Minute {
    const now = performance.now();
    const was = this.#minutes.get(address);
    if (was !== undefined && now - was.since < minute) return was;
    if (this.#minutes.size >= mostAddresses) this.#minutes.clear();
    const fresh = { since: now, frames: 0, strangers: 0 };
    this.#minutes.set(address, fresh);
    return fresh;
  }
  #over(name: keyof Bounds, now: number): boolean {
    const over = this.#bounds[name] > 0 && now >= this.#bounds[name];
    if (over) this.#refused.set(name, (this.#refused.get(name) ?? 0) + 1);
    return over;
  }
}
