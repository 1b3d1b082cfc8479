// The commands that the virtual modem knows (ITU-T V.250; 3GPP TS 27.007), each a row: what it answers, and what it changes.
import type { Instant } from '../quantity/index.ts';
import { cmeErrors } from '../wire/index.ts';
import { isRegistered, levelNow, type VirtualModem, virtualPin, virtualPuk } from './modem.ts';

type Failed = 'error' | { readonly code: number; readonly words: string } | null;
export type Answered = { readonly modem: VirtualModem; readonly lines: readonly string[]; readonly failed: Failed };
/** How a command was put: alone, with `?`, with `=?`, or with `=` and its arguments. */
type Put = { readonly how: 'run' | 'ask' | 'may' | 'set'; readonly with: readonly string[] };
type Command = (modem: VirtualModem, put: Put, at: Instant) => Answered;

const says = (modem: VirtualModem, ...lines: string[]): Answered => ({ modem, lines, failed: null });
const fails = (modem: VirtualModem, code: number): Answered => ({
  modem,
  lines: [],
  failed: { code, words: cmeErrors[code] ?? 'unknown' },
});
const error = (modem: VirtualModem): Answered => ({ modem, lines: [], failed: 'error' });

const cardFault: { readonly [state: string]: number } = { 'PIN wanted': 11, 'PUK wanted': 12, 'no card': 10 };
/** Runs only with an open card, else gives the number of the error. */
const withCard =
  (run: Command): Command =>
  (modem, put, at) => {
    const fault = cardFault[modem.conditions.card];
    return fault === undefined ? run(modem, put, at) : fails(modem, fault);
  };
/** The card's number is readable without its PIN, but not without a card. */
const withSomeCard =
  (run: Command): Command =>
  (modem, put, at) =>
    modem.conditions.card === 'no card' ? fails(modem, 10) : run(modem, put, at);

const pinWords = { ready: 'READY', 'PIN wanted': 'SIM PIN', 'PUK wanted': 'SIM PUK', 'no card': '' } as const;
const withCardState = (modem: VirtualModem, card: VirtualModem['conditions']['card'], more: Partial<VirtualModem>): VirtualModem => {
  const next = { ...modem, ...more, conditions: { ...modem.conditions, card } };
  return { ...next, active: next.conditions.apnKnown && isRegistered(next) };
};
const cpin: Command = (modem, { how, with: given }) => {
  const { card } = modem.conditions;
  if (card === 'no card') return fails(modem, 10);
  if (how === 'ask') return says(modem, `+CPIN: ${pinWords[card]}`);
  if (how !== 'set' || card === 'ready') return fails(modem, 3);
  const [first = ''] = given;
  if (card === 'PUK wanted') {
    if (given.length === 2 && first === virtualPuk) return says(withCardState(modem, 'ready', { pinTries: 3, pukTries: 10 }));
    const pukTries = modem.pukTries - 1;
    return fails({ ...modem, pukTries }, pukTries <= 0 ? 13 : 16);
  }
  if (first === virtualPin) return says(withCardState(modem, 'ready', { pinTries: 3 }));
  const pinTries = modem.pinTries - 1;
  return pinTries <= 0 ? fails(withCardState(modem, 'PUK wanted', { pinTries: 0 }), 12) : fails({ ...modem, pinTries }, 16);
};

const swapped = (digits: string): string => digits.replace(/(.)(.)/g, '$2$1');
/** READ BINARY of the card's own files: EF_ICCID (2FE2) and EF_AD (6FAD). */
const crsm: Command = (modem, { with: [instruction, file] }) => {
  if (instruction !== '176') return says(modem, '+CRSM: 109,0');
  if (file === '12258') return says(modem, `+CRSM: 144,0,"${swapped(modem.iccid.padEnd(20, 'F'))}"`);
  return file === '28589' ? says(modem, '+CRSM: 144,0,"00000002"') : says(modem, '+CRSM: 106,130');
};

