import { Module } from '@nestjs/common';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { DemoCalls } from './calls.ts';
import { Demo } from './demo.ts';

@Module({ imports: [JournalModule, DeskModule], providers: [Demo, DemoCalls] })
export class DemoModule {}
