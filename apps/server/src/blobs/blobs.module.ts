import { Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.ts';
import { Blobs } from './blobs.ts';
import { Standing } from './standing.ts';
import { BlobsController } from './blobs.controller.ts';

@Module({ imports: [JournalModule], controllers: [BlobsController], providers: [Blobs, Standing], exports: [Blobs] })
export class BlobsModule {}
