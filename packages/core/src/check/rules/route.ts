// The route: addresses, ports, names, forwards, networks and tunnels between the station and the desk.
import type { ElementId, SettingKey } from '../../name/index.ts';
import { parseAddress, parseHost } from '../../sums/index.ts';
import { definition, parameters, partsOf, type DefinitionKey } from '../../sheet/index.ts';
import { pairRule, practice, rule, sheetRule, standard, type WholeSheet } from '../rule.ts';

/** Where a desk's address is typed. */
const hosts = ['unit.deskHost', 'unit.host2', 'unit.maintenanceHost', 'modem.host'] as const;
const hostsOf = ({ of, at, key }: WholeSheet): { host: string; field: SettingKey; element: ElementId }[] =>
  (['unit', 'modem'] as const).flatMap((group) =>
    of(group).flatMap(({ id }) =>
      hosts
        .filter((one) => one.startsWith(`${group}.`))
        .flatMap((one) => {
          const host = at(one, id);
          return host === null || host === '' ? [] : [{ host, field: key(one, id), element: id }];
        }),
    ),
  );
const unitOnly = [['unit', 'vn1t00']] as const;
const toDesk = (host: string) => ({ elements: unitOnly, values: { 'unit:vn1t00.deskHost': host } });
const special = standard('RFC 6890 and the IANA registries', 'special-purpose addresses', false);

const joinedByTunnel = ({ of, at }: WholeSheet): boolean =>
  of('path').some(({ id }) => at('path.tunnel', id) !== null) ||
  of('receiver').some(({ id }) => at('receiver.through', id) !== null) ||
  of('tunnel').length > 0;

const calls = (host: string, port: number) => ({
  elements: [
    ['unit', 'vn1t00'],
    ['receiver', 'recv00'],
  ] as const,
  values: {
    'unit:vn1t00.deskHost': host,
    'unit:vn1t00.deskPort': port,
    'receiver:recv00.host': 'desk.varrow.example',
    'receiver:recv00.port': 4110,
  },
});
const roles = [
  ['primary', 'unit.deskHost', 'unit.deskPort'],
  ['secondary', 'unit.host2', 'unit.port2'],
  ['maintenance', 'unit.maintenanceHost', 'unit.maintenancePort'],
] as const;
const portKeys = parameters.flatMap(({ key, form }) => (form.is === 'count' && form.most === 99_999 ? [key as DefinitionKey] : [])); // a key out of the table

