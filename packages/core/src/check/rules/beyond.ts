// What lies beyond the unit: the desk's and IT's side, set-up networks, aerials and supplies.
import { hostFault, overlap, parseAddress, prefixOfMask } from '../../sums/index.ts';
import { showFigure } from '../../quantity/index.ts';
import type { ElementId, SettingKey } from '../../name/index.ts';
import { ours, practice, rule, sheetRule, standard, type WholeSheet } from '../rule.ts';

type Net = {
  readonly net: string;
  readonly as: string;
  readonly key: SettingKey;
  readonly of: ElementId | null;
  readonly side: 'lan' | 'joined' | 'subnet' | 'tunnel' | 'far' | 'in use';
};

/** Every network that a sheet names, with the side on which it lies. */
const networksOf = ({ of, at, key }: WholeSheet): Net[] => [
  ...of('modem').flatMap(({ id, label }): Net[] => {
    const [lan, mask] = [at('modem.lan', id), at('modem.mask', id)];
    const prefix = mask === null ? null : prefixOfMask(mask);
    return lan === null || prefix === null
      ? []
      : [{ net: `${lan}/${prefix}`, as: `the LAN of ${label}`, key: key('modem.lan', id), of: id, side: 'lan' }];
  }),
  ...of('path').flatMap(({ id, label }): Net[] => {
    const net = at('path.network', id);
    return net === null ? [] : [{ net, as: `the network that ${label} joins`, key: key('path.network', id), of: id, side: 'joined' }];
  }),
  ...of('subnet').flatMap(({ id, label }): Net[] => {
    const net = at('subnet.network', id);
    return net === null
      ? []
      : [
          {
            net,
            as: label,
            key: key('subnet.network', id),
            of: id,
            side: at('subnet.where', id) === 'tunnel' || at('subnet.where', id) === 'office' ? 'far' : 'subnet',
          },
        ];
  }),
  ...of('tunnel').flatMap(({ id, label }): Net[] =>
    (['tunnel.here', 'tunnel.there'] as const).flatMap((which): Net[] => {
      const net = at(which, id);
      return net === null
        ? []
        : [
            {
              net,
              as: `${label}, ${which === 'tunnel.here' ? 'this end' : 'the far end'}`,
              key: key(which, id),
              of: id,
              side: which === 'tunnel.here' ? 'tunnel' : 'far',
            },
          ];
    }),
  ),
  ...(at('it.inUse') ?? '')
    .split(/[,;\s]+/)
    .flatMap((net): Net[] => (net.includes('/') ? [{ net, as: 'a network in use', key: key('it.inUse'), of: null, side: 'in use' }] : [])),
];

/** Sides that may be one and the same network: what a path joins is a subnet of the site, the LAN is the tunnel's own end. Any others have to lie apart. */
const mayBeOne = ({ side: a }: Net, { side: b }: Net): boolean => {
  const pair = [a, b].sort().join('+');
  return [
    'joined+subnet',
    'lan+subnet',
    'lan+tunnel',
    'subnet+tunnel',
    'joined+tunnel',
    'in use+joined',
    'in use+subnet',
    'far+far',
    'far+in use',
    'joined+joined',
    'tunnel+tunnel',
    'in use+tunnel',
  ].includes(pair);
};
/** Overlaps that have a check of their own: two subnets, the two ends of one tunnel, a helper and its main router. */
const elsewhere = (a: Net, b: Net, helpers: ReadonlySet<ElementId | null>): boolean => {
  const keys = [a.key, b.key].map(String);
  const pair = a.side === 'lan' && b.side === 'lan' && (helpers.has(a.of) || helpers.has(b.of));
  return pair || keys.every((key) => key.startsWith('subnet:')) || (a.of === b.of && keys.every((key) => key.startsWith('tunnel:')));
};

