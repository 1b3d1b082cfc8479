// What the rest of the server is told after a commit. Nobody who listens here can hold up the writer.
import { Injectable } from '@nestjs/common';
import type { NewFrame } from './turn.ts';

@Injectable()
export class Events {
  readonly #onEntries: ((cursor: number, streams: ReadonlySet<string>) => void)[] = [];
  readonly #onFrames: ((frames: readonly NewFrame[]) => void)[] = [];
  readonly #onListeners: (() => void)[] = [];
  readonly #onTrouble: (() => void)[] = [];

  /** Told of the streams in which entries were kept. */
  onEntries(listen: (cursor: number, streams: ReadonlySet<string>) => void): void {
    this.#onEntries.push(listen);
  }
  onFrames(listen: (frames: readonly NewFrame[]) => void): void {
    this.#onFrames.push(listen);
  }
  onListeners(listen: () => void): void {
    this.#onListeners.push(listen);
  }
  /** Told when nothing can be kept any more, and when it can again. */
  onTrouble(listen: () => void): void {
    this.#onTrouble.push(listen);
  }
  trouble(): void {
    for (const listen of this.#onTrouble) listen();
  }
  entries(cursor: number, streams: ReadonlySet<string>): void {
    for (const listen of this.#onEntries) listen(cursor, streams);
  }
  frames(frames: readonly NewFrame[]): void {
    for (const listen of this.#onFrames) listen(frames);
  }
  listeners(): void {
    for (const listen of this.#onListeners) listen();
  }
}
