import { Controller, Get, Query } from '@nestjs/common';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import { Housekeeping } from '../journal/housekeeping.ts';
import { Events } from '../journal/events.ts';
import { Clock } from '../shell/clock.ts';
import { type deskState, type framesOf, type FrameStatus, frameStatuses, type Says } from '@green-lamp/core/api';
import { May } from '../shell/may.ts';
import { Desk } from './desk.ts';
import { Gate } from './gate.ts';
import { Frames } from './frames.ts';

export class FramesQuery {
  @IsOptional() @IsString() @MaxLength(60) station?: string;
  @IsOptional() @IsIn(frameStatuses) status?: FrameStatus;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) before?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
}

@Controller('api')
export class DeskController {
  constructor(
    private readonly desk: Desk,
    private readonly frames: Frames,
    private readonly events: Events,
    private readonly gate: Gate,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
  ) {}

  @May('desk.read')
  @Get('desk')
  listeners(): Says<typeof deskState> {
    return {
      listeners: this.desk.listeners,
      trouble: this.events.troubled,
      bounds: this.gate.state,
      kept: this.housekeeping.kept,
      clockJumped: this.clock.jumped,
    };
  }

  @May('frames.read')
  @Get('frames')
  async list(@Query() { station, status, before, limit = 50 }: FramesQuery): Promise<Says<typeof framesOf>> {
    return this.frames.list({ station, status, before, limit });
  }
}
