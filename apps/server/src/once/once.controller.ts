import { Controller, Get, HttpCode, HttpStatus, Param, Post } from '@nestjs/common';
import { isStream, type Stream } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import type { closeOnce, onceState, openOnce, Says } from '@green-lamp/core/api';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { OnceAddresses } from './once.ts';

const stationOf = (stream: string): Stream => {
  if (isStream(stream) && stream.startsWith('station:')) return stream;
  throw new ProblemException(HttpStatus.NOT_FOUND, [problem('no-station', 'stream', { stream: stream.slice(0, 60) })]);
};

@Controller('api/stations')
export class OnceController {
  constructor(private readonly addresses: OnceAddresses) {}

  @May('remote.use')
  @Get(':stream/once')
  state(@Param('stream') stream: string): Says<typeof onceState> {
    return { once: this.#shown(stationOf(stream)) };
  }
  @May('remote.use')
  @Post(':stream/once')
  @HttpCode(200)
  async open(@Param('stream') stream: string): Promise<Says<typeof openOnce>> {
    const of = stationOf(stream);
    await this.addresses.open(of);
    return { once: this.#shown(of) };
  }
  @May('remote.use')
  @Post(':stream/once/close')
  @HttpCode(200)
  async close(@Param('stream') stream: string): Promise<Says<typeof closeOnce>> {
    await this.addresses.close(stationOf(stream));
    return { once: null };
  }

  #shown(stream: Stream): Says<typeof onceState>['once'] {
    const open = this.addresses.of(stream);
    if (open === null) return null;
    const { code, until, page, tcp, udp } = open;
    return { code, until, page, tcp, udp };
  }
}
