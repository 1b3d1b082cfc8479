import { Controller, Get } from '@nestjs/common';
import { deskStream, keyParts, isSettingKey } from '@green-lamp/core/name';
import type { Says, SharedSilence, Silent, watchState } from '@green-lamp/core/api';
import { instant } from '@green-lamp/core/quantity';
import { Board, type WatchedRow } from '../board/board.ts';
import { Journal } from '../journal/journal.ts';
import { May } from '../shell/may.ts';
import { Outgoing } from './outgoing.ts';
import { Watch } from './watch.ts';

/** From how many silences that have one thing in common it is told as one. Ours. */
const several = 3;
const shared: { readonly [definition: string]: string } = {
  'sim.carrier': 'carrier',
  'path.duct': 'duct',
  'receiver.line': 'line of the receiver',
};

/** What stations that are silent have in common: a carrier, a mast, a duct, a line. */
const alike = (rows: readonly WatchedRow[]): SharedSilence[] => {
  const found = new Map<string, { what: string; name: string; stations: Set<string> }>();
  for (const { summary, settings } of rows)
    for (const [key, value] of Object.entries(settings)) {
      const what = isSettingKey(key) ? shared[keyParts(key).definition] : undefined;
      if (what === undefined || typeof value !== 'string' || value.trim() === '') continue;
      const name = value.trim();
      const one = found.get(`${what} ${name}`) ?? { what, name, stations: new Set<string>() };
      found.set(`${what} ${name}`, { ...one, stations: one.stations.add(summary.name) });
    }
  return [...found.values()]
    .filter(({ stations }) => stations.size >= several)
    .sort((a, b) => b.stations.size - a.stations.size)
    .slice(0, 50)
    .map(({ what, name, stations }) => ({ what, name, stations: [...stations].slice(0, 200) }));
};

@Controller('api/watch')
export class WatchController {
  constructor(
    private readonly board: Board,
    private readonly journal: Journal,
    private readonly watch: Watch,
    private readonly outgoing: Outgoing,
  ) {}

  @May('stations.read')
  @Get()
  async state(): Promise<Says<typeof watchState>> {
    await this.board.settled();
    const { lapses, next, test, quiet, armed } = this.board.watched();
    const { downs } = await this.journal.state(deskStream);
    return {
      lapses: lapses
        .flatMap(({ summary }): Silent[] =>
          summary.lapses.map((lapse) => ({ stream: summary.stream, name: summary.name, demo: summary.demo, ...lapse })),
        )
        .slice(0, 200),
      shared: alike(lapses),
      quiet: quiet.flatMap(({ summary: { stream, name, quiet: of } }) => (of === null ? [] : [{ stream, name, ...of }])),
      next: next.map(({ summary, watch }) => ({ stream: summary.stream, name: summary.name, due: instant(watch) })),
      test: test.flatMap(({ summary: { stream, name, onTest } }) => (onTest === null ? [] : [{ stream, name, ...onTest }])),
      armed,
      away: downs.map(({ from, to }) => ({ from: instant(from), to: instant(to) })),
      ways: [...this.outgoing.ways],
      latest: this.watch.latest,
    };
  }
}
