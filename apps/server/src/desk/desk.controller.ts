import { Controller, Get, Query, Res } from '@nestjs/common';
import type { Response } from 'express';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import { Housekeeping } from '../journal/housekeeping.ts';
import { Events } from '../journal/events.ts';
import { Clock } from '../shell/clock.ts';
import { type deskState, type framesOf, type FrameStatus, frameStatuses, type Says } from '@green-lamp/core/api';
import { May } from '../shell/may.ts';
import { Desk } from './desk.ts';
import { Gate } from './gate.ts';
import { type ExportForm, exportForms, FrameExport } from './frame-export.ts';
import { Frames } from './frames.ts';

class FilterQuery {
  @IsOptional() @IsString() @MaxLength(60) station?: string;
  @IsOptional() @IsIn(frameStatuses) status?: FrameStatus;
  @IsOptional() @IsString() @MaxLength(16) account?: string;
  @IsOptional() @IsString() @MaxLength(20) kind?: string;
  @IsOptional() @IsString() @MaxLength(100) text?: string;
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) @Max(Number.MAX_SAFE_INTEGER) from?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) @Max(Number.MAX_SAFE_INTEGER) to?: number;
}
export class FramesQuery extends FilterQuery {
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) before?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
}

class ExportQuery extends FilterQuery {
  @IsIn(exportForms) form: ExportForm;
}

@Controller('api')
export class DeskController {
  constructor(
    private readonly desk: Desk,
    private readonly frames: Frames,
    private readonly file: FrameExport,
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
  async list(@Query() { before, limit = 50, ...filter }: FramesQuery): Promise<Says<typeof framesOf>> {
    return this.frames.list(filter, before, limit);
  }

  /** No answer of ours but a file: so it is written by hand. */
  @May('frames.read')
  @Get('frames/export')
  async export(@Query() { form, ...filter }: ExportQuery, @Res() response: Response): Promise<void> {
    await this.file.send(filter, form, response);
  }
}
