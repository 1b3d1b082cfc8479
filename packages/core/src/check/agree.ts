// Whether two values that must agree do: one question for the bridges on the sheet and for the checks.
import { type Json, plainText } from '../name/index.ts';
import { type Code, ours, type Rule, type Said } from './rule.ts';
import { type Agreement, type AgreementKind, definition, type Parameter, partsOf, showValue } from '../sheet/index.ts';

const sameText = (a: Json, b: Json): boolean =>
  typeof a === 'string' && typeof b === 'string' ? a.trim().toLowerCase() === b.trim().toLowerCase() : a === b;
const inCommon = (a: Json, b: Json): boolean => {
  const others = partsOf(plainText(b)).map((part) => part.toLowerCase());
  return partsOf(plainText(a)).some((part) => others.includes(part.toLowerCase()));
};

const kinds: { readonly [K in AgreementKind]: (a: Json, b: Json) => boolean } = {
  equal: sameText,
  less: (a, b) => typeof a !== 'number' || typeof b !== 'number' || a < b,
  member: (a, b) => partsOf(plainText(b)).includes(plainText(a)),
  disjoint: (a, b) => !sameText(a, b),
  meet: inCommon,
};

/** Whether the two sides agree in the way that they have to. */
export const agrees = ({ kind }: Agreement, a: Json, b: Json): boolean => kinds[kind](a, b);

const traps: { readonly [row: number]: readonly number[] } = {
  1: [8],
  2: [9],
  6: [12],
  10: [53],
  13: [24],
  14: [24],
  15: [23],
  16: [23, 25],
  17: [27],
  18: [36],
  19: [37],
  22: [42],
  27: [47],
  29: [67],
  30: [70],
  32: [71],
  36: [81],
  39: [56],
  40: [34],
  42: [47],
  43: [55],
  44: [55],
  45: [13],
  47: [45, 113],
  48: [45],
  50: [16],
  51: [17],
  52: [94],
  54: [95],
};

const exampleOf = (of: Parameter | null, n: number): Json => {
  const form = of?.form;
  if (form === undefined) return n;
  if (form.is === 'count' || form.is === 'figure') return form.least + 1 + n;
  if (form.is === 'choice') return form.of[n]?.value ?? '';
  return form.is === 'yesno' ? n === 0 : `x${n}`;
};

/** The check that follows from an agreement; null where a rule of its own says more. */
export const ruleOf = (agreement: Agreement): Rule | null => {
  if (agreement.ruledBy !== undefined) return null;
  const { a, b, kind, lamp, severity, otherwise, row } = agreement;
  const [ofA, ofB] = [definition(a), definition(b)];
  const equal = { [a]: exampleOf(ofA, 0), [b]: exampleOf(ofA, 0) };
  const unlike = kind === 'less' ? { [a]: exampleOf(ofA, 1), [b]: exampleOf(ofA, 0) } : { [a]: exampleOf(ofA, 0), [b]: exampleOf(ofA, 1) };
  const increasing = { [a]: exampleOf(ofA, 0), [b]: exampleOf(ofA, 1) };
  const code: Code = `agree-${kind}`;
  return {
    id: `agree/${a}-${b}`,
    lamp,
    looksFor: `${ofA?.label ?? a} and ${ofB?.label ?? b}: ${kindWords[kind]}.`,
    source: ours('from what two devices must share'),
    traps: traps[row] ?? [],
    codes: [code],
    worst: severity,
    reads: [a, b],
    over: 'binding',
    also: [],
    find: (filled): readonly Said<string>[] => {
      const [one = null, other = null] = [filled[a], filled[b]];
      if (agrees(agreement, one, other)) return [];
      const args = {
        a: ofA?.label ?? a,
        b: ofB?.label ?? b,
        one: showValue(ofA, one),
        other: showValue(ofB, other),
        otherwise,
      };
      return [{ code, severity, args }];
    },
    examples: {
      of: 'values',
      fires: kind === 'disjoint' ? equal : unlike,
      silent: kind === 'disjoint' ? unlike : kind === 'less' ? increasing : equal,
    },
  };
};

/** How the two sides have to stand to each other. */
export const kindWords: { readonly [K in AgreementKind]: string } = {
  equal: 'the same on both',
  less: 'the first below the second',
  member: 'the first is one of the second',
  disjoint: 'never the same',
  meet: 'something in common',
};
