import { Body, Controller, Get, HttpCode, HttpStatus, Param, Post, Query } from '@nestjs/common';
import { Type } from 'class-transformer';
import { IsInt, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import { isSha256, isStream, type Stream } from '@green-lamp/core/name';
import { type keepText, mostText, type Says, type textByHash, type textCome } from '@green-lamp/core/api';
import { problem } from '@green-lamp/core/problem';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { Blobs } from './blobs.ts';
import { named, pieceOf } from './piece.ts';
import { TextPieces } from './text-pieces.ts';

export class BlobBody {
  @IsString() @MaxLength(300_000) text: string;
  /** Of whose entry it goes with: that station's secrets may not stand in it. */
  @IsString() @MaxLength(60) stream: string;
}
export class BlobParams {
  @Matches(/^[0-9a-f]{64}$/) hash: string;
}

export class TextPieceQuery {
  @Type(() => Number) @IsInt() @Min(0) @Max(mostText) at: number;
  @Type(() => Number) @IsInt() @Min(1) @Max(mostText) of: number;
  @IsString() @MaxLength(60) stream: string;
}
const streamOf = (stream: string): Stream => {
  if (isStream(stream)) return stream;
  throw new ProblemException(HttpStatus.BAD_REQUEST, [problem('type', 'stream', { want: 'a stream, such as station:…' })]);
};

@Controller('api/blobs')
export class BlobsController {
  constructor(
    private readonly blobs: Blobs,
    private readonly pieces: TextPieces,
  ) {}

  @May('blobs.keep')
  @Get(':hash/pieces')
  come(@Param() { hash }: BlobParams): Promise<Says<typeof textCome>> {
    return this.pieces.come(named(hash));
  }

  @May('blobs.keep')
  @Post(':hash/pieces')
  @HttpCode(200)
  async take(
    @Param() { hash }: BlobParams,
    @Query() { at, of, stream }: TextPieceQuery,
    @Body() piece: unknown,
  ): Promise<Says<typeof textCome>> {
    const taken = await this.pieces.take(named(hash), at, of, pieceOf(piece), streamOf(stream));
    if (!taken.ok) throw new ProblemException(HttpStatus.UNPROCESSABLE_ENTITY, taken.problems);
    return taken.value;
  }

  @May('blobs.keep')
  @Post()
  @HttpCode(200)
  async keep(@Body() { text, stream }: BlobBody): Promise<Says<typeof keepText>> {
    const kept = await this.blobs.put(text, streamOf(stream));
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
