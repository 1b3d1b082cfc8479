// Where the desk stands: this computer's addresses and networks, and what the desk's own stream says of its outside address and of hidden sources.
import { networkInterfaces } from 'node:os';
import { Injectable } from '@nestjs/common';
import type { Here } from '@green-lamp/core/evidence';
import { deskStream, settingKey } from '@green-lamp/core/name';
import { wanted } from '@green-lamp/core/journal';
import { plainSource } from '@green-lamp/core/lamp';
import { Events } from '../journal/events.ts';
import { Journal } from '../journal/journal.ts';

/** How long a look at the interfaces is good for: a cable may be plugged in meanwhile. */
const lookEvery = 5000;

@Injectable()
export class Whereabouts {
  #here: Here | null = null;
  #looked = 0;
  #testPaths = false;
  #programming = 0;
  #outside: readonly string[] = [];
  #hidden = false;

  constructor(
    private readonly journal: Journal,
    events: Events,
  ) {
    events.onEntries((_, streams) => {
      if (streams.has(deskStream)) this.#read().catch(() => undefined); // what was read before stands
    });
  }

  async open({ testPaths, programmingPort }: { testPaths: boolean; programmingPort: number }): Promise<void> {
    this.#testPaths = testPaths;
    this.#programming = programmingPort;
    this.journal.standsAt(() => this.here);
    await this.#read();
  }

  get here(): Here {
    const now = performance.now();
    if (this.#here === null || now - this.#looked > lookEvery) {
      this.#looked = now;
      const known = Object.values(networkInterfaces()).flatMap((one) => one ?? []);
      this.#here = {
        addresses: known.map(({ address }) => plainSource(address)),
        networks: known.flatMap(({ internal, cidr }) => (internal || cidr === null ? [] : [cidr.replace(/%[^/]*/, '')])),
        outside: this.#outside,
        hidden: this.#hidden,
        testPaths: this.#testPaths,
        ...(this.#programming === 0 ? {} : { programming: this.#programming }),
      };
    }
    return this.#here;
  }

  async #read(): Promise<void> {
    const state = await this.journal.state(deskStream);
    const outside = wanted(state, settingKey('listener', null, 'outside'));
    this.#outside = typeof outside === 'string' && outside !== '' ? [outside] : [];
    this.#hidden = wanted(state, settingKey('listener', null, 'hidden')) === true;
    this.#here = null;
  }
}
