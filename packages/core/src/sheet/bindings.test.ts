import { type ElementId, isSettingKey, type Json, type SettingKey, sure, isElementId, type Group } from '../name/index.ts';
import { bindingsOf, definitionOf, deviceOf, pathUses, type SheetView, standsOn, strandOf } from './index.ts';

const id = (text: string): ElementId => sure(isElementId, text);
const key = (text: string): SettingKey => sure(isSettingKey, text);
const view = (elements: readonly [Group, string][], values: { readonly [key: string]: Json }): SheetView => ({
  elements: elements.map(([group, of]) => ({ group, id: id(of), label: of })),
  value: (of) => values[of],
});
const pair = view(
  [
    ['sim', 's1ma00'],
    ['sim', 's1mb00'],
    ['modem', 'm0dema'],
    ['modem', 'm0demb'],
    ['unit', 'vn1t00'],
    ['path', 'patha0'],
    ['path', 'pathb0'],
    ['path', 'w1re00'],
    ['receiver', 'recva0'],
    ['receiver', 'recvb0'],
    ['link', 'x1nk00'],
  ],
  {
    'path:patha0.kind': 'cellular',
    'path:patha0.priority': 2,
    'path:patha0.sim': 's1ma00',
    'path:patha0.modem': 'm0dema',
    'path:pathb0.kind': 'cellular',
    'path:pathb0.priority': 1,
    'path:pathb0.sim': 's1mb00',
    'path:pathb0.modem': 'm0demb',
    'path:w1re00.kind': 'ethernet',
    'link:x1nk00.modem': 'm0dema',
  },
);
const bindings = bindingsOf(pair);

test('paths come by priority, those without one last', () =>
  expect(bindings.paths.map(({ path }) => path)).toEqual(['pathb0', 'patha0', 'w1re00']));
test('a path uses what its references name, the only element where there is just one, and all receivers', () =>
  expect(bindings.paths).toMatchObject([
    { path: 'pathb0', sim: 's1mb00', modem: 'm0demb', unit: 'vn1t00', receivers: ['recva0', 'recvb0'], links: [] },
    { path: 'patha0', sim: 's1ma00', modem: 'm0dema', unit: 'vn1t00', links: ['x1nk00'] },
    { path: 'w1re00', sim: null, modem: null, unit: 'vn1t00', links: [] },
  ]));
test('where there are two to choose from and nothing is said, nothing is guessed', () => {
  const vague = bindingsOf(
    view(
      [
        ['sim', 's1ma00'],
        ['sim', 's1mb00'],
        ['path', 'patha0'],
      ],
      { 'path:patha0.kind': 'cellular', 'path:patha0.sim': 'gone00' },
    ),
  );
  expect(vague.paths[0]).toMatchObject({ sim: null, modem: null, unit: null });
});
test('each kind of path has its own lamps', () =>
  expect([strandOf('cellular'), strandOf('wifi'), strandOf('ethernet'), strandOf(null)].map((lamps) => lamps.length)).toEqual([
    4, 3, 2, 2,
  ]));
test('a lamp of a path stands on the settings of what that path uses, and on what exists once', () => {
  const [b, a] = bindings.paths;
  if (a === undefined || b === undefined) throw new Error('two paths');
  const stands = (text: string, lamp: 'Bearer' | 'Route' | 'Watch', use: typeof a | null): boolean => {
    const of = definitionOf(key(text));
    if (of === null) throw new Error(text);
    return standsOn(of, key(text), lamp, use);
  };
  expect([stands('sim:s1ma00.apn', 'Bearer', a), stands('sim:s1ma00.apn', 'Bearer', b), stands('sim:s1ma00.apn', 'Watch', null)]).toEqual([
    true,
    false,
    false,
  ]);
  expect([
    stands('receiver:recva0.port', 'Route', a),
    stands('receiver:recva0.port', 'Route', b),
    stands('link:x1nk00.unitSpeed', 'Route', b),
  ]).toEqual([true, true, false]);
  expect(stands('desk.grace', 'Watch', null)).toBe(true);
  expect(pathUses(a, id('x1nk00'))).toBe(true);
});
test.each([
  ['sim:s1mb00.apn', 'm0demb'],
  ['modem:m0dema.idleLimit', 'm0dema'],
  ['unit:vn1t00.account', 'vn1t00'],
  ['path:patha0.priority', 'm0dema'],
  ['path:w1re00.priority', 'vn1t00'],
  ['link:x1nk00.unitFrame', 'vn1t00'],
  ['link:x1nk00.modemFrame', 'm0dema'],
  ['receiver:recva0.host', 'desk'],
  ['desk.grace', 'desk'],
  ['sim:s1ma00.iccid', null],
  ['site.zone', null],
])('%s is entered on %s', (text, device) => {
  const of = definitionOf(key(text));
  expect(of === null ? 'no definition' : deviceOf(of, key(text), bindings, pair)).toBe(device);
});
