// What the rest of the server is told after a commit. Nobody who listens here can hold up the writer.
import { Injectable } from '@nestjs/common';
import type { Draft, NewFrame } from './turn.ts';

/** What may be unable to do its work: to keep, to judge. */
export type Troubled = 'journal' | 'board';

@Injectable()
export class Events {
  readonly #onEntries: ((cursor: number, streams: ReadonlySet<string>) => void)[] = [];
  readonly #onFrames: ((frames: readonly NewFrame[]) => void)[] = [];
  readonly #onKept: ((draft: Draft) => void)[] = [];
  readonly #onListeners: (() => void)[] = [];
  readonly #onTrouble: (() => void)[] = [];
  readonly #troubles = new Map<Troubled, string>();

  /** Told of the streams in which entries were kept. */
  onEntries(listen: (cursor: number, streams: ReadonlySet<string>) => void): void {
    this.#onEntries.push(listen);
  }
  /** Shown what was committed, before it is answered. */
  onKept(listen: (draft: Draft) => void): void {
    this.#onKept.push(listen);
  }
  onFrames(listen: (frames: readonly NewFrame[]) => void): void {
    this.#onFrames.push(listen);
  }
  onListeners(listen: () => void): void {
    this.#onListeners.push(listen);
  }
  /** Told when something can't do its work any more, and when it can again. */
  onTrouble(listen: () => void): void {
    this.#onTrouble.push(listen);
  }
  /** Says, in a sentence, why a part can't do its work; null once it can. */
  trouble(of: Troubled, why: string | null): void {
    if ((this.#troubles.get(of) ?? null) === why) return;
    if (why === null) this.#troubles.delete(of);
    else this.#troubles.set(of, why);
    for (const listen of this.#onTrouble) listen();
  }
  /** What is wrong at present, what keeps from keeping first; null where all is well. */
  get troubled(): string | null {
    return this.#troubles.get('journal') ?? this.#troubles.get('board') ?? null;
  }
  entries(cursor: number, streams: ReadonlySet<string>): void {
    for (const listen of this.#onEntries) listen(cursor, streams);
  }
  kept(draft: Draft): void {
    for (const listen of this.#onKept) listen(draft);
  }
  frames(frames: readonly NewFrame[]): void {
    for (const listen of this.#onFrames) listen(frames);
  }
  listeners(): void {
    for (const listen of this.#onListeners) listen();
  }
}
