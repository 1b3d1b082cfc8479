// How far each node has counted: up, by what it sent and the desk kept; down, by what it was answered. After a restart it is read out of the calls themselves.
import { Injectable } from '@nestjs/common';
import type { Stream } from '@green-lamp/core/name';
import { fieldsOf } from '../frame-fields.ts';
import { FrameSearch } from '../frame-search.ts';

export type Counted = {
  /** The newest counter that was kept; −1 before the first. */
  readonly up: number;
  readonly down: number;
  /** The frame that had it, where this process heard it. */
  readonly phy: string | null;
};
/** Answers of repeats are not kept: after a restart so many are taken to have gone out. A node follows a gap of 16,384 (LoRaWAN 1.0, MAX_FCNT_GAP). */
const passedOver = 64;

@Injectable()
export class Counters {
  readonly #known = new Map<string, Counted>();

  constructor(private readonly frames: FrameSearch) {}

  async of(station: Stream, address: string): Promise<Counted> {
    const there = this.#known.get(`${station} ${address}`);
    if (there !== undefined) return there;
    const { rows } = await this.frames.find({ station, kind: 'radio', status: 'matched', text: `"node":"${address}"` }, undefined, 1);
    const fields = fieldsOf(rows[0]?.fields);
    const number = (value: string | undefined): number => (value !== undefined && /^\d+$/.test(value) ? Number(value) : -1);
    const found: Counted = {
      up: number(fields['counter']),
      down: rows.length === 0 ? 0 : number(fields['answer']) + passedOver,
      phy: null,
    };
    this.#known.set(`${station} ${address}`, found);
    return found;
  }
  set(station: Stream, address: string, to: Counted): void {
    this.#known.set(`${station} ${address}`, to);
  }
}
