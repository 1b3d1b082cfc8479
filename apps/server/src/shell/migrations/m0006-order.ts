import { Migration } from '@mikro-orm/migrations';

/**
 * An entry's place in the order is a column, so that a late one is folded from there on; streams are a table;
 * and every list that a screen asks for has its index.
 */
export class Order extends Migration {
  override up(): void {
    this.addSql('alter table entry add column ord integer not null default 0');
    this.addSql(`update entry set ord = coalesce(case when json_valid(text) then min(received,
      max(json_extract(text, '$.at') + coalesce(json_extract(text, '$.skew'), 0), json_extract(text, '$.since') + 1)) end, received)`);
    this.addSql('create index entry_order on entry (stream, ord, id)');
    this.addSql('create index entry_cursor on entry (stream, n)');
    this.addSql('create index frame_by_path on frame (account, path, id)');
    this.addSql('create index frame_of on frame (station, id)');
    this.addSql('create table stream (stream text primary key, seq integer not null, link text not null, received integer not null)');
    this.addSql('create table blob_named (hash text primary key)');
    this.addSql(`insert or ignore into blob_named select value from entry,
      json_each(case when json_valid(entry.text) then entry.text else '{}' end, '$.blobs')`);
    // A frame that an entry names is evidence: it is known as such for good.
    this.addSql(`update frame set entry = named.id from (
        select id, json_extract(text, '$.data.frame') as frame from entry where text like '%"kind":"call.attributed"%' and json_valid(text)
        union all select id, json_extract(text, '$.data.took.frame') from entry where text like '%"kind":"drill.run"%' and json_valid(text)
        union all select id, json_extract(text, '$.data.back.frame') from entry where text like '%"kind":"drill.run"%' and json_valid(text)
      ) as named where frame.id = named.frame and frame.entry is null`);
    this.addSql(`insert into stream select stream, seq, link, received from entry
      where (stream, seq) in (select stream, max(seq) from entry group by stream)`);
  }
}
