import { keepaliveMonth, tunnelInner, tunnelKind } from './tunnel.ts';

// ESP with AES-GCM-16: RFC 4303 and RFC 4106, worked by hand; header sizes from memory where no table is at hand.
test.each([
  ['IPsec', 1500, false, 1446],
  ['IPsec', 1500, true, 1438],
  ['IPsec', 1428, false, 1374],
  ['IPsec', 1358, false, 1302],
  ['GRE', 1500, false, 1476],
  ['IP in IP', 1500, false, 1480],
  ['WireGuard', 1500, false, 1440],
  ['WireGuard', 1358, true, 1296],
  ['WireGuard', 120, false, null],
] as const)('%s over %i B (NAT %p) leaves %p B', (kind, outer, nat, inner) => expect(tunnelInner(kind, outer, { nat })).toBe(inner));
test('what fits inside never comes out larger than the path, to the byte', () => {
  const outside = (inner: number, nat: boolean): number => 20 + (nat ? 8 : 0) + 8 + 8 + Math.ceil((inner + 2) / 4) * 4 + 16;
  for (let outer = 200; outer <= 1500; outer++)
    for (const nat of [false, true]) {
      const inner = tunnelInner('IPsec', outer, { nat }) ?? 0;
      expect(outside(inner, nat)).toBeLessThanOrEqual(outer);
      expect(outside(inner + 1, nat)).toBeGreaterThan(outer - 4);
    }
});
test('a kind is told by the sheet’s own words', () =>
  expect(['WireGuard', 'IPsec IKEv2', 'ESP', 'GRE', 'ipip', 'carrier pigeon', 'aggregate'].map(tunnelKind)).toEqual([
    'WireGuard',
    'IPsec',
    'IPsec',
    'GRE',
    'IP in IP',
    null,
    null,
  ]));
// Thirty days of 25 s are 103,680 signs of life.
test('signs of life every 25 s cost megabytes a month', () => {
  expect(keepaliveMonth('WireGuard', 25_000, true)).toBe(103_680 * 120);
  expect(keepaliveMonth('IPsec', 20_000, false)).toBe(129_600 * 29);
  expect(keepaliveMonth(null, 0, true)).toBe(0);
});