const clamp = (n: number, top: number): number => Math.min(top, Math.max(0, Math.floor(n)));
const csq: Command = (modem, _, at) => {
  const level = levelNow(modem, at);
  // RSSI of a cell of 50 resource blocks: RSRP − RSRQ + 10·log10(50).
  const rssi = level === null ? null : level.rsrp - level.rsrq + 17;
  return says(modem, `+CSQ: ${rssi === null ? 99 : clamp((rssi + 113) / 2, 31)},99`);
};
const cesq: Command = (modem, _, at) => {
  const level = levelNow(modem, at);
  const [rsrq, rsrp] = level === null ? [255, 255] : [clamp((level.rsrq + 20) * 2, 34), clamp(level.rsrp + 141, 97)];
  return says(modem, `+CESQ: 99,99,255,255,${rsrq},${rsrp}`);
};

const operatorName = 'Yard network';
const cops: Command = (modem, { how, with: [mode, format = ''] }) => {
  // Format: 0 the long name, 1 the short one, 2 the number of the network (TS 27.007 clause 7.3).
  if (how === 'set')
    return mode === '3' && /^[012]$/.test(format) ? says({ ...modem, reports: { ...modem.reports, COPS: Number(format) } }) : says(modem);
  if (how === 'may')
    return says(modem, `+COPS: (2,"${operatorName}","Yard","99905",7),(3,"Other yard","Other","99906",7),,(0,1,2,3,4),(0,1,2)`);
  const told = modem.reports['COPS'] ?? 0;
  const name = [operatorName, 'Yard', modem.imsi.slice(0, 5)][told] ?? operatorName;
  return says(modem, isRegistered(modem) ? `+COPS: 0,${told},"${name}",7` : '+COPS: 0');
};
const stateNumber = (modem: VirtualModem): number => {
  if (!modem.radio || modem.conditions.card !== 'ready') return 0;
  return { home: 1, roaming: 5, searching: 2, denied: 3 }[modem.conditions.network];
};
const registration =
  (name: string, hears: boolean): Command =>
  (modem, { how, with: [given] }) => {
    if (how === 'may') return says(modem, `+${name}: (0-3)`);
    if (how === 'set')
      return /^[0-3]$/.test(given ?? '') ? says({ ...modem, reports: { ...modem.reports, [name]: Number(given) } }) : fails(modem, 50);
    const report = modem.reports[name] ?? 0;
    const state = hears ? stateNumber(modem) : 0;
    const cell = report >= 2 && (state === 1 || state === 5) ? ',"1A2B","0A1B2C03",7' : '';
    return says(modem, `+${name}: ${report},${state}${report >= 3 && state === 3 ? ',,,,0,15' : cell}`);
  };

const withSession = (modem: VirtualModem, active: boolean): Answered => {
  if (!active) return says({ ...modem, active: false });
  if (!isRegistered(modem)) return fails(modem, 30);
  return modem.conditions.apnKnown ? says({ ...modem, active: true, cause: 0 }) : fails({ ...modem, active: false, cause: 27 }, 127);
};
const cgdcont: Command = (modem, { how, with: [cid, , apn] }) => {
  if (how === 'may') return says(modem, '+CGDCONT: (1-4),"IP",,,(0),(0)');
  if (how === 'set') return cid === '1' ? says({ ...modem, apn: apn ?? '', active: false }) : fails(modem, 50);
  return says(modem, `+CGDCONT: 1,"IP","${modem.apn}","",0,0`);
};
const cgact: Command = (modem, { how, with: [state, cid] }) => {
  if (how === 'set') return (cid ?? '1') === '1' && /^[01]$/.test(state ?? '') ? withSession(modem, state === '1') : fails(modem, 50);
  return says(modem, `+CGACT: 1,${modem.active ? 1 : 0}`);
};
const cfun: Command = (modem, { how, with: [level] }) => {
  if (how !== 'set') return says(modem, `+CFUN: ${modem.radio ? 1 : 4}`);
  if (!['0', '1', '4'].includes(level ?? '')) return fails(modem, 50);
  const next = { ...modem, radio: level === '1' };
  return says({ ...next, active: next.conditions.apnKnown && isRegistered(next) });
};
const cmee: Command = (modem, { how, with: [level] }) => {
  if (how !== 'set') return says(modem, `+CMEE: ${modem.errors}`);
  const errors = ([0, 1, 2] as const).find((n) => String(n) === level);
  return errors === undefined ? error(modem) : says({ ...modem, errors });
};
const iccid = withSomeCard((modem) => says(modem, `+CCID: ${modem.iccid}`));
const identity: Command = (modem) => says(modem, 'Green Lamp virtual modem, simulated');

