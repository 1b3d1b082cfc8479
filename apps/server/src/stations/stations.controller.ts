import { Controller, Get, HttpStatus, Param, Query } from '@nestjs/common';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import type { NamedRules } from '@green-lamp/core/lamp';
import { isStream } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import {
  type acrossStations,
  type besideStation,
  type everySheet,
  type listStations,
  type previewRules,
  type Says,
  type sharedWith,
  type stationValues,
  type Show,
  shows,
  type whoKnows,
} from '@green-lamp/core/api';
import type { Visits } from '../board/board.ts';
import { Stations } from './stations.ts';
import { Values } from './values.ts';

export class StationsQuery {
  @IsOptional() @IsIn(shows) show?: Show;
  @IsOptional() @IsString() @MaxLength(80) find?: string;
  /** The place behind which the list goes on: `next` of the page before. */
  @IsOptional() @IsString() @MaxLength(1200) after?: string;
  /** Or so many rows down, for whoever scrolls. */
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) @Max(1_000_000) from?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
  @IsOptional() @Matches(/^\d{4}-\d\d-\d\d$/) visitFrom?: string;
  @IsOptional() @Matches(/^\d{4}-\d\d-\d\d$/) visitTo?: string;
}

export class PreviewQuery {
  @IsIn(['house', 'modem', 'unit']) role!: NamedRules['role'];
  @IsString() @MaxLength(40) id!: string;
  @Type(() => Number) @IsInt() @Min(1) @Max(9999) version!: number;
}

export class SharedQuery {
  @IsString() @MaxLength(60) stream!: string;
}

export class ValuesQuery {
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(400) days?: number;
}

/** The days of visits that are asked for; either end may be open. */
const visits = (from?: string, to?: string): { visits?: Visits } =>
  from === undefined && to === undefined ? {} : { visits: { from: from ?? '0000', to: to ?? '9999' } };

@Controller('api/stations')
export class StationsController {
  constructor(
    private readonly stations: Stations,
    private readonly values: Values,
  ) {}

  @May('stations.read')
  @Get()
  list(
    @Query() { show = 'all', find = '', after, from = 0, limit = 50, visitFrom, visitTo }: StationsQuery,
  ): Promise<Says<typeof listStations>> {
    return this.stations.list({ show, find, after: after ?? null, from, limit, ...visits(visitFrom, visitTo) });
  }

  @May('stations.read')
  @Get('across')
  across(): Promise<Says<typeof acrossStations>> {
    return this.stations.across();
  }

  /** What one station shares with others and must not. */
  @May('stations.read')
  @Get('shared')
  async shared(@Query() { stream }: SharedQuery): Promise<Says<typeof sharedWith>> {
    return isStream(stream) ? this.stations.shared(stream) : { shared: [], again: null };
  }

  /** Every station's sheet as a file: its canonical text and its rows. */
  @May('stations.read')
  @Get('sheets')
  sheets(): Promise<Says<typeof everySheet>> {
    return this.stations.sheets();
  }

  /** Whose lamps would be another if every station took a published version. */
  @May('stations.read')
  @Get('preview')
  async preview(@Query() { role, id, version }: PreviewQuery): Promise<Says<typeof previewRules>> {
    const found = await this.stations.preview(role, id, version);
    if (found === null)
      throw new ProblemException(HttpStatus.NOT_FOUND, [problem('no-version', 'version', { id: id.slice(0, 40), version })]);
    return found;
  }

  @May('access.read')
  @Get('secrets')
  secrets(): Promise<Says<typeof whoKnows>> {
    return this.stations.secrets();
  }

  @May('frames.read')
  @Get(':stream/values')
  sent(@Param('stream') stream: string, @Query() { days = 30 }: ValuesQuery): Promise<Says<typeof stationValues>> {
    if (!isStream(stream))
      throw new ProblemException(HttpStatus.NOT_FOUND, [problem('no-station', 'stream', { stream: stream.slice(0, 60) })]);
    return this.values.of(stream, days);
  }

  @May('stations.read')
  @Get(':stream/beside')
  beside(@Param('stream') stream: string): Promise<Says<typeof besideStation>> {
    if (!isStream(stream))
      throw new ProblemException(HttpStatus.NOT_FOUND, [problem('no-station', 'stream', { stream: stream.slice(0, 60) })]);
    return this.stations.beside(stream);
  }
}
