// NAT in between, by the address ranges of RFC 6598, RFC 1918 and RFC 4193.
import { natBetween } from './nat.ts';

test.each([
  ['203.0.113.7', '203.0.113.7', 'same'],
  ['2001:db8::0001', '2001:db8::1', 'same'],
  ['100.64.3.9', '203.0.113.7', 'carrier'],
  ['100.127.255.255', '203.0.113.7', 'carrier'],
  ['100.128.0.1', '203.0.113.7', 'another'],
  ['192.168.7.20', '203.0.113.7', 'private'],
  ['172.31.0.4', '203.0.113.7', 'private'],
  ['fd12::5', '2001:db8::1', 'private'],
  ['198.51.100.4', '203.0.113.7', 'another'],
  ['not yet', '203.0.113.7', 'no address'],
] as const)('shown %s, seen %s: %s', (shown, seen, is) => expect(natBetween(shown, seen)).toBe(is));
