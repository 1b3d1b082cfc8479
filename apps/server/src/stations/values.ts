// The values that a station has sent, from its frames: each name's points, thinned for a line, and the stamps of its calls.
import { Injectable } from '@nestjs/common';
import { isObject, type Stream } from '@green-lamp/core/name';
import { parseRfc3339 } from '@green-lamp/core/quantity';
import { isValueName, pointOf } from '@green-lamp/core/walk';
import { parseTimestamp } from '@green-lamp/core/wire';
import { mostNames, mostPoints, type Says, type Series, type stationValues } from '@green-lamp/core/api';
import { FrameRow } from '../desk/frame.row.ts';
import { Clock } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';

/** Most frames that one look reads: the newest. */
const mostFrames = 5000;
const mostStamps = 500;
const day = 86_400_000;

type Row = Pick<FrameRow, 'at' | 'instant' | 'fields' | 'simulated' | 'part'>;
type One = { readonly at: number; readonly text: string; readonly simulated: boolean };

@Injectable()
export class Values {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** What came from a station within so many days. What can't have come from it is left out. */
  async of(station: Stream, days: number): Promise<Says<typeof stationValues>> {
    const from = this.clock.now() - days * day;
    const rows: Row[] = await this.database
      .em()
      .createQueryBuilder(FrameRow)
      .select(['at', 'instant', 'fields', 'simulated', 'part'])
      .where({ station, at: { $gte: from }, status: 'matched', strength: { $ne: 'impossible' } })
      .orderBy({ at: 'desc' })
      .limit(mostFrames)
      .execute('all');
    const oldest = rows.at(-1);
    return {
      since: rows.length === mostFrames && oldest !== undefined ? oldest.at : from,
      calls: rows.length,
      series: seriesOf(rows.toReversed()),
      stamps: rows.slice(0, mostStamps).flatMap(({ at, instant, part }) => {
        const said = part > 0 ? null : saidOf(instant);
        return said === null ? [] : [{ said, came: at }];
      }),
    };
  }
}

/** A call's own instant, as its protocol writes it. */
const saidOf = (instant: string | null | undefined): number | null =>
  instant == null || instant === '' ? null : (parseRfc3339(instant) ?? parseTimestamp(instant));

const seriesOf = (rows: readonly Row[]): Series[] => {
  const by = new Map<string, One[]>();
  for (const { at, instant, fields, simulated } of rows) {
    const parsed: unknown = JSON.parse(fields ?? '{}'); // written by the ingest
    if (!isObject(parsed)) continue;
    for (const [name, text] of Object.entries(parsed)) {
      if (typeof text !== 'string' || !isValueName(name)) continue;
      const of = by.get(name) ?? [];
      if (of.length === 0 && by.size >= mostNames) continue;
      of.push({ at: saidOf(instant) ?? at, text: text.slice(0, 200), simulated });
      by.set(name, of);
    }
  }
  return [...by].map(([name, of]) => {
    const sorted = of.toSorted((a, b) => a.at - b.at);
    const points = thinned(sorted).map(({ at, text }) => ({ at, text }));
    return { name: name.slice(0, 200), count: of.length, simulated: of.filter(({ simulated }) => simulated).length, points };
  });
};

/** The least, the greatest and the last of each of as many pieces as a line can show: no peak is lost. */
const thinned = (of: readonly One[]): readonly One[] => {
  if (of.length <= mostPoints) return of;
  const pieces = Math.floor(mostPoints / 3);
  return Array.from({ length: pieces }, (_, i) =>
    of.slice(Math.floor((i * of.length) / pieces), Math.floor(((i + 1) * of.length) / pieces)),
  ).flatMap((piece) => {
    const valued = piece.flatMap((one) => {
      const { value } = pointOf(one);
      return value === null ? [] : [{ one, value }];
    });
    const least = valued.reduce<(typeof valued)[number] | null>((was, now) => (was === null || now.value < was.value ? now : was), null);
    const most = valued.reduce<(typeof valued)[number] | null>((was, now) => (was === null || now.value > was.value ? now : was), null);
    return [...new Set([least?.one, most?.one, piece.at(-1)].filter((one) => one !== undefined))].sort((a, b) => a.at - b.at);
  });
};
