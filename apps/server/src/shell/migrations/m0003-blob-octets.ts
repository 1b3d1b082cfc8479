import { Migration } from '@mikro-orm/migrations';

/** A text that an entry names may hold any character, NUL too: octets in place of text. */
export class BlobOctets extends Migration {
  override up(): void {
    this.addSql('create table blob_octets (hash text primary key, bytes blob not null, kept integer not null)');
    this.addSql('insert into blob_octets select hash, cast(text as blob), kept from blob');
    this.addSql('drop table blob');
    this.addSql('alter table blob_octets rename to blob');
  }
}
