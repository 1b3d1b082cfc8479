import { Module } from '@nestjs/common';
import { Blobs } from './blobs.ts';
import { BlobsController } from './blobs.controller.ts';

@Module({ controllers: [BlobsController], providers: [Blobs], exports: [Blobs] })
export class BlobsModule {}
