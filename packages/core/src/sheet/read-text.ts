// Texts with a form of their own: read in every way that people type them, kept in one, and refused where two readers would take them for two things.
import { bad, good, type Parsed, problem } from '../problem/index.ts';
import { isZone } from '../quantity/index.ts';
import { parseAddress, parseIccid, parseImei, prefixOfMask } from '../sums/index.ts';
import type { TextAs } from './parameter.ts';

type Read = (typed: string, path: string) => Parsed<string>;

const readZone: Read = (typed, path) =>
  isZone(typed) ? good(typed) : bad(problem('form', path, { want: 'a zone name such as Europe/Paris', got: typed.slice(0, 40) }));

/** Octets of three digits, as some panels want them, are taken where octal and decimal readers agree (007), and else refused. */
const plainOctets = (typed: string): string =>
  /^(?:\d{3}\.){3}\d{3}$/.test(typed) && !/(?:^|\.)0(?:[1-9]\d|0[89])/.test(typed) ? typed.replace(/(^|\.)0{1,2}(?=\d)/g, '$1') : typed;

const readAddress: Read = (typed, path) => {
  const parsed = parseAddress(plainOctets(typed.trim()), path);
  return parsed.ok ? good(parsed.value.text) : parsed;
};

/** `192.168.7.0/24`, or with a mask after a space or slash. Kept as address and prefix length; an address inside is told, not mended. */
const readNetwork: Read = (typed, path) => {
  const want = 'a network such as 192.168.7.0/24';
  const found = /^\s*([0-9a-fA-F.:]+)\s*[/ ]\s*([\d.]+)\s*$/.exec(typed);
  const [, base = '', tail = ''] = found ?? [];
  if (found === null) return bad(problem('form', path, { want, got: typed.slice(0, 40) }));
  const parsed = parseAddress(plainOctets(base), path);
  if (!parsed.ok) return parsed;
  const prefix = tail.includes('.') ? prefixOfMask(tail) : Number(tail);
  if (prefix === null || prefix > (parsed.value.family === 4 ? 32 : 128))
    return bad(problem('form', path, { want, got: typed.slice(0, 40) }));
  return good(`${parsed.value.text}/${prefix}`);
};

/** Spaces, hyphens, dots and brackets are dropped. A bracketed zero is refused: some dial it, some don't. A missing country code is a finding, not a refusal. */
const readPhone: Read = (typed, path) => {
  if (typed.includes('(0)'))
    return bad(
      problem('form', path, { want: 'the number without (0): some dial the zero and some leave it out', got: typed.slice(0, 40) }),
    );
  const bare = typed.replace(/[\s().\u2010-\u2015/-]/g, '');
  return /^\+?\d{3,20}$/.test(bare)
    ? good(bare)
    : bad(problem('form', path, { want: 'a telephone number such as +44 7700 900123', got: typed.slice(0, 40) }));
};

/** Month and day, as 11-01; the 29th of February comes in one year of four, and begins nothing. */
const readSeason: Read = (typed, path) => {
  const text = typed.trim();
  const parsed = readDay(`2027-${text}`, path);
  return parsed.ok ? good(text) : bad(problem('form', path, { want: 'month-day, as 11-01', got: text.slice(0, 40) }));
};

const readNode: Read = (typed, path) => {
  const bare = typed.replace(/[\s:.-]/g, '').toLowerCase();
  return /^[0-9a-f]{8}$/.test(bare)
    ? good(bare)
    : bad(problem('form', path, { want: '8 hexadecimal digits, 0 to 9 and a to f', got: typed.slice(0, 40) }));
};

/** Only that it has what is called: what it does is seen when it runs. */
const readCode: Read = (typed, path) =>
  /\bdecodeUplink\b/.test(typed)
    ? good(typed)
    : bad(problem('form', path, { want: 'JavaScript with a function decodeUplink(input)', got: typed.trim().slice(0, 40) }));

const readEui: Read = (typed, path) => {
  const bare = typed.replace(/[\s:.-]/g, '').toLowerCase();
  return /^[0-9a-f]{16}$/.test(bare)
    ? good(bare)
    : bad(problem('form', path, { want: '16 hexadecimal digits, 0 to 9 and a to f', got: typed.slice(0, 40) }));
};

/** ISO 8601 only: 03/04/2027 is the third of April to some and the fourth of March to others. */
const readDay: Read = (typed, path) => {
  const text = typed.trim();
  const [, year = '', month = '', day = ''] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text) ?? [];
  const days = [
    31,
    Number(year) % 4 === 0 && (Number(year) % 100 !== 0 || Number(year) % 400 === 0) ? 29 : 28,
    31,
    30,
    31,
    30,
    31,
    31,
    30,
    31,
    30,
    31,
  ];
  const most = days[Number(month) - 1] ?? 0;
  if (year !== '' && Number(day) >= 1 && Number(day) <= most) return good(text);
  const two = /^\d{1,2}[./-]\d{1,2}[./-]\d{2,4}$/.test(text);
  return bad(
    problem('form', path, {
      want: two ? 'year-month-day, as 2027-03-14: day and month are read either way round' : 'a day such as 2027-03-14',
      got: text.slice(0, 40),
    }),
  );
};

const readTime: Read = (typed, path) => {
  const [, hour = '', minute = ''] = /^\s*(\d{1,2}):?(\d{2})\s*$/.exec(typed) ?? [];
  return hour !== '' && Number(hour) < 24 && Number(minute) < 60
    ? good(`${hour.padStart(2, '0')}:${minute}`)
    : bad(problem('form', path, { want: 'a time by the 24-hour clock, as 14:05', got: typed.slice(0, 40) }));
};

/** Words parted by commas, semicolons or spaces; bands get their capital letter. */
export const partsOf = (typed: string): string[] =>
  typed
    .split(/[,;\s]+/)
    .filter((part) => part !== '')
    .map((part) => (/^[bn]\d{1,3}$/i.test(part) ? (part.startsWith('n') ? part : part.toUpperCase()) : part));

/** A decimal number; a comma is taken for the point where it stands alone. A minus may be typed as people print it. */
const readNumber: Read = (typed, path) => {
  const bare = typed
    .trim()
    .replace(/^[\u2212\u2013]/, '-')
    .replace(/^(-?\d+),(\d+)$/, '$1.$2');
  return /^-?\d+(?:\.\d+)?(?:[eE][+-]?\d{1,2})?$/.test(bare) && Number.isFinite(Number(bare))
    ? good(String(Number(bare)))
    : bad(problem('form', path, { want: 'a number such as 4.2 or -10', got: typed.slice(0, 40) }));
};

const readers: { readonly [A in TextAs]: Read } = {
  iccid: parseIccid,
  imei: parseImei,
  zone: readZone,
  address: readAddress,
  network: readNetwork,
  phone: readPhone,
  eui: readEui,
  node: readNode,
  season: readSeason,
  code: readCode,
  day: readDay,
  time: readTime,
  number: readNumber,
  list: (typed) => good([...new Set(partsOf(typed))].join(', ')),
};

/** Reads a text of a form of its own. */
export const readText = (as: TextAs, typed: string, path: string): Parsed<string> => readers[as](typed, path);
