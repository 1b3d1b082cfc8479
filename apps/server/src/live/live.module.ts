import { Module } from '@nestjs/common';
import { BoardModule } from '../board/board.module.ts';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { LiveGateway } from './live.gateway.ts';

@Module({ imports: [BoardModule, JournalModule, DeskModule], providers: [LiveGateway] })
export class LiveModule {}
