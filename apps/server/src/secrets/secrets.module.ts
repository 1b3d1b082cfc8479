import { Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.ts';
import { SecretsController } from './secrets.controller.ts';

@Module({ imports: [JournalModule], controllers: [SecretsController] })
export class SecretsModule {}
