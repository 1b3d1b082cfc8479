import { Module } from '@nestjs/common';
import { BlobsModule } from '../blobs/blobs.module.ts';
import { DeskModule } from '../desk/desk.module.ts';
import { JournalModule } from '../journal/journal.module.ts';
import { Carrier } from './carrier.ts';
import { Crowd } from './crowd.ts';
import { CrowdController } from './crowd.controller.ts';
import { ModbusPort } from './modbus-port.ts';
import { ModemPort } from './modem-port.ts';
import { Yard } from './yard.ts';
import { YardController } from './yard.controller.ts';

@Module({
  imports: [JournalModule, DeskModule, BlobsModule],
  controllers: [CrowdController, YardController],
  providers: [Yard, Carrier, Crowd, ModemPort, ModbusPort],
  exports: [Yard, ModemPort, ModbusPort],
})
export class YardModule {}
