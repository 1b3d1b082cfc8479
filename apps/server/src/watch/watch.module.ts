import { Module } from '@nestjs/common';
import { BoardModule } from '../board/board.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { Outgoing } from './outgoing.ts';
import { Watch } from './watch.ts';
import { WatchController } from './watch.controller.ts';

@Module({ imports: [JournalModule, BoardModule], controllers: [WatchController], providers: [Watch, Outgoing], exports: [Watch, Outgoing] })
export class WatchModule {}
