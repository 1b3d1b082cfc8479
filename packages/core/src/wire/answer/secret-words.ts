// The words by which a secret is known: of a key (`Wi-Fi password: …`), of a line of a console (`community …`), of a value that is none ('not set').
// Words of other languages as dictionaries have them; which of them devices use is common practice, no source.
import { wordsOfName } from './name-words.ts';

/** In a word of a key, anywhere: what stands behind is a secret. */
const strong =
  /passw|passphrase|passkey|passcode|passord|pwd|psw|psk|secret|geheim|credential|kennwort|losung|schlussel|contrasen|clave|senha|palavrapasse|motdepasse|wachtwoord|losenord|adgangskode|salasana|hasl[lo]o?|heslo|jelszo|parola|parool|slaptazodis|sifre|\u043f\u0430\u0440\u043e\u043b|authorization|communit|apikey|presharedkey/;
/** As a whole word of a key. */
const whole = new Set(['pass', 'pw', 'pword', 'passwd', 'mdp', 'token', 'cookie', 'haslo', 'startword', 'sid', 'authkey', 'passe']);
/** A word that ends so carries a key: `wifikey`, `licensekey`; few that do carry none. */
const endsInKey = /keys?\d?$/;
const noKey = /^(?:monkey|turkey|hockey|hotkey|key(?:pad|board|switch))s?$/;
/** Numbers that open: only digits behind them are a secret ('PIN: ready' is none). */
const numbers = /^(?:(?:sim|card|chv|lock|admin|user)?(?:pin|puk)\d?|chv\d?|geheimzahl)$/;
const codes = new Set([
  'access',
  'unlock',
  'installer',
  'user',
  'entry',
  'alarm',
  'security',
  'master',
  'engineer',
  'service',
  'claim',
  'activation',
  'start',
  'sim',
  'admin',
  'duress',
  'login',
  'pairing',
]);
/** Behind the word for a secret: what is told is a property of it, not itself. */
const properties = new Set([
  'tries',
  'retries',
  'attempts',
  'left',
  'remaining',
  'status',
  'state',
  'enabled',
  'required',
  'length',
  'type',
  'mode',
  'lock',
  'changed',
  'expires',
  'expiry',
  'age',
  'min',
  'max',
  'minimum',
  'maximum',
  'count',
  'policy',
  'strength',
  'protection',
  'request',
  'counter',
  'format',
  'encryption',
  'algorithm',
  'lifetime',
  'interval',
  'quality',
  'set',
  'valid',
  'size',
  'index',
  'switch',
  'pad',
  'prompt',
  'field',
  'hint',
  'verified',
  'needed',
  'exchange',
  'management',
  'file',
]);

export type Opens = 'any' | 'digits';

const wordsOf = (key: string): string[] => wordsOfName(key).map((word) => word.replaceAll('\u0142', 'l'));

/** What stands behind a key as a secret: anything, digits only, or nothing (null). */
export const opensBy = (key: string): Opens | null => {
  const words = wordsOf(key);
  const last = words.at(-1) ?? '';
  if (words.length === 0 || properties.has(last) || words.includes('public') || words.includes('fingerprint')) return null;
  if (
    words.some((word) => strong.test(word) || whole.has(word)) ||
    /^(?:mot de passe|palavra passe|start word|.* start word)$/.test(words.join(' '))
  )
    return 'any';
  if (endsInKey.test(last) && !noKey.test(last)) return 'any';
  if (words.some((word) => numbers.test(word)) && !/^\d/.test(last)) return 'digits';
  return last === 'code' && words.slice(0, -1).some((word) => codes.has(word)) ? 'digits' : null;
};
export const isSecretKey = (key: string): boolean => opensBy(key) !== null;

/** A value that says something of a secret and is none. */
const unsaid =
  /^(?:ready|enabled?|disabled?|(?:not )?required|wanted|needed|on|off|none|null|ok|(?:not |un)?set|yes|no|true|false|[01]|n\/a|-+|not? (?:available|configured|present|pin|puk|password|key)|missing|empty|wrong|incorrect|invalid|accepted|correct|changed|expired|verified|blocked|unknown|default|hidden|\(hidden\)|\*+|default context|sim (?:pin|puk)2?)[.,;]?$/i;

/** True where a value behind a key that opens by `opens` is a secret. */
export const isSecretValue = (value: string, opens: Opens): boolean => {
  const bare = value.trim().replace(/^["'\\]+|["'\\,;]+$/g, '');
  if (bare === '' || unsaid.test(bare)) return false;
  return opens === 'any' || /\d{3,}/.test(bare.replace(/(?<=\d)[ -](?=\d)/g, ''));
};

/** Between a word and its secret: `password is x`, `secret 5 x`, `key ascii x`, `PIN code x`. */
export const isFiller = (word: string): boolean =>
  /^(?:is|was|are|be|=|as|now|new|\d|code|number|word|string|ascii|hex|text|plain|encrypted|base64|set|value|ist|es|est|:|->)$/i.test(word);

/** Ordinary words behind a word for a secret, by which it is no value: 'password required', 'key exchange'. */
const ordinary = new Set(
  (
    'to a an the and or not no of on in at by with has had have must should shall can may will were been it its this that these which who when if then else ' +
    'required wrong incorrect invalid accepted changed expired missing needed wanted found lost pressed failed mismatch verified blocked ready ok okay enabled disabled empty unknown default ' +
    'exchange switch pad board type length size id index mode name names file files generated chain management lifetime update updates updated rotation agreement pair pairs ' +
    'tries try attempts attempt retries left remaining status state lock locked policy strength protection prompt request access centre center agent service manager mask only user field header'
  ).split(' '),
);
export const isOrdinary = (word: string): boolean => ordinary.has(word.toLowerCase().replace(/[.,;:!?)]+$/, ''));
