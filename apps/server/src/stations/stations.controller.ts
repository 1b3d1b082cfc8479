import { Controller, Get, HttpStatus, Param, Query } from '@nestjs/common';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import { isStream } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { type Show, Stations } from './stations.ts';

export class StationsQuery {
  @IsOptional() @IsIn(['all', 'mine', 'others']) show?: Show;
  @IsOptional() @IsString() @MaxLength(80) find?: string;
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) from?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
}

@Controller('api/stations')
export class StationsController {
  constructor(private readonly stations: Stations) {}

  @May('stations.read')
  @Get()
  list(@Query() { show = 'all', find = '', from = 0, limit = 50 }: StationsQuery): ReturnType<Stations['list']> {
    return this.stations.list({ show, find, from, limit });
  }

  @May('stations.read')
  @Get('across')
  across(): ReturnType<Stations['across']> {
    return this.stations.across();
  }

  @May('stations.read')
  @Get(':stream/beside')
  beside(@Param('stream') stream: string): ReturnType<Stations['beside']> {
    if (!isStream(stream))
      throw new ProblemException(HttpStatus.NOT_FOUND, [problem('no-station', 'stream', { stream: stream.slice(0, 60) })]);
    return this.stations.beside(stream);
  }
}
