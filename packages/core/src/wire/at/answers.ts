// What each standard answer of a modem says (3GPP TS 27.007): one line of response to what was found in it. Null: the line is of this command and not in its form.
import type { Measure } from '../../name/index.ts';
import { parseAddress, wrongCheckDigit } from '../../sums/index.ts';
import { type FoundName, type Said, said } from '../answer/found.ts';
import { type Cause, emmCauses, esmCauses, fiveGCauses, registrations, technologies } from './causes.ts';
import { cmeErrors, cmeNumber, cmsErrors } from './errors.ts';
import { cesqLevel, type CesqScale, csqErrors, csqRssi, type LevelRead } from './levels.ts';

/** Fields at commas, with quotes taken off; a comma in quotes or brackets does not part. */
export const fieldsOf = (rest: string): { text: string; quoted: boolean }[] => {
  const fields: string[] = [''];
  let quoted = false;
  let depth = 0;
  for (const char of rest) {
    if (char === '"') quoted = !quoted;
    else if (!quoted && char === '(') depth++;
    else if (!quoted && char === ')') depth--;
    if (char === ',' && !quoted && depth <= 0) fields.push('');
    else fields[fields.length - 1] = `${fields.at(-1) ?? ''}${char}`;
  }
  return fields.map((field) => {
    const bare = field.trim();
    return { text: bare.replace(/^"(.*)"$/, '$1'), quoted: bare.startsWith('"') };
  });
};

const numberOf = (field: { text: string } | undefined): number =>
  field !== undefined && /^-?\d{1,6}$/.test(field.text) ? Number(field.text) : Number.NaN;

const leveled = (what: FoundName, measure: Measure, read: LevelRead, more: Partial<Said> = {}): Said[] => {
  if (read.is !== 'level') return [];
  const { least, most } = read.level;
  return [said(what, least ?? most ?? 0, { in: measure, level: read.level, ...more })];
};

const pinWords: readonly (readonly [RegExp, string, string])[] = [
  [/^READY$/i, 'ready', ''],
  [/^SIM PIN2?$/i, 'PIN wanted', 'Three wrong tries lock the card.'],
  [/^SIM PUK2?$/i, 'PUK wanted', 'Ten wrong tries end the card for good: ask the carrier for the PUK.'],
  [/^(?:NOT INSERTED|SIM NOT INSERTED|ABSENT)$/i, 'no card', ''],
];
const cpin = (rest: string): Said[] | null => {
  const word = rest.trim().replaceAll('"', '');
  const known = pinWords.find(([form]) => form.test(word));
  if (known !== undefined) return [said('card.pin', known[1], { note: known[2] })];
  return /^PH-/i.test(word)
    ? [said('card.pin', word.toUpperCase(), { note: 'The device is locked to a card or network, not the card.' })]
    : null;
};

const csq = (rest: string): Said[] | null => {
  const [rssi, ber] = fieldsOf(rest).map(numberOf);
  const [level, errors] = [csqRssi(rssi ?? Number.NaN), csqErrors(ber ?? 99)];
  if (level.is === 'wrong' || errors.is === 'wrong') return null;
  if (level.is === 'unknown') return [said('signal.rssi', 'not known', { note: '99: the modem has no level now.' })];
  return [...leveled('signal.rssi', 'dBm', level), ...leveled('signal.errors', 'percent', errors)];
};

const cesqFields: readonly (readonly [CesqScale | null, FoundName, Measure, string])[] = [
  ['rxlev', 'signal.rxlev', 'dBm', 'GSM'],
  [null, 'signal.errors', 'percent', 'GSM'],
  ['rscp', 'signal.rscp', 'dBm', 'UMTS'],
  ['ecno', 'signal.ecno', 'dB', 'UMTS'],
  ['rsrq', 'signal.rsrq', 'dB', 'LTE'],
  ['rsrp', 'signal.rsrp', 'dBm', 'LTE'],
  ['ssRsrq', 'signal.rsrq', 'dB', 'NR'],
  ['ssRsrp', 'signal.rsrp', 'dBm', 'NR'],
  ['ssSinr', 'signal.sinr', 'dB', 'NR'],
];
const cesq = (rest: string): Said[] | null => {
  const numbers = fieldsOf(rest).map(numberOf);
  if (numbers.length !== 6 && numbers.length !== 9) return null;
  const reads = numbers.map((n, i) => {
    const [scale] = cesqFields[i] ?? [null];
    return scale === null ? csqErrors(n) : cesqLevel(scale, n);
  });
  if (reads.some(({ is }) => is === 'wrong')) return null;
  const found = reads.flatMap((read, i) => {
    const [, what, measure, of] = cesqFields[i] ?? [null, 'signal.errors', 'percent', ''];
    return leveled(what, measure, read, { of });
  });
  return found.length > 0 ? found : [said('signal.rsrp', 'not known', { note: 'Every field says that it is not known.' })];
};

