// The standby: priorities, probes, change-over and what two paths share.
import { betweenFalseFailovers, inNetwork, parseAddress } from '../../sums/index.ts';
import { inWords } from '../../quantity/index.ts';
import { ours, pairRule, practice, rule, sheetRule } from '../rule.ts';

const month = 30 * 86_400_000;

export const standby = [
  pairRule({
    id: 'standby/priorities-differ',
    lamp: 'Standby',
    looks: 'Two paths with one priority.',
    source: practice,
    reads: 'path.priority',
    codes: { 'one-priority': 'fix' },
    find: (one, other) => (one === other ? [{ code: 'one-priority', args: { priority: one } }] : []),
    fires: [1, 1],
    silent: [1, 2],
  }),
  sheetRule({
    id: 'standby/order-is-fitted',
    lamp: 'Standby',
    looks: 'An order of paths that names one that is not fitted.',
    source: practice,
    traps: [72],
    reads: ['unit.paths', 'path.kind'],
    codes: { 'order-unfitted': 'stop' },
    find: ({ of, at, key, bindings }) =>
      of('unit').flatMap(({ id }) => {
        const order = at('unit.paths', id) ?? '';
        const kinds = new Set(bindings.paths.map(({ kind }) => kind));
        const wanted = (['cellular', 'ethernet', 'wifi'] as const).filter(
          (kind) => order.includes(kind) || (kind !== 'wifi' && order.endsWith('first')),
        );
        const missing = bindings.paths.length === 0 ? [] : wanted.filter((kind) => !kinds.has(kind));
        return missing.map((kind) => ({ code: 'order-unfitted', args: { kind }, fields: [key('unit.paths', id)], elements: [id] }));
      }),
    fires: {
      elements: [
        ['unit', 'vn1t00'],
        ['path', 'path00'],
      ],
      values: { 'unit:vn1t00.paths': 'ethernet first', 'path:path00.kind': 'cellular' },
    },
    silent: {
      elements: [
        ['unit', 'vn1t00'],
        ['path', 'path00'],
      ],
      values: { 'unit:vn1t00.paths': 'cellular', 'path:path00.kind': 'cellular' },
    },
  }),
  rule({
    id: 'standby/lease-first',
    lamp: 'Standby',
    looks: 'Ethernet first, by a lease that may not come.',
    source: practice,
    traps: [72],
    reads: ['unit.paths', 'path.lease'],
    codes: { 'lease-first': 'look' },
    find: ({ 'unit.paths': order, 'path.lease': lease }) =>
      order === 'ethernet first' && lease === 'dhcp' ? [{ code: 'lease-first' }] : [],
    fires: { 'unit.paths': 'ethernet first', 'path.lease': 'dhcp' },
    silent: { 'unit.paths': 'ethernet first', 'path.lease': 'fixed' },
  }),
  sheetRule({
    id: 'standby/line-is-used',
    school: { question: 'first path', of: ['fixed', 'measured'] },
    lamp: 'Standby',
    looks: 'A router that uses only its mobile side although a line is plugged in.',
    source: practice,
    traps: [79],
    reads: ['path.mobileSource', 'path.kind'],
    codes: { 'mobile-only': 'fix' },
    find: ({ of, at, key, bindings }) =>
      bindings.paths.some(({ kind }) => kind === 'ethernet')
        ? of('path').flatMap(({ id }) =>
            at('path.mobileSource', id) === true ? [{ code: 'mobile-only', fields: [key('path.mobileSource', id)], elements: [id] }] : [],
          )
        : [],
    fires: {
      elements: [
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: { 'path:path00.kind': 'ethernet', 'path:path01.kind': 'cellular', 'path:path01.mobileSource': true },
    },
    silent: { elements: [['path', 'path01']], values: { 'path:path01.kind': 'cellular', 'path:path01.mobileSource': true } },
  }),
  rule({
    id: 'standby/probe-beyond',
    lamp: 'Standby',
    looks: 'A probe of the own network or the next box.',
    source: practice,
    traps: [80],
    reads: ['path.probeTarget'],
    also: ['path.network', 'path.gateway'],
    codes: { 'probe-near': 'fix' },
    find: ({ 'path.probeTarget': target, 'path.network': net, 'path.gateway': gateway }) => {
      const parsed = parseAddress(target);
      const near =
        parsed.ok &&
        (target === gateway ||
          (net !== undefined && inNetwork(target, net)) ||
          parsed.value.kind === 'link-local' ||
          parsed.value.kind === 'loopback');
      return near ? [{ code: 'probe-near', args: { target } }] : [];
    },
    fires: { 'path.probeTarget': '192.168.7.1', 'path.network': '192.168.7.0/24' },
    silent: { 'path.probeTarget': '192.0.2.53', 'path.network': '192.168.7.0/24' },
  }),
  rule({
    id: 'standby/probe-two-targets',
    school: { question: 'probe', of: ['two'] },
    lamp: 'Standby',
    looks: 'A probe that asks one host twice.',
    source: practice,
    traps: [80],
    reads: ['path.probeTarget', 'path.probeTarget2'],
    codes: { 'probe-single': 'fix' },
    find: ({ 'path.probeTarget': one, 'path.probeTarget2': other }) =>
      one.trim().toLowerCase() === other.trim().toLowerCase() ? [{ code: 'probe-single', args: { target: one } }] : [],
    fires: { 'path.probeTarget': '192.0.2.53', 'path.probeTarget2': '192.0.2.53' },
    silent: { 'path.probeTarget': '192.0.2.53', 'path.probeTarget2': '198.51.100.53' },
  }),
  rule({
    id: 'standby/probe-not-link',
    lamp: 'Standby',
    looks: 'A path that is watched by its link sign alone.',
    source: practice,
    traps: [80, 86],
    reads: ['path.probe'],
    codes: { 'probe-link': 'fix' },
    find: ({ 'path.probe': by }) => (by === 'link' ? [{ code: 'probe-link' }] : []),
    fires: { 'path.probe': 'link' },
    silent: { 'path.probe': 'ping' },
  }),
  rule({
    id: 'standby/probe-local-lookup',
    lamp: 'Standby',
    looks: 'A name lookup as probe that the box next door answers out of its memory.',
    source: practice,
    traps: [80],
    reads: ['path.probe', 'path.nameServer', 'path.network'],
    codes: { 'probe-cache': 'fix' },
    find: ({ 'path.probe': by, 'path.nameServer': server, 'path.network': net }) =>
      by === 'lookup' && inNetwork(server, net) ? [{ code: 'probe-cache', args: { server } }] : [],
    fires: { 'path.probe': 'lookup', 'path.nameServer': '192.168.7.1', 'path.network': '192.168.7.0/24' },
    silent: { 'path.probe': 'lookup', 'path.nameServer': '192.0.2.53', 'path.network': '192.168.7.0/24' },
  }),
  rule({
    id: 'standby/probe-patience',
    lamp: 'Standby',
    looks: 'A probe that waits longer than the interval.',
    source: ours('the next probe would already be due'),
    reads: ['path.probePatience', 'path.probeEvery'],
    codes: { 'probe-overlaps': 'fix' },
    find: ({ 'path.probePatience': waits, 'path.probeEvery': every }) =>
      waits > every ? [{ code: 'probe-overlaps', args: { waits: waits / 1000, every: every / 1000 } }] : [],
    fires: { 'path.probePatience': 60_000, 'path.probeEvery': 30_000 },
    silent: { 'path.probePatience': 5_000, 'path.probeEvery': 30_000 },
  }),
  rule({
    id: 'standby/false-failovers',
    lamp: 'Standby',
    looks: 'So few misses on so lossy a path that it fails over by chance within a month.',
    source: ours('mean waiting time for a run of independent losses'),
    traps: [82],
    reads: ['path.probeEvery', 'path.probeMisses', 'path.loss'],
    codes: { flaps: 'fix' },
    find: ({ 'path.probeEvery': every, 'path.probeMisses': misses, 'path.loss': loss }) => {
      const between = betweenFalseFailovers(every, misses, loss / 100);
      return between < month ? [{ code: 'flaps', args: { between: inWords(between), loss, misses } }] : [];
    },
    fires: { 'path.probeEvery': 30_000, 'path.probeMisses': 3, 'path.loss': 5 },
    silent: { 'path.probeEvery': 30_000, 'path.probeMisses': 3, 'path.loss': 2 },
  }),
  rule({
    id: 'standby/goes-back-slowly',
    lamp: 'Standby',
    looks: 'A return without a hold-down.',
    source: practice,
    traps: [83],
    reads: ['path.holdDown'],
    codes: { 'no-hold-down': 'fix' },
    find: ({ 'path.holdDown': after }) => (after === 0 ? [{ code: 'no-hold-down' }] : []),
    fires: { 'path.holdDown': 0 },
    silent: { 'path.holdDown': 300_000 },
  }),
  pairRule({
    id: 'standby/one-carrier',
    lamp: 'Standby',
    looks: 'Two cards of one carrier as each other’s standby.',
    source: practice,
    traps: [84],
    reads: 'sim.carrier',
    codes: { 'one-carrier': 'fix' },
    find: (one, other) =>
      one.trim().toLowerCase() === other.trim().toLowerCase() ? [{ code: 'one-carrier', args: { carrier: one } }] : [],
    fires: ['Fellwave', 'Fellwave'],
    silent: ['Fellwave', 'Tarnlink'],
  }),
  pairRule({
    id: 'standby/one-duct',
    lamp: 'Standby',
    looks: 'Two paths on one mast or duct.',
    source: practice,
    traps: [84],
    reads: 'path.duct',
    codes: { 'one-duct': 'fix' },
    find: (one, other) => (one.trim().toLowerCase() === other.trim().toLowerCase() ? [{ code: 'one-duct', args: { what: one } }] : []),
    fires: ['north duct', 'North duct'],
    silent: ['north duct', 'Crag mast'],
  }),
  pairRule({
    id: 'standby/one-feed',
    lamp: 'Standby',
    looks: 'Two paths fed by one supply or fuse.',
    source: practice,
    traps: [84],
    reads: 'path.feed',
    codes: { 'one-feed': 'fix' },
    find: (one, other) => (one.trim().toLowerCase() === other.trim().toLowerCase() ? [{ code: 'one-feed', args: { what: one } }] : []),
    fires: ['fuse F2', 'Fuse F2'],
    silent: ['fuse F2', 'fuse F3'],
  }),
  sheetRule({
    id: 'standby/tested-on-each',
    lamp: 'Standby',
    looks: 'Test calls over the first path only, with a standby fitted.',
    source: practice,
    traps: [68],
    reads: ['unit.testPaths', 'path.kind'],
    codes: { 'standby-untested': 'fix' },
    find: ({ of, at, key, bindings }) =>
      bindings.paths.length < 2
        ? []
        : of('unit').flatMap(({ id }) =>
            at('unit.testPaths', id) === 'first' ? [{ code: 'standby-untested', fields: [key('unit.testPaths', id)], elements: [id] }] : [],
          ),
    fires: {
      elements: [
        ['unit', 'vn1t00'],
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: { 'unit:vn1t00.testPaths': 'first' },
    },
    silent: {
      elements: [
        ['unit', 'vn1t00'],
        ['path', 'path00'],
      ],
      values: { 'unit:vn1t00.testPaths': 'first' },
    },
  }),
];
