import { Module } from '@nestjs/common';
import { Events } from './events.ts';
import { Journal } from './journal.ts';
import { JournalController } from './journal.controller.ts';
import { Housekeeping } from './housekeeping.ts';
import { Take } from './take.ts';

@Module({
  controllers: [JournalController],
  providers: [Events, Journal, Take, Housekeeping],
  exports: [Events, Journal, Take, Housekeeping],
})
export class JournalModule {}
