import { Controller, Get } from '@nestjs/common';
import { Desk } from '../desk/desk.ts';
import type { health, Says } from '@green-lamp/core/api';
import { Events } from '../journal/events.ts';
import { May } from '../shell/may.ts';
import { ModbusPort } from '../yard/modbus-port.ts';
import { ModemPort } from '../yard/modem-port.ts';

@Controller('api')
export class HealthController {
  constructor(
    private readonly desk: Desk,
    private readonly events: Events,
    private readonly modem: ModemPort,
    private readonly modbus: ModbusPort,
  ) {}

  @May('health.read')
  @Get('health')
  health(): Says<typeof health> {
    const { modem, modbus } = this;
    return {
      state: this.events.troubled === null ? 'up' : 'degraded',
      why: this.events.troubled,
      listeners: this.desk.listeners,
      modem: { port: modem.port, simulated: true },
      modbus: { port: modbus.port, simulated: true },
    };
  }
}
