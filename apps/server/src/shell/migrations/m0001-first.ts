import { Migration } from '@mikro-orm/migrations';

export class First extends Migration {
  override up(): void {
    this.addSql(`create table entry (n integer primary key, id text not null unique, stream text not null, seq integer not null, text text not null, hash text not null,
      received integer not null, link text not null, unique (stream, seq))`);
    this.addSql('create table state (stream text primary key, seq integer not null, fold_version integer not null, json text not null)');
    this.addSql(`create table frame (id integer primary key, at integer not null, kept integer not null, listener text not null, port integer not null, address text not null,
      from_port integer not null, bytes blob not null, digest text not null, status text not null, why text, account text, instant text, fields text, station text, receiver text,
      path text, how text, event text, grade integer, seen real not null, simulated integer not null, repeats integer not null, entry text)`);
    this.addSql('create index frame_station on frame (station, at)');
    this.addSql('create index frame_status on frame (status, id)');
    this.addSql('create index frame_digest on frame (digest)');
    this.addSql(`create table heard (what text primary key, station text not null, path text, receiver text not null, event text not null, last integer not null,
      count integer not null, gap integer)`);
    this.addSql('create index heard_station on heard (station)');
    this.addSql('create table account (account text primary key, station text not null)');
    this.addSql(`create table secret (ref text primary key, stream text not null, key_id text not null, sealed blob not null, same text not null, length integer not null,
      alphabet text not null, factory_default integer not null)`);
    this.addSql('create index secret_stream on secret (stream)');
    this.addSql('create table meta (name text primary key, value text not null)');
  }
}
