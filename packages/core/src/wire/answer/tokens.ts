// The whole tokens of a text, each with its places: what stands between blanks, between signs, or in quotes. For the desk, which looks whether one of them is a secret it keeps.
import { mask, maskText, type OwnSecrets } from './mask.ts';

/** Shortest and longest token that is looked at: shorter ones stand in every text. */
export const tokenLength = { least: 6, most: 128 } as const;
export type Place = readonly [from: number, to: number];

const forms = [/\S+/g, /[^\s"'`,;=:&|<>(){}[\]]+/g, /"([^"\r\n]{1,200})"|'([^'\r\n]{1,200})'/g] as const;
const ends = /^["'`([{<]+|["'`)\]}>.,;:!?]+$/g;

/** Every token of at least six characters with where it stands, in order of its first place; at most `most` different ones. */
export const tokensOf = (text: string, most = 50_000): ReadonlyMap<string, readonly Place[]> => {
  const found = new Map<string, Place[]>();
  const add = (token: string, from: number): void => {
    if (token.length < tokenLength.least || token.length > tokenLength.most) return;
    const places = found.get(token);
    if (places !== undefined) places.push([from, from + token.length]);
    else if (found.size < most) found.set(token, [[from, from + token.length]]);
  };
  for (const form of forms)
    for (const match of text.matchAll(form)) {
      const inside = match[1] ?? match[2];
      const token = inside ?? match[0];
      const from = match.index + (inside === undefined ? 0 : 1);
      add(token, from);
      const bare = token.replace(ends, '');
      if (bare !== token && bare !== '') add(bare, from + token.indexOf(bare));
    }
  return found;
};

/** The text with some places masked, and masked anew by its form. Places may lie over each other. */
export const maskPlaces = (text: string, places: readonly Place[], own?: OwnSecrets): string => {
  let out = '';
  let done = 0;
  for (const [from, to] of [...places].sort((a, b) => a[0] - b[0] || b[1] - a[1])) {
    if (from < done || to > text.length || from >= to) continue;
    out += text.slice(done, from) + maskText;
    done = to;
  }
  return mask(out + text.slice(done), own);
};
