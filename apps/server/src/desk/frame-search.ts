// Calls among millions: by what an index knows at once, and by what only a look at each can tell, newest first, a piece at a time, so that nobody else waits.
import { setImmediate } from 'node:timers/promises';
import { Injectable } from '@nestjs/common';
import { isStream } from '@green-lamp/core/name';
import type { FrameFilter } from '@green-lamp/core/api';
import { Database } from '../shell/database.ts';
import { textIn } from '../shell/sqlite.ts';
import { FrameRow } from './frame.row.ts';

/** Rows that one piece looks at, and how long (ms) one look goes on. */
const piece = 4000;
const longest = 1500;

export type Found = {
  readonly rows: readonly FrameRow[];
  /** Where the look ended for want of time; null where it saw all there is, or found as many as were asked for. */
  readonly lookedTo: { readonly id: number; readonly at: number } | null;
};

@Injectable()
export class FrameSearch {
  constructor(private readonly database: Database) {}

  /** The newest that fit, at most `limit`, of those before `before`. */
  async find(filter: FrameFilter, before: number | undefined, limit: number): Promise<Found> {
    const of = this.#conditionsOf(filter);
    if (!isLooked(filter)) {
      const where = { ...of, ...(before === undefined ? {} : { id: { $lt: before } }) };
      return { rows: await this.database.em().find(FrameRow, where, { orderBy: { id: 'desc' }, limit }), lookedTo: null };
    }
    const least = filter.from === undefined ? 1 : await this.#firstSince(filter.from);
    let end = Math.min(
      before ?? Number.MAX_SAFE_INTEGER,
      filter.to === undefined ? Number.MAX_SAFE_INTEGER : await this.#firstSince(filter.to),
    );
    const newest = await this.#newest();
    end = Math.min(end, newest + 1);
    const rows: FrameRow[] = [];
    const until = performance.now() + longest;
    while (end > least && rows.length < limit) {
      const start = Math.max(least, end - piece);
      rows.push(...(await this.#piece(of, filter, start, end, limit - rows.length)));
      end = rows.length < limit ? start : end;
      if (end > least && rows.length < limit && performance.now() > until) {
        const at = await this.#atOf(end);
        return { rows, lookedTo: at === null ? null : { id: end, at } };
      }
      await setImmediate();
    }
    return { rows, lookedTo: null };
  }

  #conditionsOf({ station, status, account, kind }: FrameFilter): { [column: string]: string } {
    return {
      ...(station !== undefined && isStream(station) ? { station } : {}),
      ...(status === undefined ? {} : { status }),
      ...(account === undefined ? {} : { account }),
      ...(kind === undefined ? {} : { listener: kind }),
    };
  }
  async #piece(of: object, { text }: FrameFilter, start: number, end: number, limit: number): Promise<FrameRow[]> {
    const query = this.database
      .em()
      .createQueryBuilder(FrameRow)
      .where({ id: { $gte: start, $lt: end } });
    if (Object.keys(of).length > 0) query.andWhere(of);
    if (text !== undefined && text !== '') {
      const { sql, values } = textIn(['account', 'event', 'address', 'path', 'fields', 'why', 'bytes'], text);
      query.andWhere(sql, values);
    }
    return query.orderBy({ id: 'desc' }).limit(limit).getResultList();
  }

  async #newest(): Promise<number> {
    const [row] = await this.database.em().find(FrameRow, {}, { orderBy: { id: 'desc' }, limit: 1, fields: ['id'] });
    return row?.id ?? 0;
  }
  async #atOf(id: number): Promise<number | null> {
    const [row] = await this.database.em().find(FrameRow, { id: { $gte: id } }, { orderBy: { id: 'asc' }, limit: 1, fields: ['id', 'at'] });
    return row?.at ?? null;
  }
  /** The first number at or after an instant: numbers rise with time, so it is found by halving. */
  async #firstSince(at: number): Promise<number> {
    let [low, high] = [1, (await this.#newest()) + 1];
    while (low < high) {
      const middle = Math.floor((low + high) / 2);
      const there = await this.#atOf(middle);
      if (there !== null && there < at) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}

/** Whether an index alone does not answer it. */
const isLooked = ({ account, kind, text, from, to }: FrameFilter): boolean =>
  [account, kind, from, to].some((one) => one !== undefined) || (text ?? '') !== '';
