// Every station's logbook: entries as sentences, newest first, looked through a piece at a time.
import { Injectable } from '@nestjs/common';
import type { everyLogbook, LogbookLine, Says } from '@green-lamp/core/api';
import { readEntry, sayEntry, speakerOf } from '@green-lamp/core/journal';
import { isStream, peopleStream } from '@green-lamp/core/name';
import { aboutOf } from '@green-lamp/core/walk';
import { mayRead } from '../accounts/reach.ts';
import type { Caller } from '../accounts/sessions.ts';
import { Journal } from '../journal/journal.ts';
import { Clock } from '../shell/clock.ts';
import type { LogbookQuery } from './logbook.query.ts';

/** Lines of a page, entries that are read at once, and how many are looked through for one page. Ours. */
const [page, piece, mostLooked] = [50, 200, 4_000];

@Injectable()
export class EveryLogbook {
  constructor(
    private readonly journal: Journal,
    private readonly clock: Clock,
  ) {}

  async find(query: LogbookQuery, caller: Caller | null): Promise<Says<typeof everyLogbook>> {
    const { people } = await this.journal.state(peopleStream);
    const lines: LogbookLine[] = [];
    let before = query.before ?? Number.MAX_SAFE_INTEGER;
    for (let looked = 0; looked < mostLooked; looked += piece) {
      const rows = this.journal.newest(before, piece);
      for (const { n, stream, ord, text } of rows) {
        before = n;
        if (!stream.startsWith('station:') || !isStream(stream) || !mayRead(caller, stream)) continue;
        if ((query.from !== undefined && ord < query.from) || (query.to !== undefined && ord > query.to)) continue;
        const read = readEntry(text);
        if (!read.ok || (query.about !== undefined && aboutOf(read.value.kind) !== query.about)) continue;
        const state = await this.journal.state(stream);
        const speaker = speakerOf(state, (person) => people[person] ?? null, this.clock.now(), 'UTC');
        const [who, says] = [speaker.who(read.value.who), sayEntry(read.value, speaker)];
        const station = state.station?.name ?? '';
        const hay = `${station} ${says}`.toLowerCase();
        if (query.who !== undefined && !who.toLowerCase().includes(query.who.toLowerCase())) continue;
        if (query.text !== undefined && !hay.includes(query.text.toLowerCase())) continue;
        lines.push({ n, id: read.value.id, stream, station, at: ord, who, says, about: aboutOf(read.value.kind) });
        if (lines.length === page) return { lines, lookedTo: n };
      }
      if (rows.length < piece) return { lines, lookedTo: null };
    }
    return { lines, lookedTo: before };
  }
}
