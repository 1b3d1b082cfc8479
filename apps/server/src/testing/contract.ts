// Whether what the server answered is what its route promises, to the last name. Every answer in the server's tests goes through here.
import { type AnyRoute, routes, toldShape } from '@green-lamp/core/api';
import { canonical } from '@green-lamp/core/journal';
import { isJson, type Json } from '@green-lamp/core/name';
import { atLeast, listOf, type Shape } from '@green-lamp/core/problem';

const formOf = ({ path }: AnyRoute): RegExp => new RegExp(`^${path.replaceAll('.', '\\.').replace(/:\w+/g, '[^/]+')}$`);
/** The route that is asked by a method and an address; the one without names first. */
export const routeOf = (method: string, address: string): AnyRoute | undefined => {
  const [path = ''] = address.split('?');
  const of = routes.filter((route) => route.method === method && formOf(route).test(path));
  return of.find((route) => route.path === path) ?? of[0];
};

const refused = atLeast({ problems: listOf(toldShape, 10_000) });
const text = (value: unknown): string => canonical(JSON.parse(JSON.stringify(value)) as Json); // what JSON has made is JSON

/** What of an answer its shape does not take, or does not name; null where it is whole. */
export const unlike = (shape: Shape<unknown>, body: unknown): string | null => {
  const read = shape(body, '');
  if (!read.ok) return JSON.stringify(read.problems);
  return isJson(body) && text(read.value) !== text(body) ? `not named by the route: ${text(body)} is read as ${text(read.value)}` : null;
};

export const keepsContract = async (method: string, address: string, response: Response): Promise<void> => {
  const isText = response.headers.get('content-type')?.includes('json') === true;
  const route = routeOf(method, address);
  if (!isText || (response.ok && route === undefined)) return;
  const body: unknown = JSON.parse(await response.text());
  const why = unlike(response.ok && route !== undefined ? route.answer : refused, body);
  if (why !== null) throw new Error(`${method} ${address} ${response.status}: ${why.slice(0, 2000)}`);
};
