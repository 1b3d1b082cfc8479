// [S2] Takes secrets out of what a device answered, before anything is kept or hashed. What is masked can't be read back from the mask, not even its length.

export const maskText = '\u2022\u2022\u2022';

/** Keys whose value is a secret: `key: value`, `key = value`, `"key":"value"`. */
const secretKey =
  /(?:pass(?:word|phrase|wd|code)?|pwd|secret|psk|pre-?shared[ _-]?key|private[ _-]?key|api[ _-]?key|\bkey|token|credentials?)/i;
const pinKey = /\b(?:pin|puk|chv)[12]?(?:[ _-]?(?:code|number))?"?\s*$/i;
const unsaid =
  /^["']?(?:ready|enabled?|disabled?|required|not required|wanted|on|off|none|ok|set|unset|not set|yes|no|true|false|0|1|n\/a|-)["']?[,;]?\s*$/i;

/** A key in front of the first ':' or '=' of a line, at most this long. */
const longestKey = 64;

/** The key of a line and where its value begins; by hand, since a pattern with blanks on both sides of a key takes quadratic time. */
const pairOf = (line: string): { key: string; from: number } | null => {
  const sign = line.search(/[:=]/);
  const key = line.slice(0, Math.max(sign, 0)).trim();
  if (sign === -1 || key.length > longestKey || /["']/.test(key.slice(1, -1))) return null;
  const rest = line.slice(sign + 1);
  return rest.trim() === '' ? null : { key, from: sign + 1 + rest.length - rest.trimStart().length };
};

const maskPair = (line: string): string => {
  const found = pairOf(line);
  if (found === null) return line;
  const { key, from } = found;
  const value = line.slice(from);
  if (unsaid.test(value)) return line;
  const isSecret = secretKey.test(key) || (pinKey.test(key.replace(/["']/g, '')) && /\d{4,8}/.test(value));
  return isSecret ? `${line.slice(0, from)}${maskText}` : line;
};

/** Several pairs on one line, as in JSON or `a=1&password=x`. */
const inLine =
  /(["']?[\w -]{0,20}(?:passw(?:or)?d|passphrase|passwd|\bpwd|\bpin|\bpuk|secret|\bpsk|token)["']?\s*[:=]\s*)("[^"]*"|'[^']*'|[^\s,;&"']+)/gi;

/** Commands that carry a secret, wherever they stand in a line. Parameters have an end, so that a line of heads alone takes linear time. */
const commands: readonly (readonly [RegExp, string])[] = [
  [/(\+CPIN2?\s*=\s*)[^\r\n;]+/gi, `$1${maskText}`],
  [/(\+CPWD\s*=[^,\r\n;]{0,200},)[^\r\n;]+/gi, `$1${maskText}`],
  [/(\+CLCK\s*=[^,\r\n;]{0,200},[^,\r\n;]{0,200},)[^\r\n;]+/gi, `$1${maskText}`],
  [/(\+CGAUTH\s*[=:][^,\r\n;]{0,200},[^,\r\n;]{0,200},)[^\r\n;]+/gi, `$1${maskText}`],
  [/([a-z][a-z0-9+.-]{1,15}:\/\/[^\s:@/]{0,64}:)[^\s@/]{1,128}(@)/gi, `$1${maskText}$2`],
];

const isPrompt = (line: string): boolean => /(?:pass(?:word|phrase)?|pin|puk)\s*[:>]\s*$/i.test(line.trim());

/** The text with every secret masked. Lines stay lines, so that their numbers stay true. */
export const mask = (text: string): string => {
  let asked = false;
  return text
    .split(/(\r\n|\r|\n)/)
    .map((line, i) => {
      if (i % 2 === 1 || line.trim() === '') return line;
      const answersPrompt = asked && !/^\s*AT/i.test(line) && !/[:=]/.test(line);
      asked = isPrompt(line);
      if (answersPrompt) return maskText;
      const plain = commands.reduce((masked, [form, by]) => masked.replace(form, by), line);
      return maskPair(plain).replace(inLine, (whole: string, head: string, value: string) =>
        unsaid.test(value) || value.includes(maskText) || /\+\w+:?\s*$/.test(head.replace(/[:=]\s*$/, '')) ? whole : `${head}${maskText}`,
      );
    })
    .join('');
};
