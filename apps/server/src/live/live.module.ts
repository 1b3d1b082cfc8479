import { Module } from '@nestjs/common';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { LiveGateway } from './live.gateway.ts';

@Module({ imports: [JournalModule, DeskModule], providers: [LiveGateway] })
export class LiveModule {}
