import { twoSims } from '../lamp/testing.ts';
import { tunnelFigures } from './index.ts';

test('what fits inside, and what signs of life cost on the paths that are paid by the byte', () => {
  const { m, paths } = twoSims();
  expect(tunnelFigures(m.state)).toEqual([]);
  const tunnel = m.element('tunnel', 'dale office');
  expect(tunnelFigures(m.state)).toMatchObject([{ kind: null, outer: null, inner: null, month: null, metered: [...paths] }]);
  m.set(paths[0], { 'path.mtu': 1428, 'path.kind': 'ethernet' }).set(paths[1], { 'path.mtu': 1358 });
  m.set(tunnel, {
    'tunnel.kind': 'IPsec IKEv2',
    'tunnel.keepalive': 20_000,
    'tunnel.keyEnds': '2027-06-01',
    'tunnel.hostHere': '10.8.3.20',
  });
  // Over a cellular path IPsec goes through UDP: 1358 leaves 1294 (RFC 4303, RFC 3948, by hand).
  expect(tunnelFigures(m.state)).toMatchObject([
    {
      kind: 'IPsec',
      outer: 1358,
      inner: 1294,
      month: 129_600 * 29,
      metered: [paths[1]],
      keyEnds: '2027-06-01',
      hosts: { here: '10.8.3.20', there: null },
    },
  ]);
  m.set(tunnel, { 'tunnel.overhead': 100 });
  expect(tunnelFigures(m.state)[0]?.inner).toBe(1258);
});
