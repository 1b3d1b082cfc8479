// What the carriers let in and open, by the causes of 3GPP TS 24.301 clauses 9.9.3.9 and 9.9.4.4 (names from the wire's own tables), and what a path is from outside.
import { days } from '../../quantity/index.ts';
import { emmCauses, esmCauses } from '../../wire/index.ts';
import {
  admits,
  carrierNames,
  carriers,
  cells,
  type CarrierName,
  opensContext,
  reachedFromOutside,
  type Subscription,
  trace,
} from '../index.ts';
import { act, later, outfitIn, run, start, station, worldWith } from '../testing.ts';

const card: Subscription = {
  iccid: '8999970000000000412',
  imsi: '999700000000041',
  carrier: 'Fellwave',
  state: 'active',
  roaming: true,
  data: true,
  lockedTo: null,
  points: carriers.Fellwave.points,
  address: '198.51.100.77',
  number: '+447700900041',
};
const cellOf = (carrier: CarrierName, radio = 'LTE') => {
  const found = cells.find((cell) => cell.carrier === carrier && cell.radio === radio);
  if (found === undefined) throw new Error('no such cell');
  return found;
};
const answer = (
  change: Partial<Subscription>,
  of: Partial<{ carrier: CarrierName; radio: string; imei: string; all: typeof carriers; at: typeof start }> = {},
) =>
  admits(of.all ?? carriers, {
    card: { ...card, ...change },
    imei: of.imei ?? '350000000000410',
    cell: cellOf(of.carrier ?? 'Fellwave', of.radio),
    at: of.at ?? start,
  });

describe('registration', () => {
  test.each([
    ['an active card at home', {}, {}, null],
    ['a card that was not activated', { state: 'not activated' }, {}, 'IMSI unknown in HSS'],
    ['a card that is locked to another modem', { lockedTo: '350000009999991' }, {}, 'illegal ME'],
    ['a card that is locked to this modem', { lockedTo: '350000000000410' }, {}, null],
    ['a subscription without data', { data: false }, {}, 'EPS services not allowed'],
    ['a guest whose carrier is a partner', {}, { carrier: 'Tarnlink' }, null],
    ['a guest who may not roam', { roaming: false }, { carrier: 'Tarnlink' }, 'roaming not allowed in this tracking area'],
    ['a guest where there is no agreement', {}, { carrier: 'Moorcell' }, 'PLMN not allowed'],
    ['a suspended card: it registers, and no session opens', { state: 'suspended' }, {}, null],
    ['a card whose plan is used up: it registers, and nothing passes', { state: 'used up' }, {}, null],
    [
      'anybody while the carrier is down',
      {},
      { all: { ...carriers, Fellwave: { ...carriers.Fellwave, outage: true } } },
      'network failure',
    ],
    ['a newcomer while it is congested', {}, { all: { ...carriers, Fellwave: { ...carriers.Fellwave, congested: true } } }, 'congestion'],
    ['a technology after its last day', {}, { radio: '3G', at: later(days(300)) }, 'no suitable cells in tracking area'],
    ['a technology before its last day', {}, { radio: '3G' }, null],
  ] as const)('%s', (_, change, of, name) => {
    const cause = answer(change, of);
    expect(cause === null ? null : emmCauses[cause]?.name).toBe(name);
  });
  test('without a card that it knows the network knows nobody', () =>
    expect(admits(carriers, { card: null, imei: '', cell: cellOf('Fellwave'), at: start })).toBe(2));
});

