// The check digit of a card's number, opened into its steps.
import type { Origin } from '../../name/index.ts';
import type { Worked } from '../../problem/index.ts';
import { parseIccid } from './identifiers.ts';
import { luhnDigit } from './luhn.ts';

/** Doubles every other digit from the right, starting with the last of the payload: what each contributes. */
const contributions = (payload: string): number[] =>
  Array.from(payload, (char, i) => {
    const doubled = Number(char) * ((payload.length - i) % 2 === 1 ? 2 : 1);
    return doubled > 9 ? doubled - 9 : doubled;
  });

/** The check of an ICCID (ITU-T E.118) by ISO/IEC 7812-1 annex B. `value` is the digit that it should end in. A disagreement is a reason to read it again: some issuers use no check digit. */
export const iccidCheck = (typed: string, origin: Origin = 'typed'): Worked<'iccid'> => {
  const parsed = parseIccid(typed);
  const inputs = [{ name: 'iccid', value: parsed.ok ? parsed.value : typed.slice(0, 40), in: null, origin }] as const;
  if (!parsed.ok) return { sum: 'iccid', value: null, in: null, inputs, steps: [], assumes: [], outside: 'iccid-form' };
  const payload = parsed.value.slice(0, -1);
  const parts = contributions(payload);
  const sum = parts.reduce((a, b) => a + b, 0);
  const source = { standard: 'ISO/IEC 7812-1', clause: 'annex B', fromMemory: false } as const;
  const want = luhnDigit(payload);
  return {
    sum: 'iccid',
    value: want,
    in: null,
    inputs,
    steps: [
      {
        code: 'iccid-payload',
        formula: 'all digits but the last',
        gives: payload,
        in: null,
        source: { standard: 'ITU-T E.118', clause: '4.1', fromMemory: true },
      },
      { code: 'iccid-double', formula: parts.join(' + '), gives: sum, in: null, source },
      { code: 'iccid-digit', formula: `(10 \u2212 ${sum} mod 10) mod 10`, gives: want, in: null, source },
      {
        code: 'iccid-compare',
        formula: `${want} against the last digit ${parsed.value.slice(-1)}`,
        gives: want === parsed.value.slice(-1) ? 'agrees' : 'differs',
        in: null,
        source,
      },
    ],
    assumes: parsed.value.length === 20 ? ['iccid-twenty', 'iccid-blind'] : ['iccid-blind'],
    outside: null,
  };
};
