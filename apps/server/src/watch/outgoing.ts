// Tells a silence and its end to where the operator wants it told: a webhook, mail. Tried again until it has gone out, and told once: each message carries an id that stays the same.
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { createTransport } from 'nodemailer';
import { isObject } from '@green-lamp/core/name';
import { Database } from '../shell/database.ts';
import { MetaRow } from '../shell/meta.row.ts';
import { Events } from '../journal/events.ts';
import { Journal } from '../journal/journal.ts';
import type { Env } from '../shell/env.ts';
import { type Message, tellEnd, type Telling, tellPrefix } from './telling.ts';

/** How long (ms) a way may take, and how long it is waited before the next try: twice as long each time, to ten minutes. */
const patience = 10_000;
const firstPause = 1000;
const longestPause = 600_000;
/** What is older (ms) is not told any more. Ours. */
const oldest = 7 * 86_400_000;

type Way = { readonly name: string; readonly send: (message: Message) => Promise<'sent' | 'refused'> };
/** What the desk shows of a way: how much waits, when it last went out, and why the last try failed. */
export type WayState = { readonly name: string; readonly waiting: number; readonly last: number | null; readonly trouble: string | null };

const iso = (at: number): string => new Date(at).toISOString();
export const subjectOf = ({ is, name, simulated }: Message): string =>
  `${simulated ? 'Simulated: ' : ''}${is === 'silent' ? 'Silent' : 'Has called again'}: ${name}`;
const textOf = ({ is, name, since, at, called, simulated }: Message): string =>
  [
    is === 'silent'
      ? `${name} is silent: nothing since ${iso(since)}; its window ended ${iso(at)}.`
      : `${name} has called again, ${iso(at)}; it was silent since ${iso(since)}.`,
    is === 'silent' && called.length > 0 ? `To call: ${called.join(', then ')}.` : '',
    simulated ? 'All of it is simulated.' : '',
  ]
    .filter((line) => line !== '')
    .join('\n');

const hook = (url: string): Way => ({
  name: 'webhook',
  send: async (message) => {
    const answer = await fetch(url, {
      method: 'POST',
      redirect: 'error',
      headers: { 'content-type': 'application/json', 'idempotency-key': `${message.id} ${message.is}` },
      body: JSON.stringify({ ...message, text: textOf(message) }),
      signal: AbortSignal.timeout(patience),
    });
    await answer.body?.cancel();
    if (answer.ok) return 'sent';
    // What can't be mended by trying again is not tried again.
    if (answer.status >= 400 && answer.status < 500 && answer.status !== 408 && answer.status !== 429) return 'refused';
    throw new Error(`it answered ${answer.status}`);
  },
});

const mail = (smtp: string, from: string, to: readonly string[]): Way => {
  const transport = createTransport(smtp, { from });
  return {
    name: 'mail',
    send: async (message) => {
      await transport.sendMail({
        from,
        to: [...to],
        subject: subjectOf(message).slice(0, 200),
        text: textOf(message),
        messageId: `<${message.id}.${message.is.replace(' ', '-')}@green-lamp>`,
      });
      return 'sent';
    },
  };
};

@Injectable()
export class Outgoing implements OnApplicationShutdown {
  readonly #log = new Logger('Outgoing');
  #ways: readonly Way[] = [];
  readonly #states = new Map<string, WayState>();
  #timer: NodeJS.Timeout | null = null;
  #pause = firstPause;
  #working: Promise<void> | null = null;
  #again = false;
  #closed = false;

  constructor(
    private readonly journal: Journal,
    private readonly database: Database,
    events: Events,
  ) {
    // Whatever was entered may have put something in the way out.
    events.onEntries(() => this.soon());
  }

  get ways(): readonly WayState[] {
    return [...this.#states.values()];
  }

  open({ tellHook, tellMail }: Pick<Env, 'tellHook' | 'tellMail'>): void {
    this.#ways = [
      ...(tellHook === null ? [] : [hook(tellHook)]),
      ...(tellMail === null ? [] : [mail(tellMail.smtp, tellMail.from, tellMail.to)]),
    ];
    for (const { name } of this.#ways) this.#states.set(name, { name, waiting: 0, last: null, trouble: null });
    this.soon();
  }
  async onApplicationShutdown(): Promise<void> {
    this.#closed = true;
    if (this.#timer !== null) clearTimeout(this.#timer);
    await this.#working;
  }

  /** Something was put in the way out. */
  soon(): void {
    if (this.#closed || this.#ways.length === 0) return;
    if (this.#working !== null) {
      this.#again = true;
      return;
    }
    if (this.#timer !== null) clearTimeout(this.#timer);
    this.#working = this.#drain()
      .then((left) => {
        this.#pause = left ? Math.min(longestPause, 2 * this.#pause) : firstPause;
        if (left) this.#later(this.#pause);
      })
      .catch((error: unknown) => {
        this.#log.error(`what has to be told could not be read: ${String(error)}`);
        this.#later(longestPause);
      })
      .finally(() => {
        this.#working = null;
        if (this.#again) {
          this.#again = false;
          this.soon();
        }
      });
  }
  #later(by: number): void {
    if (!this.#closed) this.#timer = setTimeout(() => this.soon(), by).unref();
  }

  /** Sends what waits, oldest first; true where something has to be tried again. */
  async #drain(): Promise<boolean> {
    const rows = await this.database
      .em()
      .find(MetaRow, { name: { $gte: tellPrefix, $lt: tellEnd }, value: { $ne: '' } }, { orderBy: { name: 'asc' }, limit: 200 });
    let left = false;
    for (const { name, value } of rows) {
      if (this.#closed) return true;
      const telling = tellingIn(value);
      if (telling === null) continue;
      const done = new Set(telling.done);
      // Nobody is told today of what was silent a week ago: there was no way to tell it then.
      if (Date.now() - telling.message.at > oldest) for (const { name: way } of this.#ways) done.add(way);
      for (const way of this.#ways) {
        if (done.has(way.name)) continue;
        if (await this.#send(way, telling.message)) done.add(way.name);
        else left = true;
      }
      await this.#note(name, telling, [...done]);
    }
    for (const { name } of this.#ways) this.#say(name, { waiting: left ? rows.length : 0 });
    return left || rows.length === 200;
  }

  async #send(way: Way, message: Message): Promise<boolean> {
    try {
      const is = await way.send(message);
      this.#say(way.name, { last: Date.now(), trouble: is === 'refused' ? 'The last message was refused, and is not tried again.' : null });
      return true;
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error);
      this.#log.warn(`${way.name}: ${why}`);
      this.#say(way.name, { trouble: `It is tried again: ${why}`.slice(0, 300) });
      return false;
    }
  }
  #say(name: string, of: Partial<WayState>): void {
    const was = this.#states.get(name);
    if (was !== undefined) this.#states.set(name, { ...was, ...of });
  }

  /** What has gone out by every way is forgotten; of the rest it is noted by which. */
  async #note(name: string, telling: Telling, done: readonly string[]): Promise<void> {
    const all = this.#ways.every((way) => done.includes(way.name));
    if (!all && done.length === telling.done.length) return;
    await this.journal.append((turn) => {
      turn.meta(name, all ? '' : JSON.stringify({ ...telling, done }));
    });
  }
}

/** What stands in a row; null where it has gone out, or can't be read. */
const tellingIn = (text: string): Telling | null => {
  if (text === '') return null;
  const value: unknown = JSON.parse(text);
  return isObject(value) && isObject(value['message']) && Array.isArray(value['done']) ? (value as unknown as Telling) : null; // written by this program alone
};
