// Where a probe really asks, and what a standby really is: the desk itself, whatever path is up; one radio, a path that is off.
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
    id: 'standby/one-radio',
    lamp: 'Standby',
    looks: 'Two cards on one radio, taken for two paths.',
    source: practice,
    traps: [84],
    reads: ['path.modem', 'path.kind'],
    codes: { 'one-radio': 'look' },
    find: ({ at, key, bindings }) => {
      const cellular = bindings.paths.filter(({ kind, modem, sim }) => kind === 'cellular' && modem !== null && sim !== null);
      return cellular.flatMap((use, i) => {
        const other = cellular.slice(0, i).find(({ modem, sim }) => modem === use.modem && sim !== use.sim);
        const radios = use.modem === null ? null : at('modem.radioCount', use.modem);
        return other === undefined || (typeof radios === 'number' && radios > 1)
          ? []
          : [{ code: 'one-radio', fields: [key('path.modem', use.path)], elements: [use.path, other.path] }];
      });
    },
    fires: {
      elements: [
        ['modem', 'm0dem0'],
        ['sim', 's1m000'],
        ['sim', 's1m001'],
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: {
        'path:path00.kind': 'cellular',
        'path:path00.sim': 's1m000',
        'path:path01.kind': 'cellular',
        'path:path01.sim': 's1m001',
      },
    },
    silent: {
      elements: [
        ['modem', 'm0dem0'],
        ['sim', 's1m000'],
        ['sim', 's1m001'],
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: {
        'path:path00.kind': 'cellular',
        'path:path00.sim': 's1m000',
        'path:path01.kind': 'cellular',
        'path:path01.sim': 's1m001',
        'modem:m0dem0.radioCount': 2,
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
