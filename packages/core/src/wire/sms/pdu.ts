// Text messages as TPDUs: SUBMIT and DELIVER (3GPP TS 23.040, clauses 9.2.2 and 9.2.3), as they travel in hexadecimal over +CMGS and +CMGL (TS 27.005).
import { bad, good, type Parsed, problem } from '../../problem/index.ts';
import { type Instant, instant, utcInstant, utcParts } from '../../quantity/index.ts';
import { packSeptets, septetsOf, textOfSeptets, unpackSeptets } from '../../sums/index.ts';

export type Part = { readonly reference: number; readonly of: number; readonly part: number };
export type Submit = { readonly kind: 'submit'; readonly to: string; readonly text: string; readonly part: Part | null };
export type Deliver = {
  readonly kind: 'deliver';
  readonly from: string;
  readonly text: string;
  readonly at: Instant;
  readonly part: Part | null;
};
export type Tpdu = Submit | Deliver;

const hex = (bytes: Iterable<number>): string => Array.from(bytes, (byte) => byte.toString(16).toUpperCase().padStart(2, '0')).join('');
const swapped = (digits: string): number[] =>
  (digits.length % 2 === 0 ? digits : `${digits}F`).match(/../g)?.map((pair) => parseInt(`${pair[1] ?? ''}${pair[0] ?? ''}`, 16)) ?? [];
const unswapped = (bytes: Uint8Array, count: number): string =>
  Array.from(bytes, (byte) => `${(byte & 15).toString(16)}${(byte >> 4).toString(16)}`)
    .join('')
    .slice(0, count);

/** Length in digits, type of number, digits two a byte, the halves swapped; a name of letters is packed like text (9.1.2.5). */
const address = (number: string): number[] => {
  const digits = number.replace(/^\+/, '');
  if (/^\d*$/.test(digits)) return [digits.length, number.startsWith('+') ? 0x91 : 0x81, ...swapped(digits)];
  const septets = septetsOf(number)?.slice(0, 11) ?? [];
  return [Math.ceil((septets.length * 7) / 4), 0xd0, ...packSeptets(septets)];
};

const header = (part: Part | null): number[] => (part === null ? [] : [5, 0, 3, part.reference & 255, part.of, part.part]);

/** User data: its coding, its length (septets, else octets) and its octets. */
const userData = (text: string, part: Part | null): { coding: number; bytes: number[] } => {
  const head = header(part);
  const septets = septetsOf(text);
  if (septets === null) {
    const units = Array.from({ length: text.length }, (_, i) => text.charCodeAt(i)).flatMap((unit) => [unit >> 8, unit & 255]);
    return { coding: 8, bytes: [head.length + units.length, ...head, ...units] };
  }
  const fill = (7 - ((head.length * 8) % 7)) % 7;
  const whole = Math.ceil((head.length * 8) / 7) + septets.length;
  return { coding: 0, bytes: [whole, ...head, ...packSeptets(septets, fill)] };
};

/** A SUBMIT with the service centre that the card knows (00 leads); `length` is what +CMGS is given: octets without that. The text is one part; split it first. Validity by TS 23.040 clause 9.2.3.12.1, or none. */
export const writeSubmit = (of: {
  to: string;
  text: string;
  part?: Part | null;
  validity?: number | null;
  reference?: number;
}): { pdu: string; length: number } => {
  const { to, text, part = null, validity = null, reference = 0 } = of;
  const { coding, bytes } = userData(text, part);
  const first = 0x01 | (validity === null ? 0 : 0x10) | (part === null ? 0 : 0x40);
  const tpdu = [first, reference & 255, ...address(to), 0, coding, ...(validity === null ? [] : [validity]), ...bytes];
  return { pdu: `00${hex(tpdu)}`, length: tpdu.length };
};

/** Seven semi-octets of a service centre's time stamp, told in UTC (9.2.3.11). */
const stamp = (at: Instant): number[] => {
  const { year, month, day, hour, minute, second } = utcParts(at);
  return [year % 100, month, day, hour, minute, second, 0].flatMap((n) => swapped(String(n).padStart(2, '0')));
};

/** A DELIVER as a modem hands it out: the service centre first, then the message. */
export const writeDeliver = (of: { from: string; text: string; at: Instant; centre?: string; part?: Part | null }): string => {
  const { from, text, at, centre = '', part = null } = of;
  const { coding, bytes } = userData(text, part);
  const by = centre === '' ? [] : address(centre).slice(1);
  return hex([by.length, ...by, 0x04 | (part === null ? 0 : 0x40), ...address(from), 0, coding, ...stamp(at), ...bytes]);
};

