// Networks: what overlaps, what lies outside, leases, NATs, packets, and the technician's own computer in them.
import { between, hostFault, overlap, prefixOfMask, subnetOf } from '../../sums/index.ts';
import { ours, pairRule, practice, rule, sheetRule, standard } from '../rule.ts';

const faultWords = { outside: 'outside of it', network: 'its first address', broadcast: 'its last address' } as const;

export const network = [
  pairRule({
    id: 'route/networks-overlap',
    lamp: 'Route',
    looks: 'Two networks of the station that overlap.',
    source: standard('RFC 4632', '3', true),
    traps: [32],
    reads: 'subnet.network',
    codes: { overlap: 'stop' },
    find: (one, other) => (overlap(one, other) ? [{ code: 'overlap', args: { one, other } }] : []),
    fires: ['192.168.1.0/24', '192.168.0.0/16'],
    silent: ['192.168.1.0/24', '192.168.2.0/24'],
  }),
  rule({
    id: 'route/tunnel-ends-overlap',
    lamp: 'Route',
    looks: 'A tunnel with one network at both ends.',
    source: practice,
    traps: [32],
    reads: ['tunnel.here', 'tunnel.there'],
    codes: { 'tunnel-overlap': 'stop' },
    find: ({ 'tunnel.here': here, 'tunnel.there': there }) =>
      overlap(here, there) ? [{ code: 'tunnel-overlap', args: { here, there } }] : [],
    fires: { 'tunnel.here': '192.168.1.0/24', 'tunnel.there': '192.168.1.0/25' },
    silent: { 'tunnel.here': '192.168.7.0/24', 'tunnel.there': '192.168.1.0/24' },
  }),
  rule({
    id: 'route/tunnel-over-carrier',
    lamp: 'Route',
    looks: 'A site’s network inside the carrier’s private one.',
    source: practice,
    traps: [32],
    reads: ['path.network', 'sim.pool'],
    codes: { 'pool-overlap': 'stop' },
    find: ({ 'path.network': here, 'sim.pool': pool }) => (overlap(here, pool) ? [{ code: 'pool-overlap', args: { here, pool } }] : []),
    fires: { 'path.network': '100.64.0.0/24', 'sim.pool': '100.64.0.0/10' },
    silent: { 'path.network': '192.168.7.0/24', 'sim.pool': '100.64.0.0/10' },
  }),
  rule({
    id: 'route/gateway-inside',
    lamp: 'Bearer',
    looks: 'A gateway outside of its network, or on its first or last address.',
    source: standard('RFC 4632', '3', true),
    traps: [33],
    reads: ['path.network', 'path.gateway'],
    codes: { 'gateway-outside': 'stop' },
    find: ({ 'path.network': net, 'path.gateway': gateway }) => {
      const fault = hostFault(gateway, net);
      return fault === null ? [] : [{ code: 'gateway-outside', args: { gateway, network: net, fault: faultWords[fault] } }];
    },
    fires: { 'path.network': '192.168.7.0/24', 'path.gateway': '192.168.8.1' },
    silent: { 'path.network': '192.168.7.0/24', 'path.gateway': '192.168.7.1' },
  }),
  rule({
    id: 'route/own-address-inside',
    lamp: 'Bearer',
    looks: 'An own address outside of its network, or on its first or last address.',
    source: standard('RFC 4632', '3', true),
    traps: [33],
    reads: ['path.network', 'path.ip'],
    codes: { 'address-outside': 'stop' },
    find: ({ 'path.network': net, 'path.ip': address }) => {
      const fault = hostFault(address, net);
      return fault === null ? [] : [{ code: 'address-outside', args: { address, network: net, fault: faultWords[fault] } }];
    },
    fires: { 'path.network': '192.168.7.0/24', 'path.ip': '192.168.7.255' },
    silent: { 'path.network': '192.168.7.0/24', 'path.ip': '192.168.7.20' },
  }),
  rule({
    id: 'reach/computer-in-network',
    lamp: 'Reach',
    looks: 'A computer that is not in the device’s network, or has the device’s own address.',
    source: practice,
    traps: [33],
    reads: ['computer.address', 'modem.lan', 'modem.mask'],
    codes: { 'computer-same': 'stop', 'computer-outside': 'stop' },
    find: ({ 'computer.address': own, 'modem.lan': lan, 'modem.mask': mask }) => {
      const prefix = prefixOfMask(mask);
      if (own === lan) return [{ code: 'computer-same', args: { address: own } }];
      const fault = prefix === null ? null : hostFault(own, `${lan}/${prefix}`);
      return fault === null
        ? []
        : [
            {
              code: 'computer-outside',
              args: { address: own, network: subnetOf(`${lan}/${prefix ?? 0}`)?.network ?? lan, fault: faultWords[fault] },
            },
          ];
    },
    fires: { 'computer.address': '192.168.8.20', 'modem.lan': '192.168.7.1', 'modem.mask': '255.255.255.0' },
    silent: { 'computer.address': '192.168.7.20', 'modem.lan': '192.168.7.1', 'modem.mask': '255.255.255.0' },
  }),
  rule({
    id: 'reach/mask-possible',
    lamp: 'Reach',
    looks: 'A mask whose ones are not all in front.',
    source: standard('RFC 4632', '3', true),
    traps: [33],
    reads: ['modem.mask'],
    codes: { 'mask-form': 'stop' },
    find: ({ 'modem.mask': mask }) => (prefixOfMask(mask) === null ? [{ code: 'mask-form', args: { mask } }] : []),
    fires: { 'modem.mask': '255.255.0.255' },
    silent: { 'modem.mask': '255.255.255.0' },
  }),
  rule({
    id: 'reach/two-ways-out',
    lamp: 'Reach',
    looks: 'A computer with a second way out during a test.',
    source: practice,
    traps: [33, 107],
    reads: ['computer.waysOut'],
    codes: { 'two-ways': 'look' },
    find: ({ 'computer.waysOut': ways }) => (ways === '1' ? [] : [{ code: 'two-ways', args: { ways } }]),
    fires: { 'computer.waysOut': '2' },
    silent: { 'computer.waysOut': '1' },
  }),
  rule({
    id: 'route/leases-over-fixed',
    lamp: 'Bearer',
    looks: 'A fixed address among those that are given away by lease.',
    source: practice,
    traps: [24],
    reads: ['modem.leasesFrom', 'modem.leasesTo', 'modem.lan'],
    codes: { 'lease-over-fixed': 'fix' },
    find: ({ 'modem.leasesFrom': from, 'modem.leasesTo': to, 'modem.lan': lan }) =>
      between(lan, from, to) ? [{ code: 'lease-over-fixed', args: { lan, from, to } }] : [],
    fires: { 'modem.leasesFrom': '192.168.7.1', 'modem.leasesTo': '192.168.7.99', 'modem.lan': '192.168.7.1' },
    silent: { 'modem.leasesFrom': '192.168.7.100', 'modem.leasesTo': '192.168.7.199', 'modem.lan': '192.168.7.1' },
  }),
  rule({
    id: 'route/one-lease-server',
    lamp: 'Bearer',
    looks: 'Two that give leases in one network.',
    source: practice,
    traps: [34],
    reads: ['subnet.leaseServers'],
    codes: { 'lease-servers': 'stop' },
    find: ({ 'subnet.leaseServers': servers }) => (servers > 1 ? [{ code: 'lease-servers', args: { servers } }] : []),
    fires: { 'subnet.leaseServers': 2 },
    silent: { 'subnet.leaseServers': 1 },
  }),
  sheetRule({
    id: 'route/nats-forward',
    lamp: 'Reach',
    looks: 'Fewer forwards than NATs in a row.',
    source: practice,
    traps: [35],
    reads: ['it.nats', 'forward.outer'],
    codes: { 'nat-unforwarded': 'fix' },
    find: ({ of, at, key }) => {
      const nats = Number(at('it.nats') ?? 0);
      const forwards = of('forward').filter(({ id }) => at('forward.outer', id) !== null);
      return forwards.length > 0 && forwards.length < nats
        ? [
            {
              code: 'nat-unforwarded',
              args: { nats, forwards: forwards.length },
              fields: [key('it.nats'), ...forwards.map(({ id }) => key('forward.outer', id))],
            },
          ]
        : [];
    },
    fires: { elements: [['forward', 'fwd000']], values: { 'it.nats': '2', 'forward:fwd000.outer': 4110 } },
    silent: { elements: [['forward', 'fwd000']], values: { 'it.nats': '1', 'forward:fwd000.outer': 4110 } },
  }),
  rule({
    id: 'route/outbound-blocks',
    lamp: 'Route',
    looks: 'An outbound rule that blocks the port of the call.',
    source: practice,
    traps: [101],
    reads: ['outbound.allows', 'outbound.port', 'unit.deskPort'],
    codes: { 'outbound-block': 'stop' },
    find: ({ 'outbound.allows': allows, 'outbound.port': port, 'unit.deskPort': calledPort }) =>
      !allows && port === calledPort ? [{ code: 'outbound-block', args: { port } }] : [],
    fires: { 'outbound.allows': false, 'outbound.port': 4110, 'unit.deskPort': 4110 },
    silent: { 'outbound.allows': true, 'outbound.port': 4110, 'unit.deskPort': 4110 },
  }),
  rule({
    id: 'route/packet-fits',
    lamp: 'Route',
    looks: 'A largest packet that does not fit through the tunnel.',
    source: ours('packet and overhead against the path’s largest packet'),
    traps: [41],
    reads: ['path.mtu', 'tunnel.overhead', 'tunnel.mtu'],
    codes: { 'packet-too-large': 'fix' },
    find: ({ 'path.mtu': mtu, 'tunnel.overhead': overhead, 'tunnel.mtu': least }) =>
      mtu + overhead > least ? [{ code: 'packet-too-large', args: { mtu, overhead, least, fits: least - overhead } }] : [],
    fires: { 'path.mtu': 1500, 'tunnel.overhead': 80, 'tunnel.mtu': 1500 },
    silent: { 'path.mtu': 1400, 'tunnel.overhead': 80, 'tunnel.mtu': 1500 },
  }),
  sheetRule({
    id: 'route/helper-network',
    lamp: 'Bearer',
    looks: 'A helper router with the main router’s LAN, or with other firmware.',
    source: practice,
    traps: [32, 49],
    reads: ['modem.helperOf', 'modem.lan', 'modem.firmware'],
    codes: { 'helper-lan': 'stop', 'helper-firmware': 'fix' },
    find: ({ of, at, key }) =>
      of('modem').flatMap(({ id }) => {
        const main = of('modem').find((other) => other.id === at('modem.helperOf', id))?.id;
        if (main === undefined) return [];
        const [lan, mainLan, firmware, mainFirmware] = [
          at('modem.lan', id),
          at('modem.lan', main),
          at('modem.firmware', id),
          at('modem.firmware', main),
        ];
        const elements = [id, main];
        return [
          ...(lan !== null && mainLan !== null && overlap(`${lan}/24`, `${mainLan}/24`)
            ? [{ code: 'helper-lan' as const, args: { lan }, fields: [key('modem.lan', id), key('modem.lan', main)], elements }]
            : []),
          ...(firmware !== null && mainFirmware !== null && firmware !== mainFirmware
            ? [
                {
                  code: 'helper-firmware' as const,
                  args: { firmware, main: mainFirmware },
                  fields: [key('modem.firmware', id), key('modem.firmware', main)],
                  elements,
                },
              ]
            : []),
        ];
      }),
    fires: {
      elements: [
        ['modem', 'm0dem0'],
        ['modem', 'm0dem1'],
      ],
      values: {
        'modem:m0dem1.helperOf': 'm0dem0',
        'modem:m0dem0.lan': '192.168.1.1',
        'modem:m0dem1.lan': '192.168.1.1',
        'modem:m0dem0.firmware': '4.2',
        'modem:m0dem1.firmware': '4.1',
      },
    },
    silent: {
      elements: [
        ['modem', 'm0dem0'],
        ['modem', 'm0dem1'],
      ],
      values: {
        'modem:m0dem1.helperOf': 'm0dem0',
        'modem:m0dem0.lan': '192.168.1.1',
        'modem:m0dem1.lan': '192.168.2.1',
        'modem:m0dem0.firmware': '4.2',
        'modem:m0dem1.firmware': '4.2',
      },
    },
  }),
];
