// Opens the database in the data folder and brings its tables up to date. A newer database than this program knows is refused, untouched.
import { MikroORM, type SqlEntityManager } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
import { finishRestore } from '../safe/restore.ts';
import { DataFolder } from './data-folder.ts';
import type { Env } from './env.ts';
import { StartError } from './start-error.ts';
import { First } from './migrations/m0001-first.ts';
import { Blobs } from './migrations/m0002-blobs.ts';
import { BlobOctets } from './migrations/m0003-blob-octets.ts';
import { Attribution } from './migrations/m0004-attribution.ts';
import { Newest } from './migrations/m0005-newest.ts';
import { Order } from './migrations/m0006-order.ts';
import { Accounts } from './migrations/m0007-accounts.ts';
import { DeviceKeys } from './migrations/m0008-device-keys.ts';
import { rows } from '../rows.ts';
import { databaseFault } from './soundness.ts';
import { foldLog, migrationsOf, onConnect, Statements, type Table, tableOf } from './sqlite.ts';

export const migrations = [
  { name: 'm0001-first', class: First },
  { name: 'm0002-blobs', class: Blobs },
  { name: 'm0003-blob-octets', class: BlobOctets },
  { name: 'm0004-attribution', class: Attribution },
  { name: 'm0005-newest', class: Newest },
  { name: 'm0006-order', class: Order },
  { name: 'm0007-accounts', class: Accounts },
  { name: 'm0008-device-keys', class: DeviceKeys },
];
export type Em = SqlEntityManager;

export class Database {
  private constructor(
    private readonly folder: DataFolder,
    readonly orm: MikroORM,
    /** For the one writer alone; everybody else reads through the mapper. */
    readonly statements: Statements,
  ) {}

  /** Takes the data folder and opens its database. `withoutLog`: a person has said that what the lost log held is given up. */
  static async open(env: Pick<Env, 'data'>, { withoutLog = false } = {}): Promise<Database> {
    const folder = DataFolder.take(env.data);
    try {
      // A restore that was cut off is finished first.
      finishRestore(folder.path, Date.now());
      return await Database.#in(folder, withoutLog);
    } catch (error) {
      folder.free();
      throw error;
    }
  }

  static async #in(folder: DataFolder, withoutLog: boolean): Promise<Database> {
    const fault = databaseFault(folder.database, { unclean: folder.unclean && !withoutLog, whole: false });
    if (fault !== null) throw new StartError(faultWords(folder.path, fault));
    const known = new Set(migrations.map(({ name }) => name));
    const newer = migrationsOf(folder.database).find((name) => !known.has(name));
    if (newer !== undefined)
      throw new StartError(
        `The database in ${folder.path} was written by a newer Green Lamp (it has '${newer}'). It was not touched. Start that version, or choose another folder with GREENLAMP_DATA.`,
      );
    const opened: Statements[] = [];
    const orm = await MikroORM.init({
      dbName: folder.database,
      entities: rows,
      extensions: [Migrator],
      migrations: { migrationsList: migrations, snapshot: false, silent: true, tableName: 'migration' },
      pool: { min: 1, max: 1, afterCreate: onConnect((connection) => opened.push(new Statements(connection))) },
      logger: () => undefined,
    });
    try {
      await orm.migrator.up();
      folder.sign();
    } catch (error) {
      await orm.close();
      throw error;
    }
    const [statements] = opened;
    if (statements === undefined) throw new Error('the database was not opened');
    return new Database(folder, orm, statements);
  }

  get folderPath(): string {
    return this.folder.path;
  }
  get file(): string {
    return this.folder.database;
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
    this.folder.stopped();
    await this.orm.close();
    this.folder.free();
  }
}

/** One sentence on a database that can't be worked with, and what to do. */
export const faultWords = (folder: string, fault: string): string =>
  `The database in ${folder} is damaged: ${fault}. It was not touched. Put back a good copy of the folder${
    fault.includes('write-ahead log') ? ', or give up what the log held with: npm start -- --without-log' : ''
  }; npm start -- --check reads all of it through.`;
