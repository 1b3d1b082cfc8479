import { Module } from '@nestjs/common';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { CopiesController } from './copies.controller.ts';
import { Copies } from './copies.ts';
import { LastingFile } from './lasting.ts';
import { MetricsController } from './metrics.controller.ts';

@Module({ imports: [JournalModule, DeskModule], controllers: [CopiesController, MetricsController], providers: [Copies, LastingFile] })
export class SafeModule {}
