// [P2] Only our own page may talk to the server: Host and Origin are checked on every request and upgrade.
import type { IncomingMessage } from 'node:http';
import type { NextFunction, Request, Response } from 'express';
import { problem } from '@green-lamp/core/problem';
import { told } from './problem-reply.ts';

const loopback = ['127.0.0.1', 'localhost', '::1'];

/** A host's name without its port, in lower case; null where it is none. */
const nameOf = (host: string): string | null => {
  const [, six, name] = /^(?:\[([0-9a-f:.]+)\]|([^\s:/@[\]]+))(?::\d{1,5})?$/i.exec(host) ?? [];
  return (six ?? name)?.toLowerCase() ?? null;
};

/** Why a request is not from our own page, or null. A request without an Origin comes from no foreign page. `names`: by which else the page is reached; `secure`: whether it is served under TLS, by us or by a proxy before us. */
export const foreign = (
  { headers }: Pick<IncomingMessage, 'headers'>,
  names: readonly string[] = [],
  secure = false,
): 'Host' | 'Origin' | null => {
  const { host = '', origin } = headers;
  const name = nameOf(host);
  if (name === null || ![...loopback, ...names].includes(name)) return 'Host';
  return origin === undefined || origin === `${secure ? 'https' : 'http'}://${host}` ? null : 'Origin';
};

export const atHome =
  (names: () => readonly string[]) =>
  (request: Request, response: Response, next: NextFunction): void => {
    const what = foreign(request, names(), request.secure);
    if (what !== null) {
      response
        .status(403)
        .json({ problems: [told(problem('refused', '', { why: `The ${what} of this request is not Green Lamp’s own.` }))] });
      return;
    }
    const writes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method);
    // Neither kind can be sent by another site's form: a browser asks first. Octets are taken for what comes in pieces alone.
    const kinds = request.path.endsWith('/pieces') ? ['application/json', 'application/octet-stream'] : ['application/json'];
    if (writes && request.is(kinds) === false) {
      response.status(415).json({ problems: [told(problem('refused', 'body', { why: 'Only JSON is taken.' }))] });
      return;
    }
    next();
  };
