// Who asks: found once for each request, by the guard, and given to whoever handles it.
import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';
import type { Caller } from './sessions.ts';

const callers = new WeakMap<object, Caller | null>();
export const remember = (request: object, caller: Caller | null): void => {
  callers.set(request, caller);
};
export const callerOf = (request: object): Caller | null => callers.get(request) ?? null;

/** Whoever asks; null where nobody is signed in. */
export const Asks = createParamDecorator((_: unknown, context: ExecutionContext): Caller | null =>
  callerOf(context.switchToHttp().getRequest<Request>()),
);
