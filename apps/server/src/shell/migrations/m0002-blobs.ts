import { Migration } from '@mikro-orm/migrations';

export class Blobs extends Migration {
  override up(): void {
    this.addSql('create table blob (hash text primary key, text text not null, kept integer not null)');
  }
}
