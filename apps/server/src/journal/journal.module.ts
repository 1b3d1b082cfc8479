import { Module } from '@nestjs/common';
import { BlobsModule } from '../blobs/blobs.module.ts';
import { Events } from './events.ts';
import { Journal } from './journal.ts';
import { JournalController } from './journal.controller.ts';
import { Take } from './take.ts';

@Module({ imports: [BlobsModule], controllers: [JournalController], providers: [Events, Journal, Take], exports: [Events, Journal, Take] })
export class JournalModule {}
