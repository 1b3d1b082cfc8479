// Whatever goes wrong is answered as problems with a sentence, never with a stack or a secret.
import { type ArgumentsHost, BadRequestException, Catch, type ExceptionFilter, HttpException, HttpStatus, Logger } from '@nestjs/common';
import type { Told } from '@green-lamp/core/api';
import { type Problem, problem, sentence } from '@green-lamp/core/problem';
import type { Response } from 'express';
import { NotKept } from '../journal/trouble.ts';

export const told = (of: Problem): Told => ({ code: of.code, path: of.path, args: of.args, sentence: sentence(of) });

export class ProblemException extends HttpException {
  constructor(
    status: HttpStatus,
    readonly problems: readonly Problem[],
  ) {
    super({ problems: problems.map(told) }, status);
  }
}

const messagesOf = (error: HttpException): string[] => {
  const body = error.getResponse();
  const message: unknown = typeof body === 'object' && 'message' in body ? body.message : error.message;
  return Array.isArray(message) ? message.map(String) : [String(message)];
};

@Catch()
export class ProblemReply implements ExceptionFilter {
  readonly #log = new Logger('Reply');
  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    if (response.headersSent) return;
    if (error instanceof ProblemException) {
      response.status(error.getStatus()).json(error.getResponse());
      return;
    }
    if (error instanceof NotKept) {
      response.status(HttpStatus.SERVICE_UNAVAILABLE).json({ problems: [told(problem('refused', '', { why: error.message }))] });
      return;
    }
    if (error instanceof HttpException) {
      const of = error instanceof BadRequestException ? 'body' : '';
      response.status(error.getStatus()).json({ problems: messagesOf(error).map((why) => told(problem('refused', of, { why }))) });
      return;
    }
    const status = isHttpError(error) ? error.status : HttpStatus.INTERNAL_SERVER_ERROR;
    if (status >= 500) this.#log.error(error instanceof Error ? (error.stack ?? error.message) : 'unknown fault');
    const why = status >= 500 ? 'The server could not do it. Its log says why; try again.' : 'The request could not be read.';
    response.status(status).json({ problems: [told(problem('refused', '', { why }))] });
  }
}

const isHttpError = (error: unknown): error is { status: number } =>
  typeof error === 'object' && error !== null && 'status' in error && typeof error.status === 'number';
