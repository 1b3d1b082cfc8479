// Bodies that units post: SenML against the examples of RFC 8428 (5.1, typed from memory of it), plain JSON, CSV after RFC 4180.
import fc from 'fast-check';
import { bytesOf, type Call } from '../call.ts';
import { lineEar } from '../line/ear.ts';
import { exampleCall } from '../example.ts';
import { callsOf, formOf, readBody, sniffed } from './posted.ts';
import { postedWhy } from './words.en.ts';

const now = Date.UTC(2026, 10, 27, 18, 0, 0);
const fieldsOf = (form: 'json' | 'senml' | 'csv', text: string): unknown => {
  const read = readBody(form, text, now);
  return read.ok ? read.rows.map(({ instant, fields }) => [instant, fields]) : read.why;
};

test('RFC 8428, 5.1.1: one record with its name, unit and value', () =>
  expect(fieldsOf('senml', '[{"n":"urn:dev:ow:10e2073a01080063","u":"Cel","v":23.1}]')).toEqual([
    ['2026-11-27T18:00:00Z', { 'urn:dev:ow:10e2073a01080063': '23.1 Cel' }],
  ]));
test('RFC 8428, 5.1.2: a base name goes before each name', () =>
  expect(
    fieldsOf('senml', '[{"bn":"urn:dev:ow:10e2073a01080063:","n":"voltage","u":"V","v":120.1},{"n":"current","u":"A","v":1.2}]'),
  ).toEqual([
    ['2026-11-27T18:00:00Z', { 'urn:dev:ow:10e2073a01080063:voltage': '120.1 V', 'urn:dev:ow:10e2073a01080063:current': '1.2 A' }],
  ]));
test('RFC 8428, 5.1.2: base time, base unit and relative times; what is of one instant is one call, oldest first', () =>
  expect(
    fieldsOf(
      'senml',
      '[{"bn":"urn:dev:ow:10e2073a0108006:","bt":1.276020076001e+09,"bu":"A","bver":5,"n":"voltage","u":"V","v":120.1},{"n":"current","t":-5,"v":1.2},{"n":"current","t":-4,"v":1.3},{"n":"current","v":1.7}]',
    ),
  ).toEqual([
    ['2010-06-08T18:01:11.001Z', { 'urn:dev:ow:10e2073a0108006:current': '1.2 A' }],
    ['2010-06-08T18:01:12.001Z', { 'urn:dev:ow:10e2073a0108006:current': '1.3 A' }],
    ['2010-06-08T18:01:16.001Z', { 'urn:dev:ow:10e2073a0108006:voltage': '120.1 V', 'urn:dev:ow:10e2073a0108006:current': '1.7 A' }],
  ]));
test('RFC 8428, 4.5.3: a time under 2^28 counts from now', () =>
  expect(fieldsOf('senml', '[{"n":"level","v":4.2,"t":-10}]')).toEqual([['2026-11-27T17:59:50Z', { level: '4.2' }]]));
test('RFC 8428, 4.6 and 5.1.4: base value, booleans, texts and data are resolved', () =>
  expect(
    fieldsOf(
      'senml',
      '[{"bn":"a:","bv":100,"n":"t","v":1.5},{"n":"label","vs":"Machine Room"},{"n":"open","vb":false},{"n":"nfv","vd":"aGkgCg"}]',
    ),
  ).toEqual([['2026-11-27T18:00:00Z', { 'a:t': '101.5', 'a:label': 'Machine Room', 'a:open': '0', 'a:nfv': 'aGkgCg' }]]));
test.each([
  ['[{"n":"a","v":"1"}]', 'not SenML'],
  ['{"n":"a","v":1}', 'not SenML'],
  ['[{"n":"a","v":1,"cool_":2}]', 'not SenML'],
  ['[{"bver":11,"n":"a","v":1}]', 'SenML version'],
  ['[{"v":1}]', 'name form'],
  ['[{"bn":"a"}]', 'empty'],
  ['[{"n":"a","v":1,"t":1e300}]', 'instant form'],
  ['[{"n":"a"', 'not SenML'],
])('SenML %s: %s', (text, why) => expect(fieldsOf('senml', text)).toBe(why));
test('a label that is not known and does not end in _ is passed over (RFC 8428, 4.4)', () =>
  expect(fieldsOf('senml', '[{"n":"a","v":1,"cool":2}]')).toEqual([['2026-11-27T18:00:00Z', { a: '1' }]]));

