import { Body, Controller, Get, Headers, HttpCode, Post, Query } from '@nestjs/common';
import { isStream, isUlid } from '@green-lamp/core/name';
import { ArrayMaxSize, IsArray, IsInt, IsOptional, Max, Min } from 'class-validator';
import { Transform, Type } from 'class-transformer';
import { Database } from '../shell/database.ts';
import { May } from '../shell/may.ts';
import { EntryRow } from './entry.row.ts';
import { AppendBody } from './append.body.ts';
import { type Answer, Take } from './take.ts';

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
    private readonly database: Database,
  ) {}

  @May('entries.append')
  @Post()
  @HttpCode(200)
  async append(@Body() body: AppendBody, @Headers('x-green-lamp-person') person?: string): Promise<{ answers: Answer[] }> {
    return { answers: await this.take.entries(body.entries, body.secrets, isUlid(person) ? person : null) };
  }

  /** Kept entries of some streams after a cursor, in the order of their cursors. `more` says that the answer was cut. */
  @May('entries.read')
  @Get()
  async after(@Query() { after, streams, limit = 1000 }: AfterQuery): Promise<{ entries: object[]; more: boolean }> {
    const of = streams.filter(isStream);
    if (of.length === 0) return { entries: [], more: false };
    const rows = await this.database
      .em()
      .createQueryBuilder(EntryRow)
      .where({ stream: { $in: of }, n: { $gt: after } })
      .orderBy({ n: 'asc' })
      .limit(limit + 1)
      .execute<{ n: number; id: string; stream: string; seq: number; text: string; hash: string; received: number; link: string }[]>();
    return { entries: rows.slice(0, limit), more: rows.length > limit };
  }
}