const technology = (field: { text: string } | undefined, of = ''): Said[] => {
  const found = technologies[numberOf(field)];
  return found === undefined ? [] : [said('network.technology', found.name, { of })];
};

const operator = (format: string, name: string): Said => {
  const numeric = format === '2' || /^\d{5,6}$/.test(name);
  return said('network.operator', numeric ? `${name.slice(0, 3)}-${name.slice(3)}` : name);
};
const cops = (rest: string): Said[] | null => {
  if (rest.trimStart().startsWith('('))
    return fieldsOf(rest).flatMap(({ text }) => {
      const [stat, long, , number] = fieldsOf(text.replace(/^\(|\)$/g, ''));
      const state = ['unknown', 'available', 'current', 'forbidden'][numberOf(stat)];
      return state === undefined || number === undefined
        ? []
        : [said('network.seen', `${long?.text ?? ''} ${number.text}`.trim(), { note: state })];
    });
  const [mode, format, name, act] = fieldsOf(rest);
  if (mode === undefined || !/^[0-4]$/.test(mode.text)) return null;
  if (name === undefined || format === undefined)
    return [said('network.operator', 'none', { note: mode.text === '2' ? 'Deregistered by command.' : 'No network is chosen now.' })];
  return [operator(format.text, name.text), ...technology(act)];
};

export const causeNote = (cause: Cause | undefined): string =>
  cause === undefined ? 'Not in the tables of TS 24.301.' : `${cause.name}. ${cause.onSite}`;

const domains: { readonly [command: string]: string } = { CREG: 'voice', CGREG: '2G and 3G data', CEREG: '4G', C5GREG: '5G' };
/** Where type and number of the reject cause stand behind the state: +CGREG has the routing area before them, +C5GREG the length and list of allowed slices (TS 27.007, clauses 7.2, 10.1.20, 10.1.22, 10.1.47, from memory). */
const causeAt: { readonly [command: string]: number } = { CREG: 4, CGREG: 5, CEREG: 4, C5GREG: 6 };
const registration = (command: string, rest: string): Said[] | null => {
  const all = fieldsOf(rest);
  const [first, second] = all;
  const asked = second !== undefined && !second.quoted && /^\d{1,2}$/.test(second.text);
  const of = asked ? all.slice(1) : all;
  const [stat, area, cell, act] = of;
  const state = registrations[numberOf(stat)];
  const domain = domains[command];
  if (first === undefined || state === undefined || domain === undefined) return null;
  if (all.some(({ text, quoted }) => !quoted && !/^[\dA-Fa-f.]*$/.test(text))) return null; // words behind it are somebody's telling
  const at = causeAt[command] ?? 4;
  const [kind, cause] = [numberOf(of[at]), numberOf(of[at + 1])];
  const [plane, causes] = command === 'C5GREG' ? (['5GMM', fiveGCauses] as const) : (['EMM', emmCauses] as const);
  return [
    said('network.registration', state, { of: domain }),
    ...(area?.quoted === true && area.text !== '' ? [said('network.area', area.text, { of: domain })] : []),
    ...(cell?.quoted === true && cell.text !== '' ? [said('network.cell', cell.text, { of: domain, note: cellNote(cell.text, act) })] : []),
    ...technology(act, domain),
    ...(kind === 0 && !Number.isNaN(cause) ? [said('cause', cause, { of: plane, note: causeNote(causes[cause]) })] : []),
    ...(kind === 1 && !Number.isNaN(cause)
      ? [said('cause', cause, { of: 'maker’s own', note: 'A number of the modem’s maker: see its manual.' })]
      : []),
  ];
};
/** eNB and cell of a 28-bit E-UTRAN cell identity. */
const cellNote = (hex: string, act: { text: string } | undefined): string => {
  const id = Number.parseInt(hex, 16);
  return ['7', '9'].includes(act?.text ?? '') && /^[0-9A-F]{1,8}$/i.test(hex) ? `eNB ${Math.floor(id / 256)}, cell ${id % 256}` : '';
};

