// One question to a station, over a socket that the desk opens: what it answered, or where the asking ended.
import { connect, type Socket } from 'node:net';
import type { Polling } from '@green-lamp/core/walk';
import { askBlock, blocksOf, cutRecords, exceptionWords, hearAnswer, mostRecord, placeValue, recordValues } from '@green-lamp/core/wire';
import type { PollIs } from '@green-lamp/core/api';
import { plainAddress } from '../desk/listeners/listener.ts';

export type Answered = {
  readonly is: 'answered';
  readonly fields: { readonly [name: string]: string };
  readonly bytes: Uint8Array;
  readonly source: { readonly address: string; readonly port: number };
};
export type Failed = { readonly is: Exclude<PollIs, 'answered'>; readonly detail: string };

/** How long (ms) a connection and each answer is waited for. A modem that sleeps takes its time. */
const patience = { connect: 30_000, answer: 20_000 } as const;

const reasons: { readonly [code: string]: Failed['is'] } = {
  ECONNREFUSED: 'refused',
  ETIMEDOUT: 'no answer',
  EHOSTUNREACH: 'unreachable',
  ENETUNREACH: 'unreachable',
  EHOSTDOWN: 'unreachable',
  ENOTFOUND: 'no such name',
  EAI_AGAIN: 'no such name',
  ECONNRESET: 'cut off',
  EPIPE: 'cut off',
};
class Ended extends Error {
  constructor(readonly failed: Failed) {
    super(failed.is);
  }
}
const end = (is: Failed['is'], detail = ''): Ended => new Ended({ is, detail });
const failedBy = (error: unknown): Failed => {
  if (error instanceof Ended) return error.failed;
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  return { is: reasons[code] ?? 'cut off', detail: code };
};

/** What comes on a socket, waited for piece by piece. */
class Line {
  #held: Buffer = Buffer.alloc(0);
  #wake: (() => void) | null = null;
  #over: Error | null = null;
  constructor(private readonly socket: Socket) {
    socket.on('data', (arrived: Buffer) => {
      this.#held = Buffer.concat([this.#held, arrived]);
      if (this.#held.length > 4 * mostRecord) socket.destroy(end('garbled', 'more than any answer has'));
      this.#wake?.();
    });
    const over = (error: Error): void => {
      this.#over ??= error;
      this.#wake?.();
    };
    socket.on('error', over);
    socket.on('close', () => over(end('cut off')));
  }
  get held(): Buffer {
    return this.#held;
  }
  drop(): void {
    this.#held = Buffer.alloc(0);
  }
  /** Waits until more has come than was seen; false where nothing did within `ms`. */
  async more(seen: number, ms: number): Promise<boolean> {
    const until = performance.now() + ms;
    while (this.#held.length <= seen) {
      if (this.#over !== null) throw this.#over;
      const left = until - performance.now();
      if (left <= 0) return false;
      await new Promise<void>((done) => {
        const timer = setTimeout(done, left);
        this.#wake = () => {
          clearTimeout(timer);
          done();
        };
      });
    }
    return true;
  }
  write(bytes: Uint8Array): void {
    this.socket.write(bytes);
  }
}

const opened = (host: string, port: number): Promise<Socket> =>
  new Promise((done, failed) => {
    const socket = connect({ host, port });
    const late = setTimeout(() => socket.destroy(end('no answer')), patience.connect);
    socket.once('connect', () => {
      clearTimeout(late);
      done(socket);
    });
    socket.once('error', (error) => {
      clearTimeout(late);
      failed(error);
    });
  });

/** Asks once. Never throws: what went wrong is an answer too. */
export const askStation = async ({ host, port, asking }: Polling, isOwn: (address: string) => boolean): Promise<Answered | Failed> => {
  let socket: Socket | null = null;
  try {
    socket = await opened(host, port);
    const source = { address: plainAddress(socket.remoteAddress), port: socket.remotePort ?? port };
    // It would be asked of the desk's own machine: no station, and none of a technician's business.
    if (isOwn(source.address)) return { is: 'own machine', detail: source.address };
    const line = new Line(socket);
    const got = asking.by === 'modbus' ? await askModbus(line, asking) : await askRaw(line, asking);
    return { is: 'answered', ...got, source };
  } catch (error) {
    return failedBy(error);
  } finally {
    socket?.destroySoon();
  }
};

type Got = Pick<Answered, 'fields' | 'bytes'>;

const askModbus = async (line: Line, { unit, places }: Extract<Polling['asking'], { by: 'modbus' }>): Promise<Got> => {
  const fields: { [name: string]: string } = {};
  const bytes: Buffer[] = [];
  for (const [i, block] of blocksOf(places).entries()) {
    line.drop();
    line.write(askBlock(i + 1, unit, block));
    for (;;) {
      const seen = line.held.length;
      const heard = hearAnswer(line.held, i + 1, unit, block);
      if (heard.is === 'exception') throw end('exception', exceptionWords(heard.code));
      if (heard.is === 'garbled') throw end('garbled');
      if (heard.is === 'words') {
        bytes.push(line.held);
        for (const place of places) {
          const inside = place.table === block.table && place.register >= block.from && place.register < block.from + block.count;
          const value = inside ? placeValue(place, block, heard.words) : null;
          if (inside) fields[place.name] = value ?? 'no number';
        }
        break;
      }
      if (!(await line.more(seen, patience.answer))) throw end('connected, no answer');
    }
  }
  return { fields, bytes: Buffer.concat(bytes) };
};

const askRaw = async (line: Line, { rule, split, places, question }: Extract<Polling['asking'], { by: 'raw' }>): Promise<Got> => {
  if (question.length > 0) line.write(question);
  for (;;) {
    const seen = line.held.length;
    const { records, over } = cutRecords(rule, new Uint8Array(0), line.held);
    const [first] = records.filter((record) => record.length > 0);
    if (over) throw end('garbled', 'no end of a record');
    if (first !== undefined) return { fields: recordValues(first, split, places), bytes: first };
    const silence = rule.by === 'silence' && seen > 0 ? rule.ms : patience.answer;
    if (await line.more(seen, silence)) continue;
    if (rule.by !== 'silence' || seen === 0) throw end('connected, no answer');
    return { fields: recordValues(line.held, split, places), bytes: Buffer.from(line.held) };
  }
};
