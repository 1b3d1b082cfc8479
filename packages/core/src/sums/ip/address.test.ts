import { isIPv4, isIPv6 } from 'node:net';
import fc from 'fast-check';
import ipaddr from 'ipaddr.js';
import { kinds, refused } from '../../../vectors/rfc-6890-kinds.ts';
import { inNetwork, parseAddress, parseHost } from './address.ts';

test.each(kinds)('%s is %s', (typed, kind) => expect(parseAddress(typed)).toMatchObject({ ok: true, value: { kind } }));
test.each(refused)('%p is refused', (typed) => expect(parseAddress(typed).ok).toBe(false));
test('a zero in front is told with what each reader would take it for', () => {
  const parsed = parseAddress('192.168.1.010');
  expect(parsed.ok ? [] : parsed.problems.map(({ args }) => args)).toEqual([
    { got: '192.168.1.010', why: 'Some read 010 as 10, others as 8. Write it without the zero.' },
  ]);
});
test('any IPv4 that Node’s net and ipaddr.js read is read the same, and no other', () =>
  fc.assert(
    fc.property(fc.oneof(fc.ipV4(), fc.ipV4Extended(), fc.string({ maxLength: 16 })), (typed) => {
      const ours = parseAddress(typed);
      if (typed.includes(':')) return true;
      return ours.ok === isIPv4(typed) && (!ours.ok || ours.value.text === ipaddr.IPv4.parse(typed).toString());
    }),
    { seed: 3, numRuns: 200 },
  ));
test('any IPv6 is given back in the form of RFC 5952, as ipaddr.js writes it', () =>
  fc.assert(
    // ipaddr.js reads the deprecated ::a.b.c.d as an IPv4-mapped address: left out.
    fc.property(
      fc.ipV6().filter((typed) => !/^::\d+\./.test(typed)),
      (typed) => {
        const ours = parseAddress(typed);
        return (
          isIPv6(typed) &&
          ours.ok &&
          ipaddr.IPv6.parse(ours.value.text).toNormalizedString() === ipaddr.IPv6.parse(typed).toNormalizedString()
        );
      },
    ),
    { seed: 4, numRuns: 200 },
  ));
test('an address lies in its pool, and in no other family’s', () => {
  expect(inNetwork('100.72.4.9', '100.72.0.0/16')).toBe(true);
  expect(inNetwork('100.73.4.9', '100.72.0.0/16')).toBe(false);
  expect(inNetwork('2001:db8::5', '2001:db8::/32')).toBe(true);
  for (const network of ['100.72.0.0', 'rubbish', '100.72.0.0/99', '2001:db8::/32', ''])
    expect(inNetwork('100.72.4.9', network)).toBe(false);
});
test('a network’s answer is that of ipaddr.js for any prefix', () =>
  fc.assert(
    fc.property(
      fc.ipV4(),
      fc.ipV4(),
      fc.integer({ min: 0, max: 32 }),
      (address, base, prefix) => inNetwork(address, `${base}/${prefix}`) === ipaddr.parse(address).match(ipaddr.parse(base), prefix),
    ),
    { seed: 5, numRuns: 200 },
  ));
test('a host is a name or an address, never a half of one', () => {
  expect(parseHost('Desk.Varrow.example')).toEqual({ ok: true, value: { kind: 'name', name: 'desk.varrow.example' } });
  for (const typed of ['desk varrow', '-desk.example', 'desk.example-', '1.2.3', 'a..b', '']) expect(parseHost(typed).ok).toBe(false);
});
