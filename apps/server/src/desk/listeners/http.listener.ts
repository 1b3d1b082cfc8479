// A listener for HTTP: a unit posts a body to /calls/ACCOUNT with its token, on a port of its own that serves nothing else. It is answered after its commit.
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { createServer as createHttpsServer } from 'node:https';
import type { Socket } from 'node:net';
import type { ListenerState } from '@green-lamp/core/api';
import { type Fate, formOf, mostBody, parsedJson, type Piece, whyWords } from '@green-lamp/core/wire';
import type { Tls } from '../../tls/certificates.ts';
import type { Gate } from '../gate.ts';
import type { Ingest, Source } from '../ingest.ts';
import type { MarkedSockets } from '../marked.ts';
import type { Shown, UnitKeys } from '../unit-keys.ts';
import { taking } from './connection.ts';
import { type Limits, type Listener, plainAddress, Tally } from './listener.ts';
import { Sockets } from './sockets.ts';
import { pieceOf, utf8 } from './posted.ts';

/** How long (ms) one request may take in all, and a connection may stay open between two. */
const longest = 60_000;
const between = 15_000;
const accountForm = /^\/calls\/([0-9A-Za-z]{1,16})$/;

/** The token that a request shows, as bearer or as the password of its account (RFC 6750, RFC 7617); empty for none. */
const tokenOf = ({ headers }: IncomingMessage): string => {
  const [scheme = '', word = ''] = (headers.authorization ?? '').split(' ');
  if (scheme.toLowerCase() === 'bearer') return word;
  if (scheme.toLowerCase() !== 'basic') return '';
  const pair = Buffer.from(word, 'base64').toString('utf8');
  return pair.slice(pair.indexOf(':') + 1);
};

const say = (response: ServerResponse, status: number, body: object, more: { readonly [name: string]: string } = {}): void => {
  response.writeHead(status, { 'content-type': 'application/json', 'x-content-type-options': 'nosniff', ...more });
  response.end(`${JSON.stringify(body)}\n`);
};
const sorry = (response: ServerResponse, status: number, sentence: string, more: { readonly [name: string]: string } = {}): void =>
  say(response, status, { problem: sentence }, more);

