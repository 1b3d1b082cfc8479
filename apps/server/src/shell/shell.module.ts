// What every feature stands on: the database, the clock, ids, and what is said after a commit.
import { type DynamicModule, Module } from '@nestjs/common';
import { Clock, Ids } from './clock.ts';
import { Database } from './database.ts';
import { PapersController } from './papers.controller.ts';

@Module({})
export class ShellModule {
  static with(database: Database): DynamicModule {
    const shared = [{ provide: Database, useValue: database }, Clock, Ids];
    return { module: ShellModule, global: true, controllers: [PapersController], providers: shared, exports: shared };
  }
}
