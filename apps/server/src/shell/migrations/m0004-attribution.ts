import { Migration } from '@mikro-orm/migrations';

const sort = `station || '|' || coalesce(path, '') || '|' || coalesce(receiver, '') || '|' || event || '|' || strength || '|' || simulated`;

/**
 * How surely a frame came by its path stands with the frame: an old 'only' or 'flag' is a claim, an old 'address' likely,
 * what came from this computer itself is impossible, a simulated one was the yard's. What was heard is summed up anew from the frames,
 * by strength and mark; else Bearer and Route would fall for nothing.
 */
export class Attribution extends Migration {
  override up(): void {
    for (const column of ['strength text', 'impossible text', 'zone text', 'turn text', 'part integer not null default 0'])
      this.addSql(`alter table frame add column ${column}`);
    this.addSql(`update frame set strength = case
        when simulated then 'certain'
        when address like '127.%' or address = '::1' then 'impossible'
        when how = 'tag' then 'certain'
        when how in ('address', 'pool') then 'likely'
        when how in ('flag', 'only', 'told', 'drill') then 'claimed'
        else 'unknown' end,
      impossible = '[]',
      how = case when simulated then 'yard' when how = 'drill' then 'told' else how end
      where status = 'matched'`);
    this.addSql(`update frame set path = null, how = 'unknown' where status = 'matched' and strength = 'impossible'`);
    this.addSql('drop table heard');
    this.addSql(`create table heard (what text primary key, station text not null, path text, receiver text, event text not null, strength text not null,
      simulated integer not null, last integer not null, count integer not null, recent text not null)`);
    this.addSql('create index heard_station on heard (station)');
    this.addSql(`insert into heard
      with arrived as (select ${sort} as what, station, path, receiver, event, strength, simulated, at, grade,
          row_number() over (partition by ${sort}, grade = 6 order by at desc) as newest
        from frame where status = 'matched' and strength <> 'impossible' and event is not null),
      sorts as (select what, row_number() over (partition by station order by max(at) desc) as nth from arrived group by what)
      select what, min(station), min(path), min(receiver), min(event), min(strength), min(simulated), max(at), count(*),
        (select json_group_array(at) from (select a.at from arrived a where a.what = arrived.what and a.grade = 6 and a.newest <= 32 order by a.at))
      from arrived where what in (select what from sorts where nth <= 256) group by what`);
    this.addSql('create table address (what text primary key, address text not null, station text not null)');
    this.addSql('create index address_of on address (address)');
  }
}
