import { Body, Controller, Get, HttpCode, Post, Query } from '@nestjs/common';
import { isStream } from '@green-lamp/core/name';
import { ArrayMaxSize, IsArray, IsInt, IsOptional, Max, Min } from 'class-validator';
import { Transform, Type } from 'class-transformer';
import { Asks } from '../accounts/caller.ts';
import { byOf, mayRead } from '../accounts/reach.ts';
import type { Caller } from '../accounts/sessions.ts';
import { May } from '../shell/may.ts';
import { AppendBody } from './append.body.ts';
import { Journal } from './journal.ts';
import { keptEntryOf } from './kept-entry.ts';
import type { appendEntries, entriesAfter, Says } from '@green-lamp/core/api';
import { Take } from './take.ts';

export class AfterQuery {
  @Type(() => Number) @IsInt() @Min(0) after: number;
  @Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.split(',').filter((stream) => stream !== '') : value))
  @IsArray()
  @ArrayMaxSize(200)
  streams: string[];
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(2000) limit?: number;
}

@Controller('api/entries')
export class JournalController {
  constructor(
    private readonly take: Take,
    private readonly journal: Journal,
  ) {}

  @May('entries.append')
  @Post()
  @HttpCode(200)
  async append(@Body() body: AppendBody, @Asks() caller: Caller | null): Promise<Says<typeof appendEntries>> {
    return { answers: await this.take.entries(body.entries, body.secrets, byOf(caller)) };
  }

  /** Kept entries of some streams after a cursor, in the order of their cursors. `more` says that the answer was cut. */
  @May('entries.read')
  @Get()
  after(@Query() { after, streams, limit = 1000 }: AfterQuery, @Asks() caller: Caller | null): Says<typeof entriesAfter> {
    const of = streams.filter(isStream).filter((stream) => mayRead(caller, stream));
    const rows = this.journal.after(of, after, limit + 1);
    return { entries: rows.slice(0, limit).map(keptEntryOf), more: rows.length > limit };
  }
}
