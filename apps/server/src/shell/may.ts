// [P1] Every handler says which permission it asks for. One guard refuses those that say none.
import { type CanActivate, type ExecutionContext, ForbiddenException, Injectable, SetMetadata } from '@nestjs/common';
import { Reflector } from '@nestjs/core';

export const permissions = [
  'entries.append',
  'entries.read',
  'stations.read',
  'frames.read',
  'blobs.keep',
  'blobs.read',
  'secrets.seal',
  'secrets.reveal',
  'desk.read',
  'yard.use',
  'remote.use',
  'health.read',
  'live.listen',
] as const;
export type Permission = (typeof permissions)[number];

export const markName = 'green-lamp:may';
export const May = (permission: Permission): MethodDecorator & ClassDecorator => SetMetadata(markName, permission);

/** Before accounts exist there is one role, on loopback only, and it has every permission; a handler without a mark is still refused. */
@Injectable()
export class MayGuard implements CanActivate {
  constructor(private readonly reflector: Reflector) {}
  canActivate(context: ExecutionContext): boolean {
    const mark = this.reflector.get<Permission | undefined>(markName, context.getHandler());
    if (mark === undefined) throw new ForbiddenException('This handler has no permission mark.');
    return permissions.includes(mark);
  }
}
