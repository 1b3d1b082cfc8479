import { Controller, Get, HttpCode, Post } from '@nestjs/common';
import type { makeCopy, Says, seeCopies } from '@green-lamp/core/api';
import { May } from '../shell/may.ts';
import { Copies } from './copies.ts';

@Controller('api/copies')
export class CopiesController {
  constructor(private readonly copies: Copies) {}

  @May('keep.safe')
  @Get()
  list(): Says<typeof seeCopies> {
    return this.copies.state;
  }

  /** It takes a while: how it stands is asked for again. */
  @May('keep.safe')
  @Post()
  @HttpCode(200)
  make(): Says<typeof makeCopy> {
    void this.copies.make();
    return this.copies.state;
  }
}
