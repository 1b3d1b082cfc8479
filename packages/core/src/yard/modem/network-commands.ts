// Commands about networks and levels (3GPP TS 27.007 clauses 7.2, 7.3, 8.5, 8.69, 10.1.20, 10.1.22, 10.1.47).
import { carriers } from '../carrier/index.ts';
import { type Command, type Commands, fails, oneOf, says, takes, withOpenCard, withReport } from './command.ts';
import { cardIn, servingCell, type VirtualModem } from './modem.ts';
import { domainsOf, placeOf, stateNumber, technologyNumber } from './radio.ts';
import { toTerminal } from './charset.ts';
import { timersOf } from './unasked.ts';

const clamp = (n: number, top: number): number => Math.min(top, Math.max(0, Math.floor(n)));
const csq: Command = (modem, { how }, at, around) => {
  if (how === 'ask' || how === 'set') return fails(modem, 50);
  if (how === 'may') return says(modem, '+CSQ: (0-31,99),(0-7,99)');
  const heard = servingCell(modem, at, around);
  // RSSI of an LTE cell of 50 resource blocks: RSRP − RSRQ + 10·log10(50).
  const rssi = heard === null ? null : /^(?:LTE|5G)/.test(heard.cell.radio) ? heard.rsrp - heard.rsrq + 17 : heard.rsrp;
  return says(modem, `+CSQ: ${rssi === null ? 99 : clamp((rssi + 113) / 2, 31)},99`);
};
const cesq: Command = (modem, { how }, at, around) => {
  if (how === 'ask' || how === 'set') return fails(modem, 50);
  if (how === 'may')
    return says(modem, '+CESQ: (0-63,99),(0-7,99),(0-96,255),(0-49,255),(0-34,255),(0-97,255),(0-126,255),(0-126,255),(0-127,255)');
  const heard = servingCell(modem, at, around);
  const radio = heard?.cell.radio;
  const [rsrp, rsrq, sinr] = [heard?.rsrp ?? 0, heard?.rsrq ?? 0, heard?.sinr ?? 0];
  const of = { gsm: '99,99', umts: '255,255', lte: '255,255' };
  if (radio === '2G') of.gsm = `${clamp(rsrp + 111, 63)},99`;
  else if (radio === '3G') of.umts = `${clamp(rsrp + 121, 96)},${clamp((rsrq + 24.5) * 2, 49)}`;
  else if (radio !== undefined && radio !== '5G') of.lte = `${clamp((rsrq + 20) * 2, 34)},${clamp(rsrp + 141, 97)}`;
  const nr = radio === '5G' ? `,${clamp((rsrq + 43.5) * 2, 126)},${clamp(rsrp + 157, 126)},${clamp((sinr + 23.5) * 2, 127)}` : '';
  return says(modem, `+CESQ: ${of.gsm},${of.umts},${of.lte}${nr}`);
};

/** The network's name in the format that was asked for: 0 long, 1 short, 2 its number. */
const nameOf = (carrier: keyof typeof carriers, format: number): string => {
  const { name, short, network } = carriers[carrier];
  return [name, short, network][format] ?? name;
};
const scanPerBand = 6000;
const cops: Command = (modem, { how, with: [mode, format = '', network = ''] }, at, around) => {
  const told = modem.lines.reports['COPS'] ?? 0;
  if (how === 'may') return takes(modem, 'scan', { for: 12_000 + scanPerBand * modem.bands.length, abortable: true });
  if (how === 'ask') {
    const { registration } = modem;
    const cell = registration.is === 'on' ? around.hears(modem, at).find((one) => one.cell.id === registration.cell)?.cell : undefined;
    // A number stays as it is, whatever the characters.
    const name = cell === undefined ? '' : nameOf(cell.carrier, told);
    const named = told === 2 ? name : toTerminal(name, modem.lines.charset);
    const place = cell === undefined ? '' : `,${told},"${named}",${technologyNumber[cell.radio]}`;
    return says(modem, `+COPS: ${modem.told.operator.mode}${place}`);
  }
  if (how !== 'set') return fails(modem, 50);
  if (mode === '3') return /^[012]$/.test(format) ? says(withReport(modem, 'COPS', Number(format))) : fails(modem, 50);
  const chosen = oneOf([0, 1, 2, 4], mode);
  if (chosen === null) return fails(modem, 50);
  if (chosen === 1 || chosen === 4) {
    const found = Object.values(carriers).find((one) => [one.name, one.short, one.network][Number(format || '0')] === network);
    if (found === undefined) return fails(modem, 30);
    return takes(modem, 'register', { for: 9000, abortable: true, with: [String(chosen), found.network] });
  }
  return takes(modem, 'register', { for: chosen === 2 ? 800 : 6000, abortable: chosen === 0, with: [String(chosen), ''] });
};
/** What a scan has found (TS 27.007 clause 7.3): 1 available, 2 current, 3 forbidden. */
export const scanned: Command = (modem, _, at, around) => {
  const { registration } = modem;
  const heard = around.hears(modem, at);
  const here = registration.is === 'on' ? heard.find(({ cell }) => cell.id === registration.cell)?.cell.carrier : undefined;
  const forbidden = cardIn(modem)?.forbidden ?? [];
  const found = new Map<string, string>();
  for (const { cell } of heard) {
    const { name, short, network } = carriers[cell.carrier];
    const act = technologyNumber[cell.radio];
    const key = `${network},${act}`;
    const state = cell.carrier === here ? 2 : forbidden.includes(network) ? 3 : 1;
    if (!found.has(key)) found.set(key, `(${state},"${name}","${short}","${network}",${act})`);
  }
  return says(modem, `+COPS: ${[...found.values()].join(',')}${found.size === 0 ? '' : ','},(0-4),(0-2)`);
};

const registration =
  (name: string, most: 3 | 5): Command =>
  (modem, { how, with: [given] }, at, around) => {
    if (how === 'may') return says(modem, `+${name}: (0-${most})`);
    if (how === 'set')
      return oneOf([0, 1, 2, 3, 4, 5].slice(0, most + 1), given) === null ? fails(modem, 50) : says(withReport(modem, name, Number(given)));
    const report = modem.lines.reports[name] ?? 0;
    const on = modem.registration;
    const cell = on.is === 'on' ? around.hears(modem, at).find((one) => one.cell.id === on.cell)?.cell : undefined;
    const here = cell === undefined || domainsOf(cell.radio).includes(name);
    const state = here ? stateNumber(modem) : 0;
    const place = report >= 2 && cell !== undefined && here ? `${placeOf(cell)}${timersOf(modem, report)}` : '';
    return says(modem, `+${name}: ${report},${state}${(report === 3 || report === 5) && on.is === 'denied' ? `,,,,0,${on.cause}` : place}`);
  };

export const networkCommands: Commands = {
  '+CSQ': csq,
  '+CESQ': cesq,
  '+COPS': withOpenCard(cops),
  '+CREG': registration('CREG', 3),
  '+CGREG': registration('CGREG', 5),
  '+CEREG': registration('CEREG', 5),
  '+C5GREG': registration('C5GREG', 3),
  '+CEER': (modem: VirtualModem) =>
    says(modem, modem.cause.number === 0 ? '+CEER: No report available' : `+CEER: ${modem.cause.of} cause ${modem.cause.number}`),
};
