import { Controller, Get, Query } from '@nestjs/common';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import { May } from '../shell/may.ts';
import { Desk } from './desk.ts';
import { Frames, type FrameView } from './frames.ts';
import type { ListenerState } from './listeners/tcp.listener.ts';

export class FramesQuery {
  @IsOptional() @IsString() @MaxLength(60) station?: string;
  @IsOptional() @IsIn(['matched', 'unknown', 'not understood', 'refused']) status?: string;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) before?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
}

@Controller('api')
export class DeskController {
  constructor(
    private readonly desk: Desk,
    private readonly frames: Frames,
  ) {}

  @May('desk.read')
  @Get('desk')
  listeners(): { listeners: readonly ListenerState[] } {
    return { listeners: this.desk.listeners };
  }

  @May('frames.read')
  @Get('frames')
  async list(@Query() { station, status, before, limit = 50 }: FramesQuery): Promise<{ frames: FrameView[]; more: boolean }> {
    return this.frames.list({ station, status, before, limit });
  }
}
