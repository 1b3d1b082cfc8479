// Routine arrivals, summed up: for each station × path × receiver × event × strength × mark the last one, how many, and the last calls of grade 6.
import { isElementId, isStream, type Stream, sure } from '@green-lamp/core/name';
import { isStrength } from '@green-lamp/core/evidence';
import type { Tables } from './tables.ts';
import type { Draft, HeardOf, Sort } from './turn.ts';

/** Sorts of call that are summed up for one station: an outside client may invent event names without end. The rest count as 'other'. */
const mostSorts = 256;
/** Calls of grade 6 that are remembered by their instant. */
const mostRecent = 32;

export const heardKey = ({ station, path, receiver, event, strength, simulated }: Sort): string =>
  [station, path ?? '', receiver ?? '', event, strength, simulated ? 1 : 0].join('|');

const element = (text: string | null | undefined) => (text == null ? null : sure(isElementId, text));

export class HeardBook {
  readonly #heard = new Map<Stream, ReadonlyMap<string, HeardOf>>();

  load(rows: ReturnType<Tables['heard']['where']>): void {
    for (const { what, station, path, receiver, event, strength, simulated, last, count, recent } of rows) {
      const of = {
        station: sure(isStream, station),
        path: element(path),
        receiver: element(receiver),
        strength: sure(isStrength, strength),
      };
      this.take(new Map([[what, { ...of, event, simulated, last, count, recent: JSON.parse(recent) as number[] }]])); // written here, and by the migration
    }
  }

  of(station: Stream): HeardOf[] {
    return [...(this.#heard.get(station)?.values() ?? [])];
  }

  take(heard: ReadonlyMap<string, HeardOf>): void {
    for (const [what, of] of heard) this.#heard.set(of.station, new Map(this.#heard.get(of.station)).set(what, of));
  }

  /** What stands with the drafts of a turn, the newest draft first. */
  drafted(station: Stream, drafts: readonly Draft[]): HeardOf[] {
    const all = new Map(this.#heard.get(station));
    for (const { heard } of [...drafts].reverse()) for (const [what, of] of heard) if (of.station === station) all.set(what, of);
    return [...all.values()];
  }

  /** When the last frame of a station came, else 0; drafts count. */
  last(station: Stream, drafts: readonly Draft[]): number {
    const drafted = drafts.flatMap(({ heard }) => [...heard.values()].filter((of) => of.station === station));
    return [...this.of(station), ...drafted].reduce((last, of) => Math.max(last, of.last), 0);
  }

  /** The summary after one more arrival; the newest draft first. */
  next(of: Sort & { readonly grade: number }, drafts: readonly Draft[], now: number): HeardOf {
    const { grade, ...sort } = of;
    const there = this.#heard.get(of.station);
    const known = (event: string): HeardOf | undefined => {
      const key = heardKey({ ...sort, event });
      return drafts.map(({ heard }) => heard.get(key)).find((heard) => heard !== undefined) ?? there?.get(key);
    };
    const sorts = drafts.reduce((sum, { heard }) => sum + heard.size, there?.size ?? 0);
    const event = known(of.event) !== undefined || sorts < mostSorts ? of.event : 'other';
    const was = known(event);
    const recent = [...(was?.recent ?? []), ...(grade === 6 ? [now] : [])].slice(-mostRecent);
    return { ...sort, event, last: Math.max(now, was?.last ?? 0), count: (was?.count ?? 0) + 1, recent };
  }
}