export const route = [
  sheetRule({
    id: 'route/receiver-agrees',
    lamp: 'Route',
    looks: 'An address or port on the unit that is not the receiver’s of that role.',
    source: practice,
    traps: [23],
    reads: [
      'unit.deskHost',
      'unit.deskPort',
      'unit.host2',
      'unit.port2',
      'unit.maintenanceHost',
      'unit.maintenancePort',
      'receiver.host',
      'receiver.port',
      'receiver.role',
    ],
    codes: { 'host-differs': 'stop', 'port-differs': 'stop' },
    find: ({ of, at, key }) =>
      of('unit').flatMap(({ id: unit }) =>
        of('receiver').flatMap(({ id: receiver }) => {
          const [, hostKey, portKey] = roles.find(([role]) => role === (at('receiver.role', receiver) ?? 'primary')) ?? roles[0];
          const [calledHost, host, calledPort, port] = [
            at(hostKey, unit),
            at('receiver.host', receiver),
            at(portKey, unit),
            at('receiver.port', receiver),
          ];
          const elements = [unit, receiver];
          return [
            ...(calledHost === null || host === null || calledHost.trim().toLowerCase() === host.trim().toLowerCase()
              ? []
              : [
                  {
                    code: 'host-differs' as const,
                    args: { calls: calledHost, host },
                    fields: [key(hostKey, unit), key('receiver.host', receiver)],
                    elements,
                  },
                ]),
            ...(calledPort === null || port === null || calledPort === port
              ? []
              : [
                  {
                    code: 'port-differs' as const,
                    args: { calls: calledPort, port },
                    fields: [key(portKey, unit), key('receiver.port', receiver)],
                    elements,
                  },
                ]),
          ];
        }),
      ),
    fires: calls('desk2.varrow.example', 4101),
    silent: calls('desk.varrow.example', 4110),
  }),
  rule({
    id: 'route/ports-swapped',
    lamp: 'Route',
    looks: 'The modem’s destination port and its own listening port in each other’s place.',
    source: practice,
    traps: [23],
    reads: ['modem.port', 'modem.listenPort', 'desk.dialsPort', 'receiver.port'],
    codes: { 'ports-swapped': 'stop' },
    find: ({ 'modem.port': to, 'modem.listenPort': own, 'desk.dialsPort': dials, 'receiver.port': listens }) =>
      to !== listens && to === dials && own === listens ? [{ code: 'ports-swapped', args: { to, own } }] : [],
    fires: { 'modem.port': 5001, 'modem.listenPort': 4110, 'desk.dialsPort': 5001, 'receiver.port': 4110 },
    silent: { 'modem.port': 4110, 'modem.listenPort': 5001, 'desk.dialsPort': 5001, 'receiver.port': 4110 },
  }),
  sheetRule({
    id: 'route/port-possible',
    lamp: 'Route',
    looks: 'A port that does not exist, or that needs rights of its own at the listener.',
    source: standard('RFC 9293', '3.1', true),
    traps: [26],
    reads: portKeys,
    codes: { 'port-impossible': 'stop', 'port-low': 'look' },
    find: ({ view, of, key }) =>
      portKeys.flatMap((one) => {
        const holder = definition(one)?.holder ?? 'site';
        const keys: readonly { field: SettingKey; element: ElementId | null }[] =
          holder === 'site' || holder === 'desk' || holder === 'it'
            ? [{ field: key(one), element: null }]
            : of(holder as 'unit').map(({ id }) => ({ field: key(one, id), element: id }));
        return keys.flatMap(({ field, element }) => {
          const port = view.value(field);
          const code =
            typeof port !== 'number'
              ? null
              : port < 1 || port > 65_535
                ? 'port-impossible'
                : port < 1024 && one === 'unit.deskPort'
                  ? 'port-low'
                  : null;
          return code === null
            ? []
            : [{ code, args: { port: port ?? null }, fields: [field], elements: element === null ? [] : [element] } as const];
        });
      }),
    fires: { elements: unitOnly, values: { 'unit:vn1t00.port2': 70_000, 'unit:vn1t00.deskPort': 80 } },
    silent: { elements: unitOnly, values: { 'unit:vn1t00.port2': 4110 } },
  }),
  rule({
    id: 'route/low-port-rights',
    lamp: 'Route',
    looks: 'A listener on a port under 1024 that has no right to it.',
    source: practice,
    traps: [26],
    reads: ['receiver.port', 'receiver.rights'],
    codes: { 'port-rights': 'stop' },
    find: ({ 'receiver.port': port, 'receiver.rights': rights }) =>
      port < 1024 && !rights ? [{ code: 'port-rights', args: { port } }] : [],
    fires: { 'receiver.port': 700, 'receiver.rights': false },
    silent: { 'receiver.port': 4110, 'receiver.rights': false },
  }),
  sheetRule({
    id: 'route/desk-host-form',
    lamp: 'Route',
    looks: 'A desk’s address that devices read in different ways: five octets, over 255, a zero in front, blanks.',
    source: standard('RFC 6943', '3.1.1', false),
    traps: [20],
    reads: hosts,
    codes: { 'host-form': 'stop' },
    find: (sheet) =>
      hostsOf(sheet).flatMap(({ host: typed, field, element }) => {
        const host = parseHost(typed);
        if (host.ok) return [];
        const [fault] = host.problems;
        const why = fault?.code === 'address' ? fault.args.why : 'It is neither an address nor a host name.';
        return [{ code: 'host-form', args: { calls: typed, why }, fields: [field], elements: [element] }];
      }),
    fires: toDesk('192.0.2.010'),
    silent: toDesk('desk.varrow.example'),
  }),
  sheetRule({
    id: 'route/desk-host-private',
    lamp: 'Route',
    looks: 'A private or local address of the desk that no tunnel leads to.',
    source: special,
    traps: [19],
    reads: hosts,
    codes: { 'host-local': 'fix' },
    find: (sheet) =>
      joinedByTunnel(sheet)
        ? []
        : hostsOf(sheet).flatMap(({ host: typed, field, element }) => {
            const host = parseHost(typed);
            const kind = host.ok && host.value.kind === 'address' ? host.value.address.kind : null;
            return kind === 'private' || kind === 'loopback' || kind === 'link-local' || kind === 'unspecified' || kind === 'carrier NAT'
              ? [{ code: 'host-local', args: { calls: typed, kind }, fields: [field], elements: [element] }]
              : [];
          }),
    fires: toDesk('192.168.7.20'),
    silent: { elements: [...unitOnly, ['tunnel', 'tnne00']], values: { 'unit:vn1t00.deskHost': '192.168.7.20' } },
  }),
  sheetRule({
    id: 'route/example-left-in',
    lamp: 'Route',
    looks: 'An address or name out of a document, left in.',
    source: standard('RFC 5737, RFC 3849, RFC 2606', 'whole', false),
    traps: [30],
    reads: hosts,
    codes: { 'example-host': 'stop' },
    find: (sheet, { demo }) =>
      demo
        ? []
        : hostsOf(sheet).flatMap(({ host: typed, field, element }) => {
            const host = parseHost(typed);
            if (!host.ok) return [];
            const example =
              host.value.kind === 'address'
                ? host.value.address.kind === 'documentation'
                : /(?:^|\.)(?:example|test|invalid)$|(?:^|\.)example\.(?:com|net|org)$/.test(host.value.name);
            return example ? [{ code: 'example-host', args: { calls: typed }, fields: [field], elements: [element] }] : [];
          }),
    fires: toDesk('198.51.100.7'),
    silent: toDesk('10.0.0.7'),
  }),
  rule({
    id: 'route/inbound-arrives',
    lamp: 'Reach',
    looks: 'A call into the station that a private, shared or changing address can’t take.',
    source: practice,
    traps: [18],
    reads: ['path.direction', 'sim.addressKind'],
    also: ['path.tunnel', 'sim.inbound'],
    codes: { 'inbound-nat': 'stop', 'inbound-changes': 'fix', 'inbound-filter': 'look', 'inbound-blocked': 'stop' },
    find: ({ 'path.direction': opens, 'sim.addressKind': kind, 'path.tunnel': tunnel, 'sim.inbound': inbound }) => {
      if (opens === 'unit' || tunnel !== undefined || kind === 'private network') return [];
      if (kind === 'private' || kind === 'nat')
        return [{ code: 'inbound-nat', args: { kind: kind === 'nat' ? 'shared (carrier NAT)' : 'private' } }];
      if (inbound === false) return [{ code: 'inbound-blocked' }];
      return kind === 'public' ? [{ code: 'inbound-changes' }] : kind === 'ipv6' ? [{ code: 'inbound-filter' }] : [];
    },
    fires: { 'path.direction': 'desk', 'sim.addressKind': 'nat' },
    silent: { 'path.direction': 'unit', 'sim.addressKind': 'nat' },
  }),
  rule({
    id: 'route/name-needs-server',
    lamp: 'Route',
    looks: 'A desk by name on a path that gives no name server and has none typed.',
    source: practice,
    traps: [21],
    reads: ['unit.deskHost', 'path.nameServerGiven'],
    also: ['path.nameServer'],
    codes: { 'no-name-server': 'stop' },
    find: ({ 'unit.deskHost': host, 'path.nameServerGiven': given, 'path.nameServer': typed }) => {
      const parsed = parseHost(host);
      return parsed.ok && parsed.value.kind === 'name' && !given && typed === undefined ? [{ code: 'no-name-server', args: { host } }] : [];
    },
    fires: { 'unit.deskHost': 'desk.varrow.example', 'path.nameServerGiven': false },
    silent: { 'unit.deskHost': 'desk.varrow.example', 'path.nameServerGiven': true },
  }),
  rule({
    id: 'route/digits-that-change',
    lamp: 'Route',
    looks: 'A desk given by digits whose address changes.',
    source: practice,
    traps: [21],
    reads: ['unit.deskHost', 'receiver.changes'],
    codes: { 'host-rots': 'fix' },
    find: ({ 'unit.deskHost': host, 'receiver.changes': changes }) =>
      changes && parseAddress(host).ok ? [{ code: 'host-rots', args: { host } }] : [],
    fires: { 'unit.deskHost': '203.0.113.9', 'receiver.changes': true },
    silent: { 'unit.deskHost': 'desk.varrow.example', 'receiver.changes': true },
  }),
  rule({
    id: 'route/address-and-name',
    lamp: 'Route',
    looks: 'Address and name of the desk both filled in.',
    source: practice,
    traps: [22],
    reads: ['unit.deskHost', 'unit.deskName'],
    codes: { 'which-wins': 'look' },
    find: ({ 'unit.deskHost': host, 'unit.deskName': name }) => (host === name ? [] : [{ code: 'which-wins', args: { host, name } }]),
    fires: { 'unit.deskHost': '203.0.113.9', 'unit.deskName': 'desk.varrow.example' },
    silent: { 'unit.deskHost': 'desk.varrow.example', 'unit.deskName': 'desk.varrow.example' },
  }),
  rule({
    id: 'route/forward-target-fixed',
    lamp: 'Route',
    looks: 'A forward to a machine whose address is by lease.',
    source: practice,
    traps: [24],
    reads: ['forward.to', 'receiver.listensFixed'],
    codes: { 'forward-moves': 'fix' },
    find: ({ 'forward.to': to, 'receiver.listensFixed': fixed }) => (fixed ? [] : [{ code: 'forward-moves', args: { to } }]),
    fires: { 'forward.to': '192.168.7.20', 'receiver.listensFixed': false },
    silent: { 'forward.to': '192.168.7.20', 'receiver.listensFixed': true },
  }),
  rule({
    id: 'route/forward-tested',
    lamp: 'Route',
    looks: 'A forward that was never tested from outside.',
    source: practice,
    traps: [24],
    reads: ['forward.tested'],
    codes: { 'forward-untested': 'look' },
    find: ({ 'forward.tested': tested }) => (tested ? [] : [{ code: 'forward-untested' }]),
    fires: { 'forward.tested': false },
    silent: { 'forward.tested': true },
  }),
  pairRule({
    id: 'route/one-port-twice',
    lamp: 'Route',
    looks: 'Two forwards with one outside port.',
    source: practice,
    traps: [25],
    reads: 'forward.outer',
    codes: { 'outer-twice': 'stop' },
    find: (one, other) => (one === other ? [{ code: 'outer-twice', args: { port: one } }] : []),
    fires: [4110, 4110],
    silent: [4110, 4111],
  }),
  rule({
    id: 'route/admin-takes-port',
    lamp: 'Route',
    looks: 'A forward on the port that the router’s own admin page has outside.',
    source: practice,
    traps: [25],
    reads: ['forward.outer', 'it.adminPort'],
    codes: { 'admin-port-taken': 'stop' },
    find: ({ 'forward.outer': port, 'it.adminPort': admin }) => (port === admin ? [{ code: 'admin-port-taken', args: { port } }] : []),
    fires: { 'forward.outer': 8443, 'it.adminPort': 8443 },
    silent: { 'forward.outer': 4110, 'it.adminPort': 8443 },
  }),
  rule({
    id: 'route/second-is-first',
    lamp: 'Route',
    looks: 'A second receiver that is the first again.',
    source: practice,
    traps: [29],
    reads: ['unit.deskHost', 'unit.host2'],
    codes: { 'no-spare': 'fix' },
    find: ({ 'unit.deskHost': first, 'unit.host2': second }) =>
      first.trim().toLowerCase() === second.trim().toLowerCase() ? [{ code: 'no-spare', args: { host: second } }] : [],
    fires: { 'unit.deskHost': 'desk.varrow.example', 'unit.host2': 'desk.varrow.example' },
    silent: { 'unit.deskHost': 'desk.varrow.example', 'unit.host2': 'desk2.varrow.example' },
  }),
  pairRule({
    id: 'route/receivers-one-line',
    lamp: 'Route',
    looks: 'Two receivers on one line or supply.',
    source: practice,
    traps: [29],
    reads: 'receiver.line',
    codes: { 'one-line': 'fix' },
    find: (one, other) => (one.trim().toLowerCase() === other.trim().toLowerCase() ? [{ code: 'one-line', args: { line: one } }] : []),
    fires: ['dale office', 'Dale office'],
    silent: ['dale office', 'valley hall'],
  }),
  sheetRule({
    id: 'route/second-demanded',
    lamp: 'Route',
    looks: 'One receiver only, where the desk demands two.',
    source: practice,
    traps: [29],
    reads: ['desk.secondWanted', 'receiver.role'],
    codes: { 'second-missing': 'fix' },
    find: ({ of, at, key }) =>
      at('desk.secondWanted') === true && of('receiver').length === 1
        ? [{ code: 'second-missing', fields: [key('desk.secondWanted')] }]
        : [],
    fires: { elements: [['receiver', 'recv00']], values: { 'desk.secondWanted': true } },
    silent: {
      elements: [
        ['receiver', 'recv00'],
        ['receiver', 'recv01'],
      ],
      values: { 'desk.secondWanted': true },
    },
  }),
  rule({
    id: 'route/spare-reached',
    lamp: 'Route',
    looks: 'A receiver that was never reached.',
    source: practice,
    traps: [108],
    reads: ['receiver.reached'],
    codes: { 'spare-unseen': 'fix' },
    find: ({ 'receiver.reached': reached }) => (reached ? [] : [{ code: 'spare-unseen' }]),
    fires: { 'receiver.reached': false },
    silent: { 'receiver.reached': true },
  }),
  rule({
    id: 'route/carrier-blocks',
    lamp: 'Route',
    looks: 'The desk’s port among those that the carrier blocks.',
    source: practice,
    traps: [31],
    reads: ['sim.blocked', 'unit.deskPort'],
    codes: { 'port-blocked': 'stop' },
    find: ({ 'sim.blocked': blocked, 'unit.deskPort': port }) =>
      partsOf(blocked).includes(String(port)) ? [{ code: 'port-blocked', args: { port } }] : [],
    fires: { 'sim.blocked': '25, 4110', 'unit.deskPort': 4110 },
    silent: { 'sim.blocked': '25', 'unit.deskPort': 4110 },
  }),
  rule({
    id: 'route/private-apn-probe',
    lamp: 'Standby',
    looks: 'A public host as probe target behind a private access point.',
    source: practice,
    traps: [31],
    reads: ['sim.apnInternet', 'path.probeTarget'],
    codes: { 'probe-outside': 'fix' },
    find: ({ 'sim.apnInternet': leads, 'path.probeTarget': target }) => {
      const parsed = parseAddress(target);
      const outside = !parsed.ok || parsed.value.kind === 'public' || parsed.value.kind === 'documentation';
      return leads === 'private' && outside ? [{ code: 'probe-outside', args: { target } }] : [];
    },
    fires: { 'sim.apnInternet': 'private', 'path.probeTarget': '192.0.2.53' },
    silent: { 'sim.apnInternet': 'private', 'path.probeTarget': '10.20.0.1' },
  }),
];
