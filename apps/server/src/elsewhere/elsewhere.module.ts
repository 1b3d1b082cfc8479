import { Module } from '@nestjs/common';
import { BlobsModule } from '../blobs/blobs.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { TheirLogs } from './their-logs.ts';

@Module({ imports: [JournalModule, BlobsModule], providers: [TheirLogs] })
export class ElsewhereModule {}
