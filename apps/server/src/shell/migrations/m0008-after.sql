CREATE TABLE account (account text primary key, station text not null)
CREATE TABLE address (what text primary key, address text not null, station text not null)
CREATE INDEX address_of on address (address)
CREATE TABLE "blob" (hash text primary key, bytes blob not null, kept integer not null)
CREATE TABLE blob_named (hash text primary key)
CREATE TABLE device_key (id text primary key, person text not null, public_key text not null, counter integer not null,
      transports text not null, host text not null, label text not null, made integer not null, used integer not null)
CREATE TABLE entry (n integer primary key, id text not null unique, stream text not null, seq integer not null, text text not null, hash text not null,
      received integer not null, link text not null, ord integer not null default 0, unique (stream, seq))
CREATE INDEX entry_cursor on entry (stream, n)
CREATE INDEX entry_order on entry (stream, ord, id)
CREATE TABLE frame (id integer primary key, at integer not null, kept integer not null, listener text not null, port integer not null, address text not null,
      from_port integer not null, bytes blob not null, digest text not null, status text not null, why text, account text, instant text, fields text, station text, receiver text,
      path text, how text, event text, grade integer, seen real not null, simulated integer not null, repeats integer not null, entry text, strength text, impossible text, zone text, turn text, part integer not null default 0, alike text)
CREATE INDEX frame_by_path on frame (account, path, id)
CREATE INDEX frame_newest on frame (account, path, address, id)
CREATE INDEX frame_of on frame (station, id)
CREATE INDEX frame_station on frame (station, at)
CREATE INDEX frame_status on frame (status, id)
CREATE TABLE heard (what text primary key, station text not null, path text, receiver text, event text not null, strength text not null,
      simulated integer not null, last integer not null, count integer not null, recent text not null)
CREATE INDEX heard_station on heard (station)
CREATE TABLE login (person text primary key, password text null, code text null, code_until integer null)
CREATE TABLE meta (name text primary key, value text not null)
CREATE TABLE secret (ref text primary key, stream text not null, key_id text not null, sealed blob not null, same text not null, length integer not null,
      alphabet text not null, factory_default integer not null)
CREATE INDEX secret_stream on secret (stream)
CREATE TABLE session (id text primary key, kind text not null, person text null, role text null, label text not null,
      from_address text not null, made integer not null, seen integer not null, until_at integer not null)
CREATE TABLE state (stream text primary key, seq integer not null, fold_version integer not null, json text not null)
CREATE TABLE stream (stream text primary key, seq integer not null, link text not null, received integer not null)
