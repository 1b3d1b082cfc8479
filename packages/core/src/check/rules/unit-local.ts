// What hangs on a unit: inputs, outputs, terminals, local devices.
import { showFigure } from '../../quantity/index.ts';
import { partsOf } from '../../sheet/index.ts';
import { segmentsOf } from '../../sums/index.ts';
import { pairRule, practice, rule, sheetRule, standard } from '../rule.ts';

const plain = (text: string | null): string => (text ?? '').trim().toLowerCase();

export const unitLocal = [
  rule({
    id: 'inputs/exit-and-entry',
    lamp: 'Inputs',
    looks: 'An exit delay shorter than the entry delay.',
    source: practice,
    traps: [71],
    reads: ['unit.exitDelay', 'unit.entryDelay'],
    codes: { 'exit-shorter': 'look' },
    find: ({ 'unit.exitDelay': exit, 'unit.entryDelay': entry }) =>
      exit < entry ? [{ code: 'exit-shorter', args: { exit: showFigure(exit, 'ms'), entry: showFigure(entry, 'ms') } }] : [],
    fires: { 'unit.exitDelay': 29_000, 'unit.entryDelay': 30_000 },
    silent: { 'unit.exitDelay': 30_000, 'unit.entryDelay': 30_000 },
  }),
  sheetRule({
    id: 'inputs/sensors-are-there',
    lamp: 'Inputs',
    looks: 'A sensor of the unit’s list that is no input and no local device by name.',
    source: practice,
    traps: [70],
    reads: ['unit.sensors', 'input.name', 'device.name'],
    codes: { 'sensor-nowhere': 'look' },
    find: ({ of, at, key }) => {
      const names = [...of('input').map(({ id }) => at('input.name', id)), ...of('device').map(({ id }) => at('device.name', id))].map(
        plain,
      );
      if (names.every((name) => name === '')) return [];
      return of('unit').flatMap(({ id }) =>
        partsOf(at('unit.sensors', id) ?? '')
          .filter((sensor) => !names.some((name) => name.includes(sensor.toLowerCase())))
          .map((sensor) => ({ code: 'sensor-nowhere' as const, args: { sensor }, fields: [key('unit.sensors', id)], elements: [id] })),
      );
    },
    fires: {
      elements: [
        ['unit', 'vn1t00'],
        ['input', 'np0000'],
      ],
      values: { 'unit:vn1t00.sensors': 'float, probe', 'input:np0000.name': 'Float in the well' },
    },
    silent: {
      elements: [
        ['unit', 'vn1t00'],
        ['input', 'np0000'],
      ],
      values: { 'unit:vn1t00.sensors': 'float', 'input:np0000.name': 'Float in the well' },
    },
  }),
  rule({
    id: 'inputs/chatter',
    lamp: 'Inputs',
    looks: 'A contact that is believed at once: it chatters.',
    source: practice,
    traps: [76],
    reads: ['input.debounce'],
    codes: { 'no-debounce': 'look' },
    find: ({ 'input.debounce': time }) => (time < 50 ? [{ code: 'no-debounce', args: { time: showFigure(time, 'ms') } }] : []),
    fires: { 'input.debounce': 49 },
    silent: { 'input.debounce': 50 },
  }),
  rule({
    id: 'inputs/end-is-told',
    lamp: 'Inputs',
    looks: 'An input that tells that it begins and never that it ends, or whose last text is too long.',
    source: standard('3GPP TS 23.038', '6.2.1'),
    traps: [69, 78],
    reads: ['input.text'],
    also: ['input.textEnd'],
    codes: { 'no-end-text': 'look', 'end-text-long': 'look' },
    find: ({ 'input.textEnd': end }) => {
      if (end === undefined) return [{ code: 'no-end-text' }];
      const { parts, units, alphabet } = segmentsOf(end);
      return parts > 1 ? [{ code: 'end-text-long', args: { units, most: alphabet === '16-bit' ? 70 : 160 } }] : [];
    },
    fires: { 'input.text': 'Float high' },
    silent: { 'input.text': 'Float high', 'input.textEnd': 'Float down' },
  }),
  rule({
    id: 'inputs/tells-somebody',
    lamp: 'Inputs',
    looks: 'An input with a text and nobody whom it tells.',
    source: practice,
    traps: [75],
    reads: ['input.on', 'input.text'],
    also: ['input.who'],
    codes: { 'input-tells-nobody': 'fix' },
    find: ({ 'input.on': on, 'input.who': who }) => (on && who === undefined ? [{ code: 'input-tells-nobody' }] : []),
    fires: { 'input.on': true, 'input.text': 'Float high' },
    silent: { 'input.on': true, 'input.text': 'Float high', 'input.who': 'nmb000' },
  }),
  rule({
    id: 'inputs/output-tells-somebody',
    lamp: 'Inputs',
    looks: 'An output with a text and nobody whom it tells.',
    source: practice,
    traps: [75],
    reads: ['output.on', 'output.text'],
    also: ['output.who'],
    codes: { 'output-tells-nobody': 'fix' },
    find: ({ 'output.on': on, 'output.who': who }) => (on && who === undefined ? [{ code: 'output-tells-nobody' }] : []),
    fires: { 'output.on': true, 'output.text': 'Pump runs' },
    silent: { 'output.on': true, 'output.text': 'Pump runs', 'output.who': 'nmb000' },
  }),
  rule({
    id: 'inputs/output-enabled',
    lamp: 'Inputs',
    looks: 'An output that has its logic and is off.',
    source: practice,
    traps: [75, 112],
    reads: ['output.on', 'output.equation'],
    codes: { 'output-off': 'fix' },
    find: ({ 'output.on': on, 'output.equation': equation }) => (on ? [] : [{ code: 'output-off', args: { equation } }]),
    fires: { 'output.on': false, 'output.equation': 'I1' },
    silent: { 'output.on': true, 'output.equation': 'I1' },
  }),
  pairRule({
    id: 'inputs/outputs-named-apart',
    lamp: 'Inputs',
    looks: 'Two outputs of one name.',
    source: practice,
    reads: 'output.name',
    codes: { 'output-names': 'look' },
    find: (one, other) => (plain(one) === plain(other) ? [{ code: 'output-names', args: { name: one } }] : []),
    fires: ['Pump', 'pump '],
    silent: ['Pump 1', 'Pump 2'],
  }),
  sheetRule({
    id: 'inputs/machines-are-named',
    lamp: 'Inputs',
    looks: 'An output that drives a machine, and no word of which machines there are.',
    source: practice,
    traps: [77],
    reads: ['output.machine', 'site.machines'],
    codes: { 'machines-unnamed': 'fix' },
    find: ({ of, at, key }) => {
      const driving = of('output').filter(({ id }) => at('output.machine', id) === true);
      return driving.length === 0 || plain(at('site.machines')) !== ''
        ? []
        : [
            {
              code: 'machines-unnamed',
              fields: [key('site.machines'), ...driving.map(({ id }) => key('output.machine', id))],
              elements: driving.map(({ id }) => id),
            },
          ];
    },
    fires: { elements: [['output', 'pt0000']], values: { 'output:pt0000.machine': true } },
    silent: { elements: [['output', 'pt0000']], values: { 'output:pt0000.machine': true, 'site.machines': 'gate hoist' } },
  }),
  rule({
    id: 'inputs/terminal-complete',
    lamp: 'Inputs',
    looks: 'A terminal without its common, or one that nobody checked.',
    source: practice,
    reads: ['terminal.to'],
    also: ['terminal.common', 'terminal.checked'],
    codes: { 'no-common': 'look', 'terminal-unchecked': 'look' },
    find: ({ 'terminal.common': common, 'terminal.checked': checked }) => [
      ...(common === undefined ? [{ code: 'no-common' as const }] : []),
      ...(checked === false ? [{ code: 'terminal-unchecked' as const }] : []),
    ],
    fires: { 'terminal.to': 'float', 'terminal.checked': false },
    silent: { 'terminal.to': 'float', 'terminal.common': 'C1', 'terminal.checked': true },
  }),
  rule({
    id: 'inputs/fuse-protects-wire',
    lamp: 'Inputs',
    looks: 'A fuse larger than a thin wire at a terminal bears: over 10 A.',
    source: practice,
    traps: [87],
    reads: ['terminal.fuse'],
    codes: { 'fuse-large': 'look' },
    find: ({ 'terminal.fuse': fuse }) => (fuse > 10_000 ? [{ code: 'fuse-large', args: { fuse: showFigure(fuse, 'mA') } }] : []),
    fires: { 'terminal.fuse': 10_001 },
    silent: { 'terminal.fuse': 10_000 },
  }),
  rule({
    id: 'inputs/device-enrolled',
    lamp: 'Inputs',
    looks: 'A local device that the unit does not know, or that nobody saw at work.',
    source: practice,
    reads: ['device.enrolled'],
    also: ['device.tested'],
    codes: { 'not-enrolled': 'fix', 'tested-not-enrolled': 'stop', 'device-untested': 'look' },
    find: ({ 'device.enrolled': enrolled, 'device.tested': tested }) =>
      enrolled
        ? tested === false
          ? [{ code: 'device-untested' }]
          : []
        : [{ code: tested === true ? 'tested-not-enrolled' : 'not-enrolled' }],
    fires: { 'device.enrolled': false, 'device.tested': true },
    silent: { 'device.enrolled': true, 'device.tested': true },
  }),
  rule({
    id: 'inputs/perimeter-has-area',
    lamp: 'Inputs',
    looks: 'A local device on the perimeter that is in no area.',
    source: practice,
    traps: [71],
    reads: ['device.perimeter'],
    also: ['device.area'],
    codes: { 'perimeter-nowhere': 'fix' },
    find: ({ 'device.perimeter': perimeter, 'device.area': area }) =>
      perimeter && area === undefined ? [{ code: 'perimeter-nowhere' }] : [],
    fires: { 'device.perimeter': true },
    silent: { 'device.perimeter': true, 'device.area': 'area00' },
  }),
  pairRule({
    id: 'inputs/one-device-once',
    lamp: 'Inputs',
    looks: 'One identifier at two local devices.',
    source: practice,
    traps: [51],
    reads: 'device.id',
    codes: { 'device-twice': 'stop' },
    find: (one, other) => (plain(one) === plain(other) ? [{ code: 'device-twice', args: { id: one } }] : []),
    fires: ['A4-11', 'a4-11'],
    silent: ['A4-11', 'A4-12'],
  }),
];
