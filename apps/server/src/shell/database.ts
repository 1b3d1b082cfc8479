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
import { rows } from '../rows.ts';
import { foldLog, migrationsOf, onConnect } from './sqlite.ts';

export const migrations = [
  { name: 'm0001-first', class: First },
  { name: 'm0002-blobs', class: Blobs },
  { name: 'm0003-blob-octets', class: BlobOctets },
  { name: 'm0004-attribution', class: Attribution },
  { name: 'm0005-newest', class: Newest },
];
export type Em = SqlEntityManager;

export class Database {
  private constructor(readonly orm: MikroORM) {}

  static async open(env: Pick<Env, 'data'>): Promise<Database> {
    mkdirSync(env.data, { recursive: true });
    const file = join(env.data, 'green-lamp.db');
    const known = new Set(migrations.map(({ name }) => name));
    const newer = migrationsOf(file).find((name) => !known.has(name));
    if (newer !== undefined)
      throw new StartError(
        `The database in ${env.data} was written by a newer Green Lamp (it has '${newer}'). It was not touched. Start that version, or choose another folder with GREENLAMP_DATA.`,
      );
    const orm = await MikroORM.init({
      dbName: file,
      entities: rows,
      extensions: [Migrator],
      migrations: { migrationsList: migrations, snapshot: false, silent: true, tableName: 'migration' },
      pool: { min: 1, max: 1, afterCreate: onConnect },
      logger: () => undefined,
    });
    try {
      await orm.migrator.up();
    } catch (error) {
      await orm.close();
      throw error;
    }
    return new Database(orm);
  }

  /** A fresh view of the rows, for one piece of work. */
  em(): Em {
    return this.orm.em.fork();
  }

  async close(): Promise<void> {
    await foldLog(this.em());
    await this.orm.close();
  }
}
