import { Module } from '@nestjs/common';
import { BlobsModule } from '../blobs/blobs.module.ts';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { YardModule } from '../yard/yard.module.ts';
import { Remote } from './remote.ts';
import { RemoteController } from './remote.controller.ts';
import { WayInTest } from './way-in.ts';

@Module({ imports: [JournalModule, DeskModule, BlobsModule, YardModule], controllers: [RemoteController], providers: [Remote, WayInTest] })
export class RemoteModule {}