export const beyond = [
  sheetRule({
    id: 'route/any-two-networks',
    lamp: 'Route',
    looks: 'Any two networks of the station that overlap: LAN, what a path joins, subnets, tunnel ends, networks in use.',
    source: standard('RFC 4632', '3', true),
    traps: [32],
    reads: [
      'modem.lan',
      'modem.mask',
      'path.network',
      'subnet.network',
      'subnet.where',
      'tunnel.here',
      'tunnel.there',
      'it.inUse',
      'modem.helperOf',
    ],
    codes: { 'networks-collide': 'stop' },
    find: (sheet) => {
      const all = networksOf(sheet);
      const helpers = new Set<ElementId | null>(
        sheet.of('modem').flatMap(({ id }) => (sheet.at('modem.helperOf', id) === null ? [] : [id])),
      );
      return all.flatMap((one, i) =>
        all.slice(i + 1).flatMap((other) => {
          if (elsewhere(one, other, helpers) || !overlap(one.net, other.net)) return [];
          const equal = one.net.split('/')[1] === other.net.split('/')[1];
          if (equal && mayBeOne(one, other)) return [];
          return [
            {
              code: 'networks-collide' as const,
              args: { one: one.net, other: other.net, as: one.as, and: other.as },
              fields: [one.key, other.key],
              elements: [one.of, other.of].flatMap((id) => id ?? []),
            },
          ];
        }),
      );
    },
    fires: {
      elements: [
        ['modem', 'm0dem0'],
        ['path', 'path00'],
      ],
      values: { 'modem:m0dem0.lan': '192.168.1.1', 'modem:m0dem0.mask': '255.255.255.0', 'path:path00.network': '192.168.1.0/24' },
    },
    silent: {
      elements: [
        ['modem', 'm0dem0'],
        ['path', 'path00'],
        ['subnet', 'sbn000'],
      ],
      values: {
        'modem:m0dem0.lan': '192.168.2.1',
        'modem:m0dem0.mask': '255.255.255.0',
        'path:path00.network': '192.168.1.0/24',
        'subnet:sbn000.network': '192.168.1.0/24',
        'subnet:sbn000.where': 'site',
      },
    },
  }),
  rule({
    id: 'route/subnet-gateway-inside',
    lamp: 'Route',
    looks: 'A gateway outside of its subnet, or on its first or last address.',
    source: standard('RFC 4632', '3', true),
    traps: [33],
    reads: ['subnet.network', 'subnet.gateway'],
    codes: { 'subnet-gateway': 'stop' },
    find: ({ 'subnet.network': network, 'subnet.gateway': gateway }) =>
      hostFault(gateway, network) === null ? [] : [{ code: 'subnet-gateway', args: { gateway, network } }],
    fires: { 'subnet.network': '192.168.7.0/24', 'subnet.gateway': '192.168.7.0' },
    silent: { 'subnet.network': '192.168.7.0/24', 'subnet.gateway': '192.168.7.1' },
  }),
  sheetRule({
    id: 'route/leases-from-one',
    lamp: 'Route',
    looks: 'Two that give leases in one network.',
    source: practice,
    traps: [34],
    reads: ['subnet.network', 'subnet.leases'],
    codes: { 'leases-from-two': 'fix' },
    find: ({ of, at, key }) => {
      const all = of('subnet').map(({ id }) => ({
        id,
        net: at('subnet.network', id),
        by: (at('subnet.leases', id) ?? '').trim().toLowerCase(),
      }));
      return all.flatMap((one, i) =>
        all.slice(i + 1).flatMap((other) =>
          one.net !== null && other.net !== null && one.by !== '' && other.by !== '' && one.by !== other.by && overlap(one.net, other.net)
            ? [
                {
                  code: 'leases-from-two' as const,
                  args: { network: one.net, one: one.by, other: other.by },
                  fields: [key('subnet.leases', one.id), key('subnet.leases', other.id)],
                  elements: [one.id, other.id],
                },
              ]
            : [],
        ),
      );
    },
    fires: {
      elements: [
        ['subnet', 'sbn000'],
        ['subnet', 'sbn001'],
      ],
      values: {
        'subnet:sbn000.network': '192.168.7.0/24',
        'subnet:sbn001.network': '192.168.7.0/24',
        'subnet:sbn000.leases': 'router',
        'subnet:sbn001.leases': 'helper',
      },
    },
    silent: {
      elements: [
        ['subnet', 'sbn000'],
        ['subnet', 'sbn001'],
      ],
      values: {
        'subnet:sbn000.network': '192.168.7.0/24',
        'subnet:sbn001.network': '192.168.8.0/24',
        'subnet:sbn000.leases': 'router',
        'subnet:sbn001.leases': 'helper',
      },
    },
  }),
  sheetRule({
    id: 'route/both-routers-forward',
    lamp: 'Route',
    looks: 'A forward on a second router without one on the first.',
    source: practice,
    traps: [35],
    reads: ['forward.where', 'forward.outer', 'forward.inner'],
    codes: { 'first-does-not-forward': 'fix' },
    find: ({ of, at, key }) => {
      const all = of('forward').map(({ id }) => ({
        id,
        where: at('forward.where', id),
        outer: at('forward.outer', id),
        inner: at('forward.inner', id),
      }));
      return all
        .filter(({ where, outer }) => where === 'second' && outer !== null)
        .filter((one) => !all.some((other) => other.where !== 'second' && (other.inner ?? other.outer) === one.outer))
        .map(({ id, outer }) => ({
          code: 'first-does-not-forward' as const,
          args: { port: outer },
          fields: [key('forward.where', id), key('forward.outer', id)],
          elements: [id],
        }));
    },
    fires: { elements: [['forward', 'fwd000']], values: { 'forward:fwd000.where': 'second', 'forward:fwd000.outer': 4110 } },
    silent: {
      elements: [
        ['forward', 'fwd000'],
        ['forward', 'fwd001'],
      ],
      values: {
        'forward:fwd000.where': 'second',
        'forward:fwd000.outer': 4110,
        'forward:fwd001.where': 'office',
        'forward:fwd001.outer': 4100,
        'forward:fwd001.inner': 4110,
      },
    },
  }),
  sheetRule({
    id: 'signal/wifi-is-joined',
    lamp: 'Signal',
    looks: 'A path by Wi-Fi, and no network on the sheet that is joined.',
    source: practice,
    traps: [103],
    reads: ['wifi.role', 'path.kind'],
    codes: { 'wifi-not-joined': 'fix' },
    find: ({ of, at, key }) => {
      const paths = of('path').filter(({ id }) => at('path.kind', id) === 'wifi');
      const networks = of('wifi');
      const roles = networks.map(({ id }) => at('wifi.role', id));
      return paths.length === 0 || networks.length === 0 || roles.includes(null) || roles.includes('join')
        ? []
        : [{ code: 'wifi-not-joined', fields: networks.map(({ id }) => key('wifi.role', id)), elements: paths.map(({ id }) => id) }];
    },
    fires: {
      elements: [
        ['path', 'path00'],
        ['wifi', 'w1f100'],
      ],
      values: { 'path:path00.kind': 'wifi', 'wifi:w1f100.role': 'setup' },
    },
    silent: {
      elements: [
        ['path', 'path00'],
        ['wifi', 'w1f100'],
      ],
      values: { 'path:path00.kind': 'wifi', 'wifi:w1f100.role': 'join' },
    },
  }),
  rule({
    id: 'watch/lapse-calls-somebody',
    lamp: 'Watch',
    looks: 'A missed-test alarm that calls nobody.',
    source: practice,
    traps: [92],
    reads: ['desk.grace'],
    also: ['desk.called'],
    codes: { 'lapse-calls-nobody': 'fix' },
    find: ({ 'desk.called': called }) => (called === undefined || called.trim() === '' ? [{ code: 'lapse-calls-nobody' }] : []),
    fires: { 'desk.grace': 3_600_000 },
    silent: { 'desk.grace': 3_600_000, 'desk.called': 'Ines, then Marek' },
  }),
  rule({
    id: 'standby/noticed-within-grace',
    lamp: 'Standby',
    looks: 'A dead path that is noticed only after the desk has raised its missed-test alarm.',
    source: ours('n misses in a row at most n · I + t after the fault, as the sums of Standby have it'),
    traps: [81],
    reads: ['path.probeEvery', 'path.probeMisses', 'desk.grace'],
    also: ['path.probePatience'],
    codes: { 'noticed-late': 'fix' },
    find: ({ 'path.probeEvery': every, 'path.probeMisses': misses, 'desk.grace': grace, 'path.probePatience': patience = 0 }) => {
      const notice = every * misses + patience;
      return notice >= grace
        ? [
            {
              code: 'noticed-late',
              args: { notice: showFigure(notice, 'ms'), misses, every: showFigure(every, 'ms'), grace: showFigure(grace, 'ms') },
            },
          ]
        : [];
    },
    fires: { 'path.probeEvery': 600_000, 'path.probeMisses': 10, 'desk.grace': 3_600_000 },
    silent: { 'path.probeEvery': 600_000, 'path.probeMisses': 5, 'desk.grace': 3_600_000 },
  }),
  rule({
    id: 'watch/path-lapse',
    lamp: 'Watch',
    looks: 'A path’s own lapse that comes before its own test.',
    source: practice,
    traps: [66, 68],
    reads: ['path.testEvery', 'path.grace'],
    codes: { 'path-lapse-early': 'fix' },
    find: ({ 'path.testEvery': every, 'path.grace': grace }) =>
      every >= grace ? [{ code: 'path-lapse-early', args: { every: showFigure(every, 'ms'), grace: showFigure(grace, 'ms') } }] : [],
    fires: { 'path.testEvery': 86_400_000, 'path.grace': 86_400_000 },
    silent: { 'path.testEvery': 86_399_000, 'path.grace': 86_400_000 },
  }),
  rule({
    id: 'route/outside-address-lasts',
    lamp: 'Route',
    looks: 'An outside address that will be another one day, or that is behind another NAT.',
    source: practice,
    traps: [18, 35],
    reads: ['it.outside', 'it.outsideKind'],
    codes: { 'outside-changes': 'fix', 'outside-private': 'stop' },
    find: ({ 'it.outside': outside, 'it.outsideKind': kind }) =>
      kind === 'private'
        ? [{ code: 'outside-private', args: { outside } }]
        : kind === 'changing' && parseAddress(outside).ok
          ? [{ code: 'outside-changes', args: { outside } }]
          : [],
    fires: { 'it.outside': '198.51.100.7', 'it.outsideKind': 'changing' },
    silent: { 'it.outside': 'desk.varrow.example', 'it.outsideKind': 'changing' },
  }),
  rule({
    id: 'standby/ping-passes',
    lamp: 'Standby',
    looks: 'A probe by ping where ping does not pass.',
    source: practice,
    traps: [101],
    reads: ['path.probe', 'it.pingPasses'],
    codes: { 'ping-blocked': 'fix' },
    find: ({ 'path.probe': probe, 'it.pingPasses': passes }) => (probe === 'ping' && !passes ? [{ code: 'ping-blocked' }] : []),
    fires: { 'path.probe': 'ping', 'it.pingPasses': false },
    silent: { 'path.probe': 'lookup', 'it.pingPasses': false },
  }),
  rule({
    id: 'call/portal-and-desk',
    lamp: 'Call',
    looks: 'A portal’s server that is the desk itself.',
    source: practice,
    traps: [30],
    reads: ['portal.server', 'receiver.host'],
    codes: { 'portal-is-desk': 'look' },
    find: ({ 'portal.server': server, 'receiver.host': host }) =>
      server.trim().toLowerCase() === host.trim().toLowerCase() ? [{ code: 'portal-is-desk', args: { server } }] : [],
    fires: { 'portal.server': 'desk.varrow.example', 'receiver.host': 'desk.varrow.example' },
    silent: { 'portal.server': 'portal.varrow.example', 'receiver.host': 'desk.varrow.example' },
  }),
  sheetRule({
    id: 'signal/aerials-alike',
    lamp: 'Signal',
    looks: 'Main and second aerial of one modem that differ by more than 3 dB of gain.',
    source: practice,
    traps: [60],
    reads: ['antenna.gain', 'antenna.modem', 'antenna.socket'],
    codes: { 'gains-apart': 'look' },
    find: ({ of, at, key }) => {
      const all = of('antenna').flatMap(({ id }) => {
        const [gain, socket] = [at('antenna.gain', id), at('antenna.socket', id)];
        return gain === null || (socket !== 'main' && socket !== 'diversity') ? [] : [{ id, gain, modem: at('antenna.modem', id) }];
      });
      return all.flatMap((one, i) =>
        all
          .slice(i + 1)
          .filter((other) => other.modem === one.modem && Math.abs(one.gain - other.gain) > 3)
          .map((other) => ({
            code: 'gains-apart' as const,
            args: { one: one.gain, other: other.gain },
            fields: [key('antenna.gain', one.id), key('antenna.gain', other.id)],
            elements: [one.id, other.id],
          })),
      );
    },
    fires: {
      elements: [
        ['antenna', 'aer000'],
        ['antenna', 'aer001'],
      ],
      values: { 'antenna:aer000.gain': 9, 'antenna:aer001.gain': 2, 'antenna:aer000.socket': 'main', 'antenna:aer001.socket': 'diversity' },
    },
    silent: {
      elements: [
        ['antenna', 'aer000'],
        ['antenna', 'aer001'],
      ],
      values: { 'antenna:aer000.gain': 5, 'antenna:aer001.gain': 2, 'antenna:aer000.socket': 'main', 'antenna:aer001.socket': 'diversity' },
    },
  }),
  rule({
    id: 'signal/thin-cable',
    lamp: 'Signal',
    looks: 'A thin aerial cable that is long: over 5 m it loses more than the aerial gains.',
    source: practice,
    reads: ['antenna.cableLength', 'antenna.cable'],
    codes: { 'thin-cable-long': 'look' },
    find: ({ 'antenna.cableLength': length, 'antenna.cable': cable }) =>
      length > 5_000 && /rg-?\s?(?:174|178|316|58)|1\.13|0\.81|lmr-?\s?100/i.test(cable)
        ? [{ code: 'thin-cable-long', args: { length: length / 1000, cable } }]
        : [],
    fires: { 'antenna.cableLength': 5_001, 'antenna.cable': 'RG-174' },
    silent: { 'antenna.cableLength': 5_000, 'antenna.cable': 'RG-174' },
  }),
  rule({
    id: 'power/dark-hours',
    lamp: 'Power',
    looks: 'A supply by sun or wind, and a unit without a battery.',
    source: practice,
    traps: [87],
    reads: ['site.supply', 'unit.battery'],
    codes: { 'dark-without-battery': 'fix' },
    find: ({ 'site.supply': supply, 'unit.battery': battery }) =>
      /solar|sun|panel|pv\b|wind/i.test(supply) && battery === 'none' ? [{ code: 'dark-without-battery', args: { supply } }] : [],
    fires: { 'site.supply': 'solar panel', 'unit.battery': 'none' },
    silent: { 'site.supply': 'solar panel', 'unit.battery': 'lead' },
  }),
];
