// What a telephone needs to come here: the address, and the authority that vouches for it.
import { Controller, Get, HttpStatus, Res } from '@nestjs/common';
import type { Response } from 'express';
import type { reachedAt, Says } from '@green-lamp/core/api';
import { problem } from '@green-lamp/core/problem';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { Reached } from './reached.ts';

@Controller('api')
export class TelephoneController {
  constructor(private readonly reached: Reached) {}

  @May('own.keep')
  @Get('telephone')
  telephone(): Says<typeof reachedAt> {
    return this.reached.state;
  }

  /** Its public part alone; octets, so it is written by hand. */
  @May('sign.in')
  @Get('authority.crt')
  authority(@Res() response: Response): void {
    const { authority } = this.reached;
    if (authority === null)
      throw new ProblemException(HttpStatus.NOT_FOUND, [problem('refused', '', { why: 'this desk has no authority of its own.' })]);
    response.setHeader('Content-Type', 'application/x-x509-ca-cert');
    response.setHeader('Content-Disposition', 'attachment; filename="green-lamp-desk.crt"');
    response.end(authority);
  }
}
