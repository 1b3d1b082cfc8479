import { Module } from '@nestjs/common';
import { DeskModule } from '../desk/desk.module.ts';
import { YardModule } from '../yard/yard.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { HealthController } from './health.controller.ts';

@Module({ imports: [JournalModule, DeskModule, YardModule], controllers: [HealthController] })
export class HealthModule {}