/** Reads octets one after the other; past the end it gives none. */
class Octets {
  #at = 0;
  readonly all: Uint8Array;
  constructor(all: Uint8Array) {
    this.all = all;
  }
  get left(): number {
    return this.all.length - this.#at;
  }
  next(): number {
    return this.all[this.#at++] ?? 0;
  }
  take(count: number): Uint8Array {
    const taken = this.all.slice(this.#at, this.#at + count);
    this.#at += count;
    return taken;
  }
}

const readAddress = (octets: Octets): string => {
  const [digits, type] = [octets.next(), octets.next()];
  const bytes = octets.take(Math.ceil(digits / 2));
  // Names of letters are packed like text (9.1.2.5).
  if ((type & 0x70) === 0x50) return textOfSeptets(unpackSeptets(bytes, Math.floor((digits * 4) / 7)));
  return `${(type & 0x70) === 0x10 ? '+' : ''}${unswapped(bytes, digits)}`;
};

const partIn = (head: Uint8Array): Part | null => {
  for (let i = 0; i + 1 < head.length; i += 2 + (head[i + 1] ?? 0)) {
    const [element, length] = [head[i], head[i + 1]];
    if (element === 0 && length === 3) return { reference: head[i + 2] ?? 0, of: head[i + 3] ?? 0, part: head[i + 4] ?? 0 };
    if (element === 8 && length === 4)
      return { reference: ((head[i + 2] ?? 0) << 8) | (head[i + 3] ?? 0), of: head[i + 4] ?? 0, part: head[i + 5] ?? 0 };
  }
  return null;
};

/** The alphabet of a message by its coding octet, TS 23.038 clause 4 (from memory): groups 0 to 7 by bits 3 and 2, C and D the 7-bit one, E the 16-bit one, F by bit 2; reserved codings count as 7-bit. */
export const alphabetOf = (coding: number): '7-bit' | '8-bit' | '16-bit' => {
  const group = coding >> 4;
  if (group <= 7) return (['7-bit', '8-bit', '16-bit', '7-bit'] as const)[(coding >> 2) & 3] ?? '7-bit';
  if (group === 14) return '16-bit';
  return group === 15 && (coding & 4) !== 0 ? '8-bit' : '7-bit';
};

const readData = (octets: Octets, coding: number, headed: boolean): { text: string; part: Part | null } | null => {
  const length = octets.next();
  const alphabet = alphabetOf(coding);
  const bytes = octets.take(octets.left);
  const size = headed ? (bytes[0] ?? 0) + 1 : 0;
  if (size > bytes.length) return null;
  const part = headed ? partIn(bytes.slice(1, size)) : null;
  if (alphabet === '16-bit') {
    if (bytes.length < length) return null;
    const units = bytes.slice(size, length);
    let text = '';
    for (let i = 0; i + 1 < units.length; i += 2) text += String.fromCharCode(((units[i] ?? 0) << 8) | (units[i + 1] ?? 0));
    return { text, part };
  }
  if (alphabet === '8-bit') return { text: String.fromCharCode(...bytes.slice(size, length)), part };
  const skip = Math.ceil((size * 8) / 7);
  if (bytes.length < Math.ceil((length * 7) / 8) || length < skip) return null;
  return { text: textOfSeptets(unpackSeptets(bytes.slice(size), length - skip, (7 - ((size * 8) % 7)) % 7)), part };
};

const zoned = (bytes: Uint8Array): Instant | null => {
  const digits = unswapped(bytes.slice(0, 6), 12);
  const zone = bytes[6] ?? 0;
  const quarters = (zone & 7) * 10 + (zone >> 4);
  const [year = 0, month = 1, day = 1, hour = 0, minute = 0, second = 0] = (digits.match(/../g) ?? []).map(Number);
  const at = utcInstant({ year: 2000 + year, month, day, hour, minute, second });
  return at === null ? null : instant(at - ((zone & 8) === 0 ? 1 : -1) * quarters * 900_000);
};

/** Reads a SUBMIT or a DELIVER with its service centre in front. Never throws; what is cut or no such message says so. */
export const readPdu = (text: string): Parsed<Tpdu> => {
  const refuse = (why: string): Parsed<Tpdu> => bad(problem('refused', 'the PDU', { why }));
  if (!/^(?:[0-9A-Fa-f]{2}){8,250}$/.test(text)) return refuse('it is not an even number of hexadecimal digits.');
  const octets = new Octets(Uint8Array.from(text.match(/../g) ?? [], (pair) => parseInt(pair, 16)));
  octets.take(octets.next());
  const first = octets.next();
  const headed = (first & 0x40) !== 0;
  if ((first & 3) === 1) {
    octets.next();
    const to = readAddress(octets);
    octets.next();
    const coding = octets.next();
    octets.take([0, 7, 1, 7][(first >> 3) & 3] ?? 0);
    const data = octets.left < 1 ? null : readData(octets, coding, headed);
    return data === null ? refuse('it is cut short.') : good({ kind: 'submit', to, ...data });
  }
  if ((first & 3) !== 0) return refuse('it is neither SUBMIT nor DELIVER.');
  const from = readAddress(octets);
  octets.next();
  const coding = octets.next();
  const at = zoned(octets.take(7));
  const data = octets.left < 1 ? null : readData(octets, coding, headed);
  if (data === null) return refuse('it is cut short.');
  return at === null ? refuse('its time is none.') : good({ kind: 'deliver', from, at, ...data });
};