test('JSON: one call, or several with their instants', () => {
  expect(fieldsOf('json', '{"level":4.2,"pump":true,"note":"all well","at":"2026-11-27T17:00:00Z","none":null}')).toEqual([
    ['2026-11-27T17:00:00Z', { level: '4.2', pump: '1', note: 'all well' }],
  ]);
  expect(fieldsOf('json', '[{"event":"float_high","zone":3},{"event":"float_high","zone":3,"turn":"restoral"}]')).toEqual([
    ['', { event: 'float_high', zone: '3' }],
    ['', { event: 'float_high', zone: '3', turn: 'restoral' }],
  ]);
});
test('CSV: a column a value, an empty cell is none, a comma in quotes is no separator', () => {
  expect(fieldsOf('csv', 'at,level,note\r\n2026-11-27T17:00:00Z,4.2,"calm, cold"\r\n2026-11-27T17:15:00Z,,\r\n')).toEqual([
    ['2026-11-27T17:00:00Z', { level: '4.2', note: 'calm, cold' }],
    ['2026-11-27T17:15:00Z', {}],
  ]);
  expect(fieldsOf('csv', 'level;zone\n4,2;3')).toEqual([['', { level: '4,2', zone: '3' }]]);
});
test.each([
  ['json', '', 'empty'],
  ['json', 'level=4', 'not JSON'],
  ['json', '4.2', 'not an object'],
  ['json', '{"level":{"deep":1}}', 'value form'],
  ['json', '{"a b":1}', 'name form'],
  ['json', '{"__proto__":1}', 'name form'],
  ['json', '{"at":"yesterday","level":1}', 'instant form'],
  ['json', '{"level":"1\\u0000"}', 'value form'],
  ['json', '[]', 'empty'],
  ['json', `[${Array.from({ length: 501 }, () => '{}').join(',')}]`, 'too many'],
  ['json', '['.repeat(100_000), 'not JSON'],
  ['json', `${'['.repeat(5000)}${']'.repeat(5000)}`, 'not an object'],
  ['csv', 'level', 'not CSV'],
  ['csv', 'level,level\n1,2', 'name twice'],
  ['csv', 'level,zone\n1', 'cells'],
  ['csv', '"level\n1', 'not CSV'],
] as const)('%s %#: %s', (form, text, why) => expect(fieldsOf(form, text)).toBe(why));

const calls = (text: string, keyed = true): readonly Call[] => {
  const read = readBody('json', text, now);
  return read.ok ? callsOf('0417', read.rows, bytesOf(text), keyed) : [];
};
test('an event, its zone and its turn are those of a line record; values alone are a session and no event', () => {
  expect(calls('{"event":"Float_High","zone":"007"}')[0]).toMatchObject({
    event: 'float_high',
    grade: 7,
    zone: '007',
    is: 'alarm',
    keyed: true,
  });
  expect(calls('{"level":4.2}')[0]).toMatchObject({ event: 'null', grade: 6, zone: null, is: null });
  expect(calls('{"event":"test"}', false)[0]).toMatchObject({ grade: 6, keyed: false });
});
test('another account in the body is another unit’s; a body with its own instants comes again, one without is new each time', () => {
  expect(calls('{"account":"0417","level":1}')[0]?.other).toBeNull();
  expect(calls('{"account":"0471","level":1}')[0]?.other).toBe('0471');
  expect(calls('{"level":1,"at":"2026-11-27T17:00:00Z"}')[0]?.repeats?.within).toBe(86_400_000);
  expect(calls('{"level":1}')[0]?.repeats).toBeNull();
});
test('the content type says the form, whatever parameters it has; what is none of ours is none', () => {
  expect(['application/senml+json', 'Application/JSON; charset=utf-8', 'text/csv;header=present', 'text/plain', ''].map(formOf)).toEqual([
    'senml',
    'json',
    'csv',
    null,
    null,
  ]);
  expect(['[{"bn":"a"}]', '[{"u":"V","n":"a"}]', '[{"level":1}]', '{"n":1}', '4.2'].map(sniffed)).toEqual([
    'senml',
    'senml',
    'json',
    'json',
    null,
  ]);
});
test('what is shown as an example is read as the event that it says', () => {
  const [, body = ''] = exampleCall('http', '0417').split('\n\n');
  const [, message = ''] = /^0417\/events +(.+)$/m.exec(exampleCall('mqtt', '0417')) ?? [];
  for (const one of [body, message]) expect(calls(one)).toMatchObject([{ event: 'float_high', zone: '1', is: 'alarm', grade: 7 }]);
  const heard = lineEar.hear(bytesOf(`${exampleCall('line', '0417')}\n`)).pieces.flatMap(({ read }) => (read.ok ? read.calls : []));
  expect(heard.map(({ is, zone }) => [is, zone])).toEqual([
    ['alarm', '1'],
    ['restoral', '1'],
  ]);
});
test('no text makes a reader throw, and whatever it says has its words', () =>
  fc.assert(
    fc.property(fc.constantFrom('json', 'senml', 'csv'), fc.oneof(fc.string({ maxLength: 300 }), fc.json()), (form, text) => {
      const read = readBody(form, text, now);
      return read.ok ? read.rows.length > 0 : postedWhy[read.why].length > 10;
    }),
    { seed: 16, numRuns: 200 },
  ));
