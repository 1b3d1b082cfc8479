// Serial links and buses: both ends of a cable, what is on its wires, how long it may be.
import { showFigure } from '../../quantity/index.ts';
import { practice, rule, standard } from '../rule.ts';

const rs232 = standard('TIA-232-F', 'driver load, about 15 m at 20 kbit/s', true);

/** Metres that a bus may be long at a rate in bit/s. CAN: CiA 303-1 rows, from memory; RS-485: length times rate at most 10⁸, 1200 m at most (common practice). */
const busLength = (kind: string, rate: number): number | null => {
  if (kind === 'CAN') return rate > 500_000 ? 40 : rate > 250_000 ? 100 : rate > 125_000 ? 250 : rate > 50_000 ? 500 : 1000;
  return kind === 'Modbus RTU' || kind === 'RS-485' ? Math.min(1200, 1e8 / rate) : null;
};

export const serial = [
  rule({
    id: 'inputs/cable-straight-or-crossed',
    lamp: 'Inputs',
    looks: 'A straight cable between two alike, or a crossed one between DTE and DCE.',
    source: standard('ITU-T V.24 and TIA-574', 'pin numbers', true),
    traps: [36],
    reads: ['link.unitEnd', 'link.modemEnd', 'link.cable'],
    codes: { 'cable-wrong': 'stop' },
    find: ({ 'link.unitEnd': unit, 'link.modemEnd': modem, 'link.cable': cable }) => {
      const want = unit === modem ? 'crossed' : 'straight';
      return cable === want ? [] : [{ code: 'cable-wrong', args: { unit, modem, cable, want } }];
    },
    fires: { 'link.unitEnd': 'DTE', 'link.modemEnd': 'DTE', 'link.cable': 'straight' },
    silent: { 'link.unitEnd': 'DTE', 'link.modemEnd': 'DCE', 'link.cable': 'straight' },
  }),
  rule({
    id: 'inputs/lines-in-cable',
    lamp: 'Inputs',
    looks: 'DTR or wired flow control over a cable of three wires.',
    source: standard('TIA-574', 'pin numbers', true),
    traps: [37],
    reads: ['link.wires'],
    also: ['link.dtrUsed', 'link.unitFlow', 'link.modemFlow'],
    codes: { 'no-dtr-wire': 'fix', 'no-flow-wire': 'fix' },
    find: ({ 'link.wires': wires, 'link.dtrUsed': dtr, 'link.unitFlow': unit, 'link.modemFlow': modem }) => [
      ...(dtr === true && wires < 6 ? [{ code: 'no-dtr-wire' as const, args: { wires } }] : []),
      ...((unit === 'RTS/CTS' || modem === 'RTS/CTS') && wires < 5 ? [{ code: 'no-flow-wire' as const, args: { wires } }] : []),
    ],
    fires: { 'link.wires': 3, 'link.dtrUsed': true, 'link.unitFlow': 'RTS/CTS' },
    silent: { 'link.wires': 9, 'link.dtrUsed': true, 'link.unitFlow': 'RTS/CTS' },
  }),
  rule({
    id: 'inputs/hang-up-line',
    lamp: 'Inputs',
    looks: 'A modem that hangs up on DTR while the unit does not use it.',
    source: standard('ITU-T V.250', '6.3.2', true),
    traps: [37],
    reads: ['modem.dtr', 'link.dtrUsed'],
    codes: { 'dtr-unused': 'fix' },
    find: ({ 'modem.dtr': does, 'link.dtrUsed': used }) => (does !== 'ignored' && !used ? [{ code: 'dtr-unused', args: { does } }] : []),
    fires: { 'modem.dtr': 'hangs up', 'link.dtrUsed': false },
    silent: { 'modem.dtr': 'ignored', 'link.dtrUsed': false },
  }),
  rule({
    id: 'inputs/echo-off',
    lamp: 'Inputs',
    looks: 'A modem that echoes to a unit.',
    source: standard('ITU-T V.250', '6.2.4', true),
    traps: [38],
    reads: ['modem.echo'],
    codes: { 'echo-on': 'fix' },
    find: ({ 'modem.echo': on }) => (on ? [{ code: 'echo-on' }] : []),
    fires: { 'modem.echo': true },
    silent: { 'modem.echo': false },
  }),
  rule({
    id: 'inputs/words-come',
    lamp: 'Inputs',
    looks: 'A quiet modem before a unit that waits for its words.',
    source: standard('ITU-T V.250', '6.2.5', true),
    traps: [38],
    reads: ['modem.quiet'],
    codes: { 'quiet-on': 'fix' },
    find: ({ 'modem.quiet': on }) => (on ? [{ code: 'quiet-on' }] : []),
    fires: { 'modem.quiet': true },
    silent: { 'modem.quiet': false },
  }),
  rule({
    id: 'inputs/interface-cabled',
    lamp: 'Inputs',
    looks: 'A unit that talks by another socket than the one that is cabled.',
    source: practice,
    traps: [39],
    reads: ['unit.interface', 'link.plug'],
    codes: { 'interface-other': 'stop' },
    find: ({ 'unit.interface': by, 'link.plug': plug }) =>
      by === 'serial' || by === 'usb' ? [] : [{ code: 'interface-other', args: { by, plug } }],
    fires: { 'unit.interface': 'ethernet', 'link.plug': 'DB9' },
    silent: { 'unit.interface': 'serial', 'link.plug': 'DB9' },
  }),
  rule({
    id: 'inputs/serial-length',
    lamp: 'Inputs',
    looks: 'A serial cable longer than its speed allows.',
    source: rs232,
    reads: ['link.standard', 'link.length', 'link.unitSpeed'],
    codes: { 'serial-long': 'fix' },
    find: ({ 'link.standard': by, 'link.length': length, 'link.unitSpeed': speed }) => {
      const most = by === 'RS-485' ? 1200 : by === 'TTL' ? 1 : Number(speed) > 20_000 ? 15 * (20_000 / Number(speed)) : 15;
      return length / 1000 > most
        ? [{ code: 'serial-long', args: { length: length / 1000, speed, most: Math.round(most * 10) / 10 } }]
        : [];
    },
    fires: { 'link.standard': 'RS-232', 'link.length': 25_000, 'link.unitSpeed': '115200' },
    silent: { 'link.standard': 'RS-232', 'link.length': 10_000, 'link.unitSpeed': '19200' },
  }),
  rule({
    id: 'inputs/gather-outlasts-gap',
    lamp: 'Route',
    looks: 'A gather time shorter than the gap inside a frame.',
    source: practice,
    traps: [40],
    reads: ['modem.gather', 'link.frameGap'],
    codes: { 'gather-short': 'fix' },
    find: ({ 'modem.gather': gather, 'link.frameGap': gap }) =>
      gather <= gap ? [{ code: 'gather-short', args: { gather: showFigure(gather, 'ms'), gap: showFigure(gap, 'ms') } }] : [],
    fires: { 'modem.gather': 50, 'link.frameGap': 120 },
    silent: { 'modem.gather': 300, 'link.frameGap': 120 },
  }),
  rule({
    id: 'inputs/packet-holds-frame',
    lamp: 'Route',
    looks: 'A serial packet smaller than a frame that must stay whole.',
    source: practice,
    traps: [41],
    reads: ['modem.packet', 'link.frameBytes'],
    codes: { 'packet-small': 'fix' },
    find: ({ 'modem.packet': packet, 'link.frameBytes': frame }) =>
      packet < frame ? [{ code: 'packet-small', args: { packet, frame } }] : [],
    fires: { 'modem.packet': 64, 'link.frameBytes': 256 },
    silent: { 'modem.packet': 1024, 'link.frameBytes': 256 },
  }),
  rule({
    id: 'inputs/plug-is-not-ethernet',
    lamp: 'Inputs',
    looks: 'A serial RJ45 that looks like Ethernet.',
    source: practice,
    traps: [111],
    reads: ['link.plug'],
    codes: { 'rj45-serial': 'look' },
    find: ({ 'link.plug': plug }) => (plug === 'RJ45' ? [{ code: 'rj45-serial' }] : []),
    fires: { 'link.plug': 'RJ45' },
    silent: { 'link.plug': 'DB9' },
  }),
  rule({
    id: 'inputs/port-free',
    lamp: 'Inputs',
    looks: 'A serial port of the computer that another program holds.',
    source: practice,
    traps: [56],
    reads: ['computer.portTaken'],
    codes: { 'port-taken': 'stop' },
    find: ({ 'computer.portTaken': taken }) => (taken ? [{ code: 'port-taken' }] : []),
    fires: { 'computer.portTaken': true },
    silent: { 'computer.portTaken': false },
  }),
  rule({
    id: 'inputs/bus-at-master',
    lamp: 'Inputs',
    looks: 'A bridge plugged into a slave.',
    source: practice,
    traps: [45],
    reads: ['bus.atMaster'],
    codes: { 'bus-slave': 'stop' },
    find: ({ 'bus.atMaster': at }) => (at === 'slave' ? [{ code: 'bus-slave' }] : []),
    fires: { 'bus.atMaster': 'slave' },
    silent: { 'bus.atMaster': 'master' },
  }),
  rule({
    id: 'inputs/bus-two-ends',
    lamp: 'Inputs',
    looks: 'A bus with one termination, or three.',
    source: standard('ISO 11898-2 and TIA-485-A', 'termination', true),
    traps: [45],
    reads: ['bus.kind', 'bus.ends'],
    codes: { 'bus-ends': 'fix' },
    find: ({ 'bus.kind': kind, 'bus.ends': ends }) =>
      (kind === 'CAN' || kind === 'RS-485' || kind === 'Modbus RTU') && ends !== 2 ? [{ code: 'bus-ends', args: { ends } }] : [],
    fires: { 'bus.kind': 'CAN', 'bus.ends': 1 },
    silent: { 'bus.kind': 'CAN', 'bus.ends': 2 },
  }),
  rule({
    id: 'inputs/bus-length',
    lamp: 'Inputs',
    looks: 'A bus longer than its rate allows.',
    source: practice,
    reads: ['bus.kind', 'bus.rate', 'bus.length'],
    codes: { 'bus-long': 'fix' },
    find: ({ 'bus.kind': kind, 'bus.rate': rate, 'bus.length': length }) => {
      const most = busLength(kind, rate);
      return most !== null && length / 1000 > most ? [{ code: 'bus-long', args: { length: length / 1000, rate, most } }] : [];
    },
    fires: { 'bus.kind': 'CAN', 'bus.rate': 500_000, 'bus.length': 180_000 },
    silent: { 'bus.kind': 'CAN', 'bus.rate': 125_000, 'bus.length': 180_000 },
  }),
  rule({
    id: 'inputs/bridge-has-power',
    lamp: 'Power',
    looks: 'A bridge that is to be powered by a socket that gives none.',
    source: practice,
    traps: [89],
    reads: ['bus.power', 'bus.powerGiven'],
    codes: { 'bridge-dark': 'stop' },
    find: ({ 'bus.power': by, 'bus.powerGiven': given }) => (by !== 'own' && !given ? [{ code: 'bridge-dark', args: { by } }] : []),
    fires: { 'bus.power': 'serial', 'bus.powerGiven': false },
    silent: { 'bus.power': 'serial', 'bus.powerGiven': true },
  }),
  rule({
    id: 'inputs/battery-master',
    lamp: 'Inputs',
    looks: 'A battery read at a module that is not its master.',
    source: practice,
    traps: [45],
    reads: ['bus.batteryMaster'],
    codes: { 'battery-slave': 'stop' },
    find: ({ 'bus.batteryMaster': at }) => (at ? [] : [{ code: 'battery-slave' }]),
    fires: { 'bus.batteryMaster': false },
    silent: { 'bus.batteryMaster': true },
  }),
];
