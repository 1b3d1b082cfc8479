// Payload decoders as stations' sheets have them: people's programs, run one after another in a thread that is ended where one does not end.
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { type BeforeApplicationShutdown, Injectable } from '@nestjs/common';
import { parsedJson, type Decoded } from '@green-lamp/core/wire';
import { isObject } from '@green-lamp/core/name';
import type { DecoderAsked, DecoderSaid } from './decoder-worker.ts';

const program = join(__dirname, '..', '..', '..', 'dist', 'desk', 'radio', 'decoder-worker.js');
/** Its own end comes first; a thread that does not heed it is ended after so long (ms) more. */
const longestWait = 1000;
const longestStart = 20_000;
/** One that had to be ended with its thread is not run again for so long (ms). */
const restsFor = 60_000;
/** Uplinks that wait for their decoder; more are kept undecoded. */
const mostWaiting = 200;

type Asks = { readonly code: string; readonly bytes: Uint8Array; readonly port: number; readonly at: string };

@Injectable()
export class Decoders implements BeforeApplicationShutdown {
  #worker: Worker | null = null;
  #ready: Promise<void> = Promise.resolve();
  #running: Promise<unknown> = Promise.resolve();
  #waiting = 0;
  #id = 0;
  #closed = false;
  readonly #resting = new Map<string, number>();

  async beforeApplicationShutdown(): Promise<void> {
    this.#closed = true;
    await this.#end();
  }

  /** Runs a decoder; never throws, and never waits much longer than a second for one. */
  run(of: Asks): Promise<Decoded> {
    if (this.#waiting >= mostWaiting) return Promise.resolve({ is: 'failed', why: 'Too many payloads waited to be read.' });
    this.#waiting++;
    const ran = this.#running.then(() => this.#run(of)).finally(() => this.#waiting--);
    this.#running = ran;
    return ran;
  }

  async #run({ code, bytes, port, at }: Asks): Promise<Decoded> {
    const mark = createHash('sha256').update(code).digest('base64');
    const until = this.#resting.get(mark);
    if (until !== undefined && performance.now() < until)
      return { is: 'failed', why: 'It did not end before; it is tried again after a minute.' };
    if (this.#closed) return { is: 'failed', why: 'The desk is closing.' };
    const said = await this.#ask({ id: ++this.#id, code, bytes: [...bytes], port, at });
    if (said === null) {
      if (this.#resting.size > 1000) this.#resting.clear();
      this.#resting.set(mark, performance.now() + restsFor);
      return { is: 'failed', why: 'It did not end, and was ended with its thread.' };
    }
    return said.is === 'gave' ? gave(said.text) : { is: 'failed', why: said.is === 'failed' ? said.why : 'It gave nothing back.' };
  }

  /** What the thread says of one; null where it had to be ended. */
  async #ask(asked: DecoderAsked): Promise<DecoderSaid | null> {
    this.#worker ??= this.#start();
    const worker = this.#worker;
    await this.#ready;
    return new Promise((done) => {
      const over = (said: DecoderSaid | null): void => {
        clearTimeout(timer);
        worker.off('message', hear);
        worker.off('exit', gone);
        done(said);
      };
      const hear = (said: DecoderSaid): void => {
        if (said.is !== 'ready' && said.id === asked.id) over(said);
      };
      const gone = (): void => {
        over(null);
      };
      const timer = setTimeout(() => {
        void this.#end().then(() => {
          over(null);
        });
      }, longestWait);
      worker.on('message', hear);
      worker.once('exit', gone);
      worker.postMessage(asked);
    });
  }
  #start(): Worker {
    const worker = new Worker(program, { resourceLimits: { maxOldGenerationSizeMb: 64, stackSizeMb: 4 } });
    worker.unref();
    worker.on('error', () => undefined); // it is gone, as the exit says
    worker.once('exit', () => {
      if (this.#worker === worker) this.#worker = null;
    });
    this.#ready = new Promise((done) => {
      const timer = setTimeout(done, longestStart);
      const then = (): void => {
        clearTimeout(timer);
        done();
      };
      worker.once('message', then);
      worker.once('exit', then);
    });
    return worker;
  }
  async #end(): Promise<void> {
    const worker = this.#worker;
    this.#worker = null;
    await worker?.terminate();
  }
}

const texts = (value: unknown): string[] =>
  Array.isArray(value) ? value.filter((one) => typeof one === 'string').map((one) => one.slice(0, 200)) : [];
/** TS013, 4.1: an object with `data`, and `warnings`; or `errors`, and then no data. */
const gave = (text: string): Decoded => {
  const parsed = parsedJson(text);
  if (!parsed.ok || !isObject(parsed.value)) return { is: 'failed', why: 'It gave back no object.' };
  const { data, warnings, errors } = parsed.value;
  const [error] = texts(errors);
  if (error !== undefined) return { is: 'failed', why: `It says: ${error}` };
  return isObject(data) ? { is: 'read', data, warnings: texts(warnings) } : { is: 'failed', why: 'It gave back no data.' };
};
