// Every word that the core puts on a screen: labels, reasons, profiles, cautions, meanings. Sentences with values in them are rendered by the tests of their own files.
import { rules, trapWords } from '../check/index.ts';
import { schools } from '../house/index.ts';
import { gradeMeans, lampMeans, stageMeans, verdictMeans, verdictWords } from '../lamp/index.ts';
import { lampWords } from '../name/index.ts';
import { textsIn, wordFaults } from '../name/testing/index.ts';
import { agreements, cautionGates, cautions, groupLabels, onceLabels, parameters, shippedProfiles } from '../sheet/index.ts';
import { formWords, sourceWords, whatItIs } from '../walk/index.ts';

const tables: readonly (readonly [string, unknown])[] = [
  ['labels and reasons of settings', parameters.map(({ label, why, form }) => [label, why, form])],
  ['forms and meanings of settings', parameters.map((of) => [formWords(of), whatItIs(of.key) ?? ''])],
  ['what must agree', agreements.map(({ otherwise }) => otherwise)],
  ['cautions', [cautions, cautionGates]],
  ['groups', [groupLabels, onceLabels]],
  ['profiles', shippedProfiles.map(({ name, about, menu = [] }) => [name, about, menu.map(({ says: _, ...of }) => of)])],
  ['lamps, their states, grades and stages', [lampWords, verdictWords, lampMeans, verdictMeans, gradeMeans, stageMeans]],
  ['schools', schools],
  ['checks and traps', [rules.map(({ looksFor }) => looksFor), trapWords]],
  ['sources', sourceWords],
];
test.each(tables)('%s have no brace, no missing value, no doubled blank and no plural of one', (_, table) => {
  expect(textsIn(table).flatMap(wordFaults)).toEqual([]);
});

test.each([
  ['Waits for {count}.', 'a brace'],
  ['The APN is undefined.', 'a value that is none'],
  ['Two  blanks.', 'doubled blanks'],
  ['1 values are missing.', 'a plural of one'],
  ['Enter it .', 'a blank before its mark'],
])('%s is found to have %s', (text, what) => {
  expect(wordFaults(text)).toEqual([`${what}: ${text}`]);
});
