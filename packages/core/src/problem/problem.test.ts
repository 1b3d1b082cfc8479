import fc from 'fast-check';
import { wordFaults } from '../name/testing/index.ts';
import {
  bad,
  fields,
  flag,
  json,
  listOf,
  oneOf,
  optional,
  orNull,
  problem,
  type Problem,
  sentence,
  type Shape,
  text,
  whole,
  words,
} from './index.ts';

const codes = (shape: Shape<unknown>, value: unknown): string[] => {
  const parsed = shape(value, '');
  return parsed.ok ? [] : parsed.problems.map(({ code, path }) => `${code} ${path}`.trim());
};
const entry = fields({
  name: words(10),
  size: whole(1, 9),
  on: optional(flag),
  tags: listOf(oneOf(['a', 'b']), 3),
  note: orNull(text(5)),
  any: json,
});
const sound = { name: 'x', size: 3, tags: ['a'], note: null, any: { deep: [1] } };

test('a sound value is taken as it is, an optional field may be left out', () => {
  expect(entry(sound, '')).toEqual({ ok: true, value: sound });
  expect(entry({ ...sound, on: true }, '')).toEqual({ ok: true, value: { ...sound, on: true } });
});
test('all problems come at once, each with its path', () =>
  expect(codes(entry, { name: '  ', size: 10, on: 'yes', tags: ['a', 'c', 7], note: 'too long', extra: 1 })).toEqual([
    'unknown',
    'missing name',
    'range size',
    'type on',
    'choice tags[1]',
    'choice tags[2]',
    'long note',
    'missing any',
  ]));
test.each([[null], [[]], ['x'], [3], [undefined]])('%p is not an object', (value) => expect(codes(entry, value)).toEqual(['type']));
test('numbers are whole and safe, text is well-formed, lists have an end, JSON is pure', () => {
  expect(codes(whole(0, 9), 1.5)).toEqual(['type']);
  expect(codes(whole(0, Number.MAX_SAFE_INTEGER), 2 ** 60)).toEqual(['type']);
  expect(codes(text(9), '\ud800')).toEqual(['type']);
  expect(codes(listOf(flag, 2), [true, true, true])).toEqual(['range']);
  for (const impure of [Number.NaN, new Date(), undefined, { a: undefined }, () => 1, new Map()])
    expect(codes(json, impure)).toEqual(['type']);
});
test('a field that is called like a property of every object is still unknown', () => {
  expect(codes(entry, { ...sound, constructor: 1 })).toEqual(['unknown']);
  expect(codes(entry, JSON.parse(`{"__proto__":1,"name":"x","size":3,"tags":[],"note":null,"any":1}`))).toEqual(['unknown']);
});
test('no value makes a shape throw', () =>
  fc.assert(
    fc.property(fc.anything(), (value) => typeof entry(value, '').ok === 'boolean'),
    { seed: 12, numRuns: 200 },
  ));

const samples: readonly Problem[] = [
  problem('missing', 'name', {}),
  problem('unknown', 'data', { name: 'x' }),
  problem('type', 'at', { want: 'a number' }),
  problem('choice', 'kind', { got: 'x', of: 'a, b' }),
  problem('long', 'text', { most: 5, in: 'bytes' }),
  problem('range', 'port', { least: 1, most: 9, got: 10 }),
  problem('form', 'zone', { want: 'a zone', got: 'x' }),
  problem('check-digit', 'IMEI', { got: '7', want: '8' }),
  problem('not-json', '', {}),
  problem('not-canonical', '', {}),
  problem('other-hash', '', {}),
  problem('not-you', '', {}),
  problem('signed-out', '', {}),
  problem('not-yours', '', { may: 'accounts.lead' }),
  problem('part-only', 'kind', { part: 'desk' }),
  problem('secret-missing', 'value', { ref: 'X' }),
  problem('secret-unreadable', 'value', { ref: 'X' }),
  problem('account-taken', 'value', { account: '1', station: 'S' }),
  problem('no-station', 'stream', { stream: 's' }),
  problem('no-person', 'who.person', {}),
  problem('no-version', 'version', { id: 'ours', version: 9 }),
  problem('newer', '', { what: 'It' }),
  problem('mark', '', {}),
  problem('frame-unknown', '', { frame: 7 }),
  problem('frame-differs', '', { frame: 7, what: 'event' }),
  problem('frame-impossible', '', { frame: 7 }),
  problem('not-in-capture', '', { what: 'the card number' }),
  problem('not-shown', '', { why: 'The file does not show it.' }),
  problem('refused', '', { why: 'so.' }),
  problem('address', 'host', { got: '1', why: 'No.' }),
  problem('apn', 'APN', { why: 'no.' }),
];
test.each(samples.map((of): [string, Problem] => [of.code, of]))('%s is a sentence for a person', (_, of) => {
  expect(sentence(of)).toMatch(/^.{12,}\.$/);
  expect(wordFaults(sentence(of))).toEqual([]);
});
test('a problem without a path is about the entry; a given name takes the path’s place', () => {
  expect(sentence(problem('not-json', '', {}))).toBe('The entry is not readable as JSON.');
  expect(sentence(problem('check-digit', 'modem.imei', { got: '7', want: '8' }), 'The IMEI')).toBe(
    'The IMEI ends in 7; its check digit should be 8. Read it off again.',
  );
  expect(bad(problem('missing', 'a', {})).problems).toHaveLength(1);
});
