import { Module } from '@nestjs/common';
import { BoardModule } from '../board/board.module.ts';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { EveryLogbook } from './logbook.ts';
import { LogbookController } from './logbook.controller.ts';
import { KeptController } from './kept.controller.ts';
import { Stations } from './stations.ts';
import { Values } from './values.ts';
import { StationsController } from './stations.controller.ts';

@Module({
  imports: [BoardModule, JournalModule, DeskModule],
  controllers: [KeptController, LogbookController, StationsController],
  providers: [EveryLogbook, Stations, Values],
})
export class StationsModule {}
