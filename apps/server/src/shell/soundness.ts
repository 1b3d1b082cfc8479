// Whether a database can be worked with, looked at without writing a byte: its pages, its log, its texts, and on demand every chain.
import { isUtf8 } from 'node:buffer';
import { existsSync, statSync } from 'node:fs';
import Libsql from 'libsql';
import { chainFault, type Kept } from '@green-lamp/core/journal';
import { isObject, isStream, sure } from '@green-lamp/core/name';

/** A larger file is not read through at every start, only on demand. */
const readThrough = 64 * 1024 * 1024;
const page = 5000;

type Reader = InstanceType<typeof Libsql>;
type Named = { readonly name: string };

/** A text that is no UTF-8 would end the process the moment it is read as one: they are read as octets here. */
const brokenTexts = (reader: Reader): string | null => {
  const tables = reader.prepare("select name from sqlite_master where type = 'table' and name not like 'sqlite_%'").all() as Named[];
  for (const { name: table } of tables)
    for (const { name: column } of reader.prepare(`select name from pragma_table_info('${table}')`).all() as Named[]) {
      const read = reader.prepare(
        `select rowid as at, cast("${column}" as blob) as octets from "${table}" where rowid > ? and typeof("${column}") = 'text' order by rowid limit ${page}`,
      );
      for (let after = -1; ; ) {
        const rows = read.all([after]) as { at: number; octets: Uint8Array }[];
        const broken = rows.find(({ octets }) => !isUtf8(octets));
        if (broken !== undefined) return `row ${broken.at} of '${table}' holds octets in '${column}' that are no text`;
        const last = rows.at(-1);
        if (last === undefined || rows.length < page) break;
        after = last.at;
      }
    }
  return null;
};

/** The first stream whose chain does not hold. */
const brokenChain = (reader: Reader): string | null => {
  const has = reader.prepare("select 1 from sqlite_master where name = 'stream'").all().length > 0;
  if (!has) return null;
  for (const { stream } of reader.prepare('select stream from stream order by stream').all() as { stream: string }[]) {
    const kept = reader.prepare('select text, hash, seq, received, link from entry where stream = ? order by seq').all([stream]) as Kept[];
    const fault = chainFault(sure(isStream, stream), kept);
    if (fault !== null) return `the chain of ${stream} does not hold at entry ${fault.seq} (its ${fault.what})`;
  }
  return null;
};

const pagesFault = (reader: Reader): string | null => {
  const [first] = reader.prepare('pragma quick_check(1)').all() as { quick_check?: string }[];
  const said = first?.quick_check;
  return said === 'ok' || said === undefined ? null : said.replaceAll('\n', ' ');
};

const why = (error: unknown): string => (error instanceof Error ? error.message : isObject(error) ? String(error['code']) : 'unreadable');

/** What is wrong with a database file, or null. `whole`: read through whatever its size, with every chain. */
export const databaseFault = (file: string, { unclean, whole }: { unclean: boolean; whole: boolean }): string | null => {
  if (!existsSync(file) || statSync(file).size === 0) return null;
  if (unclean && !existsSync(`${file}-wal`))
    return 'it was not closed by its server and its write-ahead log (green-lamp.db-wal) is missing, with what was kept last';
  let reader: Reader | null = null;
  try {
    reader = new Libsql(file, { readonly: true });
    if (!whole && statSync(file).size > readThrough) {
      reader.prepare('select count(*) from sqlite_master').all();
      return null;
    }
    return pagesFault(reader) ?? brokenTexts(reader) ?? (whole ? brokenChain(reader) : null);
  } catch (error) {
    return why(error);
  } finally {
    reader?.close();
  }
};
