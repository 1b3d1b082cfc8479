// Commands about the line itself and the modem's identity (ITU-T V.250 clauses 5 and 6; 3GPP TS 27.007 clauses 5 and 8.32).
import { instant, utcInstant, utcParts } from '../../quantity/index.ts';
import { charsets } from './charset.ts';
import { type Answered, type Command, type Commands, error, fails, oneOf, says, takes } from './command.ts';
import { isRegistered, type Lines, sessionOf, usualLines, type VirtualModem } from './modem.ts';

const lines = (modem: VirtualModem, of: Partial<Lines>): VirtualModem => ({ ...modem, lines: { ...modem.lines, ...of } });
const maker = 'Green Lamp virtual modem, simulated';
const identity: Command = (modem, { how }) => (how === 'run' ? says(modem, maker) : how === 'may' ? says(modem) : fails(modem, 50));
const imei: Command = (modem, { how, with: [kind] }) => {
  if (how === 'may') return says(modem, '+CGSN: (0-3)');
  if (how === 'ask') return fails(modem, 50);
  if (how === 'run' || kind === '0') return says(modem, modem.imei);
  if (oneOf([1, 2, 3], kind) === null) return fails(modem, 50);
  if (kind === '1') return says(modem, `+CGSN: "${modem.imei}"`);
  return kind === '2'
    ? says(modem, `+CGSN: "${modem.imei.slice(0, 14)}01"`)
    : kind === '3'
      ? says(modem, '+CGSN: "01"')
      : says(modem, modem.imei);
};
const cmee: Command = (modem, { how, with: [level] }) => {
  if (how === 'may') return says(modem, '+CMEE: (0-2)');
  if (how === 'ask') return says(modem, `+CMEE: ${modem.lines.errors}`);
  // Alone it is 0: the parameter's usual value.
  const errors = how === 'run' ? 0 : oneOf([0, 1, 2], level);
  return errors === null ? fails(modem, 50) : says(lines(modem, { errors }));
};
const two = (n: number): string => String(n).padStart(2, '0');
const clockForm = /^(\d\d)\/(\d\d)\/(\d\d),(\d\d):(\d\d):(\d\d)([+-]\d\d)?$/;
/** Its clock, in UTC with its zone in quarters of an hour: the network's own until it is set. */
const clock: Command = (modem, { how, with: [given = ''] }, at) => {
  if (how === 'may') return says(modem);
  if (how === 'set') {
    const [, year, month, day, hour, minute, second, quarters = '+00'] = clockForm.exec(given) ?? [];
    const parts = {
      year: 2000 + Number(year),
      month: Number(month),
      day: Number(day),
      hour: Number(hour),
      minute: Number(minute),
      second: Number(second),
    };
    const told = utcInstant(parts);
    return told === null ? fails(modem, 50) : says({ ...modem, clockBy: told - Number(quarters) * 900_000 - at });
  }
  if (how === 'run') return fails(modem, 50);
  const { year, month, day, hour, minute, second } = utcParts(instant(at + modem.clockBy));
  return says(modem, `+CCLK: "${two(year % 100)}/${two(month)}/${two(day)},${two(hour)}:${two(minute)}:${two(second)}+00"`);
};
const kept =
  (name: string, allowed: readonly number[], usual: number): Command =>
  (modem, { how, with: [given] }) => {
    if (how === 'may') return says(modem, `+${name}: (${allowed.join(',')})`);
    if (how === 'ask') return says(modem, `+${name}: ${modem.lines.reports[name] ?? usual}`);
    const value = how === 'set' ? oneOf(allowed, given) : null;
    return value === null ? fails(modem, 50) : says(lines(modem, { reports: { ...modem.lines.reports, [name]: value } }));
  };
const rates = [0, 300, 1200, 2400, 4800, 9600, 19200, 38400, 57600, 115200];
const rate: Command = (modem, { how, with: [given] }) => {
  if (how === 'may') return says(modem, `+IPR: (${rates.slice(1).join(',')}),(0,${rates.slice(1).join(',')})`);
  if (how === 'ask') return says(modem, `+IPR: ${modem.lines.rate}`);
  const to = how === 'set' ? oneOf(rates, given) : null;
  return to === null ? fails(modem, 50) : says(lines(modem, { rate: to }));
};
const fixed =
  (line: string, allowed: RegExp): Command =>
  (modem, { how, with: given }) => {
    if (how === 'ask') return says(modem, line);
    return how === 'may' || (how === 'set' && allowed.test(given.join(','))) ? says(modem) : fails(modem, 50);
  };

export const lineCommands: Commands = {
  '+CMEE': cmee,
  '+CGSN': imei,
  '+GSN': imei,
  '+CGMI': identity,
  '+CGMM': identity,
  '+CGMR': identity,
  '+GMI': identity,
  '+GMM': identity,
  '+GMR': identity,
  '+GCAP': (modem) => says(modem, '+GCAP: +CGSM'),
  '+CCLK': clock,
  '+CTZU': kept('CTZU', [0, 1], 1),
  '+CTZR': kept('CTZR', [0, 1, 2], 0),
  '+CSCS': (modem, { how, with: [given] }) => {
    if (how === 'may') return says(modem, `+CSCS: (${charsets.map((one) => `"${one}"`).join(',')})`);
    if (how === 'ask') return says(modem, `+CSCS: "${modem.lines.charset}"`);
    const charset = how === 'set' ? charsets.find((one) => one === given) : undefined;
    return charset === undefined ? fails(modem, 50) : says(lines(modem, { charset }));
  },
  '+CSTA': kept('CSTA', [129, 145], 145),
  '+IPR': rate,
  '+IFC': fixed('+IFC: 2,2', /^[0-2](,[0-2])?$/),
  '+ICF': fixed('+ICF: 3,3', /^3(,3)?$/),
};

