// How a browser shows who is signed in: cookies that no script reads and no other site sends (RFC 6265).
import type { IncomingMessage } from 'node:http';
import { parse, serialize } from 'cookie';
import type { Response } from 'express';

const page = 'green-lamp';
const device = 'green-lamp-device';
const days = 86_400;

const cookiesOf = ({ headers }: Pick<IncomingMessage, 'headers'>): { readonly [name: string]: string | undefined } =>
  parse(headers.cookie ?? '');
/** The secret of a sign-in, the one by which a browser is known, and a machine's token. */
export const secretsOf = (
  request: Pick<IncomingMessage, 'headers'>,
): { page: string | null; device: string | null; token: string | null } => {
  const cookies = cookiesOf(request);
  const [scheme, token = null] = (request.headers.authorization ?? '').split(' ');
  return { page: cookies[page] ?? null, device: cookies[device] ?? null, token: scheme?.toLowerCase() === 'bearer' ? token : null };
};

const options = (secure: boolean) => ({ httpOnly: true, sameSite: 'strict', path: '/', secure }) as const;
export const giveCookies = (response: Response, of: { page: string; device: string }, secure: boolean): void => {
  response.append('Set-Cookie', serialize(page, of.page, { ...options(secure), maxAge: 90 * days }));
  response.append('Set-Cookie', serialize(device, of.device, { ...options(secure), maxAge: 400 * days }));
};
export const takeCookie = (response: Response, secure: boolean): void => {
  response.append('Set-Cookie', serialize(page, '', { ...options(secure), maxAge: 0 }));
};
