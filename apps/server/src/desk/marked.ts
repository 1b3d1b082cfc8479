// The yard's registry of sockets. Between connect and first byte the yard says here which socket is its own; a listener asks once, at the first byte.
import { Injectable } from '@nestjs/common';
import type { Mark } from './ingest.ts';

@Injectable()
export class MarkedSockets {
  readonly #marks = new Map<string, Mark>();

  put(address: string, port: number, mark: Mark): void {
    this.#marks.set(`${address} ${port}`, mark);
  }
  /** The mark of a socket, which is then forgotten: a port that is used again by somebody else is nobody's. */
  take(address: string, port: number): Mark | null {
    const mark = this.#marks.get(`${address} ${port}`) ?? null;
    this.#marks.delete(`${address} ${port}`);
    return mark;
  }
}
