// How a modem comes on the air. Its own time moves it; the same instants give the same way, in however many steps they come.
//   off ─power─► booting ─► card seen ─► (PIN) ─► searching ─admitted─► on ─lost─► searching
//                                        searching ─refused─► denied ─back-off─► searching
import { type Instant, instant } from '../../quantity/index.ts';
import { admits, carriers, opensContext } from '../carrier/index.ts';
import type { Heard, YardRadio } from '../air/index.ts';
import { noise } from '../noise.ts';
import { type Around, cardIn, type Registration, type VirtualModem, withCard, withoutPower } from './modem.ts';

/** Card seen after the start; how long a search takes; how often a cell is weighed against its neighbours; ms. Ours. */
const [cardWait, shortSearch, longSearch, weigh] = [1500, 4000, 14_000, 10_000] as const;
/** T3411, attach attempts, then T3402 (3GPP TS 24.301 clause 10.2, from memory). */
export const [t3411, attempts, t3402] = [10_000, 5, 720_000] as const;
/** After these the card counts as invalid until a power cycle (TS 24.301 clause 5.5.1.2.5, from memory). */
const forGood: ReadonlySet<number> = new Set([2, 3, 5, 6, 7, 8]);
const openAgain = 60_000;
/** A guest looks for its home network again so often, ms: the shortest that a card can ask for (TS 22.011 clause 3.2.2.5, from memory). */
const homeAgain = 360_000;

const after = (at: Instant, by: number): Instant => instant(at + Math.round(by));
/** Best first: what is taken where all are heard. */
const preference: readonly YardRadio[] = ['5G', 'LTE', '3G', 'LTE-M', 'NB-IoT', '2G'];

export const powerOn = (modem: VirtualModem, at: Instant): VirtualModem =>
  modem.power.is === 'off' ? { ...modem, power: { is: 'booting', until: after(at, modem.boot) } } : modem;
/** Without power everything is forgotten but what it was told and what its card holds. */
export const powerOff = (modem: VirtualModem): VirtualModem => ({ ...modem, ...withoutPower, lines: modem.profile });
export const restart = (modem: VirtualModem, at: Instant): VirtualModem => powerOn(powerOff(modem), at);

/** Which registration command speaks of a radio: CS and PS of the older ones, EPS, 5GS (TS 27.007 clauses 7.2, 10.1.20, 10.1.22, 10.1.47). */
export const domainsOf = (radio: YardRadio): readonly string[] =>
  ({
    '2G': ['CREG', 'CGREG'],
    '3G': ['CREG', 'CGREG'],
    LTE: ['CREG', 'CEREG'],
    'LTE-M': ['CREG', 'CEREG'],
    'NB-IoT': ['CEREG'],
    '5G': ['C5GREG'],
  })[radio];
/** Registration's number: 0 idle, 1 home, 2 searching, 3 denied, 4 out of coverage, 5 roaming. */
export const stateNumber = ({ registration }: Pick<VirtualModem, 'registration'>): number => {
  if (registration.is === 'on') return registration.roaming ? 5 : 1;
  return { idle: 0, searching: 2, denied: 3, nothing: 4 }[registration.is];
};

/** Access technology (TS 27.007 clause 7.3); LTE-M is told as 7, like LTE. */
export const technologyNumber: { readonly [R in YardRadio]: number } = { '2G': 0, '3G': 6, LTE: 7, 'LTE-M': 7, 'NB-IoT': 9, '5G': 11 };
const hex = (n: number, digits: number): string => n.toString(16).toUpperCase().padStart(digits, '0');
export const placeOf = (cell: Heard['cell']): string => `,"${hex(cell.area, 4)}","${hex(cell.id, 8)}",${technologyNumber[cell.radio]}`;

const search = (modem: VirtualModem, at: Instant, tries: number): VirtualModem => {
  const takes = shortSearch + noise(modem.seed, Math.floor(at / 1000)) * (longSearch - shortSearch);
  return { ...modem, sessions: [], opensAt: null, registration: { is: 'searching', until: after(at, takes), tries } };
};
/** Looks for a network anew, where card and radio are there. */
export const seek = (modem: VirtualModem, at: Instant): VirtualModem => {
  const may =
    modem.power.is === 'on' && modem.seen.is === 'ready' && modem.function === 1 && modem.attached && modem.told.operator.mode !== 2;
  return may ? search(modem, at, 0) : { ...modem, sessions: [], opensAt: null, registration: { is: 'idle' } };
};

