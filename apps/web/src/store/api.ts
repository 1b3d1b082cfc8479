// Talks to the server by the routes that both share. Every answer is read by its route's shape; a network that is not there is told apart from a refusal.
import { isObject, plainText } from '@green-lamp/core/name';
import { type Every, type Route, type Told, toldShape } from '@green-lamp/core/api';
import { listOf } from '@green-lamp/core/problem';

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

/** Nobody is signed in here: said above every screen, and no fault of what was asked. */
export class SignedOut extends Refusal {}

const notOurs: Told = {
  code: 'refused',
  path: '',
  args: {},
  sentence: 'The server answered in a way that this page does not know. Reload the page.',
};
const problems = listOf(toldShape, 10_000);
const problemsOf = (body: unknown): readonly Told[] => {
  const read = problems(isObject(body) ? body['problems'] : null, 'problems');
  return read.ok ? read.value : [notOurs];
};

/** How long (ms) an answer is waited for. */
const usual = 20_000;

export type Asked<Q, B> = {
  readonly query?: Q;
  readonly body?: B;
  /** What stands in the path behind a colon. */
  readonly names?: { readonly [name: string]: string };
  /** For a route that takes octets. */
  readonly octets?: Uint8Array<ArrayBuffer>;
  /** For what takes the desk long, such as every sheet there is. */
  readonly patience?: number;
};

const addressOf = (path: string, names: { readonly [name: string]: string }, query: object): string => {
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(query))
    if (value !== undefined) search.set(name, Array.isArray(value) ? value.join(',') : plainText(value));
  const way = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(names[name] ?? ''));
  return search.size === 0 ? way : `${way}?${search.toString()}`;
};
const sent = ({ body, octets }: Asked<unknown, unknown>): RequestInit =>
  octets === undefined
    ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body ?? {}) }
    : { headers: { 'content-type': 'application/octet-stream' }, body: octets };

let answered: (now: number, asked: number, came: number) => void = () => undefined;
/** Told with each answer what the desk's clock said, and between which instants here: whoever keeps the clock listens. */
export const onAnswered = (listen: typeof answered): void => {
  answered = listen;
};

let signedOut: () => void = () => undefined;
/** What to do where the desk says that nobody is signed in here: whoever keeps the sign-in listens. */
export const onSignedOut = (listen: () => void): void => {
  signedOut = listen;
};

/** Asks a route. Throws `NoNetwork`, or a `Refusal` with sentences. */
export const ask = async <Q, B, A>(route: Route<Q, B, A>, asked: Asked<Q, B> = {}): Promise<A & Every> => {
  const { names = {}, query, patience = usual } = asked;
  const began = Date.now();
  let response: Response;
  let body: unknown;
  try {
    response = await fetch(addressOf(route.path, names, query ?? {}), {
      method: route.method,
      ...(route.method === 'GET' ? { headers: { accept: 'application/json' } } : sent(asked)),
      signal: AbortSignal.timeout(patience),
    });
    body = await response.json();
  } catch (cause) {
    throw new NoNetwork('The desk does not answer.', { cause });
  }
  if (!response.ok) {
    if (response.status === 500) throw new DeskFault('The desk answers and could not take it; its log says why.');
    if (response.status > 500) throw new NoNetwork('The desk could not answer.');
    if (response.status === 401 && problemsOf(body).some(({ code }) => code === 'signed-out')) {
      signedOut();
      throw new SignedOut(response.status, problemsOf(body));
    }
    throw new Refusal(response.status, problemsOf(body));
  }
  const read = route.answer(body, '');
  if (!read.ok) throw new Refusal(response.status, [notOurs]);
  answered(read.value.now, began, Date.now());
  return read.value;
};
