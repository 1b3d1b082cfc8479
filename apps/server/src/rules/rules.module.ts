import { Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.ts';
import { Publish } from './publish.ts';

@Module({ imports: [JournalModule], providers: [Publish] })
export class RulesModule {}
