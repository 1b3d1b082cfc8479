// The board's own file beside the journal: a row for each station, judged and ready to be shown. Losing it loses nothing: it is judged again.
import { existsSync, rmSync } from 'node:fs';
import { isObject } from '@green-lamp/core/name';
import Libsql from 'libsql';

type Value = string | number | null;
/** Rises with the tables below: a board of another form is made anew. */
const form = 8;
const schema = [
  `create table row (at integer primary key, stream text not null unique, name text not null, sort text not null, urgent integer not null, who text not null, test integer not null,
    seq integer not null, core text not null, rules text not null, heard integer not null, judged integer not null, due integer not null,
    watch integer not null, lapse integer not null, polls integer not null, visit text not null, quiet integer not null, body text not null, facts text not null)`,
  'create index row_order on row (urgent desc, sort, stream)',
  'create index row_who on row (who, urgent desc, sort, stream)',
  'create index row_test on row (test, urgent desc, sort, stream)',
  'create index row_due on row (due)',
  'create index row_watch on row (watch) where watch > 0',
  'create index row_lapse on row (lapse) where lapse > 0',
  "create index row_visit on row (visit) where visit <> ''",
  'create index row_quiet on row (quiet) where quiet > 0',
  'create index row_polls on row (polls) where polls > 0',
  "create virtual table found using fts5 (words, tokenize = 'trigram')",
  `pragma user_version = ${form}`,
];

export type BoardRow = {
  readonly stream: string;
  readonly name: string;
  readonly sort: string;
  readonly urgent: number;
  readonly who: string;
  /** 1 while it is on test. */
  readonly test: number;
  /** What it was judged by: how far its stream, the core, the rules and what was heard had got. */
  readonly seq: number;
  readonly core: string;
  readonly rules: string;
  readonly heard: number;
  readonly judged: number;
  /** From when on the clock alone may change it. */
  readonly due: number;
  /** When a window of its calls ends, and since when a silence stands open; 0 for neither. */
  readonly watch: number;
  readonly lapse: number;
  /** How often (ms) the desk asks it; 0 for never. */
  readonly polls: number;
  /** The day of the next visit; empty for none. */
  readonly visit: string;
  /** Since when it is quieter than its own rhythm; 0 where it is not. */
  readonly quiet: number;
  /** What the list shows of it, and what is asked across stations, as JSON. */
  readonly body: string;
  readonly facts: string;
};
const columns = [
  'stream',
  'name',
  'sort',
  'urgent',
  'who',
  'test',
  'seq',
  'core',
  'rules',
  'heard',
  'judged',
  'due',
  'watch',
  'lapse',
  'polls',
  'visit',
  'quiet',
  'body',
  'facts',
] as const;

type Raw = InstanceType<typeof Libsql>;

const versionOf = (raw: Raw): number => (raw.prepare('pragma user_version').all()[0] as { user_version: number }).user_version;

const remove = (file: string): void => {
  for (const part of ['', '-wal', '-shm']) if (existsSync(`${file}${part}`)) rmSync(`${file}${part}`);
};

/** Whether the file itself is to blame, so that only a new one helps. */
export const isBroken = (error: unknown): boolean =>
  isObject(error) && typeof error['code'] === 'string' && /^SQLITE_(CORRUPT|NOTADB|ERROR|IOERR_SHORT_READ)/.test(error['code']);

/** Opens it to write; one of another form, or one that can't be read, is made anew. */
const openToWrite = (file: string): Raw => {
  const open = (): Raw => {
    const raw = new Libsql(file);
    for (const pragma of ['journal_mode=WAL', 'synchronous=NORMAL', 'busy_timeout=5000']) raw.exec(`pragma ${pragma}`);
    return raw;
  };
  try {
    const raw = open();
    if (versionOf(raw) === form) return raw;
    raw.close();
  } catch {
    // not a database, or a broken one: nothing in it is worth more than the time to judge it again
  }
  remove(file);
  const raw = open();
  for (const sql of schema) raw.exec(sql);
  return raw;
};

/** The board as the worker that judges has it. */
export class BoardWriter {
  readonly #raw: Raw;
  constructor(private readonly file: string) {
    this.#raw = openToWrite(file);
  }
  all(sql: string, values: readonly Value[] = []): unknown[] {
    return this.#raw.prepare(sql).all(values);
  }
  /** Puts rows in the places of those of the same streams. `words` is what they are found by. */
  put(rows: readonly { readonly row: BoardRow; readonly words: string }[]): void {
    const names = columns.join(', ');
    const put = this.#raw.prepare(
      `insert into row (${names}) values (${columns.map(() => '?').join(', ')}) on conflict (stream) do update set
        ${columns.map((name) => `${name} = excluded.${name}`).join(', ')} returning at`,
    );
    const forget = this.#raw.prepare('delete from found where rowid = ?');
    const find = this.#raw.prepare('insert into found (rowid, words) values (?, ?)');
    this.#raw.exec('begin immediate');
    try {
      for (const { row, words } of rows) {
        const [{ at }] = put.all(columns.map((name) => row[name])) as [{ at: number }];
        forget.run([at]);
        find.run([at, words]);
      }
      this.#raw.exec('commit');
    } catch (error) {
      this.#raw.exec('rollback');
      throw error;
    }
  }
  close(): void {
    this.#raw.close();
  }
  /** Closes and removes it: whoever opens it next makes a new one. */
  forget(): void {
    this.#raw.close();
    remove(this.file);
  }
}

/** The board as everybody else reads it. */
export class BoardReader {
  readonly #raw: Raw;
  readonly #prepared = new Map<string, ReturnType<Raw['prepare']>>();
  constructor(file: string) {
    this.#raw = new Libsql(file, { readonly: true });
    this.#raw.exec('pragma busy_timeout=5000');
  }
  all(sql: string, values: readonly Value[] = []): unknown[] {
    const there = this.#prepared.get(sql) ?? this.#raw.prepare(sql);
    this.#prepared.set(sql, there);
    return there.all(values);
  }
  close(): void {
    this.#raw.close();
  }
}