/** An address as TS 27.007 writes it: four numbers, or sixteen for IPv6; a mask may follow. Null where there is none. */
export const addressOf = (text: string): string | null => {
  const parts = text.split('.');
  if (parts.length === 4 || parts.length === 8) return v4(parts.slice(0, 4));
  const octets = parts.length === 16 || parts.length === 32 ? parts.slice(0, 16).map(Number) : null;
  if (octets?.every((n) => Number.isInteger(n) && n >= 0 && n <= 255)) {
    const groups = Array.from({ length: 8 }, (_, i) => ((octets[2 * i] ?? 0) * 256 + (octets[2 * i + 1] ?? 0)).toString(16));
    const parsed = parseAddress(groups.join(':'));
    return parsed.ok ? parsed.value.text : null;
  }
  const parsed = parseAddress(text);
  return parsed.ok ? parsed.value.text : null;
};
const v4 = (parts: readonly string[]): string | null => {
  const parsed = parseAddress(parts.join('.'));
  return parsed.ok ? parsed.value.text : null;
};
const kindNotes: { readonly [kind: string]: string } = {
  private: 'A private address: nobody reaches it from outside.',
  'carrier NAT': 'Behind the carrier’s NAT: nobody reaches it from outside.',
};
export const addressSaid = (text: string, of: string): Said[] => {
  const address = addressOf(text.trim());
  if (address === null || address === '0.0.0.0' || address === '::') return [said('context.active', 'no address', { of })];
  const parsed = parseAddress(address);
  const kind = parsed.ok ? parsed.value.kind : '';
  return [said('context.address', address, { of, note: kindNotes[kind] ?? `Kind: ${kind}.` })];
};

const cgdcont = (rest: string): Said[] | null => {
  const [cid, type, apn] = fieldsOf(rest);
  if (cid === undefined || type === undefined || Number.isNaN(numberOf(cid))) return null;
  const of = `context ${cid.text}`;
  return [
    said('context.type', type.text, { of }),
    said('context.apn', apn === undefined || apn.text === '' ? 'network default' : apn.text, { of }),
  ];
};
const cgact = (rest: string): Said[] | null => {
  const [cid, state] = fieldsOf(rest).map(numberOf);
  return cid === undefined || state === undefined || ![0, 1].includes(state)
    ? null
    : [said('context.active', state === 1 ? 'active' : 'not active', { of: `context ${cid}` })];
};
const cgpaddr = (rest: string): Said[] | null => {
  const [cid, ...addresses] = fieldsOf(rest);
  if (cid === undefined || Number.isNaN(numberOf(cid))) return null;
  const given = addresses.filter(({ text }) => text !== '');
  return (given.length === 0 ? [{ text: '' }] : given).flatMap(({ text }) => addressSaid(text, `context ${cid.text}`));
};
const cgcontrdp = (rest: string): Said[] | null => {
  const [cid, , apn, address, , dns, dns2] = fieldsOf(rest);
  if (cid === undefined || apn === undefined) return null;
  const of = `context ${cid.text}`;
  return [
    said('context.apn', apn.text, { of }),
    ...(address === undefined || address.text === '' ? [] : addressSaid(address.text, of)),
    ...[dns, dns2].flatMap((server) => {
      const text = server === undefined ? null : addressOf(server.text);
      return text === null ? [] : [said('context.dns', text, { of })];
    }),
  ];
};

const swapped = (hex: string): string => hex.replace(/(.)(.)/g, '$2$1');
/** The card's own files: EF_ICCID as ten octets with their nibbles swapped, EF_AD with the MNC's length in its fourth. */
const crsm = (rest: string): Said[] | null => {
  const [sw1, sw2, data] = fieldsOf(rest);
  const status = `${numberOf(sw1).toString(16)}${numberOf(sw2).toString(16).padStart(2, '0')}`.toUpperCase();
  if (sw1 === undefined || sw2 === undefined || status.includes('NAN')) return null;
  const refusals: { readonly [status: string]: string } = {
    '6982': 'The card asks for its PIN first.',
    '6A82': 'The card has no such file.',
  };
  if (status !== '9000') return [said('error.text', `card status ${status}`, { note: refusals[status] ?? '' })];
  const hex = data?.text.toUpperCase() ?? '';
  if (/^98[0-9A-F]{18}$/.test(hex)) return [said('card.number', swapped(hex).replace(/F+$/, ''))];
  const length = /^[0-9A-F]{6}0([23])/.exec(hex)?.[1];
  return length === undefined ? null : [said('card.mncLength', Number(length), { in: 'count' })];
};

/** A number with a check digit, as it was read; where that disagrees it may be misread, or its issuer uses none. Zeros alone are no number. */
export const numbered = (what: 'card.number' | 'modem.imei', digits: string): Said[] => {
  if (/^0+$/.test(digits)) return [];
  const wrong = what === 'modem.imei' && digits.length !== 15 ? null : wrongCheckDigit(digits);
  return [
    said(what, digits, wrong === null ? {} : { sure: false, note: `It ends in ${wrong.got}; its check digit should be ${wrong.want}.` }),
  ];
};

