// What no text in the code of a screen may have: for those that stand in words files there are their own tests.
import { wordFaults } from '@green-lamp/core/name/testing';
import { gap, screenTexts, type ScreenText, textsInCode } from '../testing/screen-words';

/** Names that code and entries keep, and older wordings: docs/WORDS.md has what a screen says instead. */
const superseded =
  /\b(?:Bearer|Reach|marginal|stale|dark lamp|Somebody says so|Take it$|Put it on the sheet|That is me|Many like it|From afar|Type it in$|It was…|Asked…)/;
const plural = new RegExp(
  `${gap} (?:values|stations|settings|stops|calls|days|hours|minutes|seconds|wires|events|paths|inputs|misses|entries|rows|readings|presses|cards|devices|lines|files|changes|units|lamps|findings|frames|texts|messages|pictures|ports|sites|times|people|steps|keys|bytes|prompts|answers|connections)\\b`,
);

const faultsOf = ({ text, chosenByCount }: ScreenText): string[] => [
  // A record to type is no sentence, and a piece of one may begin or end with a blank.
  ...wordFaults(
    text
      .replaceAll(/\S*;;\S*/g, gap)

      .trim(),
  ),
  ...(/\s/.test(text) && superseded.test(text) ? ['a word that a screen no longer says'] : []),
  ...(plural.test(text) && !chosenByCount ? ['a plural that one would have, too'] : []),
];

test('no text of a screen has a brace, a missing value, doubled blanks, a code name or a plural of one', () => {
  const all = screenTexts();
  expect(all.length).toBeGreaterThan(1500);
  expect(all.flatMap((of) => faultsOf(of).map((fault) => `${of.file}:${of.line}: ${fault}: ${of.text}`))).toEqual([]);
});

test.each([
  ['<p>{n} entries wait</p>', 'a plural that one would have, too'],
  ['const a = `${n} stations`;', 'a plural that one would have, too'],
  ['<b title="The Bearer is up" />', 'a word that a screen no longer says'],
  ['<p>Waits for {"{count} calls"}.</p>', 'a brace: {count} calls'],
  ['<p>It is  there</p>', 'doubled blanks'],
  ['<p>{where} is there .</p>', 'a blank before its mark'],
])('in %s is found: %s', (code, fault) => {
  expect(textsInCode(code).flatMap(faultsOf).join()).toContain(fault);
});
test.each(['<p>{n === 1 ? "once" : `${n} times`}</p>', '<p className="dark stale">Ready</p>', 'import "./Bearer at all";'])(
  '%s is sound',
  (code) => {
    expect(textsInCode(code).flatMap(faultsOf)).toEqual([]);
  },
);
