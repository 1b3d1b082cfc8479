import { Module } from '@nestjs/common';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { Board } from './board.ts';

@Module({ imports: [JournalModule, DeskModule], providers: [Board], exports: [Board] })
export class BoardModule {}
