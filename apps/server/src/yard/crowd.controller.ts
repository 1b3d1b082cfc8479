import { Body, Controller, Get, HttpCode, Post } from '@nestjs/common';
import type { crowdOutage, crowdState, Says, startCrowd, stopCrowd } from '@green-lamp/core/api';
import { May } from '../shell/may.ts';
import { Crowd } from './crowd.ts';
import { CrowdBody, OutageBody } from './yard.body.ts';

@Controller('api/yard/crowd')
export class CrowdController {
  constructor(private readonly crowd: Crowd) {}

  @May('yard.read')
  @Get()
  state(): Says<typeof crowdState> {
    return this.crowd.state;
  }

  @May('yard.use')
  @Post('start')
  @HttpCode(200)
  start(@Body() { count, every, protocol, stations }: CrowdBody): Says<typeof startCrowd> {
    this.crowd.start({ count, every, protocol, stations });
    return this.crowd.state;
  }

  @May('yard.use')
  @Post('stop')
  @HttpCode(200)
  stop(): Says<typeof stopCrowd> {
    this.crowd.stop();
    return this.crowd.state;
  }

  @May('yard.use')
  @Post('outage')
  @HttpCode(200)
  outage(@Body() { carrier, on }: OutageBody): Says<typeof crowdOutage> {
    this.crowd.outage(carrier, on);
    return this.crowd.state;
  }
}
