// What the modem says without being asked, where it was told to: its registration (+CREG and its like), its contexts (+CGEREP). 3GPP TS 27.007 clauses 7.2, 10.1.19, 10.1.20, 10.1.22, from memory.
import type { Instant } from '../../quantity/index.ts';
import type { Around, VirtualModem } from './modem.ts';
import { domainsOf, placeOf, stateNumber } from './radio.ts';

/** Timers of sleep, where registration is asked for with them (4 and 5). */
export const timersOf = ({ told }: VirtualModem, report: number): string =>
  report >= 4 && told.sleeps ? `,,,"${told.psm.active}","${told.psm.tau}"` : '';

const registrations = (was: VirtualModem, modem: VirtualModem, at: Instant, around: Around): string[] => {
  const number = stateNumber(modem);
  if (number === stateNumber(was)) return [];
  const on = modem.registration;
  const cell = on.is === 'on' ? around.hears(modem, at).find((one) => one.cell.id === on.cell)?.cell : undefined;
  return ['CREG', 'CGREG', 'CEREG', 'C5GREG'].flatMap((name) => {
    const report = modem.lines.reports[name] ?? 0;
    if (report < 1) return [];
    const here = cell !== undefined && domainsOf(cell.radio).includes(name);
    const place = here && report >= 2 ? `${placeOf(cell)}${timersOf(modem, report)}` : '';
    return [`+${name}: ${cell !== undefined && !here ? 0 : number}${place}`];
  });
};
const contexts = (was: VirtualModem, modem: VirtualModem): string[] => {
  if ((modem.lines.reports['CGEREP'] ?? 0) < 1) return [];
  const has = (of: VirtualModem, cid: number): boolean => of.sessions.some((one) => one.cid === cid);
  return [
    ...modem.sessions.filter(({ cid }) => !has(was, cid)).map(({ cid }) => `+CGEV: ME PDN ACT ${cid}`),
    ...was.sessions.filter(({ cid }) => !has(modem, cid)).map(({ cid }) => `+CGEV: ME PDN DEACT ${cid}`),
    ...(was.attached && !modem.attached ? ['+CGEV: ME DETACH'] : []),
  ];
};

/** The lines that come by themselves after a change; on line they are kept back, and asleep there is nobody to say them. */
export const unasked = (was: VirtualModem, modem: VirtualModem, at: Instant, around: Around): string =>
  (was.registration === modem.registration && was.sessions === modem.sessions && was.attached === modem.attached) ||
  modem.online ||
  modem.power.is !== 'on' ||
  was.power.is !== 'on'
    ? ''
    : [...registrations(was, modem, at, around), ...contexts(was, modem)].map((line) => `\r\n${line}\r\n`).join('');
