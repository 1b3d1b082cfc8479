import fc from 'fast-check';
import ipaddr from 'ipaddr.js';
import { between, hostFault, overlap, prefixOfMask, subnetOf } from './subnet.ts';

// Re-derived by hand, and checked against ipaddr.js below.
test.each([
  ['192.0.2.77/29', '192.0.2.72', '192.0.2.79', 6],
  ['192.0.2.77/30', '192.0.2.76', '192.0.2.79', 2],
  ['192.0.2.77/31', '192.0.2.76', '192.0.2.77', 2],
  ['192.0.2.77/32', '192.0.2.77', '192.0.2.77', 1],
  ['198.51.100.130/25', '198.51.100.128', '198.51.100.255', 126],
  ['203.0.113.9/28', '203.0.113.0', '203.0.113.15', 14],
  ['100.64.12.200/22', '100.64.12.0', '100.64.15.255', 1022],
  ['10.1.2.3/12', '10.0.0.0', '10.15.255.255', 1_048_574],
])('%s begins at %s, ends at %s and holds %p hosts', (text, first, last, hosts) =>
  expect(subnetOf(text)).toMatchObject({ first, last, hosts }),
);
test.each([
  ['255.255.254.0', 23],
  ['0.0.0.0', 0],
  ['255.255.255.255', 32],
  ['255.255.0.255', null],
  ['255.0.255.0', null],
  ['255.255.255.256', null],
])('mask %s is /%p', (mask, prefix) => expect(prefixOfMask(mask)).toBe(prefix));
test.each([
  ['192.0.2.255', '192.0.2.0/24', 'broadcast'],
  ['192.0.2.0', '192.0.2.0/24', 'network'],
  ['192.0.3.1', '192.0.2.0/24', 'outside'],
  ['192.0.2.1', '192.0.2.0/24', null],
  ['192.0.2.76', '192.0.2.76/31', null],
  ['192.0.2.1', 'rubbish', null],
])('%s in %s: %p', (address, network, fault) => expect(hostFault(address, network)).toBe(fault));
const anyNetwork = fc.tuple(fc.ipV4(), fc.integer({ min: 1, max: 32 })).map(([base, prefix]) => `${base}/${prefix}`);
test('first, last and broadcast are those of ipaddr.js for any network', () =>
  fc.assert(
    fc.property(anyNetwork, (text) => {
      const of = subnetOf(text);
      return (
        of?.first === ipaddr.IPv4.networkAddressFromCIDR(text).toString() &&
        of.last === ipaddr.IPv4.broadcastAddressFromCIDR(text).toString()
      );
    }),
    { seed: 11, numRuns: 200 },
  ));
test('two networks overlap where an end of one lies in the other, and it does not matter which is named first', () =>
  fc.assert(
    fc.property(anyNetwork, anyNetwork, (one, other) => {
      const inside = (a: string, b: string) => ipaddr.parse(ipaddr.IPv4.networkAddressFromCIDR(a).toString()).match(ipaddr.parseCIDR(b));
      return overlap(one, other) === (inside(one, other) || inside(other, one)) && overlap(one, other) === overlap(other, one);
    }),
    { seed: 12, numRuns: 200 },
  ));
test('an address lies between two others, ends included', () => {
  expect([
    between('10.0.0.5', '10.0.0.5', '10.0.0.9'),
    between('10.0.0.10', '10.0.0.5', '10.0.0.9'),
    between('x', '10.0.0.5', '10.0.0.9'),
  ]).toEqual([true, false, false]);
});
