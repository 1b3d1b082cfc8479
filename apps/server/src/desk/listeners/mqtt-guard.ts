// Stands before the broker: lets no packet through that is larger than any call, and tells whoever speaks another version than 3.1.1 in its own words.
import { Transform, type TransformCallback } from 'node:stream';

/** MQTT 5.0, 3.2.2.2: 'unsupported protocol version', said as its own CONNACK. */
const anotherVersion = Uint8Array.of(0x20, 0x03, 0x00, 0x84, 0x00);
/** Fixed header, name and level of a CONNECT (3.1): what has to be there before its version is known. */
const mostHead = 12;

export class TurnedAway extends Error {}

/** Cuts by the fixed headers alone (3.1.1, 2.2): type and remaining length. */
export class MqttGuard extends Transform {
  #first = true;
  #head: number[] = [];
  #left = 0;

  constructor(
    private readonly most: number,
    private readonly answer: (bytes: Uint8Array) => void,
  ) {
    super();
  }

  override _transform(chunk: Buffer, _: BufferEncoding, done: TransformCallback): void {
    try {
      this.#look(chunk);
      done(null, chunk);
    } catch (error) {
      done(error instanceof Error ? error : new TurnedAway(String(error)));
    }
  }

  #look(chunk: Buffer): void {
    for (let at = 0; at < chunk.length; ) {
      if (this.#left > 0) {
        const skipped = Math.min(this.#left, chunk.length - at);
        if (this.#first) this.#head.push(...chunk.subarray(at, at + Math.min(skipped, mostHead)));
        this.#left -= skipped;
        at += skipped;
        if (this.#first) this.#judgeVersion();
        if (this.#left === 0) [this.#first, this.#head] = [false, []];
        continue;
      }
      this.#head.push(chunk[at] ?? 0);
      at += 1;
      this.#readLength();
    }
  }
  /** The remaining length, once all of its bytes are there. */
  #readLength(): void {
    const bytes = this.#head.slice(1);
    const last = bytes.at(-1);
    if (last === undefined || (last & 0x80) !== 0) {
      if (bytes.length >= 4) throw new TurnedAway('It is not MQTT: a length of more than four bytes.');
      return;
    }
    this.#left = bytes.reduce((sum, byte, i) => sum + (byte & 0x7f) * 128 ** i, 0);
    if (this.#left > this.most) throw new TurnedAway(`A message of ${this.#left} bytes is larger than any call.`);
    if (this.#first && (this.#head[0] ?? 0) >> 4 !== 1) throw new TurnedAway('It is not MQTT: the first packet is no CONNECT.');
    this.#head = [];
    if (this.#left === 0) this.#first = false;
  }
  /** `00 04 M Q T T level` (3.1.1, 3.1.2). */
  #judgeVersion(): void {
    if (this.#head.length < 7 || this.#head[1] !== 4) return; // the broker judges what is older, or is none
    const level = this.#head[6] ?? 0;
    if (level <= 4) return;
    this.answer(anotherVersion);
    throw new TurnedAway(`It speaks MQTT version ${level}; this desk speaks 3.1.1.`);
  }
}
