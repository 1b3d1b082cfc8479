// Routine arrivals, summed up: for each station × path × receiver × event the last one, how many, and the last gap.
import { isElementId, isStream, type Stream, sure } from '@green-lamp/core/name';
import type { Em } from '../shell/database.ts';
import { HeardRow } from '../desk/heard.row.ts';
import type { Draft, HeardOf } from './turn.ts';

export type Sort = Pick<HeardOf, 'station' | 'path' | 'receiver' | 'event'>;

/** Sorts of call that are summed up for one station: an outside client may invent event names without end. The rest count as 'other'. */
const mostSorts = 256;

export const heardKey = ({ station, path, receiver, event }: Sort): string => [station, path ?? '', receiver, event].join('|');

export class HeardBook {
  readonly #heard = new Map<Stream, ReadonlyMap<string, HeardOf>>();

  async load(em: Em): Promise<void> {
    for (const { what, station, path, receiver, event, last, count, gap } of await em.find(HeardRow, {})) {
      const of = {
        station: sure(isStream, station),
        path: path == null ? null : sure(isElementId, path),
        receiver: sure(isElementId, receiver),
      };
      this.take(new Map([[what, { ...of, event, last, count, gap: gap ?? null }]]));
    }
  }

  of(station: Stream): HeardOf[] {
    return [...(this.#heard.get(station)?.values() ?? [])];
  }

  take(heard: ReadonlyMap<string, HeardOf>): void {
    for (const [what, of] of heard) this.#heard.set(of.station, new Map(this.#heard.get(of.station)).set(what, of));
  }

  /** When the last frame of a station came, else 0; drafts count. */
  last(station: Stream, drafts: readonly Draft[]): number {
    const drafted = drafts.flatMap(({ heard }) => [...heard.values()].filter((of) => of.station === station));
    return [...this.of(station), ...drafted].reduce((last, of) => Math.max(last, of.last), 0);
  }

  /** The summary after one more arrival; the newest draft first. */
  next(of: Sort, drafts: readonly Draft[], now: number): HeardOf {
    const there = this.#heard.get(of.station);
    const known = (event: string): HeardOf | undefined => {
      const key = heardKey({ ...of, event });
      return drafts.map(({ heard }) => heard.get(key)).find((heard) => heard !== undefined) ?? there?.get(key);
    };
    const sorts = drafts.reduce((sum, { heard }) => sum + heard.size, there?.size ?? 0);
    const event = known(of.event) !== undefined || sorts < mostSorts ? of.event : 'other';
    const was = known(event);
    return { ...of, event, last: now, count: (was?.count ?? 0) + 1, gap: was === undefined ? null : now - was.last };
  }
}
