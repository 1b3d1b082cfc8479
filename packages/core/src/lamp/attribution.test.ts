// [D1] [D2] By which path a call can have come, by which it came, how surely, and what that proves.
import { from, onePath, twoSims } from './testing.ts';
import { attribute, type Coming, type Knowing, type LampResult, nearestAccounts, nearness, picks, type Reason } from './index.ts';
import { type Here, nowhere } from '../evidence/index.ts';
import { stationStream, type Stream } from '../name/index.ts';
import { chance } from '../scenario/index.ts';
import type { State } from '../journal/index.ts';

const fieldOf = (result: LampResult, code: Reason['code']): Reason['args'] | undefined =>
  result.because.find((reason) => reason.code === code)?.args;
const knowing = (here: Partial<Here> = {}, more: Partial<Knowing> = {}): Knowing => ({
  here: { ...nowhere, ...here },
  alone: () => true,
  profiles: [],
  ...more,
});
const at = (address: string, fields: Coming['fields'] = {}): Coming => ({ source: { address, port: 1 }, fields, keyed: false, own: null });
const came = (state: State, coming: Coming, with_: Knowing = knowing()) => {
  const { path, how, strength } = attribute(state, coming, with_);
  return [path, how, strength];
};

test('an own fixed address that only this station names is certain, whatever the flag says; named elsewhere too, likely', () => {
  const { m, paths } = twoSims();
  expect(came(m.state, at('198.51.100.2', { path: '1' }))).toEqual([paths[1], 'address', 'certain']);
  expect(came(m.state, at('198.51.100.2'), knowing({}, { alone: () => false }))).toEqual([paths[1], 'address', 'likely']);
});
test('an Ethernet path’s own address is likely: a site’s NAT shares it', () => {
  const { m, paths } = twoSims();
  m.set(paths[1], { 'path.kind': 'ethernet' });
  expect(came(m.state, at('198.51.100.2'))).toEqual([paths[1], 'address', 'likely']);
});
test('an address in a pool that only one path has is likely; a pool wider than /8 says nothing', () => {
  const { m, paths } = twoSims();
  m.set(paths[0], { 'path.pool': '100.72.0.0/16' });
  expect(came(m.state, at('100.72.4.9'))).toEqual([paths[0], 'pool', 'likely']);
  m.set(paths[1], { 'path.pool': '100.64.0.0/10' });
  expect(came(m.state, at('100.72.4.9'))).toEqual([null, 'unknown', 'unknown']);
  m.set(paths[0], { 'path.pool': '0.0.0.0/0' }).set(paths[1], { 'path.pool': null });
  expect(came(m.state, at('203.0.113.80'))).toEqual([null, 'unknown', 'unknown']);
});
describe('what is impossible', () => {
  test('this computer itself, by every one of its addresses, proves no path, with any flag', () => {
    const { m, paths } = twoSims();
    const here = knowing({ addresses: ['192.0.2.10', '2001:db8::10', 'fe80::1%eth0'] });
    for (const address of ['127.0.0.1', '127.8.9.1', '::1', '192.0.2.10', '::ffff:192.0.2.10', '2001:db8::10', 'fe80::1%wlan0'])
      expect(attribute(m.state, at(address, { path: '1' }), here)).toEqual({
        path: null,
        how: 'unknown',
        strength: 'impossible',
        impossible: paths,
      });
    expect(came(onePath().m.state, at('127.0.0.1'), here)).toEqual([null, 'unknown', 'impossible']);
  });
  test('the desk’s own outside address', () =>
    expect(came(onePath().m.state, at('203.0.113.1'), knowing({ outside: ['203.0.113.1'] }))).toEqual([null, 'unknown', 'impossible']));
  test('the desk’s own network for a cellular path, unless a private access point or a tunnel joins them', () => {
    const { m, sim, path } = onePath();
    const here = knowing({ networks: ['192.168.7.1/24'] });
    expect(came(m.state, at('192.168.7.50'), here)).toEqual([null, 'unknown', 'impossible']);
    m.set(sim, { 'sim.addressKind': 'private network' });
    expect(came(m.state, at('192.168.7.50'), here)).toEqual([path, 'only', 'claimed']);
    m.set(sim, { 'sim.addressKind': 'nat' }).set(path, { 'path.network': '192.168.7.0/24' });
    expect(came(m.state, at('192.168.7.50'), here)[2]).not.toBe('impossible');
  });
  test('IPv6: the desk’s network is its /64, link-local always', () => {
    const { m } = onePath();
    const here = knowing({ networks: ['2001:db8:1:2::10/128'] });
    for (const address of ['2001:db8:1:2::99', 'fe80::77%eth1']) expect(came(m.state, at(address), here)[2]).toBe('impossible');
    expect(came(m.state, at('2001:db8:1:3::99'), here)[2]).toBe('claimed');
  });
  test('an address that only another path has is impossible for this one', () => {
    const { m, paths } = twoSims();
    expect(attribute(m.state, at('198.51.100.2'), knowing()).impossible).toEqual([paths[0]]);
  });
  test('without a path on the sheet, this computer is impossible and the world unknown: an empty sheet makes nothing likely', () => {
    const { m, path } = onePath();
    m.none(null, path, 'not fitted');
    expect(came(m.state, at('127.0.0.1'))).toEqual([null, 'unknown', 'impossible']);
    expect(came(m.state, at('203.0.113.5'))).toEqual([null, 'unknown', 'unknown']);
  });
  test('127/8 named on the sheet is a path’s own on demo stations and in tests alone', () => {
    const { m, path } = onePath();
    m.set(path, { 'path.address': '127.0.9.4' });
    expect(came(m.state, at('127.0.9.4'))[2]).toBe('impossible');
    expect(came(m.state, at('127.0.9.4'), knowing({ testPaths: true }))).toEqual([path, 'address', 'likely']);
    const demo = { ...m.state, station: { name: 'x', demo: true, opened: { ord: 0, id: m.last.id } } };
    expect(came(demo, at('127.0.9.4'))).toEqual([path, 'address', 'likely']);
    expect(came(demo, at('127.0.0.1'))[2]).toBe('impossible');
  });
});
test('where sources are hidden no address makes a call impossible, and none exceeds a claim', () => {
  const { m, paths } = twoSims();
  const hidden = knowing({ hidden: true, addresses: ['198.51.100.1'], outside: ['198.51.100.2'] });
  expect(came(m.state, at('198.51.100.1'), hidden)).toEqual([paths[0], 'address', 'claimed']);
  expect(came(m.state, at('127.0.0.1'), hidden)).toEqual([null, 'unknown', 'unknown']);
});
test('a flag is a priority number or an element’s id: a claim, likely only where the profile says that the unit sets it', () => {
  const { m, paths } = twoSims();
  expect(came(m.state, at('203.0.113.5', { path: '2' }))).toEqual([paths[1], 'flag', 'claimed']);
  const set = knowing({}, { profiles: [{ setsPath: true } as Knowing['profiles'][number]] });
  expect(came(m.state, at('203.0.113.5', { path: paths[0].toUpperCase() }), set)).toEqual([paths[0], 'flag', 'likely']);
  for (const path of ['3', '', 'two', '02']) expect(came(m.state, at('203.0.113.5', { path }))).toEqual([null, 'unknown', 'unknown']);
});
test('two paths that own one address can’t be told apart by it: unknown, and no pool speaks instead', () => {
  const { m, paths } = twoSims();
  m.set(paths[1], { 'path.address': '198.51.100.1' }).set(paths[0], { 'path.pool': '198.51.100.0/24' });
  expect(came(m.state, at('198.51.100.1'))).toEqual([null, 'unknown', 'unknown']);
  m.call('0417', { event: 'low' }, from(1));
  for (const path of paths) expect(m.lamp('Bearer', path).is).toBe('dark');
});
test('a station’s only path is a claim always; a path that is accepted as not in use does not count', () => {
  const { m, path } = onePath();
  expect(came(m.state, at('198.51.100.77'))).toEqual([path, 'only', 'claimed']);
  const two = twoSims();
  two.m.none(null, two.paths[1], 'not fitted yet');
  expect(came(two.m.state, at('203.0.113.9'))).toEqual([two.paths[0], 'only', 'claimed']);
});
test('on the bench the desk’s own network is likely for Ethernet and Wi-Fi; at the site only if the path’s network lies in it', () => {
  const { m, path } = onePath();
  m.set(path, { 'path.kind': 'ethernet', 'path.address': null });
  const here = knowing({ networks: ['192.168.7.1/24'] });
  expect(came(m.state, at('192.168.7.50'), here)).toEqual([path, 'bench', 'likely']);
  m.add('placed', { place: 'site', where: 'the weir' });
  expect(came(m.state, at('192.168.7.50'), here)).toEqual([path, 'only', 'claimed']);
  m.set(path, { 'path.network': '192.168.7.0/24' });
  expect(came(m.state, at('192.168.7.50'), here)).toEqual([path, 'bench', 'likely']);
});
test('an IPv6 station may be named by its network; the source is compared without mapping and zone', () => {
  const { m, path } = onePath();
  m.set(path, { 'path.address': '2001:db8:77::/48' });
  expect(came(m.state, at('2001:db8:77:1::9'))).toEqual([path, 'address', 'certain']);
  m.set(path, { 'path.address': '198.51.100.9' });
  expect(came(m.state, at('::ffff:198.51.100.9'))).toEqual([path, 'address', 'certain']);
});

