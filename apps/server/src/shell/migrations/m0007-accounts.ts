import { Migration } from '@mikro-orm/migrations';

/** Passwords, sign-ins and tokens: of each only what it can be held against. */
export class Accounts extends Migration {
  override up(): void {
    this.addSql('create table login (person text primary key, password text null, code text null, code_until integer null)');
    this.addSql(`create table session (id text primary key, kind text not null, person text null, role text null, label text not null,
      from_address text not null, made integer not null, seen integer not null, until_at integer not null)`);
  }
}
