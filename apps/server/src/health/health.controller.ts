import { Controller, Get } from '@nestjs/common';
import { Desk } from '../desk/desk.ts';
import type { ListenerState } from '../desk/listeners/tcp.listener.ts';
import { May } from '../shell/may.ts';
import { ModemPort } from '../yard/modem-port.ts';

@Controller('api')
export class HealthController {
  constructor(
    private readonly desk: Desk,
    private readonly modem: ModemPort,
  ) {}

  @May('health.read')
  @Get('health')
  health(): { state: 'up'; listeners: readonly ListenerState[]; modem: { port: number; simulated: true } } {
    return { state: 'up', listeners: this.desk.listeners, modem: { port: this.modem.port, simulated: true } };
  }
}
