// States of streams, read from the journal's file by the worker that judges, so that nobody else is held up by it.
import Libsql from 'libsql';
import { isElementId, isStream, type Stream, sure } from '@green-lamp/core/name';
import { isStrength } from '@green-lamp/core/evidence';
import { advance, emptyState, foldVersion, keptEntry, type PlacedEntry, placedEntry, type State } from '@green-lamp/core/journal';
import type { Traits } from '@green-lamp/core/check';
import type { Heard } from '@green-lamp/core/lamp';

type At = { readonly seq: number; readonly state: State };
/** States that are kept in memory: those of stations that call are judged again and again. */
const mostStates = 300;
const page = 500;

export class JournalReader {
  readonly #raw: InstanceType<typeof Libsql>;
  readonly #prepared = new Map<string, ReturnType<InstanceType<typeof Libsql>['prepare']>>();
  readonly #states = new Map<Stream, At>();

  constructor(file: string) {
    this.#raw = new Libsql(file, { readonly: true });
    this.#raw.exec('pragma busy_timeout=5000');
  }

  stations(): Stream[] {
    return (this.#all("select stream from stream where stream like 'station:%'") as { stream: string }[]).map(({ stream }) =>
      sure(isStream, stream),
    );
  }
  seq(stream: Stream): number {
    return (this.#all('select seq from stream where stream = ?', stream) as { seq: number }[])[0]?.seq ?? 0;
  }
  /** Streams with how far each has got, and when something was last heard of it. */
  positions(): { readonly stream: Stream; readonly seq: number; readonly heard: number }[] {
    return this.#all(
      `select stream, seq, coalesce((select max(last) from heard where station = stream), 0) as heard from stream where stream like 'station:%'`,
    ) as { stream: Stream; seq: number; heard: number }[]; // stream names were judged when they were kept
  }

  /** The state of a stream as of one moment, whatever is written meanwhile. */
  at(stream: Stream): At {
    this.#raw.exec('begin');
    try {
      return this.#at(stream);
    } finally {
      this.#raw.exec('commit');
    }
  }
  #at(stream: Stream): At {
    const seq = this.seq(stream);
    const there = this.#states.get(stream);
    this.#states.delete(stream);
    const on = (from: At): State | null => advance(from.state, this.#since(stream, from.seq));
    const cached = there ?? this.#cached(stream, seq);
    const state = (cached === null ? null : cached.seq === seq ? cached.state : on(cached)) ?? this.#folded(stream);
    const at = { seq, state };
    this.#states.set(stream, at);
    const [oldest] = this.#states.keys();
    if (this.#states.size > mostStates && oldest !== undefined) this.#states.delete(oldest);
    return at;
  }

  heard(station: Stream): Heard[] {
    const rows = this.#all(
      'select path, receiver, event, strength, simulated, last, count, recent from heard where station = ?',
      station,
    ) as {
      path: string | null;
      receiver: string | null;
      event: string;
      strength: string;
      simulated: number;
      last: number;
      count: number;
      recent: string;
    }[];
    const element = (text: string | null) => (text === null ? null : sure(isElementId, text));
    return rows.map(({ path, receiver, strength, simulated, recent, ...of }) => ({
      ...of,
      path: element(path),
      receiver: element(receiver),
      strength: sure(isStrength, strength),
      simulated: simulated === 1,
      recent: JSON.parse(recent) as number[], // written by the journal
    }));
  }
  traits(stream: Stream): (Traits & { ref: string })[] {
    const rows = this.#all('select ref, length, alphabet, factory_default, same from secret where stream = ?', stream) as {
      ref: string;
      length: number;
      alphabet: string;
      factory_default: number;
      same: string;
    }[];
    return rows.map(({ ref, length, alphabet, factory_default, same }) => ({
      ref,
      length,
      alphabet: alphabet === 'digits' || alphabet === 'letters' ? alphabet : 'mixed',
      factoryDefault: factory_default === 1,
      same,
    }));
  }
  close(): void {
    this.#raw.close();
  }

  #all(sql: string, ...values: (string | number)[]): unknown[] {
    const there = this.#prepared.get(sql) ?? this.#raw.prepare(sql);
    this.#prepared.set(sql, there);
    return there.all(values);
  }
  #cached(stream: Stream, seq: number): At | null {
    const [row] = this.#all('select seq, fold_version, json from state where stream = ?', stream) as {
      seq: number;
      fold_version: number;
      json: string;
    }[];
    if (row?.fold_version !== foldVersion || row.seq > seq) return null;
    return { seq: row.seq, state: JSON.parse(row.json) as State }; // written by this program, of this foldVersion
  }
  #since(stream: Stream, seq: number): PlacedEntry[] {
    const rows = this.#all('select text, received from entry where stream = ? and seq > ? order by seq', stream, seq);
    return (rows as { text: string; received: number }[]).map(({ text, received }) => placedEntry(keptEntry(text), received));
  }
  #folded(stream: Stream): State {
    let state = emptyState(stream);
    for (let last = { ord: -1, id: '' }; ; ) {
      const rows = this.#all(
        `select text, received, ord, id from entry where stream = ? and (ord, id) > (?, ?) order by ord, id limit ${page}`,
        stream,
        last.ord,
        last.id,
      ) as { text: string; received: number; ord: number; id: string }[];
      const on = advance(
        state,
        rows.map(({ text, received }) => placedEntry(keptEntry(text), received)),
      );
      if (on === null) throw new Error(`entries of ${stream} are not in their order`);
      state = on;
      const end = rows.at(-1);
      if (end === undefined || rows.length < page) return state;
      last = end;
    }
  }
}
