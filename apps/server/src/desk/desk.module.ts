import { Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.ts';
import { Desk } from './desk.ts';
import { DeskController } from './desk.controller.ts';
import { Frames } from './frames.ts';
import { Ingest } from './ingest.ts';

@Module({ imports: [JournalModule], controllers: [DeskController], providers: [Ingest, Desk, Frames], exports: [Ingest, Desk, Frames] })
export class DeskModule {}
