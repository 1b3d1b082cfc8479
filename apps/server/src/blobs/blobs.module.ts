import { Module } from '@nestjs/common';
import { Blobs } from './blobs.ts';
import { Standing } from './standing.ts';
import { BlobsController } from './blobs.controller.ts';

@Module({ controllers: [BlobsController], providers: [Blobs, Standing], exports: [Blobs] })
export class BlobsModule {}
