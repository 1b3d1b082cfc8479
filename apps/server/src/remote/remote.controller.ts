import type { beginSession, remoteState, Says, stopSession, stopWayIn, testWayIn, wayInState } from '@green-lamp/core/api';
import { Body, Controller, Get, HttpCode, HttpStatus, Post, Query } from '@nestjs/common';
import { IsBoolean, IsInt, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import { isElementId, isSettingKey, isStream, type Stream } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import { listenerKinds } from '@green-lamp/core/wire';
import { Desk } from '../desk/desk.ts';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { Remote } from './remote.ts';
import { WayInTest } from './way-in.ts';

export class StationOnly {
  @IsString() @MaxLength(60) stream: string;
}
export class SessionBody extends StationOnly {
  @Matches(/^[0-9a-z]{6}$/) path: string;
  @IsString() @MaxLength(80) key: string;
  @IsString() @MaxLength(1000) words: string;
  /** By the yard's unit, which is sent the text; else a real unit is waited for. */
  @IsBoolean() virtual: boolean;
  /** The telephone from which the text is sent. */
  @IsString() @MaxLength(20) from: string;
}
export class PortBody {
  @IsInt() @Min(0) @Max(65_535) port: number;
  @IsInt() @Min(1) @Max(300) seconds: number;
}

const refuse = (status: HttpStatus, path: string, why: string): never => {
  throw new ProblemException(status, [problem('refused', path, { why })]);
};

@Controller('api/remote')
export class RemoteController {
  constructor(
    private readonly remote: Remote,
    private readonly wayIn: WayInTest,
    private readonly desk: Desk,
  ) {}

  @May('remote.use')
  @Get()
  state(@Query() { stream }: StationOnly): Says<typeof remoteState> {
    return { session: this.remote.state(this.#stream(stream)) };
  }

  @May('remote.use')
  @Post('session')
  @HttpCode(200)
  async session(@Body() { stream: of, path, key, ...more }: SessionBody): Promise<Says<typeof beginSession>> {
    const stream = this.#stream(of);
    if (!isSettingKey(key) || !isElementId(path)) return refuse(HttpStatus.BAD_REQUEST, 'key', 'That is no setting of a station.');
    const why = await this.remote.begin({ stream, path, key, ...more });
    if (why !== null) return refuse(HttpStatus.CONFLICT, 'key', why);
    return { session: this.remote.state(stream) };
  }

  @May('remote.use')
  @Post('stop')
  @HttpCode(200)
  stop(@Body() { stream: of }: StationOnly): Says<typeof stopSession> {
    const stream = this.#stream(of);
    this.remote.stop(stream);
    return { session: this.remote.state(stream) };
  }

  @May('remote.use')
  @Get('way-in')
  tested(): Says<typeof wayInState> {
    return { wayIn: this.wayIn.state };
  }

  @May('remote.use')
  @Post('way-in')
  @HttpCode(200)
  async test(@Body() { port, seconds }: PortBody): Promise<Says<typeof testWayIn>> {
    if (port !== 0 && listenerKinds.some((kind) => this.desk.portOf(kind) === port))
      return refuse(HttpStatus.CONFLICT, 'port', `Port ${port} is one of this desk’s own listeners: what arrives there is heard already.`);
    return { wayIn: await this.wayIn.open(this.remote.host, port, seconds * 1000) };
  }

  @May('remote.use')
  @Post('way-in/stop')
  @HttpCode(200)
  close(): Says<typeof stopWayIn> {
    this.wayIn.stop();
    return { wayIn: this.wayIn.state };
  }

  #stream(stream: string): Stream {
    return isStream(stream) && stream.startsWith('station:') ? stream : refuse(HttpStatus.BAD_REQUEST, 'stream', 'That is no station.');
  }
}