/** S registers that it has: their usual values and their limits (V.250 clauses 6.2 and 6.3). */
const registers: { readonly [s: number]: readonly [usual: number, least: number, most: number] } = {
  0: [0, 0, 255],
  3: [13, 0, 127],
  4: [10, 0, 127],
  5: [8, 0, 127],
  6: [2, 2, 10],
  7: [60, 1, 255],
  8: [2, 0, 255],
  10: [14, 1, 254],
  12: [50, 0, 255],
};
const register = (modem: VirtualModem, command: string): Answered => {
  const [, digits = '', sign = '', value = ''] = /^S(\d+)(\?|=)(\d*)$/.exec(command) ?? [];
  const s = registers[Number(digits)];
  if (digits === '' || s === undefined) return error(modem);
  if (sign === '?') return says(modem, String(modem.lines.registers[Number(digits)] ?? s[0]).padStart(3, '0'));
  const to = Number(value);
  // Another end of line than CR is not understood here: the register is fixed.
  if (value === '' || to < s[1] || to > s[2] || (['3', '4', '5'].includes(digits) && to !== s[0])) return error(modem);
  return says(lines(modem, { registers: { ...modem.lines.registers, [Number(digits)]: to } }));
};
/** A dialled string: the packet service of a context goes on line; a voice call has no carrier here. */
const dial = (modem: VirtualModem, string: string): Answered => {
  const cid = /^[TP]?\*99(?:\*\*\*([1-4]))?#$/i.exec(string);
  if (cid === null || !isRegistered(modem)) return { ...error(modem), failed: 'no carrier' };
  return takes(modem, 'dial', { for: 1200, abortable: true, with: [cid[1] ?? '1'] });
};

/** How the line is set now, as &V shows it (common practice, no source). */
const shown = ({ lines: { echo, quiet, verbose, says: much, dtr, dcd, registers: set, rate: of } }: VirtualModem): string[] => [
  `E${Number(echo)} Q${Number(quiet)} V${Number(verbose)} X${much} &C${dcd} &D${dtr} +IPR=${of}`,
  Object.entries(registers)
    .map(([s, [usual]]) => `S${s.padStart(2, '0')}:${String(set[Number(s)] ?? usual).padStart(3, '0')}`)
    .join(' '),
];
/** What a command's number may be at most; each may stand without one, which is 0. */
const mostOf: { readonly [name: string]: number } = {
  ...{ A: 0, E: 1, H: 0, I: 9, L: 3, M: 2, O: 0, P: 0, Q: 1, T: 0, V: 1, X: 4, Z: 0 },
  ...{ '&C': 1, '&D': 2, '&F': 0, '&V': 0, '&W': 0 },
};

/** The basic commands of V.250, each a letter and perhaps a number. */
export const basic = (modem: VirtualModem, command: string): Answered => {
  const upper = command.toUpperCase();
  const [, name = '', digits = ''] = /^(&?[A-Z])(\d*)$/.exec(upper) ?? [];
  if (upper.startsWith('S')) return register(modem, upper);
  if (upper.startsWith('D')) return dial(modem, command.slice(1).trim());
  const value = digits === '' ? 0 : Number(digits);
  if (value > (mostOf[name] ?? -1)) return error(modem);
  switch (name) {
    case 'E':
      return says(lines(modem, { echo: value === 1 }));
    case 'V':
      return says(lines(modem, { verbose: value === 1 }));
    case 'Q':
      return says(lines(modem, { quiet: value === 1 }));
    case 'X':
      return says(lines(modem, { says: oneOf([0, 1, 2, 3, 4], String(value)) ?? 4 }));
    case 'L':
      return says(lines(modem, { speaker: { ...modem.lines.speaker, loud: value } }));
    case 'M':
      return says(lines(modem, { speaker: { ...modem.lines.speaker, on: value } }));
    case '&D':
      return says(lines(modem, { dtr: oneOf([0, 1, 2], String(value)) ?? 2 }));
    case '&C':
      return says(lines(modem, { dcd: value === 0 ? 0 : 1 }));
    case '&V':
      return says(modem, ...shown(modem));
    case '&W':
      return says({ ...modem, profile: modem.lines });
    case '&F':
      return says({ ...modem, lines: usualLines });
    case 'Z':
      return says({ ...modem, lines: modem.profile, online: false });
    case 'H':
      return says({ ...modem, online: false });
    // Nobody rings: there is no call to answer.
    case 'A':
      return { ...error(modem), failed: 'no carrier' };
    case 'O':
      return sessionOf(modem) === null ? { ...error(modem), failed: 'no carrier' } : takes(modem, 'dial', { for: 0, with: ['1'] });
    case 'I':
      return says(modem, maker);
    // Tone or pulse: there is no line to dial on.
    default:
      return says(modem);
  }
};
