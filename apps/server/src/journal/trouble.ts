// What the machine keeps from being written, in words: a full disk, a folder without the right to write.
import { isObject } from '@green-lamp/core/name';

const words: { readonly [code: string]: string } = {
  SQLITE_FULL:
    'The disk is full: nothing can be kept. Make room; units are told to send again, and what people write waits in their browsers.',
  SQLITE_READONLY: 'The data folder can no longer be written: nothing can be kept. Give the server the right to write there.',
  SQLITE_IOERR: 'The disk does not take what is written: nothing can be kept. Look at the disk.',
  SQLITE_CORRUPT: 'The database is damaged: stop the server and read it through with npm start -- --check.',
  SQLITE_NOTADB: 'The database is damaged: stop the server and read it through with npm start -- --check.',
  SQLITE_BUSY: 'Another program is writing into the database: nothing can be kept until it lets go.',
};

/** What the machine is to blame for, as one sentence; null where a decision itself could not be written. */
export const troubleOf = (error: unknown): string | null => {
  const code = isObject(error) && typeof error['code'] === 'string' ? error['code'] : '';
  return words[Object.keys(words).find((one) => code.startsWith(one)) ?? ''] ?? null;
};

/** Nothing could be kept, by the machine's fault: to be answered so that it is sent again. */
export class NotKept extends Error {}
