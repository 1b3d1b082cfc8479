// From where somebody comes, and that it is a person.
import { HttpStatus } from '@nestjs/common';
import type { Request } from 'express';
import type { Ulid } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import { ProblemException } from '../shell/problem-reply.ts';
import type { Place } from './accounts.ts';
import { secretsOf } from './cookies.ts';
import type { Caller } from './sessions.ts';

export const placeOf = (request: Request, device: string): Place => ({ from: request.ip ?? '', device, known: secretsOf(request).device });
export const personIn = (caller: Caller | null): Ulid => {
  if (caller?.person != null) return caller.person;
  throw new ProblemException(HttpStatus.FORBIDDEN, [problem('refused', '', { why: 'this is for people who are signed in.' })]);
};
