import { Global, Module } from '@nestjs/common';
import { Reached } from './reached.ts';
import { TelephoneController } from './telephone.controller.ts';

@Global()
@Module({ controllers: [TelephoneController], providers: [Reached], exports: [Reached] })
export class TlsModule {}
