// Where a probe really asks, and what a standby really is: the desk itself, whatever path is up, a path that is off.
import { practice, rule, sheetRule } from '../rule.ts';

const host = (text: string): string => text.trim().toLowerCase();

export const probes = [
  rule({
    id: 'standby/probe-asks-the-desk',
    lamp: 'Standby',
    looks: 'A probe that asks the desk itself.',
    source: practice,
    traps: [80],
    reads: ['path.probeTarget', 'unit.deskHost'],
    codes: { 'probe-desk': 'fix' },
    find: ({ 'path.probeTarget': target, 'unit.deskHost': desk }) =>
      host(target) === host(desk) ? [{ code: 'probe-desk', args: { target } }] : [],
    fires: { 'path.probeTarget': '192.0.2.7', 'unit.deskHost': '192.0.2.7' },
    silent: { 'path.probeTarget': '192.0.2.53', 'unit.deskHost': '192.0.2.7' },
  }),
  rule({
    id: 'standby/probe-by-its-own-path',
    lamp: 'Standby',
    looks: 'A probe that goes out by whatever path is up, and so proves the wrong one.',
    source: practice,
    traps: [80],
    reads: ['path.probeBy'],
    codes: { 'probe-any-path': 'fix' },
    find: ({ 'path.probeBy': by }) => (by === 'any' ? [{ code: 'probe-any-path' }] : []),
    fires: { 'path.probeBy': 'any' },
    silent: { 'path.probeBy': 'own' },
  }),
  sheetRule({
    id: 'standby/metered-last',
    school: { question: 'first path', of: ['fixed', 'measured'] },
    lamp: 'Standby',
    looks: 'A path that is paid for by the byte, before a fixed line.',
    source: practice,
    traps: [79],
    reads: ['path.kind', 'path.priority'],
    codes: { 'metered-first': 'look' },
    find: ({ at, key, bindings }) => {
      const [first, ...behind] = bindings.paths;
      return first?.kind === 'cellular' &&
        behind.some(
          ({ kind, priority }) => kind === 'ethernet' && priority !== null && first.priority !== null && priority > first.priority,
        ) &&
        at('path.on', first.path) !== false
        ? [{ code: 'metered-first', fields: [key('path.priority', first.path)], elements: [first.path] }]
        : [];
    },
    fires: {
      elements: [
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: {
        'path:path00.kind': 'cellular',
        'path:path00.priority': 1,
        'path:path01.kind': 'ethernet',
        'path:path01.priority': 2,
      },
    },
    silent: {
      elements: [
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: {
        'path:path00.kind': 'cellular',
        'path:path00.priority': 2,
        'path:path01.kind': 'ethernet',
        'path:path01.priority': 1,
      },
    },
  }),
  sheetRule({
    id: 'standby/standby-is-on',
    lamp: 'Standby',
    looks: 'A standby that is switched off to save data.',
    source: practice,
    traps: [84],
    reads: ['path.on', 'path.kind'],
    codes: { 'standby-off': 'fix' },
    find: ({ at, key, bindings }) =>
      bindings.paths
        .slice(1)
        .flatMap(({ path }) =>
          at('path.on', path) === false ? [{ code: 'standby-off', fields: [key('path.on', path)], elements: [path] }] : [],
        ),
    fires: {
      elements: [
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: { 'path:path00.kind': 'ethernet', 'path:path01.kind': 'cellular', 'path:path01.on': false },
    },
    silent: {
      elements: [
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: { 'path:path00.kind': 'ethernet', 'path:path01.kind': 'cellular', 'path:path01.on': true },
    },
  }),
];
