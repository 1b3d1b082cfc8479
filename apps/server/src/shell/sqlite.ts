// Whatever only SQLite can do. Another database takes this file's place with the same entities.
import { existsSync } from 'node:fs';
import type { EntityMetadata, MikroORM } from '@mikro-orm/core';
import type { SqlEntityManager } from '@mikro-orm/libsql';
import Libsql from 'libsql';

type Value = string | number | Uint8Array | null;
type Statement = {
  run: (values: readonly Value[]) => { changes: number };
  all: (values: readonly Value[]) => unknown[];
  get: (values: readonly Value[]) => { _metadata?: unknown } | undefined;
};
type RawConnection = { exec: (sql: string) => void; prepare: (sql: string) => Statement; __created?: number };

/**
 * Write-ahead log, full sync on every commit, foreign keys: set on each connection and never left to a default.
 * The mapper's dialect takes a connection for dead after 10 s and opens another, which would cost every prepared statement: this one is kept.
 */
export const onConnect =
  (opened: (connection: RawConnection) => void) =>
  (connection: RawConnection, done: (error: unknown, connection: RawConnection) => void): void => {
    try {
      // Set before anything stands in a new file: free pages are then given back to the disk a few at a time.
      connection.exec('PRAGMA auto_vacuum=INCREMENTAL');
      for (const pragma of ['journal_mode=WAL', 'synchronous=FULL', 'foreign_keys=ON', 'busy_timeout=5000', 'cache_size=-65536'])
        connection.exec(`PRAGMA ${pragma}`);
      connection.__created = Number.POSITIVE_INFINITY;
      opened(connection);
      done(null, connection);
    } catch (error) {
      done(error, connection);
    }
  };

/** A condition for rows in one of whose columns a text stands, whatever its case; bytes are looked through as text. */
export const textIn = (columns: readonly string[], text: string): { readonly sql: string; readonly values: string[] } => {
  const all = columns.map((column) => `coalesce(cast("${column}" as text), '')`).join(" || ' ' || ");
  return { sql: `instr(lower(${all}), ?) > 0`, values: [text.toLowerCase()] };
};

/** Folds the write-ahead log into the file, so that a clean stop leaves one file. */
export const foldLog = async (em: SqlEntityManager): Promise<void> => {
  await em.getConnection().execute('PRAGMA wal_checkpoint(TRUNCATE)');
};

/** Migrations that a database file has been through, read without writing a byte; none where there is no such file or table. */
export const migrationsOf = (file: string): string[] => {
  if (!existsSync(file)) return [];
  const reader = new Libsql(file, { readonly: true });
  try {
    const has = reader.prepare("select 1 from sqlite_master where type = 'table' and name = 'migration'").all().length > 0;
    return has
      ? reader
          .prepare('select name from migration')
          .all()
          .map((row) => String((row as { name: unknown }).name))
      : [];
  } finally {
    reader.close();
  }
};

/** Statements on the mapper's own connection, prepared once. All of it is synchronous: between `begin` and `commit` nobody else comes in. */
export class Statements {
  readonly #prepared = new Map<string, Statement>();
  constructor(private readonly connection: RawConnection) {}

  run(sql: string, values: readonly Value[] = []): void {
    this.#of(sql).run(values);
  }
  /** How many rows a change has changed. */
  changed(sql: string, values: readonly Value[] = []): number {
    return this.#of(sql).run(values).changes;
  }
  all(sql: string, values: readonly Value[] = []): unknown[] {
    return this.#of(sql).all(values);
  }
  /** The first row, or null. What `all` gives is held outside of the heap until it is collected; a single row is not. */
  first(sql: string, values: readonly Value[] = []): unknown {
    const row = this.#of(sql).get(values);
    if (row === undefined) return null;
    delete row._metadata; // the driver's own
    return row;
  }
  /** All of what is written, or nothing. */
  transaction(write: () => void): void {
    this.run('begin immediate');
    try {
      write();
      this.run('commit');
    } catch (error) {
      try {
        this.run('rollback');
      } catch {
        // there is nothing to take back where the commit itself failed
      }
      throw error;
    }
  }
  #of(sql: string): Statement {
    const there = this.#prepared.get(sql);
    if (there !== undefined) return there;
    const made = this.connection.prepare(sql);
    this.#prepared.set(sql, made);
    return made;
  }
}

