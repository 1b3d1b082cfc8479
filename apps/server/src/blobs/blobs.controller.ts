import { Body, Controller, Get, HttpCode, HttpStatus, Param, Post } from '@nestjs/common';
import { IsString, Matches, MaxLength } from 'class-validator';
import { isSha256, isStream } from '@green-lamp/core/name';
import type { keepText, Says, textByHash } from '@green-lamp/core/api';
import { problem } from '@green-lamp/core/problem';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { Blobs } from './blobs.ts';

export class BlobBody {
  @IsString() @MaxLength(300_000) text: string;
  /** Of whose entry it goes with: that station's secrets may not stand in it. */
  @IsString() @MaxLength(60) stream: string;
}
export class BlobParams {
  @Matches(/^[0-9a-f]{64}$/) hash: string;
}

@Controller('api/blobs')
export class BlobsController {
  constructor(private readonly blobs: Blobs) {}

  @May('blobs.keep')
  @Post()
  @HttpCode(200)
  async keep(@Body() { text, stream }: BlobBody): Promise<Says<typeof keepText>> {
    if (!isStream(stream))
      throw new ProblemException(HttpStatus.BAD_REQUEST, [problem('type', 'stream', { want: 'a stream, such as station:…' })]);
    const kept = await this.blobs.put(text, stream);
    if (!kept.ok) throw new ProblemException(HttpStatus.UNPROCESSABLE_ENTITY, kept.problems);
    return { hash: kept.value };
  }

  @May('blobs.read')
  @Get(':hash')
  async read(@Param() { hash }: BlobParams): Promise<Says<typeof textByHash>> {
    const text = isSha256(hash) ? await this.blobs.get(hash) : null;
    if (text === null)
      throw new ProblemException(HttpStatus.NOT_FOUND, [problem('refused', 'hash', { why: 'No such text is kept here.' })]);
    return { text };
  }
}
