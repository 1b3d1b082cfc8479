import { Body, Controller, Get, HttpCode, HttpStatus, Param, Post } from '@nestjs/common';
import { IsInt, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import { isStream } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import type { nodesHeard, Says, tryDecoder } from '@green-lamp/core/api';
import { isoText } from '@green-lamp/core/quantity';
import { bytesOfHex, flatData } from '@green-lamp/core/wire';
import { Clock } from '../../shell/clock.ts';
import { May } from '../../shell/may.ts';
import { ProblemException } from '../../shell/problem-reply.ts';
import { Decoders } from './decoders.ts';
import { Nodes } from './nodes.ts';

export class DecoderBody {
  @IsString() @MaxLength(8000) @Matches(/\S/) code: string;
  @IsString() @Matches(/^(?:[0-9a-fA-F]{2}){1,242}$/) bytes: string;
  @IsInt() @Min(1) @Max(223) port: number;
}

@Controller('api')
export class NodesController {
  constructor(
    private readonly nodes: Nodes,
    private readonly decoders: Decoders,
    private readonly clock: Clock,
  ) {}

  @May('frames.read')
  @Get('stations/:stream/nodes')
  heard(@Param('stream') stream: string): Promise<Says<typeof nodesHeard>> {
    if (isStream(stream) && stream.startsWith('station:')) return this.nodes.of(stream);
    throw new ProblemException(HttpStatus.NOT_FOUND, [problem('no-station', 'stream', { stream: stream.slice(0, 60) })]);
  }

  @May('remote.use')
  @Post('decoder')
  @HttpCode(200)
  async try(@Body() { code, bytes, port }: DecoderBody): Promise<Says<typeof tryDecoder>> {
    const from = performance.now();
    const said = await this.decoders.run({ code, bytes: bytesOfHex(bytes), port, at: isoText(this.clock.now()) });
    const took = Math.round(performance.now() - from);
    if (said.is !== 'read') return { is: 'failed', why: said.is === 'failed' ? said.why : 'It gave nothing back.', data: {}, took };
    const data = Object.fromEntries(Object.entries(flatData(said.data)).map(([name, value]) => [name, value.slice(0, 400)]));
    return { is: 'read', why: said.warnings.join(' ').slice(0, 400), data, took };
  }
}
