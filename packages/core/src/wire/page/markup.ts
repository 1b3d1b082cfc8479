// JSON and tags into names with their values and the path of names above each.
import { isObject } from '../../name/index.ts';
import type { Pair } from './cut.ts';

export type Leaf = Pair & { readonly above: readonly string[] };

const mostLeaves = 4000;
const plain = (value: unknown): string | null =>
  typeof value === 'string' ? value : typeof value === 'number' || typeof value === 'boolean' ? String(value) : null;
const inField = (object: { readonly [key: string]: unknown }, names: RegExp): string | null => {
  const key = Object.keys(object).find((one) => names.test(one));
  return key === undefined ? null : plain(object[key]);
};

/** An object that names what it holds: `{"name":"rsrp","value":-97,"unit":"dBm"}`. */
const named = (object: { readonly [key: string]: unknown }): Pair | null => {
  const name = inField(object, /^(?:name|key|label|id|param)$/i);
  const value = inField(object, /^(?:value|val|v)$/i);
  const unit = inField(object, /^units?$/i);
  return name === null || value === null ? null : { name, value: unit === null ? value : `${value} ${unit}` };
};
const serving = /^(?:serving|primary|pcell|current|active)/i;
const role = (object: unknown): string => (isObject(object) ? (inField(object, /^(?:type|role|kind|state|cell_?type)$/i) ?? '') : '');

const walk = (value: unknown, above: readonly string[], leaves: Leaf[]): void => {
  if (leaves.length >= mostLeaves || above.length > 40) return;
  if (Array.isArray(value)) {
    const pairs = value.map((one) => (isObject(one) ? named(one) : null));
    if (pairs.length > 0 && pairs.every((pair) => pair !== null)) for (const pair of pairs) leaves.push({ ...pair, above });
    // of several things of a kind only the one that says it serves is ours
    else for (const one of value) if (value.length === 1 || serving.test(role(one))) walk(one, above, leaves);
    return;
  }
  if (!isObject(value)) return;
  const pair = named(value);
  if (pair !== null) leaves.push({ ...pair, above });
  const kind = role(value);
  const here = /neighbo|scell|scan/i.test(kind) ? [...above, kind] : above;
  for (const [name, of] of Object.entries(value)) {
    const text = plain(of);
    if (text !== null) leaves.push({ name, value: text, above: here });
    else walk(of, [...here, name], leaves);
  }
};

/** The leaves of a line that is JSON; null where it is none. */
export const jsonLeaves = (line: string): Leaf[] | null => {
  const text = line.trim().replace(/[,;]$/, '');
  if (!/^[[{]/.test(text)) return null;
  try {
    const leaves: Leaf[] = [];
    walk(JSON.parse(text), [], leaves);
    return leaves;
  } catch {
    return null;
  }
};

const entities: { readonly [entity: string]: string } = {
  nbsp: ' ',
  minus: '-',
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  '#8722': '-',
  '#45': '-',
  '#160': ' ',
  '#8211': '-',
};
const decoded = (text: string): string => text.replace(/&(#?\w{1,8});/g, (whole, name: string) => entities[name] ?? whole);

/** A line of a page's own tags as its cells; null where it has none. */
export const htmlCells = (line: string): string | null =>
  /<\/?(?:td|th|tr|dt|dd|li|br|p|div|span|b|strong|em|table|label|h\d)\b[^<>]{0,300}>/i.test(line)
    ? decoded(line.replace(/<\/?(?:span|b|strong|em|i|a|small|label)\b[^<>]{0,300}>/gi, '').replace(/<[^<>]{0,300}>/g, '\t')).replace(
        /^\t+|\t+$/g,
        '',
      )
    : null;

const tag = /<(\/?)([A-Za-z_][\w:.-]{0,63})((?:\s[^<>]{0,400})?)(\/?)>([^<]{0,400})/g;
const attribute = /([\w:.-]{1,64})\s{0,3}=\s{0,3}(?:"([^"]{0,200})"|'([^']{0,200})')/g;

/** The leaves of a line of tags, and the tags that stay open; null where it has none. */
export const tagLeaves = (line: string, open: readonly string[]): { leaves: Leaf[]; open: readonly string[] } | null => {
  const leaves: Leaf[] = [];
  let above = [...open];
  let any = false;
  for (const [, closing, raw = '', attributes = '', empty, inside = ''] of line.matchAll(tag)) {
    any = true;
    const name = raw.replace(/^.*:/, '');
    if (closing === '/') {
      const at = above.lastIndexOf(name);
      if (at !== -1) above = above.slice(0, at);
      continue;
    }
    const given = [...attributes.matchAll(attribute)].map(([, key = '', one, other]) => ({
      name: key,
      value: decoded(one ?? other ?? ''),
    }));
    const pair = named(Object.fromEntries(given.map((of) => [of.name, of.value])));
    const kind = given.find((of) => /^(?:type|role|kind)$/i.test(of.name))?.value ?? '';
    const here = [...above, name, ...(kind === '' ? [] : [kind])];
    const text = decoded(inside).trim();
    const label = given.find((of) => /^(?:name|key|label|id)$/i.test(of.name))?.value;
    if (pair !== null) leaves.push({ ...pair, above });
    else for (const of of given) leaves.push({ ...of, above: here });
    if (text !== '') leaves.push({ name: label ?? name, value: text, above });
    if (empty !== '/') above = [...above, name];
  }
  return any ? { leaves, open: above.slice(-40) } : null;
};