/** Cells that it would register on, best first: its home network's before others', by radio, then by level. */
export const candidates = (modem: VirtualModem, at: Instant, around: Around): Heard[] => {
  const card = cardIn(modem);
  const { operator, mode, roaming } = modem.told;
  const home = card === null ? '' : card.imsi.slice(0, 5);
  const rank = ({ cell }: Heard): number => {
    const network = carriers[cell.carrier].network;
    return (network === home ? 0 : 1) - (operator.mode === 4 && network === operator.network ? 2 : 0);
  };
  return around
    .hears(modem, at)
    .filter(({ cell }) => {
      const network = carriers[cell.carrier].network;
      if (operator.mode === 1 && network !== operator.network) return false;
      if (network !== home && (!roaming || (card?.forbidden.includes(network) === true && operator.mode === 0))) return false;
      return mode === 'auto' || cell.radio === mode;
    })
    .sort((a, b) => rank(a) - rank(b) || preference.indexOf(a.cell.radio) - preference.indexOf(b.cell.radio) || b.rsrp - a.rsrp);
};

const denied = (modem: VirtualModem, of: { cause: number; tries: number; at: Instant }): VirtualModem => {
  const { cause, tries, at } = of;
  const registration: Registration = {
    is: 'denied',
    cause,
    tries,
    until: forGood.has(cause) ? null : after(at, tries < attempts ? t3411 : t3402),
  };
  return { ...modem, registration, cause: { of: 'EMM', number: cause }, sessions: [], opensAt: null };
};

/** The search is over: each network in turn, until one takes it. */
export const register = (modem: VirtualModem, at: Instant, around: Around): VirtualModem => {
  const tries = modem.registration.is === 'searching' ? modem.registration.tries : 0;
  const card = cardIn(modem);
  if (card === null) return { ...modem, registration: { is: 'idle' } };
  const refused = new Set<string>();
  let next = modem;
  let cause = 0;
  for (const { cell } of candidates(modem, at, around)) {
    const network = carriers[cell.carrier].network;
    if (refused.has(network)) continue;
    if (!around.powerHolds) return restart(next, at);
    const no = admits(around.carriers, { card: around.subscription(card.iccid), imei: modem.imei, cell, at });
    if (no === null) {
      const roaming = network !== card.imsi.slice(0, 5);
      const registration: Registration = { is: 'on', cell: cell.id, roaming, check: after(at, weigh) };
      return { ...next, registration, cause: { of: 'EMM', number: 0 }, opensAt: next.told.opens ? after(at, 800) : null };
    }
    if (no !== 15) refused.add(network);
    cause = no;
    if (no === 11) next = withCard(next, (was) => ({ ...was, forbidden: [...new Set([...was.forbidden, network])] }));
    if (forGood.has(no) || no === 22) break;
  }
  if (cause === 0) return { ...next, registration: { is: 'nothing', until: after(at, 30_000) }, sessions: [] };
  return denied(next, { cause, tries: tries + 1, at });
};

/** Opens a context by what it was told; a refusal is remembered as its cause. */
export const openContext = (
  modem: VirtualModem,
  cid: number,
  at: Instant,
  around: Around,
): { modem: VirtualModem; cause: number | null } => {
  const context = modem.told.contexts.find((one) => one.cid === cid);
  const card = cardIn(modem);
  const subscription = card === null ? null : around.subscription(card.iccid);
  if (context === undefined || subscription === null || !isOn(modem)) return { modem, cause: 0 };
  const opened = opensContext(subscription, context);
  if (!opened.ok)
    return {
      modem: { ...modem, sessions: modem.sessions.filter((one) => one.cid !== cid), cause: { of: 'ESM', number: opened.cause } },
      cause: opened.cause,
    };
  const session = { cid, apn: opened.point.apn, address: opened.address, since: at };
  return {
    modem: { ...modem, sessions: [...modem.sessions.filter((one) => one.cid !== cid), session], cause: { of: 'ESM', number: 0 } },
    cause: null,
  };
};
const isOn = (modem: VirtualModem): boolean => modem.registration.is === 'on';

