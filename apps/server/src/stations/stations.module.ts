import { Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.ts';
import { Stations } from './stations.ts';
import { StationsController } from './stations.controller.ts';

@Module({ imports: [JournalModule], controllers: [StationsController], providers: [Stations] })
export class StationsModule {}