describe('what that proves', () => {
  test('a claim leaves Bearer, Route and Call marginal and names the path, with one path too', () => {
    const { m, path } = onePath();
    m.call('0233', { event: 'high' }, { address: '203.0.113.9', port: 1 });
    for (const lamp of ['Bearer', 'Route'] as const) expect(m.lamp(lamp, path)).toMatchObject({ is: 'marginal', grade: 7 });
    expect(m.lamp('Call').is).toBe('marginal');
    expect(fieldOf(m.lamp('Call'), 'paths-without-call')).toEqual({ paths: [path] });
  });
  test('`path=1` and `path=2` typed by one person prove no path of a station', () => {
    const { m, paths } = twoSims();
    for (const path of ['1', '2']) m.call('0417', { event: 'low', path }, { address: '203.0.113.9', port: 1 });
    for (const path of paths) expect(m.lamp('Bearer', path).is).toBe('marginal');
    expect(m.lamp('Call').is).toBe('marginal');
  });
  test('an impossible call makes no entry, is not heard and changes no lamp', () => {
    const { m, path } = onePath();
    const before = m.state.count;
    m.call('0233', { event: 'high' }, { address: '127.0.0.1', port: 1 });
    expect([m.state.count, m.heard, m.lamp('Call').is, m.lamp('Bearer', path).is]).toEqual([before, [], 'dark', 'dark']);
    expect(m.lastFrame).toMatchObject({ strength: 'impossible', path: null });
  });
  test('correcting an address, a pool or a path’s kind after the call takes its proof away, and says why', () => {
    for (const change of [{ 'path.address': '198.51.100.7' }, { 'path.address': null }]) {
      const { m, path } = onePath();
      m.call('0233', { event: 'high' });
      expect(m.lamp('Bearer', path).is).toBe('proven');
      m.set(path, change);
      expect(m.lamp('Bearer', path).is).toBe('marginal');
      expect(m.lamp('Bearer', path).because.map(({ code }) => code)).toContain('no-longer-fits');
      expect(m.lamp('Call').is).toBe('marginal');
    }
    const pooled = onePath();
    pooled.m
      .set(pooled.path, { 'path.address': null, 'path.pool': '100.72.0.0/16' })
      .asked()
      .call('0233', { event: 'high' }, { address: '100.72.4.9', port: 1 });
    expect(pooled.m.lamp('Call').is).toBe('proven');
    pooled.m.set(pooled.path, { 'path.pool': '100.73.0.0/16' });
    expect(pooled.m.lamp('Call').is).toBe('marginal');
    const wired = onePath();
    wired.m
      .set(wired.path, { 'path.kind': 'ethernet', 'path.address': '192.168.7.50' })
      .asked()
      .call('0233', { event: 'high' }, { address: '192.168.7.50', port: 1 });
    expect(wired.m.lamp('Call').is).toBe('proven');
    wired.m.set(wired.sim, { 'sim.addressKind': 'nat' }).set(wired.path, { 'path.kind': 'cellular' });
    expect(wired.m.lamp('Call').is).toBe('marginal');
  });
  test('a frame at another listener than the receiver’s shows the way out and is no call', () => {
    const { m, path, receiver } = onePath();
    m.set(receiver, { 'receiver.port': 4999 });
    m.call('0233', { event: 'high' });
    expect(m.lastFrame).toMatchObject({ receiver: null, grade: 5, path });
    expect(m.lamp('Bearer', path)).toMatchObject({ is: 'proven', grade: 5 });
    expect([m.lamp('Route', path).is, m.lamp('Call').is]).toEqual(['dark', 'dark']);
    m.set(receiver, { 'receiver.port': 4110, 'receiver.protocol': 'dc09' }).call('0233', { event: 'low' });
    expect(m.lastFrame?.receiver).toBeNull();
  });
  test('the port of the listener is the forward’s inner one where the sheet has a forward', () => {
    const { m, receiver } = onePath();
    const forward = m.element('forward', 'office');
    m.set(receiver, { 'receiver.port': 9000 }).set(forward, { 'forward.receiver': receiver, 'forward.outer': 9000, 'forward.inner': 4110 });
    m.call('0233', { event: 'high' });
    expect(m.lastFrame?.receiver).toBe(receiver);
  });
  test('a receiver without port or protocol is no proof: the call is a claim', () => {
    for (const open of ['receiver.port', 'receiver.protocol']) {
      const { m, receiver } = onePath();
      m.set(receiver, { [open]: null }).call('0233', { event: 'high' });
      expect(m.lastFrame).toMatchObject({ receiver, strength: 'claimed' });
      expect(m.lamp('Call').is).toBe('marginal');
    }
  });
  test('two accounts in one call prove nothing', () => {
    const { m } = onePath();
    const before = m.state.count;
    m.call('0233', { event: 'high', account: '0417' });
    expect(m.state.count).toBe(before);
  });
  test('an unknown path counts as arrived, proves no strand, and Call is marginal and names the paths without a call', () => {
    const { m, paths } = twoSims();
    m.call('0417', { event: 'low' }, { address: '203.0.113.9', port: 1 });
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
  test('a later claim never takes the place of a certain call', () => {
    const { m, path } = onePath();
    m.asked().call('0233', { event: 'high' }).call('0233', { event: 'other' }, { address: '203.0.113.9', port: 1 });
    expect(m.lamp('Bearer', path).is).toBe('proven');
    expect(m.lamp('Call').is).toBe('proven');
  });
  test('a person’s word makes a claim: that strand is marginal, and the old attribution no longer stands', () => {
    const { m, paths } = twoSims();
    m.call('0417', { event: 'low' }, from(1));
    expect(m.lamp('Bearer', paths[0]).is).toBe('proven');
    const frame = m.lastFrame;
    if (frame === null) throw new Error('a frame came');
    const { receiver, event, grade, source, received, simulated, zone, is, part, listener, port } = frame;
    const said = { frame: frame.frame, receiver, event, grade, source, received, simulated, zone, is, part, listener, port };
    m.add('call.attributed', { ...said, path: paths[1], words: 'the first was unplugged' });
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
});

test('[D3] a frame is evidence once for its kind, zone, turn and strength between two changes; a change makes it evidence anew', () => {
  const { m, sim } = onePath();
  const entries = (): number => m.state.count;
  const before = entries();
  m.call('0233', { event: 'test' });
  expect(entries()).toBe(before + 1);
  for (let i = 0; i < 20; i++) m.call('0233', { event: 'test' });
  expect(entries()).toBe(before + 1);
  const high = { event: 'high', zone: '3' };
  m.call('0233', high)
    .call('0233', { ...high, turn: 'restoral' })
    .call('0233', { ...high, zone: '4' })
    .call('0233', { ...high, zone: '0003' });
  expect(entries()).toBe(before + 4);
  m.enter('sim.apn', sim, 'new.example');
  const changed = entries();
  m.call('0233', { event: 'test' });
  expect(entries()).toBe(changed + 1);
});
test('[D3] a surer call of the same kind is picked again, a less sure one is not', () => {
  const { m, path } = onePath();
  const claimed = { address: '203.0.113.9', port: 1 };
  m.call('0233', { event: 'high' }, claimed);
  const count = m.state.count;
  m.call('0233', { event: 'high' }, claimed);
  expect(m.state.count).toBe(count);
  m.call('0233', { event: 'high' });
  expect(m.state.count).toBe(count + 1);
  m.call('0233', { event: 'high' }, claimed);
  expect(m.state.count).toBe(count + 1);
  expect(m.lamp('Bearer', path).is).toBe('proven');
});
test('[D3] a real frame is evidence over a simulated one, and stands before it; not the other way round', () => {
  const { m } = onePath();
  m.asked().call('0233', { event: 'high' }, undefined, true);
  expect(m.lamp('Call')).toMatchObject({ is: 'proven', simulated: true });
  const count = m.state.count;
  m.call('0233', { event: 'high' });
  expect(m.state.count).toBe(count + 1);
  expect(m.lamp('Call').simulated).toBe(false);
  m.call('0233', { event: 'high' }, undefined, true);
  expect(m.state.count).toBe(count + 1);
  const first = onePath();
  first.m.call('0233', { event: 'high' });
  const picked = first.m.state.count;
  first.m.call('0233', { event: 'high' }, undefined, true);
  expect(first.m.state.count).toBe(picked);
  // At any grade, and for the lamp as for the pick.
  const other = onePath();
  other.m.call('0233', { event: 'high' }, undefined, true).call('0233', { event: 'test' });
  expect(other.m.lamp('Route', other.path)).toMatchObject({ is: 'proven', grade: 6, simulated: false });
});
test('[D3] a client that invents event names without end leaves at most 64 of them as evidence between two changes; the sheet’s own zones are not among them', () => {
  const { m, sim } = onePath();
  const inputs = Array.from({ length: 100 }, (_, i) => i + 1);
  for (const zone of inputs) m.set(m.element('input', `input ${zone}`), { 'input.deskZone': zone });
  const before = m.state.count;
  for (let i = 0; i < 200; i++) m.call('0233', { event: `e${i}` });
  expect(m.state.count - before).toBe(64);
  for (const zone of inputs) m.call('0233', { event: 'high', zone: String(zone) });
  expect(m.state.count - before).toBe(164);
  for (let change = 0; change < 4; change++) {
    m.enter('sim.apn', sim, `net${change}.example`);
    for (let i = 0; i < 70; i++) m.call('0233', { event: `c${change}e${i}`, zone: String(900 + i) });
  }
  expect(Object.keys(m.state.picked)).toHaveLength(64);
  const zones = Object.entries(m.state.evidence).flatMap(([slot, { facts }]) =>
    slot.startsWith('Inputs|') ? [(facts as { zone: string }).zone] : [],
  );
  expect(inputs.every((zone) => zones.includes(String(zone)))).toBe(true);
  expect(zones.length).toBeLessThanOrEqual(228);
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
  const frame = {
    pos: { ord: m.now + 1, id: m.last.id },
    path,
    receiver,
    event: 'depth_high',
    zone: null,
    is: null,
    simulated: false,
  } as const;
  expect([6, 7, 8].map((grade) => picks(m.state, { ...frame, grade: grade as 6, strength: 'certain' }))).toEqual([false, false, true]);
  expect(picks(m.state, { ...frame, grade: 8, strength: 'impossible' })).toBe(false);
});
