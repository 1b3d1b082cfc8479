// Whoever has lost their role is signed out as soon as that is kept.
import { Injectable, Logger } from '@nestjs/common';
import { peopleStream } from '@green-lamp/core/name';
import { Events } from '../journal/events.ts';
import { Accounts } from './accounts.ts';

@Injectable()
export class Roles {
  readonly #log = new Logger('Roles');
  constructor(accounts: Accounts, events: Events) {
    events.onEntries((_, streams) => {
      if (!streams.has(peopleStream)) return;
      accounts.endOrphans().catch((error: unknown) => {
        this.#log.error(`sign-ins of whoever lost their role could not be ended: ${String(error)}`);
      });
    });
  }
}
