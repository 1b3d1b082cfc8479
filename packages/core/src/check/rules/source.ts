// From where calls come and at which listener they arrive: what makes an address on the sheet say nothing about a path.
import type { ElementId } from '../../name/index.ts';
import { plainZone } from '../../evidence/index.ts';
import { inNetwork, isTooWide, parseAddress, sameNetwork } from '../../sums/index.ts';
import { ours, practice, type Rule, rule, sheetRule, standard } from '../rule.ts';

const isLoopback = (address: string): boolean => {
  const parsed = parseAddress(address.trim());
  return parsed.ok && parsed.value.kind === 'loopback';
};

export const source: readonly Rule[] = [
  rule({
    id: 'route/source-is-here',
    lamp: 'Route',
    looks: 'A path that is said to arrive from this very computer.',
    source: standard('RFC 1122', '§3.2.1.3', true),
    reads: ['path.address'],
    codes: { 'source-here': 'stop' },
    find: ({ 'path.address': address }, { demo, here }) =>
      demo || !isLoopback(address) || (here?.testPaths === true && inNetwork(address.trim(), '127.0.9.0/24'))
        ? []
        : [{ code: 'source-here', args: { address } }],
    fires: { 'path.address': '127.0.9.4' },
    silent: { 'path.address': '198.51.100.4' },
  }),
  rule({
    id: 'route/source-is-near',
    lamp: 'Route',
    looks: 'A cellular path whose address lies in the desk’s own network, without a tunnel or private access point.',
    source: ours('a laptop in the office would have the same address'),
    reads: ['path.address', 'path.kind'],
    also: ['path.tunnel', 'sim.addressKind'],
    codes: { 'source-near': 'fix' },
    find: ({ 'path.address': address, 'path.kind': kind, 'path.tunnel': tunnel, 'sim.addressKind': gets }, { here }) =>
      kind === 'cellular' &&
      tunnel === undefined &&
      gets !== 'private network' &&
      here?.networks.some((network) => sameNetwork(address.trim(), network)) === true
        ? [{ code: 'source-near', args: { address } }]
        : [],
    fires: { 'path.address': '192.168.7.40', 'path.kind': 'cellular' },
    silent: { 'path.address': '192.168.8.40', 'path.kind': 'cellular' },
    here: { addresses: [], networks: ['192.168.7.1/24'], outside: [], hidden: false, testPaths: false },
  }),
  rule({
    id: 'route/pool-tells-nothing',
    lamp: 'Route',
    looks: 'A pool so wide that half the world lies in it.',
    source: ours('wider than /8 tells no path from another'),
    reads: ['path.pool'],
    codes: { 'pool-wide': 'fix' },
    find: ({ 'path.pool': pool }) => (isTooWide(pool.trim()) ? [{ code: 'pool-wide', args: { pool } }] : []),
    fires: { 'path.pool': '100.0.0.0/7' },
    silent: { 'path.pool': '100.0.0.0/8' },
  }),
  sheetRule({
    id: 'route/one-address-each',
    lamp: 'Route',
    looks: 'Two paths that arrive from one address.',
    source: practice,
    reads: ['path.address'],
    codes: { 'address-shared': 'look' },
    find: ({ of, at, key }) => {
      const seen = new Map<string, ElementId>();
      return of('path').flatMap(({ id }) => {
        const parsed = parseAddress((at('path.address', id) ?? '').trim());
        if (!parsed.ok) return [];
        const { text } = parsed.value;
        const other = seen.get(text);
        seen.set(text, other ?? id);
        return other === undefined
          ? []
          : [
              {
                code: 'address-shared',
                args: { address: text },
                fields: [key('path.address', other), key('path.address', id)],
                elements: [other, id],
              },
            ];
      });
    },
    fires: {
      elements: [
        ['path', 'pa7h01'],
        ['path', 'pa7h02'],
      ],
      values: { 'path:pa7h01.address': '203.0.113.9', 'path:pa7h02.address': '203.0.113.9' },
    },
    silent: {
      elements: [
        ['path', 'pa7h01'],
        ['path', 'pa7h02'],
      ],
      values: { 'path:pa7h01.address': '203.0.113.9', 'path:pa7h02.address': '203.0.113.10' },
    },
  }),
  sheetRule({
    id: 'call/at-its-listener',
    lamp: 'Call',
    looks: 'Calls of the account that arrive at another listener than the sheet’s.',
    source: ours('a call counts only where the sheet says that it arrives'),
    traps: [23, 27],
    reads: ['receiver.port', 'receiver.protocol', 'receiver.account'],
    codes: { 'other-listener': 'fix' },
    find: ({ of, key }, { beside = [] }) => {
      const [receiver] = of('receiver');
      const count = beside.reduce((sum, one) => sum + one.count, 0);
      return count === 0 || receiver === undefined
        ? []
        : [
            {
              code: 'other-listener',
              args: { count },
              fields: [key('receiver.port', receiver.id), key('receiver.protocol', receiver.id)],
              elements: [receiver.id],
            },
          ];
    },
    fires: { elements: [['receiver', 'desk01']], values: { 'receiver:desk01.account': '0417' } },
    silent: { elements: [], values: {} },
    beside: [{ count: 3 }],
  }),
  sheetRule({
    id: 'inputs/zones-differ',
    lamp: 'Inputs',
    looks: 'Two inputs or devices that call with one zone on one account.',
    source: practice,
    traps: [70],
    reads: ['input.deskZone', 'input.channel', 'device.zone'],
    codes: { 'zone-twice': 'stop' },
    find: ({ of, at, key }) => {
      const items = [
        ...of('input').flatMap(({ id }) => {
          const desk = at('input.deskZone', id);
          const zone = plainZone(String(desk ?? at('input.channel', id) ?? ''));
          return zone === null ? [] : [{ id, zone, field: key(desk === null ? 'input.channel' : 'input.deskZone', id) }];
        }),
        ...of('device').flatMap(({ id }) => {
          const zone = plainZone(String(at('device.zone', id) ?? ''));
          return zone === null ? [] : [{ id, zone, field: key('device.zone', id) }];
        }),
      ];
      return items.flatMap((one, i) =>
        items
          .slice(i + 1)
          .filter(({ zone }) => zone === one.zone)
          .map((other) => ({
            code: 'zone-twice',
            args: { zone: one.zone },
            fields: [one.field, other.field],
            elements: [one.id, other.id],
          })),
      );
    },
    fires: {
      elements: [
        ['input', 'f70at0'],
        ['device', 'h1ve00'],
      ],
      values: { 'input:f70at0.deskZone': 3, 'device:h1ve00.zone': 3 },
    },
    silent: {
      elements: [
        ['input', 'f70at0'],
        ['device', 'h1ve00'],
      ],
      values: { 'input:f70at0.deskZone': 3, 'device:h1ve00.zone': 4 },
    },
  }),
];
