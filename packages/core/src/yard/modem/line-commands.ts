// Commands about the line itself and the modem's identity (ITU-T V.250 clauses 5 and 6; 3GPP TS 27.007 clauses 5 and 8.32).
import { utcParts } from '../../quantity/index.ts';
import { type Answered, type Command, type Commands, error, fails, oneOf, says, takes } from './command.ts';
import { isRegistered, type Lines, sessionOf, usualLines, type VirtualModem } from './modem.ts';

const lines = (modem: VirtualModem, of: Partial<Lines>): VirtualModem => ({ ...modem, lines: { ...modem.lines, ...of } });
const maker = 'Green Lamp virtual modem, simulated';
const identity: Command = (modem, { how }) => (how === 'set' ? error(modem) : how === 'may' ? says(modem) : says(modem, maker));
const imei: Command = (modem, { how, with: [kind] }) => {
  if (how === 'may') return says(modem, '+CGSN: (0-3)');
  if (how !== 'set') return says(modem, modem.imei);
  if (kind === '1') return says(modem, `+CGSN: "${modem.imei}"`);
  return kind === '2'
    ? says(modem, `+CGSN: "${modem.imei.slice(0, 14)}01"`)
    : kind === '3'
      ? says(modem, '+CGSN: "01"')
      : says(modem, modem.imei);
};
const cmee: Command = (modem, { how, with: [level] }) => {
  if (how === 'may') return says(modem, '+CMEE: (0-2)');
  if (how !== 'set') return says(modem, `+CMEE: ${modem.lines.errors}`);
  const errors = oneOf([0, 1, 2], level);
  return errors === null ? error(modem) : says(lines(modem, { errors }));
};
const two = (n: number): string => String(n).padStart(2, '0');
/** The network's own time, in UTC with its zone in quarters of an hour. */
const clock: Command = (modem, { how }, at) => {
  if (how === 'may' || how === 'set') return says(modem);
  const { year, month, day, hour, minute, second } = utcParts(at);
  return says(modem, `+CCLK: "${two(year % 100)}/${two(month)}/${two(day)},${two(hour)}:${two(minute)}:${two(second)}+00"`);
};
const kept =
  (name: string, allowed: readonly number[], usual: number): Command =>
  (modem, { how, with: [given] }) => {
    if (how === 'may') return says(modem, `+${name}: (${allowed.join(',')})`);
    if (how === 'ask') return says(modem, `+${name}: ${modem.lines.reports[name] ?? usual}`);
    const value = oneOf(allowed, given);
    return value === null ? error(modem) : says(lines(modem, { reports: { ...modem.lines.reports, [name]: value } }));
  };
const rates = [0, 300, 1200, 2400, 4800, 9600, 19200, 38400, 57600, 115200];
const rate: Command = (modem, { how, with: [given] }) => {
  if (how === 'may') return says(modem, `+IPR: (${rates.slice(1).join(',')}),(0,${rates.slice(1).join(',')})`);
  if (how !== 'set') return says(modem, `+IPR: ${modem.lines.rate}`);
  const to = oneOf(rates, given);
  return to === null ? error(modem) : says(lines(modem, { rate: to }));
};
const fixed =
  (line: string, allowed: RegExp): Command =>
  (modem, { how, with: given }) => {
    if (how === 'ask') return says(modem, line);
    return how === 'may' || allowed.test(given.join(',')) ? says(modem) : error(modem);
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
  '+CSCS': (modem, { how, with: [given] }) =>
    how === 'ask'
      ? says(modem, '+CSCS: "GSM"')
      : how === 'may'
        ? says(modem, '+CSCS: ("GSM")')
        : given === 'GSM'
          ? says(modem)
          : fails(modem, 4),
  '+IPR': rate,
  '+IFC': fixed('+IFC: 2,2', /^[0-2](,[0-2])?$/),
  '+ICF': fixed('+ICF: 3,3', /^3(,3)?$/),
};

/** S registers that it has, their usual values and their limits (V.250 clauses 5.4 and 6.3). */
const registers: { readonly [s: number]: readonly [usual: number, most: number] } = {
  0: [0, 255],
  3: [13, 127],
  4: [10, 127],
  5: [8, 127],
  7: [60, 255],
  12: [50, 255],
};
const register = (modem: VirtualModem, command: string): Answered => {
  const [, digits = '', sign = '', value = ''] = /^S(\d+)(\?|=)(\d*)$/.exec(command) ?? [];
  const s = registers[Number(digits)];
  if (digits === '' || s === undefined) return error(modem);
  if (sign === '?') return says(modem, String(modem.lines.registers[Number(digits)] ?? s[0]).padStart(3, '0'));
  const to = Number(value);
  // Another end of line than CR is not understood here: the register is fixed.
  if (to > s[1] || (['3', '4', '5'].includes(digits) && to !== s[0])) return error(modem);
  return says(lines(modem, { registers: { ...modem.lines.registers, [Number(digits)]: to } }));
};
/** A dialled string: the packet service of a context goes on line; a voice call has no carrier here. */
const dial = (modem: VirtualModem, string: string): Answered => {
  const cid = /^[TP]?\*99(?:\*\*\*([1-4]))?#$/i.exec(string);
  if (cid === null || !isRegistered(modem)) return { ...error(modem), failed: 'no carrier' };
  return takes(modem, 'dial', { for: 1200, abortable: true, with: [cid[1] ?? '1'] });
};

/** The basic commands of V.250, each a letter and perhaps a number. */
export const basic = (modem: VirtualModem, command: string): Answered => {
  const upper = command.toUpperCase();
  const [, name = '', digits = ''] = /^(&?[A-Z])(\d*)$/.exec(upper) ?? [];
  const value = oneOf([0, 1, 2], digits === '' ? '0' : digits);
  if (upper.startsWith('S')) return register(modem, upper);
  if (upper.startsWith('D')) return dial(modem, command.slice(1).trim());
  switch (value === null ? '' : name) {
    case 'E':
      return value === 2 ? error(modem) : says(lines(modem, { echo: value === 1 }));
    case 'V':
      return value === 2 ? error(modem) : says(lines(modem, { verbose: value === 1 }));
    case 'Q':
      return value === 2 ? error(modem) : says(lines(modem, { quiet: value === 1 }));
    case '&D':
      return says(lines(modem, { dtr: value ?? 2 }));
    case '&C':
      return value === 2 ? error(modem) : says(lines(modem, { dcd: value ?? 1 }));
    case 'Z':
    case '&F':
      return says({ ...modem, lines: usualLines, online: false });
    case 'H':
      return says({ ...modem, online: false });
    case 'O':
      return sessionOf(modem) === null ? { ...error(modem), failed: 'no carrier' } : takes(modem, 'dial', { for: 0, with: ['1'] });
    case 'X':
    case 'L':
    case 'M':
      return says(modem);
    case 'I':
      return says(modem, maker);
    default:
      return error(modem);
  }
};
