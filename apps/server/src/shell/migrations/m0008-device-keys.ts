import { Migration } from '@mikro-orm/migrations';

/** Keys by which devices sign people in: their public halves. */
export class DeviceKeys extends Migration {
  override up(): void {
    this.addSql(`create table device_key (id text primary key, person text not null, public_key text not null, counter integer not null,
      transports text not null, host text not null, label text not null, made integer not null, used integer not null)`);
  }
}