/** Somebody opened a one-time address: what is told of where they came from; null where none is open by that code. */
export type Visits = (
  code: string,
  from: { readonly address: string; readonly port: number },
  of: { readonly port: number; readonly mark: Source['mark'] },
) => Promise<{ readonly address: string; readonly port: number } | null>;
/** A gateway for texts posted one: what became of it. */
export type Texts = (token: string, body: unknown) => Promise<'kept' | 'unknown' | 'not understood' | 'busy' | 'not allowed'>;
/** Another desk's machine posted a part of its log for an account: what became of it. */
export type Logs = (
  account: string,
  token: string,
  body: Uint8Array,
  type: string,
) => Promise<'kept' | 'unknown' | 'not understood' | 'busy' | 'not allowed'>;
const logForm = /^\/logs\/([0-9A-Za-z]{1,16})$/;
const onceForm = /^\/once\/([0-9a-z]{8})$/;
const page = (sentence: string): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Seen</title><p style="font:1.3rem sans-serif;margin:2rem">${sentence}</p></html>`;

export class HttpListener implements Listener {
  readonly #sockets: Sockets;
  readonly #tally = new Tally();

  constructor(
    tls: Tls | null,
    private readonly ingest: Ingest,
    private readonly keys: UnitKeys,
    private readonly marked: MarkedSockets,
    private readonly gate: Gate,
    limits: () => Limits,
    changed: () => void,
    private readonly visits: Visits,
    private readonly texts: Texts,
    private readonly logs: Logs,
  ) {
    const hear = (request: IncomingMessage, response: ServerResponse): void => {
      this.#hear(request, response).catch(() => response.destroy());
    };
    const options = { requestTimeout: longest, headersTimeout: Math.min(longest, limits().firstByte), keepAliveTimeout: between };
    const server = tls === null ? createServer(options, hear) : createHttpsServer({ ...options, cert: tls.cert, key: tls.key }, hear);
    this.#sockets = new Sockets('http', server, tls, gate, this.#tally, changed);
  }

  get state(): ListenerState {
    return this.#sockets.state;
  }
  async listen(host: string, port: number): Promise<void> {
    await this.#sockets.listen(host, port);
  }
  renew(tls: Tls): void {
    this.#sockets.renew(tls);
  }
  async close(): Promise<void> {
    await this.#sockets.close();
  }

  async #hear(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const path = (request.url ?? '').split('?')[0] ?? '';
    const code = request.method === 'GET' ? onceForm.exec(path)?.[1] : undefined;
    if (code !== undefined) {
      await this.#show(code, request, response);
      return;
    }
    if (path === '/texts' && request.method === 'POST') {
      await this.#text(request, response);
      return;
    }
    const logOf = logForm.exec(path)?.[1];
    if (logOf !== undefined && request.method === 'POST') {
      await this.#log(logOf, request, response);
      return;
    }
    const account = accountForm.exec(path)?.[1];
    if (account === undefined) {
      sorry(response, 404, 'A call is posted to /calls/ACCOUNT.', { connection: 'close' });
      return;
    }
    if (request.method !== 'POST') {
      sorry(response, 405, 'A call is posted: use POST.', { allow: 'POST', connection: 'close' });
      return;
    }
    const token = tokenOf(request);
    const bytes = await this.#bodyOf(request);
    if (bytes === null) {
      this.#tally.turnedAway(whyWords('too large'));
      sorry(response, 413, whyWords('too large'), { connection: 'close' });
      return;
    }
    const shown = await this.keys.shows(account, token);
    const piece = pieceOf({ account, bytes, form: formOf(request.headers['content-type'] ?? ''), shown, now: this.ingest.now });
    const { fate } = await taking(this.ingest, piece, this.#sourceOf(request.socket), this.#tally);
    this.#answer(response, piece, fate, shown);
  }

  /** A text, posted by a gateway with a machine's token. */
  async #text(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const bytes = await this.#bodyOf(request);
    const parsed = bytes === null ? null : parsedJson(utf8(bytes) ?? '');
    const came = parsed?.ok === true ? await this.texts(tokenOf(request), parsed.value) : 'not understood';
    if (came === 'not allowed')
      sorry(response, 401, 'A text is posted with the token of a machine that may use the desk.', { 'www-authenticate': 'Bearer' });
    else if (came === 'busy') sorry(response, 503, 'Not kept: send it again.', { 'retry-after': '5' });
    else if (came === 'not understood') sorry(response, 400, 'A text is posted as JSON: from (a telephone number) and text.');
    else say(response, 200, { kept: 1, known: came === 'kept' });
  }

  /** A part of another desk's log, posted by its machine. Whose account it is not, and whose token it is not, are one answer. */
  async #log(account: string, request: IncomingMessage, response: ServerResponse): Promise<void> {
    const bytes = await this.#bodyOf(request);
    if (bytes === null) {
      sorry(response, 413, whyWords('too large'), { connection: 'close' });
      return;
    }
    const fate = await this.logs(account, tokenOf(request), bytes, request.headers['content-type'] ?? '');
    if (fate === 'kept') say(response, 200, { kept: 1 });
    else if (fate === 'busy') sorry(response, 503, 'Not kept: send it again.', { 'retry-after': '5' });
    else if (fate === 'not understood')
      sorry(response, 400, 'A log is posted as JSON (one event, or a list of them) or as a table in text, 250,000 characters at most.');
    else
      sorry(response, 401, 'A log is posted for an account of this desk, with the token of a machine that may use it.', {
        'www-authenticate': 'Bearer',
      });
  }

  /** The page of a one-time address: it says what the desk saw, once that is kept. */
  async #show(code: string, { socket }: IncomingMessage, response: ServerResponse): Promise<void> {
    const { address, port, mark } = this.#sourceOf(socket);
    const seen = await this.visits(code, { address, port }, { port: this.#sockets.port, mark });
    const sentence =
      seen === null
        ? 'Nothing is open at this address, or no more.'
        : `The desk saw you come from <b>${seen.address}</b>, port ${seen.port}. It is noted; you may close this page.`;
    const headers = { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store', 'x-content-type-options': 'nosniff' };
    response.writeHead(seen === null ? 404 : 200, {
      ...headers,
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
      connection: 'close',
    });
    response.end(page(sentence));
  }

  /** What became of it. Whose account it is not, and whose token it is not, are one answer: nobody learns accounts here. */
  #answer(response: ServerResponse, { bytes, read }: Piece, fate: Fate, shown: Shown): void {
    if (fate === 'busy' || fate === 'withheld') sorry(response, 503, 'Not kept: send it again.', { 'retry-after': '5' });
    else if (shown !== 'right') sorry(response, 401, 'No station has this account and this token.', { 'www-authenticate': 'Bearer' });
    else if (bytes.length === 0) sorry(response, 400, whyWords('empty'));
    else if (!read.ok) sorry(response, read.why === 'content type' ? 415 : 400, whyWords(read.why));
    else say(response, 200, { kept: read.calls.length });
  }

  /** The whole body, or null where it is longer than any call. Bytes that wait are counted with everybody's. */
  async #bodyOf(request: IncomingMessage): Promise<Buffer | null> {
    const parts: Buffer[] = [];
    let length = 0;
    try {
      for await (const part of request as AsyncIterable<Buffer>) {
        if (length + part.length > mostBody || !this.gate.waits(part.length)) return null;
        length += part.length;
        parts.push(part);
      }
      return Buffer.concat(parts);
    } finally {
      this.gate.heard(length);
    }
  }

  #sourceOf(socket: Socket): Source {
    const [address, port] = [plainAddress(socket.remoteAddress), socket.remotePort ?? 0];
    return { listener: 'http', address, port, listenerPort: this.#sockets.port, mark: this.marked.take(address, port) };
  }
}
