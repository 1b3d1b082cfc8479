// The desk's list against the sheet. That people of the desk read out their own words, and send somebody by them, is common practice, no source.
import { onePath } from '../lamp/testing.ts';
import { compareList, listColumns, listInTheirs, readList, zonedOf } from './index.ts';

const station = () => {
  const { m } = onePath();
  const items = [
    ['input', 'Float', { 'input.name': 'Sump float high', 'input.channel': 1, 'input.deskZone': 1 }],
    ['input', 'Door', { 'input.name': 'Pump house door', 'input.channel': 2, 'input.deskZone': 12 }],
    ['device', 'Hall', { 'device.name': 'Hall sensor', 'device.zone': 7 }],
  ] as const;
  for (const [group, label, values] of items) m.set(m.element(group, label), values);
  return m.state;
};
const said = (text: string): unknown => {
  const columns = listColumns(text);
  if (columns === null) return null;
  return compareList(zonedOf(station()), readList(text, columns).lines).map(({ zone, is }) => [zone, is]);
};

test('each zone is the same, in other words, only there, or only here; case and blanks are none of it', () =>
  expect(said('Zone;Area;Description\n001;1;SUMP  float high\n2;1;Pump house door\n7;1;Hall sensor 1\n')).toEqual([
    ['1', 'same'],
    ['2', 'only theirs'],
    ['7', 'other words'],
    ['12', 'only ours'],
  ]));
test('a zone that stands twice is nobody’s', () =>
  expect(said('1,Sump float high\n1,Roof\n')).toEqual([
    ['1', 'twice'],
    ['7', 'only ours'],
    ['12', 'only ours'],
  ]));
test('without a head it needs numbers all the way down; else somebody has to say the columns', () => {
  expect(listColumns('1\tFloat\n2\tDoor')).toEqual({ head: false, zone: 0, text: 1 });
  expect(listColumns('Float,1\nDoor,2')).toBeNull();
  expect(listColumns('No.,Location\n1,x')).toEqual({ head: true, zone: 0, text: 1 });
});
test('a line without a zone is not read, and said by its number', () => {
  const text = 'Zone,Text\n1,Float\nfire,Hall\n,\n3,Door';
  expect(readList(text, { head: true, zone: 0, text: 1 })).toEqual({
    lines: [
      { n: 2, zone: '1', text: 'Float' },
      { n: 5, zone: '3', text: 'Door' },
    ],
    notRead: [3, 4],
  });
});
test('ours goes out in their columns, and comes back as the same', () => {
  const text = 'Zone;Area;Description\n1;1;x';
  const columns = listColumns(text);
  if (columns === null) throw new Error('no columns');
  const ours = listInTheirs(zonedOf(station()), text, columns);
  expect(ours.split('\r\n')).toEqual(['Zone,Area,Description', '1,,Sump float high', '7,,Hall sensor', '12,,Pump house door']);
  expect(said(ours)).toEqual([
    ['1', 'same'],
    ['7', 'same'],
    ['12', 'same'],
  ]);
});
