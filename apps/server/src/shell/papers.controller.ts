// The API's own description, made once at the start.
import { Controller, Get, Injectable } from '@nestjs/common';
import type { OpenAPIObject } from '@nestjs/swagger';
import { May } from './may.ts';

@Injectable()
export class Papers {
  document: OpenAPIObject | null = null;
}

@Controller('api')
export class PapersController {
  constructor(private readonly papers: Papers) {}

  @May('health.read')
  @Get('openapi.json')
  openapi(): object {
    return this.papers.document ?? {};
  }
}
