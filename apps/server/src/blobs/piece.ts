// A piece of something larger as it stands in a request.
import { HttpStatus } from '@nestjs/common';
import { isSha256, type Sha256 } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import { pictureStep } from '@green-lamp/core/wire';
import { ProblemException } from '../shell/problem-reply.ts';

export const named = (hash: string): Sha256 => {
  if (isSha256(hash)) return hash;
  throw new ProblemException(HttpStatus.BAD_REQUEST, [problem('type', 'hash', { want: 'a SHA-256 in hexadecimal digits' })]);
};
export const pieceOf = (body: unknown): Buffer => {
  if (Buffer.isBuffer(body) && body.length > 0 && body.length <= pictureStep) return body;
  throw new ProblemException(HttpStatus.BAD_REQUEST, [
    problem('type', 'the piece', { want: `1 to ${pictureStep} octets (application/octet-stream)` }),
  ]);
};
