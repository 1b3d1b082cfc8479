// [D2] By which path a frame came, how surely, and what that proves.
import { from, onePath, twoSims } from './testing.ts';
import { attribute, type LampResult, nearestAccounts, nearness, picks, type Reason } from './index.ts';
import { stationStream, type Stream } from '../name/index.ts';
import { chance } from '../scenario/index.ts';

const fieldOf = (result: LampResult, code: Reason['code']): Reason['args'] | undefined =>
  result.because.find((reason) => reason.code === code)?.args;

test('an address that only one path has is certain, whatever the flag says', () => {
  const { m, paths } = twoSims();
  expect(attribute(m.state, { own: null, source: from(2), fields: { path: '1' } })).toEqual({ path: paths[1], how: 'address' });
});
test('an address in a pool that only one path has is likely', () => {
  const { m, paths } = twoSims();
  m.set(paths[0], { 'path.pool': '100.72.0.0/16' });
  expect(attribute(m.state, { own: null, source: { address: '100.72.4.9', port: 1 }, fields: {} })).toEqual({
    path: paths[0],
    how: 'pool',
  });
  m.set(paths[1], { 'path.pool': '100.64.0.0/10' });
  expect(attribute(m.state, { own: null, source: { address: '100.72.4.9', port: 1 }, fields: {} })).toEqual({ path: null, how: 'unknown' });
});
test('a flag is a priority number or an element’s id', () => {
  const { m, paths } = twoSims();
  const source = { address: '127.0.0.1', port: 1 };
  expect(attribute(m.state, { own: null, source, fields: { path: '2' } })).toEqual({ path: paths[1], how: 'flag' });
  expect(attribute(m.state, { own: null, source, fields: { path: paths[0].toUpperCase() } })).toEqual({ path: paths[0], how: 'flag' });
  for (const path of ['3', '', 'two', '02'])
    expect(attribute(m.state, { own: null, source, fields: { path } })).toEqual({ path: null, how: 'unknown' });
});
test('two paths that leave by one address can’t be told apart by it; a flag still can', () => {
  const { m, paths } = twoSims();
  m.set(paths[1], { 'path.address': '198.51.100.1' });
  expect(attribute(m.state, { own: null, source: from(1), fields: {} }).how).toBe('unknown');
  expect(attribute(m.state, { own: null, source: from(1), fields: { path: '2' } })).toEqual({ path: paths[1], how: 'flag' });
});
test('a station’s only path is likely; a path that is accepted as not in use does not count', () => {
  expect(attribute(onePath().m.state, { own: null, source: from(77), fields: {} }).how).toBe('only');
  const { m, paths } = twoSims();
  m.none(null, paths[1], 'not fitted yet');
  expect(attribute(m.state, { own: null, source: { address: '127.0.0.1', port: 1 }, fields: {} })).toEqual({ path: paths[0], how: 'only' });
});
test('an unknown path counts as arrived, proves no strand, and Call is marginal and names the paths without a call', () => {
  const { m, paths } = twoSims();
  m.call('0417', { event: 'low' }, { address: '127.0.0.1', port: 1 });
  expect(m.lamp('Call')).toMatchObject({ is: 'marginal', grade: 7 });
  expect(fieldOf(m.lamp('Call'), 'paths-without-call')).toEqual({ paths: [paths[0], paths[1]] });
  for (const path of paths) expect(m.lamp('Bearer', path).is).toBe('dark');
});
test('a frame over one path leaves Call marginal and says which path is missing', () => {
  const { m, paths } = twoSims();
  m.call('0417', { event: 'low' }, from(2));
  expect(m.lamp('Bearer', paths[1]).is).toBe('proven');
  expect(m.lamp('Bearer', paths[0]).is).toBe('dark');
  expect(m.lamp('Call')).toMatchObject({ is: 'marginal', next: { code: 'next-call', args: { path: paths[0] } } });
  expect(fieldOf(m.lamp('Call'), 'paths-without-call')).toEqual({ paths: [paths[0]] });
});
test('a person’s word makes a claim: that strand is marginal, and the old attribution no longer stands', () => {
  const { m, paths } = twoSims();
  m.call('0417', { event: 'low', path: '1' }, { address: '127.0.0.1', port: 1 });
  expect(m.lamp('Bearer', paths[0]).is).toBe('proven');
  const receiver = m.state.elements.find(({ group }) => group === 'receiver')?.id;
  if (receiver === undefined) throw new Error('the station has a receiver');
  m.add('call.attributed', {
    frame: 1,
    receiver,
    event: 'low',
    grade: 7,
    path: paths[1],
    source: { address: '127.0.0.1', port: 1 },
    received: m.now,
    simulated: false,
    words: 'the first was unplugged',
  });
  expect(m.lamp('Bearer', paths[0]).is).toBe('dark');
  expect(m.lamp('Bearer', paths[1]).is).toBe('marginal');
  expect(m.lamp('Call').is).toBe('marginal');
});
test('a test call is grade 6 and never proves Call', () => {
  const { m, path } = onePath();
  m.call('0233', { event: 'test' });
  expect(m.lamp('Call')).toMatchObject({ is: 'marginal', grade: 6 });
  expect(m.lamp('Route', path).is).toBe('proven');
});