const extended: { readonly [name: string]: Command } = {
  '+CMEE': cmee,
  '+CPIN': cpin,
  '+CCID': iccid,
  '+ICCID': iccid,
  '+CRSM': withSomeCard(crsm),
  '+CIMI': withCard((modem) => says(modem, modem.imsi)),
  '+CGSN': (modem) => says(modem, modem.imei),
  '+GSN': (modem) => says(modem, modem.imei),
  '+CSQ': csq,
  '+CESQ': cesq,
  '+COPS': cops,
  '+CREG': registration('CREG', true),
  '+CGREG': registration('CGREG', true),
  '+CEREG': registration('CEREG', true),
  '+C5GREG': registration('C5GREG', false),
  '+CGATT': (modem, { how }) => (how === 'ask' ? says(modem, `+CGATT: ${isRegistered(modem) ? 1 : 0}`) : says(modem)),
  '+CGDCONT': cgdcont,
  '+CGACT': cgact,
  '+CGPADDR': (modem) => says(modem, `+CGPADDR: 1,"${modem.active ? modem.address : '0.0.0.0'}"`),
  '+CGCONTRDP': (modem) =>
    modem.active ? says(modem, `+CGCONTRDP: 1,5,"${modem.apn}","${modem.address}.255.255.255.252","","192.0.2.53"`) : says(modem),
  '+CFUN': cfun,
  '+CEER': (modem) => says(modem, modem.cause === 0 ? '+CEER: No report available' : `+CEER: ESM cause ${modem.cause}`),
  '+CGMI': identity,
  '+CGMM': identity,
  '+CGMR': identity,
};

const basic = (modem: VirtualModem, command: string): Answered => {
  const upper = command.toUpperCase();
  if (/^E[01]?$/.test(upper)) return says({ ...modem, echo: upper === 'E1' });
  if (/^V[01]?$/.test(upper)) return says({ ...modem, verbose: upper === 'V1' });
  if (/^(?:Z0?|&F0?)$/.test(upper)) return says({ ...modem, echo: true, verbose: true, errors: 0, reports: {} });
  return /^I\d?$/.test(upper) ? identity(modem, { how: 'run', with: [] }, 0 as Instant) : error(modem);
};

const fieldsIn = (text: string): string[] => text.split(',').map((field) => field.trim().replace(/^"(.*)"$/, '$1'));

/** An extended command by its name and how it was put; null for a basic one. */
export const putOf = (command: string): (Put & { readonly name: string }) | null => {
  const found = /^(\+[A-Z0-9]+)(=\?|\?|=(.*))?$/i.exec(command);
  if (found === null) return null;
  const [, name = '', sign = '', given = ''] = found;
  const how = sign === '' ? 'run' : sign === '?' ? 'ask' : sign === '=?' ? 'may' : 'set';
  return { name: name.toUpperCase(), how, with: how === 'set' ? fieldsIn(given) : [] };
};

/** Answers one command, without AT. */
export const answerCommand = (modem: VirtualModem, command: string, at: Instant): Answered => {
  const put = putOf(command);
  if (put === null) return basic(modem, command);
  const run = extended[put.name];
  return run === undefined ? error(modem) : run(modem, put, at);
};
