import { Migration } from '@mikro-orm/migrations';

/** A repeat is the newest call of its account and path once more: found by those, no longer by its contents. */
export class Newest extends Migration {
  override up(): void {
    this.addSql('alter table frame add column alike text');
    this.addSql('drop index frame_digest');
    this.addSql('create index frame_newest on frame (account, path, address, id)');
  }
}