test('[D3] a frame is evidence once between two changes, a higher grade again, a change makes it evidence anew', () => {
  const { m, sim } = onePath();
  const entries = (): number => m.state.count;
  const before = entries();
  m.call('0233', { event: 'test' });
  expect(entries()).toBe(before + 1);
  for (let i = 0; i < 20; i++) m.call('0233', { event: 'test' });
  expect(entries()).toBe(before + 1);
  m.call('0233', { event: 'depth_high' });
  expect(entries()).toBe(before + 2);
  m.enter('sim.apn', sim, 'new.example');
  const changed = entries();
  m.call('0233', { event: 'test' });
  expect(entries()).toBe(changed + 1);
});
test('[D3] a real frame is evidence over a simulated one, and stands before it; not the other way round', () => {
  const { m } = onePath();
  m.call('0233', { event: 'high' }, undefined, true);
  expect(m.lamp('Call')).toMatchObject({ is: 'proven', simulated: true });
  const count = m.state.count;
  m.call('0233', { event: 'high' });
  expect(m.state.count).toBe(count + 1);
  expect(m.lamp('Call').simulated).toBe(false);
  m.call('0233', { event: 'high' }, undefined, true);
  expect(m.state.count).toBe(count + 1);
});
test('[D3] a client that invents event names without end leaves at most 64 of them as evidence between two changes, and the state stays small', () => {
  const { m, sim } = onePath();
  const before = m.state.count;
  for (let i = 0; i < 200; i++) m.call('0233', { event: `e${i}` });
  expect(m.state.count - before).toBe(64);
  for (let change = 0; change < 4; change++) {
    m.enter('sim.apn', sim, `net${change}.example`);
    for (let i = 0; i < 70; i++) m.call('0233', { event: `c${change}e${i}` });
  }
  expect(Object.keys(m.state.picked)).toHaveLength(64);
  expect(Object.keys(m.state.evidence).filter((slot) => slot.startsWith('Call|'))).toHaveLength(128);
  expect(m.lamp('Call').is).toBe('marginal');
});
test('the nearest account is one with two neighbours swapped or one character other', () => {
  const stream: Stream = stationStream(chance(3).ulid(0));
  expect(
    nearestAccounts('0562', [
      { account: '0526', stream },
      { account: '0563', stream },
      { account: '0417', stream },
      { account: '562', stream },
    ]),
  ).toEqual([
    { account: '0526', stream, how: 'swapped' },
    { account: '0563', stream, how: 'one character' },
  ]);
  expect(nearness('0417', '0471')).toBe('swapped');
  expect(nearness('0417', '7410')).toBeNull();
});
test('a frame of a higher grade is picked though one of the same event stands; one of the same or a lower is not', () => {
  const { m, path, receiver } = onePath();
  m.call('0233', { event: 'depth_high' });
  const frame = { pos: { ord: m.now + 1, id: m.last.id }, path, receiver, event: 'depth_high', simulated: false } as const;
  expect([6, 7, 8].map((grade) => picks(m.state, { ...frame, grade: grade as 6 }))).toEqual([false, false, true]);
});
