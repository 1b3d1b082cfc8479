import { Controller, Get, Query } from '@nestjs/common';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import { type Kept, Housekeeping } from '../journal/housekeeping.ts';
import { Journal } from '../journal/journal.ts';
import { Clock } from '../shell/clock.ts';
import { May } from '../shell/may.ts';
import { Desk } from './desk.ts';
import { type BoundState, Gate } from './gate.ts';
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
    private readonly journal: Journal,
    private readonly gate: Gate,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
  ) {}

  @May('desk.read')
  @Get('desk')
  listeners(): {
    listeners: readonly ListenerState[];
    trouble: string | null;
    bounds: readonly BoundState[];
    kept: Kept | null;
    clockJumped: number;
  } {
    return {
      listeners: this.desk.listeners,
      trouble: this.journal.trouble,
      bounds: this.gate.state,
      kept: this.housekeeping.kept,
      clockJumped: this.clock.jumped,
    };
  }

  @May('frames.read')
  @Get('frames')
  async list(@Query() { station, status, before, limit = 50 }: FramesQuery): Promise<{ frames: FrameView[]; more: boolean }> {
    return this.frames.list({ station, status, before, limit });
  }
}
