// Whatever only SQLite can do. Another database takes this file's place with the same entities.
import type { SqlEntityManager } from '@mikro-orm/libsql';

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