const iccid = (rest: string): Said[] | null => {
  const digits = rest.replace(/["\s-]/g, '').replace(/f+$/i, '');
  return /^89\d{15,18}$/.test(digits) ? numbered('card.number', digits) : null;
};
const imei = (rest: string): Said[] | null => {
  const digits = rest.replace(/["\s-]/g, '');
  return /^\d{15}$/.test(digits)
    ? /^0+$/.test(digits)
      ? [said('modem.imei', 'not programmed', { sure: false, note: 'All zeros: no IMEI was ever written into this modem.' })]
      : numbered('modem.imei', digits)
    : /^\d{16}$/.test(digits)
      ? [said('modem.imei', digits, { note: 'IMEISV: it has no check digit.', sure: false })]
      : null;
};
const imsi = (rest: string): Said[] | null => {
  const digits = rest.replaceAll('"', '').trim();
  return /^\d{6,15}$/.test(digits) ? [said('card.imsi', digits)] : null;
};

const cme = (rest: string): Said[] | null => {
  const bare = rest.trim();
  const code = /^\d{1,4}$/.test(bare) ? Number(bare) : cmeNumber(bare);
  const card: { readonly [code: number]: string } = { 10: 'no card', 11: 'PIN wanted', 12: 'PUK wanted' };
  const state = code === null ? undefined : card[code];
  return [
    code === null
      ? said('error.text', bare)
      : said('error.cme', code, { in: 'count', note: cmeErrors[code] ?? 'A number that TS 27.007 does not name here.' }),
    ...(state === undefined ? [] : [said('card.pin', state)]),
  ];
};
const cms = (rest: string): Said[] | null => {
  const code = Number(rest.trim());
  return Number.isInteger(code)
    ? [said('error.cms', code, { in: 'count', note: cmsErrors[code] ?? 'A number that TS 27.005 does not name here.' })]
    : [said('error.text', rest.trim())];
};
const ceer = (rest: string): Said[] | null => {
  const text = rest.trim().replace(/^"(.*)"$/, '$1');
  const found = /\b(EMM|GMM|ESM|SM)\b\D{0,24}(\d{1,3})/i.exec(text);
  if (found === null) return text === '' ? null : [said('error.text', text)];
  const cause = Number(found[2]);
  const session = /^E?SM$/i.test(found[1] ?? '');
  return [said('cause', cause, { of: session ? 'ESM' : 'EMM', note: causeNote((session ? esmCauses : emmCauses)[cause]) })];
};

const functions: { readonly [n: string]: string } = { '0': 'minimum', '1': 'full', '4': 'radio off, the card stays' };

type Reader = (rest: string) => Said[] | null;
const readers: { readonly [command: string]: Reader } = {
  CPIN: cpin,
  CSQ: csq,
  CESQ: cesq,
  COPS: cops,
  CREG: (rest) => registration('CREG', rest),
  CGREG: (rest) => registration('CGREG', rest),
  CEREG: (rest) => registration('CEREG', rest),
  C5GREG: (rest) => registration('C5GREG', rest),
  CGATT: (rest) => (/^\s*[01]\s*$/.test(rest) ? [said('network.attached', rest.trim() === '1' ? 'yes' : 'no')] : null),
  CGDCONT: cgdcont,
  CGACT: cgact,
  CGPADDR: cgpaddr,
  CGCONTRDP: cgcontrdp,
  CRSM: crsm,
  CGSN: imei,
  GSN: imei,
  CIMI: imsi,
  CFUN: (rest) => [said('modem.function', functions[rest.trim()] ?? rest.trim())],
  CEER: ceer,
  'CME ERROR': cme,
  'CMS ERROR': cms,
};

/** Spellings of the command for the card's number: none is in TS 27.007, so modems differ in prefix and length. */
export const isCardNumber = (command: string): boolean => /^[A-Z]?I?CCID$/.test(command);

/** What a line `+NAME: rest` says; undefined for a command that this reader does not know. */
export const readAnswerLine = (command: string, rest: string): Said[] | null | undefined =>
  isCardNumber(command) ? iccid(rest) : Object.hasOwn(readers, command) ? readers[command]?.(rest) : undefined;

export const bareReaders: { readonly [command: string]: Reader } = {
  CIMI: imsi,
  CGSN: imei,
  GSN: imei,
  ICCID: iccid,
};
export const identityCommands: readonly string[] = ['I', 'CGMI', 'CGMM', 'CGMR', 'GMI', 'GMM', 'GMR'];
