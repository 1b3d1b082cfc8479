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

/** Reads an event block, as in `Nri1/CL501`, `NBA001` or `Nri1/OP12/BA03`: one for each event code, with the modifiers that stand before it. Empty where there is none. */
export const readSia = (text: string): Sia[] => {
  const block = /^[NO](.*)$/s.exec(text.trim());
  const found: Sia[] = [];
  let modifiers: { readonly [name: string]: string } = {};
  for (const part of (block?.[1] ?? '').split('/')) {
    const [, name = '', value = ''] = /^([a-z]{2})(.{1,40})$/.exec(part) ?? [];
    if (name !== '') modifiers = { ...modifiers, [name]: value };
    const [, code = '', zone = ''] = /^([A-Z]{2})(\d{0,6})/.exec(part) ?? [];
    if (code === '') continue;
    const is = restorals.includes(code) ? 'restoral' : 'alarm';
    found.push({ event: events[code] ?? `code ${code}`, test: tests.includes(code), is, code, zone, modifiers });
  }
  return found;
};
