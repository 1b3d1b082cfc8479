import { Module } from '@nestjs/common';
import { BoardModule } from '../board/board.module.ts';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { YardModule } from '../yard/yard.module.ts';
import { Poller } from './poller.ts';
import { PollsController } from './polls.controller.ts';

@Module({
  imports: [JournalModule, BoardModule, DeskModule, YardModule],
  controllers: [PollsController],
  providers: [Poller],
  exports: [Poller],
})
export class PollsModule {}
