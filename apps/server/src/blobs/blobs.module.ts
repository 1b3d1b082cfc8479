import { Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.ts';
import { Blobs } from './blobs.ts';
import { Pieces } from './pieces.ts';
import { PicturesController } from './pictures.controller.ts';
import { TextPieces } from './text-pieces.ts';
import { Standing } from './standing.ts';
import { BlobsController } from './blobs.controller.ts';

@Module({
  imports: [JournalModule],
  controllers: [BlobsController, PicturesController],
  providers: [Blobs, Pieces, Standing, TextPieces],
  exports: [Blobs],
})
export class BlobsModule {}
