import { Module } from '@nestjs/common';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { TextsIn } from './texts.ts';

@Module({ imports: [JournalModule, DeskModule], providers: [TextsIn], exports: [TextsIn] })
export class TextsModule {}
