// Pictures: how much of one has come, its next piece, and the whole of it.
import { Body, Controller, Get, HttpCode, HttpStatus, Param, Post, Query, Res } from '@nestjs/common';
import { Type } from 'class-transformer';
import type { Response } from 'express';
import { IsInt, Matches, Max, Min } from 'class-validator';
import type { pictureCome, Says } from '@green-lamp/core/api';
import { problem } from '@green-lamp/core/problem';
import { mostPicture } from '@green-lamp/core/wire';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { named, pieceOf } from './piece.ts';
import { Pieces } from './pieces.ts';

export class PictureParams {
  @Matches(/^[0-9a-f]{64}$/) hash: string;
}
export class PieceQuery {
  @Type(() => Number) @IsInt() @Min(0) @Max(mostPicture) at: number;
  @Type(() => Number) @IsInt() @Min(1) @Max(mostPicture) of: number;
}
@Controller('api/pictures')
export class PicturesController {
  constructor(private readonly pieces: Pieces) {}

  @May('blobs.keep')
  @Get(':hash/pieces')
  come(@Param() { hash }: PictureParams): Promise<Says<typeof pictureCome>> {
    return this.pieces.come(named(hash));
  }

  @May('blobs.keep')
  @Post(':hash/pieces')
  @HttpCode(200)
  async take(@Param() { hash }: PictureParams, @Query() { at, of }: PieceQuery, @Body() piece: unknown): Promise<Says<typeof pictureCome>> {
    const taken = await this.pieces.take(named(hash), at, of, pieceOf(piece));
    if (!taken.ok) throw new ProblemException(HttpStatus.UNPROCESSABLE_ENTITY, taken.problems);
    return taken.value;
  }

  /** Octets, not one of our answers: so it is written by hand. */
  @May('blobs.read')
  @Get(':hash')
  async read(@Param() { hash }: PictureParams, @Res() response: Response): Promise<void> {
    const bytes = await this.pieces.picture(named(hash));
    if (bytes === null)
      throw new ProblemException(HttpStatus.NOT_FOUND, [problem('refused', 'hash', { why: 'No such picture is kept here.' })]);
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.setHeader('Content-Type', 'image/jpeg');
    response.end(bytes);
  }
}
