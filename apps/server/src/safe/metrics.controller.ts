// Figures for whoever watches the desk's machine, in the form that Prometheus reads. Names, accounts and addresses stand in none of them.
import { Controller, Get, Res } from '@nestjs/common';
import type { Response } from 'express';
import { collectDefaultMetrics, Gauge, Registry } from 'prom-client';
import { Desk } from '../desk/desk.ts';
import { Gate } from '../desk/gate.ts';
import { Events } from '../journal/events.ts';
import { Housekeeping } from '../journal/housekeeping.ts';
import { Journal } from '../journal/journal.ts';
import { May } from '../shell/may.ts';
import { Copies } from './copies.ts';

@Controller('api')
export class MetricsController {
  readonly #registry = new Registry();

  constructor(desk: Desk, gate: Gate, events: Events, journal: Journal, housekeeping: Housekeeping, copies: Copies) {
    collectDefaultMetrics({ register: this.#registry });
    const gauge = (name: string, help: string, set: (of: Gauge) => void, labelNames: readonly string[] = []): void => {
      const made: Gauge = new Gauge({
        name: `greenlamp_${name}`,
        help,
        labelNames: [...labelNames],
        registers: [this.#registry],
        collect: () => {
          made.reset();
          set(made);
        },
      });
    };
    gauge('well', 'Whether the desk keeps and judges: 1, else 0', (of) => of.set(events.troubled === null ? 1 : 0));
    gauge('entries', 'Entries kept since the beginning', (of) => of.set(journal.cursor));
    gauge(
      'connections',
      'Connections by listener',
      (of) => {
        for (const { kind, connections } of desk.listeners) of.set({ listener: kind }, connections);
      },
      ['listener'],
    );
    gauge(
      'limit_now',
      'What is used of each limit',
      (of) => {
        for (const { name, now } of gate.state) of.set({ limit: name }, now);
      },
      ['limit'],
    );
    gauge(
      'limit_refused',
      'What was turned away at each limit since the start',
      (of) => {
        for (const { name, refused } of gate.state) of.set({ limit: name }, refused);
      },
      ['limit'],
    );
    gauge('database_bytes', 'Size of the database with its log', (of) => of.set(housekeeping.kept?.file ?? 0));
    gauge('disk_free_bytes', 'Free on its disk', (of) => of.set(housekeeping.kept?.free ?? 0));
    gauge('copy_newest_seconds', 'When the newest copy was made, since 1970; 0 where there is none', (of) =>
      of.set((copies.state.copies.at(0)?.at ?? 0) / 1000),
    );
    gauge('copy_failed', 'Whether the last copy failed', (of) => of.set(copies.state.failed === null ? 0 : 1));
  }

  /** Not one of our answers: so it is written by hand. */
  @May('desk.read')
  @Get('metrics')
  async metrics(@Res() response: Response): Promise<void> {
    response.setHeader('Content-Type', this.#registry.contentType);
    response.end(await this.#registry.metrics());
  }
}