describe('sessions', () => {
  const asked = { apn: 'm2m.fellwave.example', user: '', word: '', type: 'IP' };
  const opens = (change: Partial<typeof asked>, of: Partial<Subscription> = {}) =>
    opensContext({ ...card, ...of }, { ...asked, ...change });
  test.each([
    ['an APN that no network knows', { apn: 'm2n.fellwave.example' }, {}, 'missing or unknown APN'],
    ['an APN of another carrier', { apn: 'telemetry.tarnlink.example' }, {}, 'requested service option not subscribed'],
    [
      'an APN of the carrier that was not sold',
      { apn: 'fixed.fellwave.example' },
      { points: carriers.Fellwave.points.slice(0, 1) },
      'requested service option not subscribed',
    ],
    ['a wrong password, by its case', { apn: 'fixed.fellwave.example', user: 'dale', word: 'Larch' }, {}, 'user authentication failed'],
    ['IPv6 where there is none', { type: 'IPV6' }, {}, 'PDN type IPv4 only allowed'],
    ['IPv4 where there is only IPv6', { apn: 'v6.fellwave.example' }, {}, 'PDN type IPv6 only allowed'],
    ['a suspended subscription', {}, { state: 'suspended' }, 'operator determined barring'],
  ] as const)('%s is refused with its cause', (_, change, of, name) => {
    const opened = opens(change, of);
    expect(opened.ok ? null : esmCauses[opened.cause]?.name).toBe(name);
  });
  test('an APN’s letters may be of either case, and an empty one is the first that was sold', () => {
    expect(opens({ apn: 'M2M.Fellwave.Example ' })).toMatchObject({ ok: true });
    expect(opens({ apn: '' })).toMatchObject({ ok: true, point: { apn: 'm2m.fellwave.example' } });
  });
  test('the address is of the kind that was sold: of the pool, of one’s own, or IPv6', () => {
    expect(opens({})).toMatchObject({ ok: true, address: expect.stringMatching(/^100\.72\.4\.\d+$/) as string });
    expect(opens({ apn: 'fixed.fellwave.example', user: 'dale', word: 'larch' })).toMatchObject({ ok: true, address: '198.51.100.77' });
    expect(opens({ apn: 'v6.fellwave.example', type: 'IPV4V6' })).toMatchObject({
      ok: true,
      address: expect.stringMatching(/^2001:db8:70::/) as string,
    });
  });
  test('every address that a carrier gives is private, of a carrier’s NAT, or of the documentation ranges', () => {
    for (const name of carrierNames)
      for (const { pool } of carriers[name].points)
        expect(pool).toMatch(/^(?:10\.|100\.(?:6[4-9]|[7-9]\d|1[01]\d|12[0-7])\.|198\.51\.100|203\.0\.113|2001:db8)/);
  });
});

describe('from outside', () => {
  const seen = (
    of: Parameters<typeof worldWith>[0],
    then: (world: ReturnType<typeof worldWith>) => ReturnType<typeof worldWith> = (world) => world,
  ) => {
    const world = then(worldWith(of));
    const [path] = outfitIn(world).paths;
    return path === undefined ? 'no path' : reachedFromOutside(world, outfitIn(world), path);
  };
  test.each([
    ['a carrier’s NAT', { point: 0 }, 'behind NAT'],
    ['a fixed address', { point: 1 }, null],
    ['a public one', { carrier: 'Tarnlink', point: 1 }, null],
    ['a private network', { carrier: 'Tarnlink', point: 2 }, 'private'],
    ['IPv6 that lets nothing in', { point: 2 }, 'not allowed'],
    ['a line at a site', { ways: ['ethernet'] }, 'no forward'],
  ] as const)('%s', (_, of, is) => expect(seen(of)).toBe(is));
  test('a tunnel leads into the private network, in and out', () => {
    const tunnelled = act(worldWith({ carrier: 'Tarnlink', point: 2 }), { act: 'site', station, change: { tunnel: 'up' } });
    const [path] = outfitIn(tunnelled).paths;
    expect(
      path === undefined
        ? null
        : [reachedFromOutside(tunnelled, outfitIn(tunnelled), path), trace(tunnelled, outfitIn(tunnelled), path, start).why],
    ).toEqual([null, null]);
  });
  test('nothing comes in without a session, or over a line that is down', () => {
    expect(seen({}, (world) => act(world, { act: 'modem-power', station, modem: 'modem', on: false }))).toBe('no session');
    expect(seen({ ways: ['ethernet'] }, (world) => act(world, { act: 'line', station, beyond: false }))).toBe('line');
  });
});

test('a suspension closes the session that is open, and its end opens it again within the minute', () => {
  const world = worldWith();
  const { iccid } = world.cards[0] ?? card;
  const change = (to: 'active' | 'suspended', was = world) => run(act(was, { act: 'subscription', iccid, change: { state: to } }), 80_000);
  const suspended = change('suspended');
  const sessions = (of: typeof world) => outfitIn(of).modems['modem']?.sessions.length;
  expect([sessions(suspended), sessions(change('active', suspended))]).toEqual([0, 1]);
});
