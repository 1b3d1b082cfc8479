// [S2] Takes secrets out of what a device answered, before anything is kept or hashed. What is masked can't be read back from the mask, not even its length.
// By structure: commands, pairs, cells, tags, addresses, words. One walk over the lines, each in linear time; lines stay lines, so that their numbers stay true.
import { maskCommands } from './secret-commands.ts';
import { isFiller, isOrdinary, isSecretValue, type Opens, opensBy } from './secret-words.ts';
import { nameWords } from './name-words.ts';

export const maskText = '\u2022\u2022\u2022';

/** Whether a line can hold a command with arguments, or any word or sign by which a secret is known; most lines can't. */
const hasCommand = /[+^#%*$!&]\s{0,3}[a-z]\w+\s{0,3}[=:]|\*\*0/i;
const hasWord =
  /pass|p\/?wd|psw|psk|pw\b|pin|puk|chv|secret|geheim|key|token|cred|commun|cookie|code|word|wort|woord|losung|schl|contra|clave|senha|palavra|mdp|mot de|senord|adgang|salas|has[\u0142l]o|heslo|jelsz|parol|parool|slapta|ifre|\u043f\u0430\u0440\u043e|author|bearer|\bsid\b|@|-u\s/i;

/** What a station's devices know as secret beyond what everybody does: commands by sign and name (`+XNAME`), and names of settings. */
export type OwnSecrets = { readonly secretCommands: readonly string[]; readonly secretNames: ReadonlySet<string> };
type Forms = {
  readonly commands: readonly string[];
  readonly opens: (key: string) => Opens | null;
  readonly suspects: (line: string) => boolean;
};
const general: Forms = { commands: [], opens: opensBy, suspects: (line) => hasWord.test(line) };
const formsOf = ({ secretCommands, secretNames }: OwnSecrets): Forms =>
  secretCommands.length === 0 && secretNames.size === 0
    ? general
    : {
        commands: secretCommands,
        opens: (key) => (secretNames.has(nameWords(key)) ? 'any' : opensBy(key)),
        suspects: (line) => secretNames.size > 0 || hasWord.test(line),
      };

/** Longest key that is looked at in front of a sign. */
const longestKey = 64;
const keyEnds = /[,;&?|\t{}()<>"'[\]]/;
/** The words in front of a sign, back to what ends a key. Several blanks end it too. */
const keyBefore = (line: string, at: number): string => {
  let to = at;
  while (to > 0 && /[\s"'\\,]/.test(line.charAt(to - 1))) to--;
  const text = line.slice(Math.max(0, to - longestKey), to);
  for (let i = text.length - 1; i >= 0; i--)
    if (keyEnds.test(text.charAt(i)) || (text.charAt(i) === ' ' && text.charAt(i - 1) === ' ')) return text.slice(i + 1);
  return text;
};

/** Where the value of an unquoted pair ends: before the next pair of the line, or with the line. */
const nextPair = /[,;&|\t]\s{0,8}["']?[A-Za-z][\w ./-]{0,30}["']?\s{0,2}[:=]|\s["']?[A-Za-z][\w.-]{1,30}["']?[:=](?![=/])/g;
const valueEnd = (line: string, from: number): { start: number; end: number } => {
  const lead = /^(?:\\?["'])/.exec(line.slice(from, from + 2))?.[0];
  if (lead !== undefined) {
    const start = from + lead.length;
    const quote = lead.at(-1) ?? '"';
    for (let i = start; i < line.length; i++)
      if (line[i] === '\\' && lead.length === 1) i++;
      else if (line[i] === quote) return { start, end: line[i - 1] === '\\' ? i - 1 : i };
    return { start, end: line.length };
  }
  nextPair.lastIndex = from;
  const next = nextPair.exec(line);
  let end = next === null ? line.length : next.index;
  while (end > from && /[\s}\]]/.test(line.charAt(end - 1))) end--;
  return { start: from, end };
};

/** Text behind a tag's end: up to the next tag within reach. */
const textEnd = (line: string, start: number): { start: number; end: number } => {
  const next = line.slice(start, start + 4000).indexOf('<');
  return { start, end: next === -1 ? line.length : start + next };
};

const isHeader = (key: string): boolean => /authori[sz]ation|cookie/i.test(key);
/** The key that only names another one: `name="password" value="x"`. */
const names = /^(?:name|key|id|type|field|param(?:eter)?|label|setting)$/i;
const values = /^(?:val(?:ue)?|content|data|v)$/i;

/** Pairs of a line. `asked`: the line before ended with a name whose value comes now. */
const maskPairs = (forms: Forms, line: string, asked: Opens | null): { text: string; asks: Opens | null } => {
  let out = '';
  let done = 0;
  let named: Opens | null = asked;
  const sign = /[:=]|>/g;
  for (let found = sign.exec(line); found !== null; found = sign.exec(line)) {
    const at = found.index;
    if (found[0] === '>') {
      if (named === null || asked !== null) continue;
    } else if (/[:=/]/.test(line.charAt(at + 1)) && line.charAt(at + 2) === '/') continue;
    let from = at + 1;
    while (from < line.length && /\s/.test(line.charAt(from))) from++;
    if (from >= line.length) break;
    const key = found[0] === '>' ? '' : keyBefore(line, at);
    const last = /[\w-]*$/.exec(key.trim())?.[0] ?? '';
    const name = names.test(last) ? (/^(["']?)([^"'<>,;:={}]{1,64})\1/.exec(line.slice(from, from + longestKey + 2))?.[2] ?? '') : '';
    if (forms.opens(name) !== null) {
      named = forms.opens(name);
      sign.lastIndex = from + name.length;
      continue;
    }
    const opens = named !== null && (found[0] === '>' || values.test(last)) ? named : forms.opens(key);
    if (opens === null) continue;
    const { start, end } = found[0] === '>' ? textEnd(line, from) : valueEnd(line, from);
    const to = isHeader(key) ? line.length : end;
    if (isSecretValue(line.slice(start, to), opens)) {
      const bare = start === from && /["']\s*$/.test(line.slice(Math.max(0, at - 4), at)); // a number in JSON: the mask is a text there
      out += line.slice(done, start) + (bare ? `"${maskText}"` : maskText);
      done = to;
    }
    if (opens === named) named = null;
    sign.lastIndex = Math.max(to, at + 1);
  }
  return { text: out + line.slice(done), asks: named };
};

/** `<password>x</password>`, `<th>Password</th><td>x</td>`: the text behind a tag of such a name, or behind a text that is such a name. */
const maskTags = (forms: Forms, line: string): { text: string; asks: Opens | null } => {
  if (!line.includes('<')) return { text: line, asks: null };
  let asks: Opens | null = null;
  const text = line.replace(/<([^<>]{0,300})>([^<]{0,4000})/g, (whole, tag: string, text: string) => {
    const name = /^([\w:.-]{1,64})/.exec(tag)?.[1];
    const byTag = name === undefined || tag.endsWith('/') ? null : forms.opens(name.replace(/^.*:/, ''));
    const opens = byTag ?? asks;
    const bare = text.trim();
    if (bare === '') {
      if (byTag !== null) asks = byTag;
      else if (tag.startsWith('/') && forms.opens(tag.slice(1).replace(/^.*:/, '')) !== null) asks = null;
      return whole;
    }
    asks = null;
    if (opens !== null && isSecretValue(bare, opens)) return `<${tag}>${text.replace(bare, () => maskText)}`;
    if (opens === null && bare.length <= longestKey) asks = forms.opens(bare);
    return whole;
  });
  return { text, asks };
};

/** Cells of a line at tabs, bars or several blanks, with what parts them at odd places; by commas only where nothing else parts it. */
const cellsOf = (line: string): string[] | null => {
  const by = line.includes('\t') ? /(\t+)/ : line.includes('|') ? /(\|)/ : /\S {2,}\S/.test(line) ? /( {2,})/ : /(\.{3,}|,)/;
  const parts = line.split(by);
  return parts.length < 3 ? null : parts;
};
type Columns = { readonly count: number; readonly at: ReadonlyMap<number, Opens> } | null;

/** A name in one cell and its secret in the next, and the columns below a head. */
const maskCells = (forms: Forms, line: string, columns: Columns): { text: string; columns: Columns } => {
  const parts = cellsOf(line);
  if (parts === null) return { text: line, columns: null };
  const secrets = new Map<number, Opens>();
  parts.forEach((part, i) => {
    const bare = part.trim().replace(/^["'*\u2022-]+\s*|["':]+$/g, '');
    const opens = i % 2 === 0 && bare.length <= longestKey && bare !== '' && !/[:=]/.test(bare) ? forms.opens(bare) : null;
    if (opens !== null) secrets.set(i, opens);
  });
  const below = columns !== null && columns.count === parts.length ? columns : null;
  const csv = parts[1] === ',';
  const masked = parts.map((part, i) => {
    if (i % 2 === 1) return part;
    const opens =
      below?.at.get(i) ?? (csv ? undefined : (secrets.get(i - 2) ?? (parts[i - 2]?.trim() === '' ? secrets.get(i - 4) : undefined)));
    const bare = part.trim();
    return opens !== undefined && !/^:?-{2,}:?$/.test(bare) && isSecretValue(bare, opens) ? part.replace(bare, () => maskText) : part;
  });
  return { text: masked.join(''), columns: secrets.size > 0 ? { count: parts.length, at: secrets } : below };
};

/** `user:word@host`, with or without a scheme; the word may have a colon or an at in it. */
const maskAddresses = (line: string): string =>
  line
    .replace(/((?:^|[\s"'(/=])[\w.+-]{1,64}:)([^\s/"'<>]{1,128})(@)(?=[\w[])/g, (whole, head: string, word: string, at: string) =>
      word === maskText ? whole : `${head}${maskText}${at}`,
    )
    .replace(/((?:^|\s)-u\s{1,4}["']?[\w.-]{1,64}:)[^\s"']{1,128}/g, `$1${maskText}`)
    .replace(/\b((?:Bearer|Basic)\s{1,4})[\w.~+/=-]{16,}/g, `$1${maskText}`);

/** Words behind a word: `PIN code 7319`, `community x`, `the password for tech is x`; and `7319 is the PIN`. */
const maskWords = (forms: Forms, line: string): string => {
  const parts = line.split(/(\s+)/);
  if (parts.length < 3) return line;
  const bareOf = (part: string | undefined): string => (part ?? '').replace(/^["'(<[]+|["',;.)>\]]+$/g, '');
  const opensAt = (i: number): Opens | null => {
    const bare = bareOf(parts[i]);
    return bare === '' || bare.length > longestKey || /[:=<>{}]/.test(bare) || /^(?:AT)?[+^#%$!&]/i.test(bare) ? null : forms.opens(bare);
  };
  for (let i = 0; i < parts.length; i += 2) {
    const opens = parts[i] === '' ? null : opensAt(i);
    if (opens === null) continue;
    const [is, the] = [parts[i - 4], parts[i - 2]];
    const before = /^(?:the|your|a|our)$/i.test(the ?? '') && /^(?:is|as|=)$/i.test(is ?? '') ? i - 6 : -1;
    const earlier = parts[before];
    if (earlier !== undefined && isSecretValue(bareOf(earlier), opens) && !isOrdinary(earlier))
      parts[before] = earlier.replace(bareOf(earlier), () => maskText);
    let at = i + 2;
    if (/^(?:for|of)$/i.test(parts[at] ?? '')) {
      const isAt = [2, 4, 6].map((d) => at + d).find((n) => /^(?:is|was|ist|=)$/i.test(parts[n] ?? ''));
      if (isAt === undefined) continue;
      at = isAt;
    }
    while (at < parts.length && isFiller(parts[at] ?? '') && at < i + 10) at += 2;
    const part = parts[at];
    const bare = bareOf(part);
    if (part === undefined || bare === '' || bare.includes(maskText) || isOrdinary(bare) || /[:=]$/.test(part)) continue;
    if (/^\p{L}+$/u.test(bare) && opensAt(at) !== null && at + 2 < parts.length) continue;
    if (isSecretValue(bare, opens) && (opens === 'any' || /\d{4,}/.test(bare.replace(/-/g, ''))))
      parts[at] = part.replace(bare, () => maskText);
  }
  return parts.join('');
};

/** What a line asks of the next: a prompt, or a name alone. */
const asksNext = (forms: Forms, line: string): Opens | null => {
  const bare = line.trim();
  const prompt = /^(.{1,80}?)\s*[:>?]$/.exec(bare)?.[1];
  if (prompt !== undefined) return forms.opens(prompt.replace(/\b(?:for|of|from)\b.*$/i, ''));
  return bare.length > 40 || /[.!,;=|\t{}]/.test(bare) || /\S {2,}\S/.test(bare) || bare.split(/\s+/).length > 4 ? null : forms.opens(bare);
};

type Carried = {
  /** A prompt or name stands above; its secret comes in a line of its own. */
  readonly asked: Opens | null;
  readonly named: Opens | null;
  readonly columns: Columns;
  readonly inKey: boolean;
};
const nothing: Carried = { asked: null, named: null, columns: null, inKey: false };

const maskLine = (forms: Forms, line: string, was: Carried): { text: string; next: Carried } => {
  if (line.trim() === '') return { text: line, next: was };
  if (was.inKey) return line.includes('-----END') ? { text: line, next: nothing } : { text: maskText, next: was };
  if (/-----BEGIN [A-Z ]{0,40}PRIVATE KEY-----/.test(line)) return { text: line, next: { ...nothing, inKey: true } };
  if (was.asked !== null && !/^\s*(?:AT|<)/i.test(line) && !/^[\w .-]{1,40}(?:[:=]\s|:$)/.test(line.trim()))
    return { text: isSecretValue(line, was.asked) ? maskText : line, next: { ...nothing, asked: asksNext(forms, line) } };
  const byCommand = hasCommand.test(line) ? maskCommands(line, maskText, forms.commands) : line;
  if (was.named === null && was.columns === null && !forms.suspects(byCommand)) return { text: byCommand, next: nothing };
  const tagged = maskTags(forms, byCommand);
  const paired = maskPairs(forms, tagged.text, was.named);
  const celled = maskCells(forms, maskAddresses(paired.text), was.columns);
  const text = maskWords(forms, celled.text);
  return { text, next: { ...nothing, asked: tagged.asks ?? asksNext(forms, line), named: paired.asks, columns: celled.columns } };
};

const maskOnce = (forms: Forms, text: string, whole: boolean): string => {
  const parts = text.split(/(\r\n|\r|\n)/);
  let carried = nothing;
  for (let i = 0; i < parts.length; i += 2) {
    const line = parts[i] ?? '';
    const done = maskLine(forms, line, carried);
    parts[i] = whole && done.text !== line ? maskText : done.text;
    carried = done.next;
  }
  return parts.join('');
};

/** Passes after which a line that still changes is masked whole: no honest text needs a third. */
const patience = 4;

/**
 * The text with every secret masked; `own`: what this station's devices know as secret besides.
 * Masking a masked text changes nothing: it is walked again until it stands.
 */
export const mask = (text: string, own?: OwnSecrets): string => {
  const forms = own === undefined ? general : formsOf(own);
  let was = text;
  for (let pass = 1; ; pass++) {
    const now = maskOnce(forms, was, pass > patience);
    if (now === was) return now;
    was = now;
  }
};
