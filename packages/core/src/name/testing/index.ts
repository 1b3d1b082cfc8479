// What no sentence of a screen may have: for the tests of every words file.

const faults: readonly (readonly [RegExp, string])[] = [
  [/[{}]/, 'a brace'],
  [/undefined|\bnull\b|NaN|\[object/, 'a value that is none'],
  [/\S {2,}\S/, 'doubled blanks'],
  [/ [.,;:!?](?:\s|$)/, 'a blank before its mark'],
  [/\.\.(?!\.)|,,|;;/, 'a doubled mark'],
  [/^\s|\s$/, 'a blank at its end'],
  [
    /(?<![\d.,])1 (?:values|stations|settings|stops|calls|days|hours|minutes|seconds|wires|events|paths|inputs|misses|entries|rows|readings|more settings|prompts|presses|cards|devices)\b/,
    'a plural of one',
  ],
];

/** What is wrong with a sentence; empty for a sound one. */
export const wordFaults = (text: string): string[] => faults.flatMap(([form, what]) => (form.test(text) ? [`${what}: ${text}`] : []));

/** Every text in a table of words, however deep. */
export const textsIn = (value: unknown): string[] => {
  if (typeof value === 'string') return [value];
  if (Array.isArray(value)) return value.flatMap(textsIn);
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsIn) : [];
};
