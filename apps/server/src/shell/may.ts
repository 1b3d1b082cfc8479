// [P1] Every handler says which permission it asks for. One guard finds out who asks, and refuses whoever may not, and what says none.
import { type CanActivate, type ExecutionContext, ForbiddenException, HttpStatus, Injectable, SetMetadata } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { may, type Permission } from '@green-lamp/core/api';
import { problem } from '@green-lamp/core/problem';
import { remember } from '../accounts/caller.ts';
import { secretsOf } from '../accounts/cookies.ts';
import { Sessions } from '../accounts/sessions.ts';
import { ProblemException } from './problem-reply.ts';

export const markName = 'green-lamp:may';
export const May = (permission: Permission): MethodDecorator & ClassDecorator => SetMetadata(markName, permission);

@Injectable()
export class MayGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly sessions: Sessions,
  ) {}
  async canActivate(context: ExecutionContext): Promise<boolean> {
    const mark = this.reflector.get<Permission | undefined>(markName, context.getHandler());
    if (mark === undefined) throw new ForbiddenException('This handler has no permission mark.');
    const request = context.switchToHttp().getRequest<Request>();
    const { page, token } = secretsOf(request);
    const caller = await this.sessions.caller(page, token);
    remember(request, caller);
    if (may(caller?.role ?? null, mark)) return true;
    const nobody = caller?.session == null;
    throw new ProblemException(nobody ? HttpStatus.UNAUTHORIZED : HttpStatus.FORBIDDEN, [
      nobody ? problem('signed-out', '', {}) : problem('not-yours', '', { may: mark }),
    ]);
  }
}
