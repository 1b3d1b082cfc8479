// Contact ID (ANSI/SIA DC-05): event codes in words, and the check digit of a whole message.

const digitValue = (char: string): number => (char === '0' ? 10 : Number.parseInt(char, 16));

/**
 * The check digit that brings a message (account 4, type 18 or 98, qualifier and event 4, group 2, zone 3; blanks do not count) to a multiple of 15.
 * 0 counts as 10, B to F as 11 to 15; a needed 0 is sent as F. Source: ANSI/SIA DC-05. Throws a RangeError on anything but 15 such digits.
 */
export const contactIdCheck = (message: string): string => {
  const digits = message.replaceAll(' ', '').toUpperCase();
  if (!/^[0-9B-F]{15}$/.test(digits)) throw new RangeError(`expected 15 digits of Contact ID, got '${message.slice(0, 40)}'`);
  const sum = Array.from(digits, digitValue).reduce((a, b) => a + b, 0);
  const need = (15 - (sum % 15)) % 15;
  return need === 0 ? 'F' : need === 10 ? '0' : need.toString(16).toUpperCase();
};

/** Event codes in words, from memory of DC-05; a restoral is said by the qualifier. */
const events: { readonly [code: string]: string } = {
  '110': 'fire',
  '130': 'burglary',
  '131': 'burglary, perimeter',
  '137': 'tamper',
  '301': 'mains lost',
  '302': 'battery low',
  '305': 'reset',
  '350': 'communication trouble',
  '354': 'failure to communicate',
  '401': 'opened by user',
  '570': 'bypass',
  '601': 'manual test',
  '602': 'periodic test',
  '627': 'programming entered',
  '628': 'programming left',
};
const tests: readonly string[] = ['601', '602'];

export type ContactId = {
  event: string;
  test: boolean;
  qualifier: string;
  code: string;
  group: string;
  zone: string;
  is: 'alarm' | 'restoral';
};
export type ContactIdRead = { ok: true; value: ContactId } | { ok: false; why: 'contact id' | 'contact id check' };

const inWords = (qualifier: string, code: string): string => {
  const name = events[code] ?? `event ${code}`;
  if (code === '401' && qualifier === '3') return 'closed by user';
  return qualifier === '3' ? `${name} restored` : qualifier === '6' ? `${name} still present` : name;
};

/** Reads `QXYZ GG CCC` as DC-09 carries it, or the whole sixteen digits of DC-05, whose check digit must then agree. */
export const readContactId = (text: string): ContactIdRead => {
  const bare = text.replaceAll(' ', '').toUpperCase();
  const whole = /^([0-9B-F]{4}(?:18|98)[136][0-9B-F]{8})([0-9B-F])$/.exec(bare);
  if (whole !== null && contactIdCheck(whole[1] ?? '') !== whole[2]) return { ok: false, why: 'contact id check' };
  const found = /^([136])([0-9B-F]{3})([0-9B-F]{2})([0-9B-F]{3})$/.exec(whole === null ? bare : (whole[1] ?? '').slice(6));
  if (found === null) return { ok: false, why: 'contact id' };
  const [, qualifier = '', code = '', group = '', zone = ''] = found;
  return {
    ok: true,
    value: {
      event: inWords(qualifier, code),
      test: tests.includes(code),
      qualifier,
      code,
      group,
      zone,
      is: qualifier === '3' ? 'restoral' : 'alarm',
    },
  };
};
