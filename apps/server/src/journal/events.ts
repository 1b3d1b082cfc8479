// What the rest of the server is told after a commit. Nobody who listens here can hold up the writer.
import { Injectable } from '@nestjs/common';
import type { NewFrame } from './turn.ts';

@Injectable()
export class Events {
  readonly #onEntries: ((cursor: number) => void)[] = [];
  readonly #onFrames: ((frames: readonly NewFrame[]) => void)[] = [];
  readonly #onListeners: (() => void)[] = [];

  onEntries(listen: (cursor: number) => void): void {
    this.#onEntries.push(listen);
  }
  onFrames(listen: (frames: readonly NewFrame[]) => void): void {
    this.#onFrames.push(listen);
  }
  onListeners(listen: () => void): void {
    this.#onListeners.push(listen);
  }
  entries(cursor: number): void {
    for (const listen of this.#onEntries) listen(cursor);
  }
  frames(frames: readonly NewFrame[]): void {
    for (const listen of this.#onFrames) listen(frames);
  }
  listeners(): void {
    for (const listen of this.#onListeners) listen();
  }
}
