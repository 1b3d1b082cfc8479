// Opens the database in the data folder and brings its tables up to date. A newer database than this program knows is refused, untouched.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { MikroORM, type SqlEntityManager } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
import { type Env, StartError } from './env.ts';
import { First } from './migrations/m0001-first.ts';
import { Blobs } from './migrations/m0002-blobs.ts';
import { BlobOctets } from './migrations/m0003-blob-octets.ts';
import { Attribution } from './migrations/m0004-attribution.ts';
import { Newest } from './migrations/m0005-newest.ts';
import { Order } from './migrations/m0006-order.ts';
import { rows } from '../rows.ts';
import { foldLog, migrationsOf, onConnect, Statements, type Table, tableOf } from './sqlite.ts';

export const migrations = [
  { name: 'm0001-first', class: First },
  { name: 'm0002-blobs', class: Blobs },
  { name: 'm0003-blob-octets', class: BlobOctets },
  { name: 'm0004-attribution', class: Attribution },
  { name: 'm0005-newest', class: Newest },
  { name: 'm0006-order', class: Order },
];
export type Em = SqlEntityManager;

export class Database {
  private constructor(
    readonly orm: MikroORM,
    /** For the one writer alone; everybody else reads through the mapper. */
    readonly statements: Statements,
  ) {}

  static async open(env: Pick<Env, 'data'>): Promise<Database> {
    mkdirSync(env.data, { recursive: true });
    const file = join(env.data, 'green-lamp.db');
    const known = new Set(migrations.map(({ name }) => name));
    const newer = migrationsOf(file).find((name) => !known.has(name));
    if (newer !== undefined)
      throw new StartError(
        `The database in ${env.data} was written by a newer Green Lamp (it has '${newer}'). It was not touched. Start that version, or choose another folder with GREENLAMP_DATA.`,
      );
    const opened: Statements[] = [];
    const orm = await MikroORM.init({
      dbName: file,
      entities: rows,
      extensions: [Migrator],
      migrations: { migrationsList: migrations, snapshot: false, silent: true, tableName: 'migration' },
      pool: { min: 1, max: 1, afterCreate: onConnect((connection) => opened.push(new Statements(connection))) },
      logger: () => undefined,
    });
    try {
      await orm.migrator.up();
    } catch (error) {
      await orm.close();
      throw error;
    }
    const [statements] = opened;
    if (statements === undefined) throw new Error('the database was not opened');
    return new Database(orm, statements);
  }

  /** A fresh view of the rows, for one piece of work. */
  em(): Em {
    return this.orm.em.fork();
  }

  table<Row extends object>(entity: Parameters<typeof tableOf>[2]): Table<Row> {
    return tableOf<Row>(this.orm, this.statements, entity);
  }

  async close(): Promise<void> {
    await foldLog(this.em());
    await this.orm.close();
  }
}