type Column = { readonly name: string; readonly field: string; readonly boolean: boolean };

/** A table as its entity describes it, written and read by prepared statements. `Row` is the entity's plain row. */
export class Table<Row extends object> {
  readonly #columns: readonly Column[];
  readonly #insert: string;
  readonly #upsert: string;
  readonly #select: string;
  readonly #table: string;
  readonly #key: string;

  constructor(
    private readonly statements: Statements,
    entity: EntityMetadata,
  ) {
    this.#columns = entity.props.map(({ name, fieldNames, runtimeType }) => ({
      name,
      field: fieldNames[0] ?? name,
      boolean: runtimeType === 'boolean',
    }));
    this.#table = entity.tableName;
    this.#key = entity.props.find(({ primary }) => primary === true)?.fieldNames[0] ?? 'id';
    const fields = this.#columns.map(({ field }) => `"${field}"`).join(', ');
    const slots = this.#columns.map(() => '?').join(', ');
    this.#insert = `insert into ${this.#table} (${fields}) values (${slots})`;
    this.#upsert = `${this.#insert} on conflict ("${this.#key}") do update set ${this.#columns.map(({ field }) => `"${field}" = excluded."${field}"`).join(', ')}`;
    this.#select = `select ${this.#columns.map(({ name, field }) => `"${field}" as "${name}"`).join(', ')} from ${this.#table}`;
  }

  insert(row: Row): void {
    this.statements.run(this.#insert, this.#values(row));
  }
  /** Inserts a row, or puts it in the place of the one with the same key. */
  put(row: Row): void {
    this.statements.run(this.#upsert, this.#values(row));
  }
  /** Inserts a row where none has its key. */
  putNew(row: Row): void {
    this.statements.run(`${this.#insert} on conflict do nothing`, this.#values(row));
  }
  remove(key: string): void {
    this.statements.run(`delete from ${this.#table} where "${this.#key}" = ?`, [key]);
  }
  /** Changes some columns, by the SQL of what is set and of which rows. */
  change(set: string, where: string, values: readonly Value[]): void {
    this.statements.run(`update ${this.#table} set ${set} where ${where}`, values);
  }
  /** Rows by the SQL behind `where`, with its order and limit. */
  where(clause: string, values: readonly Value[]): Row[] {
    return this.statements.all(`${this.#select} where ${clause}`, values).map((row) => this.#row(row));
  }
  first(clause: string, values: readonly Value[]): Row | null {
    const row = this.statements.first(`${this.#select} where ${clause} limit 1`, values);
    return row === null ? null : this.#row(row);
  }
  has(key: string): boolean {
    return this.statements.first(`select 1 from ${this.#table} where "${this.#key}" = ?`, [key]) !== null;
  }

  #row(read: unknown): Row {
    const row = read as { [name: string]: unknown };
    for (const { name, boolean } of this.#columns) if (boolean) row[name] = Boolean(row[name]);
    return row as Row; // columns and types come from the entity
  }

  #values(row: Row): Value[] {
    const of = row as { [name: string]: Value | boolean | undefined };
    return this.#columns.map(({ name }) => {
      const value = of[name];
      return typeof value === 'boolean' ? Number(value) : (value ?? null);
    });
  }
}

/** The table of an entity. */
export const tableOf = <Row extends object>(orm: MikroORM, statements: Statements, entity: { readonly meta: EntityMetadata }): Table<Row> =>
  new Table<Row>(statements, orm.getMetadata().get(entity.meta.className));
