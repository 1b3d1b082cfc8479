// The desk: its listeners and their limits, which stand as settings in the desk's own stream.
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { deskStream, settingKey } from '@green-lamp/core/name';
import { wanted } from '@green-lamp/core/journal';
import { hours, seconds } from '@green-lamp/core/quantity';
import { Journal } from '../journal/journal.ts';
import { Events } from '../journal/events.ts';
import { type Env, StartError } from '../shell/env.ts';
import { Ingest } from './ingest.ts';
import { type Limits, LineListener, type ListenerState } from './listeners/line.listener.ts';

const shipped: Limits = { firstByte: seconds(30), idle: hours(1) };

@Injectable()
export class Desk implements OnApplicationShutdown {
  #limits: Limits = shipped;
  readonly #line: LineListener;

  constructor(
    ingest: Ingest,
    private readonly journal: Journal,
    private readonly events: Events,
  ) {
    this.#line = new LineListener(
      ingest,
      () => this.#limits,
      () => {
        events.listeners();
      },
    );
    events.onEntries(() => void this.#readLimits());
  }

  get listeners(): readonly ListenerState[] {
    return [this.#line.state];
  }

  async open({ listenHost, linePort }: Pick<Env, 'listenHost' | 'linePort'>): Promise<void> {
    await this.#readLimits();
    try {
      await this.#line.listen(listenHost, linePort);
    } catch (error) {
      throw new StartError(portWords(error, linePort, listenHost, 'GREENLAMP_LINE_PORT'));
    }
    this.events.listeners();
  }

  async onApplicationShutdown(): Promise<void> {
    await this.#line.close();
  }

  async #readLimits(): Promise<void> {
    const state = await this.journal.state(deskStream);
    const of = (param: 'firstByte' | 'idle'): number => {
      const value = wanted(state, settingKey('listener', null, param));
      return typeof value === 'number' ? value : shipped[param];
    };
    this.#limits = { firstByte: of('firstByte'), idle: of('idle') };
  }
}

/** One sentence on why a port can't be had and how to choose another. */
export const portWords = (error: unknown, port: number, host: string, variable: string): string => {
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  if (code === 'EADDRINUSE')
    return `Port ${port} on ${host} is taken by another program: choose another with ${variable}=… (0 takes a free one).`;
  if (code === 'EACCES')
    return `Port ${port} on ${host} needs rights that this user does not have: choose one from 1024 up with ${variable}=….`;
  if (code === 'EADDRNOTAVAIL')
    return `${host} is not an address of this machine: choose another with ${variable.startsWith('GREENLAMP') ? 'GREENLAMP_LISTEN_HOST' : 'GREENLAMP_WEB_HOST'}=….`;
  return `Port ${port} on ${host} could not be opened (${code}).`;
};
