// Every station's logbook, by words, person, kind and time.
import { Controller, Get, Query } from '@nestjs/common';
import { Type } from 'class-transformer';
import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import type { everyLogbook, Says } from '@green-lamp/core/api';
import { Asks } from '../accounts/caller.ts';
import type { Caller } from '../accounts/sessions.ts';
import { May } from '../shell/may.ts';
import { EveryLogbook } from './logbook.ts';

const mostWhole = Number.MAX_SAFE_INTEGER;
export class LogbookQuery {
  @IsOptional() @IsString() @MaxLength(100) text?: string;
  @IsOptional() @IsString() @MaxLength(80) who?: string;
  @IsOptional() @IsString() @MaxLength(40) about?: string;
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) @Max(mostWhole) from?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) @Max(mostWhole) to?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(mostWhole) before?: number;
}

@Controller('api/logbook')
export class LogbookController {
  constructor(private readonly logbook: EveryLogbook) {}

  @May('entries.read')
  @Get()
  find(@Query() query: LogbookQuery, @Asks() caller: Caller | null): Promise<Says<typeof everyLogbook>> {
    return this.logbook.find(query, caller);
  }
}
