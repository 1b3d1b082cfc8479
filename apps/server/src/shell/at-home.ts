// [P2] Only our own page may talk to the server: Host and Origin are checked on every request and upgrade.
import type { IncomingMessage } from 'node:http';
import type { NextFunction, Request, Response } from 'express';
import { problem } from '@green-lamp/core/problem';
import { told } from './problem-reply.ts';

const names = ['127.0.0.1', 'localhost', '[::1]'];

const isOurs = (host: string | undefined): boolean =>
  host !== undefined && names.some((name) => host === name || (host.startsWith(`${name}:`) && /^\d+$/.test(host.slice(name.length + 1))));

/** Why a request is not from our own page, or null. A request without an Origin comes from no foreign page. */
export const foreign = (request: Pick<IncomingMessage, 'headers'>): 'Host' | 'Origin' | null => {
  const { host, origin } = request.headers;
  if (!isOurs(host)) return 'Host';
  return origin === undefined || origin === `http://${host}` ? null : 'Origin';
};

export const atHome = (request: Request, response: Response, next: NextFunction): void => {
  const what = foreign(request);
  if (what !== null) {
    response
      .status(403)
      .json({ problems: [told(problem('refused', '', { why: `The ${what} of this request is not Green Lamp’s own.` }))] });
    return;
  }
  const writes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method);
  // Neither kind can be sent by another site's form: a browser asks first. Octets are taken for pictures alone.
  const kinds = request.path.startsWith('/api/pictures/') ? ['application/json', 'application/octet-stream'] : ['application/json'];
  if (writes && request.is(kinds) === false) {
    response.status(415).json({ problems: [told(problem('refused', 'body', { why: 'Only JSON is taken.' }))] });
    return;
  }
  next();
};
