// What the server says beside its answers: a line each, as JSON (GREENLAMP_LOG=json) for whoever gathers logs, else as Nest prints it. No secret stands in any: what may hold one is taken out by name.
import { ConsoleLogger, type LoggerService } from '@nestjs/common';
import pino, { type DestinationStream } from 'pino';

/** Names whose values never go into a log. */
const hidden = ['password', 'old', 'code', 'token', 'pin', 'puk', 'secret', 'cookie', 'authorization', 'entry', 'typed', 'words'];
const paths = hidden.flatMap((name) => [name, `*.${name}`, `*.*.${name}`]);

class JsonLog implements LoggerService {
  readonly #pino: pino.Logger;
  constructor(to?: DestinationStream) {
    const options = { base: { part: 'green-lamp' }, timestamp: pino.stdTimeFunctions.isoTime, redact: { paths, censor: 'left out' } };
    this.#pino = to === undefined ? pino(options, pino.destination({ dest: 2, sync: true })) : pino(options, to);
  }
  log(message: unknown, ...more: unknown[]): void {
    this.#say('info', message, more);
  }
  warn(message: unknown, ...more: unknown[]): void {
    this.#say('warn', message, more);
  }
  error(message: unknown, ...more: unknown[]): void {
    this.#say('error', message, more);
  }
  #say(level: 'info' | 'warn' | 'error', message: unknown, more: readonly unknown[]): void {
    const of = more.at(-1);
    const fields = typeof of === 'string' ? { of } : {};
    if (typeof message === 'object' && message !== null) this.#pino[level]({ ...message, ...fields });
    else this.#pino[level](fields, String(message));
  }
}

/** The log that was asked for; `to` is where tests read it. */
export const logOf = (as: 'json' | 'plain', to?: DestinationStream): LoggerService =>
  as === 'json' ? new JsonLog(to) : new ConsoleLogger({ logLevels: ['error', 'warn'] });
