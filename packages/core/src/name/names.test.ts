import {
  isElementId,
  isGrade,
  isJson,
  isLampName,
  isSettingKey,
  isStageOnDevice,
  isStream,
  isStrandLamp,
  isUlid,
  keyParts,
  plainText,
  settingKey,
  stationStream,
  sure,
} from './index.ts';

const ulid = '01ARZ3NDEKTSV4RRFFQ69G5FAV';

test.each([
  [isUlid, ulid, true],
  [isUlid, ulid.toLowerCase(), false],
  [isUlid, '81ARZ3NDEKTSV4RRFFQ69G5FAV', false],
  [isUlid, `${ulid}0`, false],
  [isElementId, 'k7f3q2', true],
  [isElementId, 'K7F3Q2', false],
  [isElementId, 'k7f3qi', false],
  [isElementId, 'k7f3q', false],
  [isSettingKey, 'site.zone', true],
  [isSettingKey, 'sim:k7f3q2.apn', true],
  [isSettingKey, 'sim:k7f3.apn', false],
  [isSettingKey, 'sim.', false],
  [isSettingKey, 'sim:k7f3q2.apn.more', false],
  [isStream, 'desk', true],
  [isStream, `station:${ulid}`, true],
  [isStream, 'station:', false],
  [isStream, `practice:${ulid}`, true],
  [isStream, 'practice:somebody', false],
  [isStream, 'elsewhere', false],
  [isLampName, 'Bearer', true],
  [isLampName, 'bearer', false],
  [isGrade, 9, true],
  [isGrade, 10, false],
  [isStageOnDevice, 'inForce', true],
  [isStageOnDevice, 'wanted', false],
] as const)('%p of %p is %p', (guard, value, expected) => expect(guard(value)).toBe(expected));

test('a key is made of its parts and taken apart into them', () => {
  const key = settingKey('sim', sure(isElementId, 'k7f3q2'), 'apn');
  expect(key).toBe('sim:k7f3q2.apn');
  expect(keyParts(key)).toEqual({ holder: 'sim', element: 'k7f3q2', param: 'apn', definition: 'sim.apn' });
  expect(keyParts(settingKey('site', null, 'zone'))).toEqual({ holder: 'site', element: null, param: 'zone', definition: 'site.zone' });
});
test('a name that is none is a bug of ours and throws', () => {
  expect(() => settingKey('Sim', null, 'apn')).toThrow(RangeError);
  expect(() => sure(isUlid, 7)).toThrow('not a name of the expected kind: 7');
  expect(stationStream(sure(isUlid, ulid))).toBe(`station:${ulid}`);
});
test('the strand’s lamps are the four that every path has of its own', () =>
  expect((['Power', 'Card', 'Signal', 'Bearer', 'Route', 'Call'] as const).map(isStrandLamp)).toEqual([
    false,
    true,
    true,
    true,
    true,
    false,
  ]));
test('pure JSON has an end, plain objects and well-formed text', () => {
  let deep: unknown = 1;
  for (let i = 0; i < 40; i++) deep = [deep];
  expect([
    isJson(deep),
    isJson({ a: [null, 'x', 1.5, true] }),
    isJson(Number.POSITIVE_INFINITY),
    isJson('\udc00'),
    isJson(Object.create({ a: 1 })),
  ]).toEqual([false, true, false, false, false]);
});
test('JSON as a person reads it', () =>
  expect([plainText('x'), plainText(null), plainText(undefined), plainText(4), plainText({ a: 1 })]).toEqual([
    'x',
    '',
    '',
    '4',
    '{"a":1}',
  ]));
