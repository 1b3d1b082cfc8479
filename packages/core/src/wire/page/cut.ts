// A line of a page into names with their values, whatever parts them; and what stands in front of the first.
import { type Key, keyOf, type KeyName } from './keys.ts';

export type Aliases = ReadonlyMap<string, KeyName>;
export type Pair = { readonly name: string; readonly value: string };
/** `front`: what stands before the first pair and is none. */
export type Cut = { readonly front: string; readonly pairs: readonly Pair[] };

/** What leads a line and says only how deep it stands: blanks, the lines of a tree, bullets. */
const lead = /^(?:[\s|\u2502\u251c\u2514\u2500\u252c\u253c`+\\]+|(?:-{1,3}|[*\u2022\u00b7\u25aa\u25e6\u2023\u2013>])(?=\s*[\p{L}"])\s*)+/u;
export const depthOf = (line: string): { depth: number; body: string } => {
  const front = lead.exec(line)?.[0] ?? '';
  return { depth: front.replaceAll('\t', '    ').length, body: line.slice(front.length).trimEnd() };
};

/** Cells at tabs, bars or several blanks; one cell where nothing parts. */
export const cellsOf = (body: string): string[] => {
  const by = body.includes('\t') ? /\t+/ : /[|\u2502]/.test(body) ? /\s*[|\u2502]\s*/ : / {2,}/;
  const cells = body.split(by).map((cell, i) => (i === 0 ? cell.trim() : cell.trim().replace(/^[:=]\s+/, '')));
  while (cells.length > 1 && cells.at(-1) === '') cells.pop();
  return cells;
};

export const unquoted = (text: string): string =>
  text
    .trim()
    .replace(/[,;]+$/, '')
    .replace(/^(["'])(.*)\1$/, '$2')
    .trim();

const sign = /[:=]|\u2192|->|\.{3,}/g;
const isName = (text: string): boolean => /^["']?[\p{L}]/u.test(text) && text.length <= 60;

/** The name right before a sign inside of a value: behind a comma or semicolon, else as many words back as make a known one. */
const nameBefore = (text: string, aliases: Aliases): { from: number; name: string } | null => {
  const comma = Math.max(text.lastIndexOf(','), text.lastIndexOf(';'), text.lastIndexOf('&'));
  const behind = text.slice(comma + 1);
  if (comma !== -1 && isName(behind.trim())) return { from: comma + 1, name: behind.trim() };
  const words = [...text.matchAll(/\S+/g)];
  for (let n = Math.min(4, words.length); n >= 1; n--) {
    const from = words[words.length - n]?.index ?? 0;
    const name = text.slice(from).trim();
    if (keyOf(unquoted(name), aliases) !== null) return { from, name };
  }
  return null;
};

/** How far back of a sign a name is looked for. */
const longestName = 80;
const firstName = (before: string): { from: number; name: string } | null => {
  const name = before.trim();
  return name === '' || isName(name) ? { from: 0, name } : null;
};

/** Pairs at signs: `RSRP: -97 dBm, RSRQ: -11 dB`, `a=1 b=2`. Null where the text has no sign with a name before it. */
export const cutSigns = (text: string, aliases: Aliases): Cut | null => {
  const pairs: Pair[] = [];
  let name: string | null = null;
  let from = 0;
  sign.lastIndex = 0;
  for (let found = sign.exec(text); found !== null; found = sign.exec(text)) {
    const back = name === null ? from : Math.max(from, found.index - longestName);
    const before = text.slice(back, found.index);
    const next = name === null ? firstName(before) : nameBefore(before, aliases);
    if (next === null || next.name === '') {
      if (name === null) return null;
      continue;
    }
    if (name !== null) pairs.push({ name, value: unquoted(text.slice(from, back + next.from)) });
    name = unquoted(next.name);
    from = found.index + found[0].length;
  }
  if (name === null) return null;
  pairs.push({ name, value: unquoted(text.slice(from)) });
  const first = pairs.findIndex(({ value }) => value !== '');
  const fronts = first === -1 ? pairs : pairs.slice(0, first);
  return { front: fronts.map(({ name: of }) => of).join(' '), pairs: first === -1 ? [] : pairs.slice(first) };
};

/** What may stand behind its name with nothing but a blank between: a word there could be anything. */
const plainly =
  /^(?:signal|card\.(?:number|imsi|pin)$|modem\.imei$|network\.(?:technology|registration|band|area|cell)$|context\.address$)/;
const knownAt = (words: readonly string[], at: number, aliases: Aliases): { key: Key; words: number } | null => {
  for (let n = Math.min(4, words.length - at - 1); n >= 1; n--) {
    const key = keyOf(words.slice(at, at + n).join(' '), aliases);
    if (key !== null && plainly.test(key.what)) return { key, words: n };
  }
  return null;
};

/** Pairs by known names alone: `RSRP -97 dBm, RSRQ -11 dB`. */
export const cutWords = (text: string, aliases: Aliases): Cut => {
  const words = text.split(/[\s,;]+/).filter((word) => word !== '');
  const pairs: Pair[] = [];
  let front = words.length;
  for (let at = 0; at < words.length; ) {
    const known = knownAt(words, at, aliases);
    if (known === null) {
      at++;
      continue;
    }
    front = Math.min(front, at);
    const from = at + known.words;
    let to = from + 1;
    while (to < words.length && knownAt(words, to, aliases) === null) to++;
    pairs.push({ name: words.slice(at, from).join(' '), value: words.slice(from, to).join(' ') });
    at = to;
  }
  return { front: words.slice(0, front).join(' '), pairs };
};
