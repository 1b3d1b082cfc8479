import { type DynamicModule, Module } from '@nestjs/common';
import { Database } from '../shell/database.ts';
import type { KeyRing } from './key-ring.ts';
import { Vault } from './vault.ts';

@Module({})
export class VaultModule {
  static with(ring: KeyRing, folder: string): DynamicModule {
    const vault = { provide: Vault, useFactory: (database: Database) => new Vault(database, ring, folder), inject: [Database] };
    return { module: VaultModule, global: true, providers: [vault], exports: [vault] };
  }
}
