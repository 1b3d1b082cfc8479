// Every station's logbook, by words, person, kind and time.
import { Controller, Get, Query } from '@nestjs/common';
import type { everyLogbook, Says } from '@green-lamp/core/api';
import { Asks } from '../accounts/caller.ts';
import type { Caller } from '../accounts/sessions.ts';
import { May } from '../shell/may.ts';
import { EveryLogbook } from './logbook.ts';
import { LogbookQuery } from './logbook.query.ts';

@Controller('api/logbook')
export class LogbookController {
  constructor(private readonly logbook: EveryLogbook) {}

  @May('entries.read')
  @Get()
  find(@Query() query: LogbookQuery, @Asks() caller: Caller | null): Promise<Says<typeof everyLogbook>> {
    return this.logbook.find(query, caller);
  }
}
