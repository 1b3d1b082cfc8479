import { Module } from '@nestjs/common';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { OnceAddresses } from './once.ts';
import { OnceController } from './once.controller.ts';

@Module({ imports: [JournalModule, DeskModule], controllers: [OnceController], providers: [OnceAddresses], exports: [OnceAddresses] })
export class OnceModule {}