const seeCard = (modem: VirtualModem, at: Instant): VirtualModem => {
  const card = cardIn(modem);
  const seen = (is: 'absent' | 'PIN' | 'PUK' | 'failed' | 'ready', of = modem): VirtualModem => seek({ ...of, seen: { is } }, at);
  if (card === null) return seen('absent');
  if (card.pukTries <= 0) return seen('failed');
  if (card.pinTries <= 0) return seen('PUK');
  if (card.pin === null) return seen('ready');
  if (modem.told.pin === null) return seen('PIN');
  if (modem.told.pin === card.pin) return seen('ready');
  const spent = withCard(modem, (was) => ({ ...was, pinTries: was.pinTries - 1 }));
  return seen(card.pinTries <= 1 ? 'PUK' : 'PIN', spent);
};

/** The cell is weighed: kept, changed for a much better one, or lost. */
const weighed = (modem: VirtualModem, on: Extract<Registration, { is: 'on' }>, at: Instant, around: Around): VirtualModem => {
  const card = cardIn(modem);
  const subscription = card === null ? null : around.subscription(card.iccid);
  const best = candidates(modem, at, around);
  const now = best.find(({ cell }) => cell.id === on.cell);
  if (now === undefined) return search(modem, at, 0);
  const no = admits(around.carriers, { card: subscription, imei: modem.imei, cell: now.cell, at });
  if (no !== null && no !== 22) return denied(modem, { cause: no, tries: 1, at });
  const [first] = best;
  const looksHome = on.roaming && Math.floor(at / homeAgain) !== Math.floor((at - weigh) / homeAgain);
  if (looksHome && first !== undefined && carriers[first.cell.carrier].network === card?.imsi.slice(0, 5)) return search(modem, at, 0);
  const better = best.find(({ cell, rsrp }) => cell.carrier === now.cell.carrier && cell.radio === now.cell.radio && rsrp > now.rsrp + 6);
  const cell = better?.cell.id ?? on.cell;
  const kept = { ...modem, registration: { ...on, cell, check: after(at, weigh) } };
  return subscription?.state === 'suspended' && kept.sessions.length > 0
    ? { ...kept, sessions: [], opensAt: after(at, openAgain), cause: { of: 'ESM', number: 8 } }
    : kept;
};

/** When its own time moves it next; null when nothing is under way. */
export const radioDue = (modem: VirtualModem): Instant | null => {
  if (modem.power.is === 'booting') return modem.power.until;
  if (modem.power.is === 'off') return null;
  if (modem.seen.is === 'waiting') return modem.seen.until;
  const { registration } = modem;
  const step = 'until' in registration ? registration.until : registration.is === 'on' ? registration.check : null;
  if (modem.opensAt === null) return step;
  return step === null || modem.opensAt < step ? modem.opensAt : step;
};

/** One move of its own, at the instant when it is due. */
export const moveRadio = (modem: VirtualModem, at: Instant, around: Around): VirtualModem => {
  if (modem.power.is === 'booting')
    return { ...modem, power: { is: 'on' }, seen: { is: 'waiting', until: after(at, cardWait) }, registration: { is: 'idle' } };
  if (modem.seen.is === 'waiting') return seeCard(modem, at);
  if (modem.opensAt !== null && modem.opensAt <= at) {
    const opened = openContext({ ...modem, opensAt: null }, 1, at, around);
    return opened.cause === null ? opened.modem : { ...opened.modem, opensAt: after(at, openAgain) };
  }
  return movedRegistration(modem, at, around);
};
const movedRegistration = (modem: VirtualModem, at: Instant, around: Around): VirtualModem => {
  switch (modem.registration.is) {
    case 'searching':
      return register(modem, at, around);
    case 'denied':
      return search(modem, at, modem.registration.tries >= attempts ? 0 : modem.registration.tries);
    case 'nothing':
      return search(modem, at, 0);
    case 'on':
      return weighed(modem, modem.registration, at, around);
    case 'idle':
      return modem;
  }
};

/** The card tray is touched while it runs, or another slot is put in use: it looks for its card again. */
export const cardTouched = (modem: VirtualModem, at: Instant): VirtualModem =>
  modem.power.is === 'on'
    ? { ...modem, seen: { is: 'waiting', until: after(at, cardWait) }, registration: { is: 'idle' }, sessions: [], opensAt: null }
    : modem;
