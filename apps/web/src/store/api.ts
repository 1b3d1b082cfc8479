// Talks to the server. Every answer measures the clock; a network that is not there is told apart from a refusal.
import { isObject } from '@green-lamp/core/name';
import { measureSkew } from './device.ts';
import type { Told } from '@green-lamp/core/api';

export class NoNetwork extends Error {}
/** The desk is there and fails at this one request: asking the same again may never help. */
export class DeskFault extends NoNetwork {}
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly problems: readonly Told[],
  ) {
    super(problems.map(({ sentence }) => sentence).join(' '));
  }
}

type Every = { now: number; cursor: number; wire: number; life: string };
const speaksOurWire = (body: unknown): body is Every =>
  isObject(body) &&
  typeof body['now'] === 'number' &&
  typeof body['cursor'] === 'number' &&
  body['wire'] === 2 &&
  typeof body['life'] === 'string';

const problemsOf = (body: unknown): Told[] =>
  isObject(body) && Array.isArray(body['problems'])
    ? (body['problems'] as Told[])
    : [{ code: 'refused', path: '', args: {}, sentence: 'The server answered in a way that this page does not know. Reload the page.' }];

/** How long (ms) an answer is waited for. */
const usual = 20_000;

const ask = async <T>(path: string, init: RequestInit, patience = usual): Promise<T & Every> => {
  const asked = Date.now();
  let response: Response;
  let body: unknown;
  try {
    response = await fetch(path, { ...init, signal: AbortSignal.timeout(patience) });
    body = await response.json();
  } catch (cause) {
    throw new NoNetwork('The desk does not answer.', { cause });
  }
  if (!response.ok) {
    if (response.status === 500) throw new DeskFault('The desk answers and could not take it; its log says why.');
    if (response.status > 500) throw new NoNetwork('The desk could not answer.');
    throw new Refusal(response.status, problemsOf(body));
  }
  if (!speaksOurWire(body)) throw new Refusal(response.status, problemsOf(null));
  measureSkew(body.now, asked, Date.now());
  return body as T & Every; // the server's answer of this wire version
};

/** `patience`: for what takes the desk long, such as every sheet there is. */
export const get = <T>(path: string, patience?: number): Promise<T & Every> =>
  ask<T>(path, { headers: { accept: 'application/json' } }, patience);
/** A piece of something that is no text. */
export const postOctets = <T>(path: string, person: string, octets: Uint8Array<ArrayBuffer>): Promise<T & Every> =>
  ask<T>(path, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', 'x-green-lamp-person': person },
    body: octets,
  });
export const post = <T>(path: string, person: string, body: object): Promise<T & Every> =>
  ask<T>(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-green-lamp-person': person },
    body: JSON.stringify(body),
  });
