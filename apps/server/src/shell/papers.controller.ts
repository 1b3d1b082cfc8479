// The API's own description.
import { Controller, Get } from '@nestjs/common';
import { type description, openApi, routes, type Says } from '@green-lamp/core/api';
import { May } from './may.ts';

const document = openApi(routes);

@Controller('api')
export class PapersController {
  @May('health.read')
  @Get('openapi.json')
  openapi(): Says<typeof description> {
    return document;
  }
}
