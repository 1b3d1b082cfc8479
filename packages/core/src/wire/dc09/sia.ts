// The data of an SIA-DCS frame (ANSI/SIA DC-03 inside DC-09): modifiers and an event code of two letters with its number.

/** Common event codes in words, from memory of DC-03. */
const events: { readonly [code: string]: string } = {
  AR: 'mains restored',
  AT: 'mains lost',
  BA: 'burglary',
  BR: 'burglary restored',
  CL: 'closed',
  FA: 'fire',
  FR: 'fire restored',
  OP: 'opened',
  RP: 'periodic test',
  RX: 'manual test',
  TA: 'tamper',
  TR: 'tamper restored',
  YC: 'communication failed',
  YK: 'communication restored',
  YR: 'battery restored',
  YT: 'battery trouble',
};
const tests: readonly string[] = ['RP', 'RX'];

/** Codes that say that something is over. */
const restorals: readonly string[] = Object.entries(events).flatMap(([code, words]) => (words.endsWith(' restored') ? [code] : []));

export type Sia = {
  event: string;
  test: boolean;
  is: 'alarm' | 'restoral';
  code: string;
  zone: string;
  modifiers: { readonly [name: string]: string };
};

/** Reads one event block, as in `Nri1/CL501` or `NBA001`; null where there is none in it. */
export const readSia = (text: string): Sia | null => {
  const block = /^[NO](.*)$/s.exec(text.trim());
  if (block === null) return null;
  const parts = (block[1] ?? '').split('/');
  const modifiers = parts.flatMap((part) => {
    const found = /^([a-z]{2})(.{1,40})$/.exec(part);
    return found === null ? [] : [[found[1] ?? '', found[2] ?? ''] as const];
  });
  const event = parts.map((part) => /^([A-Z]{2})(\d{0,6})/.exec(part)).find((found) => found !== null);
  if (event == null) return null;
  const [, code = '', zone = ''] = event;
  return {
    event: events[code] ?? `code ${code}`,
    test: tests.includes(code),
    is: restorals.includes(code) ? 'restoral' : 'alarm',
    code,
    zone,
    modifiers: Object.fromEntries(modifiers),
  };
};
