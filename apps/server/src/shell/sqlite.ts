// Whatever only SQLite can do. Another database takes this file's place with the same entities.
import { existsSync } from 'node:fs';
import type { SqlEntityManager } from '@mikro-orm/libsql';
import Libsql from 'libsql';

type RawConnection = { exec: (sql: string) => void };

/** Write-ahead log, full sync on every commit, foreign keys: set on each connection and never left to a default. */
export const onConnect = (connection: RawConnection, done: (error: unknown, connection: RawConnection) => void): void => {
  try {
    for (const pragma of ['journal_mode=WAL', 'synchronous=FULL', 'foreign_keys=ON', 'busy_timeout=5000'])
      connection.exec(`PRAGMA ${pragma}`);
    done(null, connection);
  } catch (error) {
    done(error, connection);
  }
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
