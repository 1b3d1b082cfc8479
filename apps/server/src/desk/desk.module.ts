import { Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.ts';
import { Desk } from './desk.ts';
import { DeskController } from './desk.controller.ts';
import { Frames } from './frames.ts';
import { Ingest } from './ingest.ts';
import { MarkedSockets } from './marked.ts';

@Module({
  imports: [JournalModule],
  controllers: [DeskController],
  providers: [Ingest, Desk, Frames, MarkedSockets],
  exports: [Ingest, Desk, Frames, MarkedSockets],
})
export class DeskModule {}
