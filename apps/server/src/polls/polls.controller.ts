import { Controller, Get, HttpCode, HttpStatus, Param, Post } from '@nestjs/common';
import { isStream, type Stream } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import type { askNow, pollState, Says, tryDoors } from '@green-lamp/core/api';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { Poller } from './poller.ts';

const stationOf = (stream: string): Stream => {
  if (isStream(stream) && stream.startsWith('station:')) return stream;
  throw new ProblemException(HttpStatus.NOT_FOUND, [problem('no-station', 'stream', { stream: stream.slice(0, 60) })]);
};

@Controller('api/stations')
export class PollsController {
  constructor(private readonly poller: Poller) {}

  @May('frames.read')
  @Get(':stream/poll')
  state(@Param('stream') stream: string): Promise<Says<typeof pollState>> {
    return this.poller.state(stationOf(stream));
  }

  @May('remote.use')
  @Post(':stream/poll')
  @HttpCode(200)
  ask(@Param('stream') stream: string): Promise<Says<typeof askNow>> {
    return this.poller.askNow(stationOf(stream));
  }

  @May('remote.use')
  @Post(':stream/doors')
  @HttpCode(200)
  async doors(@Param('stream') stream: string): Promise<Says<typeof tryDoors>> {
    return { doors: await this.poller.tryDoors(stationOf(stream)) };
  }
}
