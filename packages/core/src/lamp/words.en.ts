// The sentences of the lamps: why a lamp is as it is, and what would turn it green next. Typed by code; the arguments are pure JSON.
import { polledEvent, wayOutEvent } from '../wire/index.ts';
import { type ElementId, type Json, type LampName, lampWords, type SettingKey, type Ulid } from '../name/index.ts';
import type { By, HowAttributed, Strength, Turn } from '../evidence/index.ts';
import type { HardwareKind, Speaker, Who } from '../journal/index.ts';
import { inWords, showFigure } from '../quantity/index.ts';

type None = { readonly [name: string]: never };

const hows: { readonly [H in HowAttributed]: string } = {
  token: 'the unit’s own token',
  tag: 'the tag of its interface',
  yard: 'the yard made it',
  address: 'its own address',
  pool: 'an address of its pool',
  bench: 'from the desk’s own network, on the bench',
  flag: 'the flag in the call',
  only: 'the only path',
  told: 'by a person’s word',
  unknown: 'path unknown',
};
const surely: { readonly [S in Strength]: string } = {
  certain: ', certain',
  likely: ', likely',
  claimed: ', a claim',
  unknown: '',
  impossible: ': from this computer, its network or another path; it proves only that the desk listens',
};
/** How a call was attributed, and how surely. */
/** What came that was not of the unit's own making. */
const made: { readonly [event: string]: string } = {
  [polledEvent]: 'An answer to the desk’s own question',
  [wayOutEvent]: 'Somebody at the one-time address',
};

export const howInWords = (how: HowAttributed, strength: Strength): string =>
  strength === 'impossible'
    ? 'from this computer itself or by no path of the station: it proves that the desk listens'
    : `${hows[how]}${surely[strength]}`;

const changes: { readonly [K in HardwareKind]: string } = {
  'card.changed': 'The card was changed',
  'antenna.changed': 'The aerial was changed',
  'cable.changed': 'The cable was changed',
  'unit.replaced': 'It was replaced',
  'door.shut': 'The door was shut',
};

type Drilled = {
  drill: string;
  path: ElementId;
  at: number;
  least: number | null;
  gap: number | null;
  returned: number | null;
  kept: { came: number; made: number; whole: boolean } | null;
  dark: boolean | null;
  flaps: number;
  apart: boolean;
  simulated: boolean;
};
const drilledWords = ({ drill, least, gap, returned, kept, dark, apart }: Drilled): string => {
  const back = returned === null ? '' : inWords(returned);
  if (dark !== null)
    return returned === null
      ? 'no call after the supply came back'
      : `the first call ${back} after the supply came back${dark ? '' : '; that it was dark is a word: no event says so'}`;
  if (kept !== null)
    return `${kept.came} of ${kept.made} made meanwhile came after that${kept.whole ? ', in their order' : kept.came < kept.made ? '' : ', not in their order or with another time'}`;
  if (apart) return gap === null ? 'nothing else called meanwhile' : 'the others went on calling without it';
  const who = drill === 'slow and lossy' ? 'it called' : 'the standby called';
  const after =
    gap === null
      ? ''
      : least === null || least === 0
        ? `after ${inWords(gap)}`
        : `between ${inWords(least)} and ${inWords(gap)} after the cut`;
  const over =
    gap === null
      ? drill === 'slow and lossy'
        ? 'no call that can be believed'
        : 'no call by another path that can be believed'
      : `${who} ${after}`;
  return `${over}${returned === null ? '' : `, the path itself ${back} after it was put back`}`;
};

const list = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;

type Held = { label: string; value: number; in: 'dBm' | 'dB' | 'step'; proven: number; marginal: number };
const heldWords = ({ label, value, in: measure, proven, marginal }: Held, when: string): string => {
  const head = `${label}: ${when} ${showFigure(value, measure)}`;
  if (value >= proven) return `${head}; ${showFigure(proven, measure)} is asked.`;
  return value >= marginal
    ? `${head}: fair, ${showFigure(proven, measure)} is asked.`
    : `${head}: too weak, below even ${showFigure(marginal, measure)}.`;
};

export const words = {
  moved: (a: { key: SettingKey; at: number; who: Who; was: Json; now: Json }, s: Speaker) =>
    `${s.setting(a.key)} was changed on the device ${s.when(a.at)} by ${s.who(a.who)}: ${s.value(a.key, a.now)}, before ${s.value(a.key, a.was)}.`,
  'read-differs': (a: { key: SettingKey; at: number; was: Json; now: Json }, s: Speaker) =>
    `The device says ${s.setting(a.key)} is ${s.value(a.key, a.now)} (read ${s.when(a.at)}); it was proved with ${s.value(a.key, a.was)}.`,
  hardware: (a: { kind: HardwareKind; element: ElementId | null; at: number; who: Who }, s: Speaker) =>
    `${changes[a.kind]}${a.element === null ? '' : ` (${s.element(a.element)})`} ${s.when(a.at)} by ${s.who(a.who)}.`,
  placed: (a: { where: string; at: number; who: Who }, s: Speaker) =>
    `It was moved to ${a.where === '' ? 'another place' : a.where} ${s.when(a.at)} by ${s.who(a.who)}; what was proved before was a rehearsal.`,
  aged: (a: { at: number; age: number }, s: Speaker) => `The last evidence is from ${s.when(a.at)}; it stands for ${inWords(a.age)}.`,
  missed: (a: { at: number; missed: number }, s: Speaker) =>
    `Nothing has come this way since ${s.when(a.at)}; ${a.missed} check-ins were due.`,
  'not-in-force': (a: { key: SettingKey; at: number }, s: Speaker) =>
    `${s.setting(a.key)} was changed before that; nobody has said that it was in force by ${s.when(a.at)}.`,
  call: (
    a: {
      event: string;
      at: number;
      grade: number;
      how: HowAttributed;
      strength: Strength;
      path: ElementId | null;
      source: string;
      simulated: boolean;
      real: boolean;
      /** ms after the press that asked for it; null where it came by itself. */
      asked: number | null;
    },
    s: Speaker,
  ) =>
    `${a.real ? `An event, '${a.event}'` : (made[a.event] ?? 'A test call')}${a.simulated ? ' (simulated)' : ''}, reached the desk ${s.when(a.at)}${a.path === null ? '' : ` over ${s.element(a.path)}`}: ${howInWords(a.how, a.strength)}${a.source.startsWith('127.') ? ` (${a.source}: an address of this computer that the sheet gives to the path)` : ''}. Grade ${a.grade}.${a.real ? (a.asked === null ? ' It came unasked.' : ` It was asked for, and came after ${inWords(a.asked)}.`) : ''}`,
  claimed: (a: { how: HowAttributed; path: ElementId }, s: Speaker) =>
    `Nothing but ${hows[a.how]} says that it came over ${s.element(a.path)}: a claim proves no path.`,
  'path-claimed': (_: None) => 'Nothing but a claim, or nothing, says that it came by a path of the station.',
  'no-longer-fits': (a: { address: string; path: ElementId }, s: Speaker) =>
    `It came from ${a.address}, which no longer fits ${s.element(a.path)} as the sheet stands.`,
  confirmed: (a: { how: string; person: string; event: string; at: number; path: ElementId | null }, s: Speaker) =>
    `${a.how === 'log' ? `The other desk’s own log has '${a.event}'` : `By word of ${a.person}, who read back '${a.event}'`}, ${s.when(a.at)}${a.path === null ? '' : `, over ${s.element(a.path)}`}.`,
  'by-word': (a: { who: Who | null }, s: Speaker) =>
    `By word of ${a.who === null ? 'somebody' : s.who(a.who)}: a press proves nothing by itself.`,
  'seen-by-word': (a: { label: string; at: number }, s: Speaker) => `${a.label}, ${s.when(a.at)}, by word.`,
  seen: (a: { label: string; at: number; grade: number | null }, s: Speaker) =>
    `${a.label}, ${s.when(a.at)}${a.grade === null ? '' : `. Grade ${a.grade}`}.`,
  figure: (a: { label: string; value: number; in: 'dBm' | 'mV' | 'step' | 'count'; at: number; by: By; who: Who | null }, s: Speaker) =>
    `${a.label}: ${showFigure(a.value, a.in)}, ${s.when(a.at)}${a.by === 'device' ? ', told by the device' : a.who === null ? ', measured' : `, measured by ${s.who(a.who)}`}.`,
  'card-read': (a: { at: number; blind: boolean }, s: Speaker) =>
    a.blind
      ? `The number typed from the card with the sheet’s hidden, ${s.when(a.at)}, is the sheet’s.`
      : `The number read from the card ${s.when(a.at)} is the sheet’s.`,
  'card-typed': (_: None) =>
    'It was typed with the sheet’s number in sight: that is a word. Capture it, or type it whole with the sheet’s hidden.',
  'card-called': (a: { at: number }, s: Speaker) => `A call came this way since, ${s.when(a.at)}: the card is open.`,
  'card-other': (a: { read: string; sheet: string }) => `The card in use says ${a.read}; the sheet says ${a.sheet}.`,
  'card-differs': (a: { read: string }) => `The number typed from the card, ${a.read}, is not the sheet’s.`,
  'card-no-sheet': (_: None) => 'A number was read, but the sheet has no card number to hold it against.',
  'some-card': (_: None) => 'Some card works, since a call came this way; its number was not read.',
  pin: (a: { word: string }) => `PIN state: ${a.word}.`,
  declared: (a: { words: string; at: number; who: Who | null }, s: Speaker) =>
    `By word${a.who === null ? '' : ` of ${s.who(a.who)}`}, ${s.when(a.at)}: ${a.words}`,
  bench: (_: None) => 'That was on the bench; evidence from the bench no longer counts once the station stands at its site.',
  'out-of-range': (a: { label: string; value: number; least: number; most: number }) =>
    `${a.label} is ${showFigure(a.value, 'mV')}; the unit takes ${showFigure(a.least, 'mV')} to ${showFigure(a.most, 'mV')}.`,
  'no-range': (_: None) => 'Neither the sheet nor the adopted profile says which supply the unit takes.',
  'too-weak': (a: { label: string; value: number; in: 'dBm' | 'step'; least: number }) =>
    `${a.label} is ${showFigure(a.value, a.in)}; house rule asks ${showFigure(a.least, a.in)}.`,
  'one-reading': (_: None) => 'One reading is not a hold: the level has to rest.',
  'steps-left': (a: { left: string[] }) => `Not done yet: ${list(a.left)}.`,
  'check-ins': (a: { seen: number; asked: number; simulated: boolean; since: number | null }, s: Speaker) =>
    `${a.seen > a.asked ? a.seen : `${a.seen} of ${a.asked}`} scheduled check-ins${a.simulated ? ' (simulated)' : ''} came by themselves${a.since === null ? '' : ` since somebody was last there, ${s.when(a.since)}`}${a.seen > a.asked ? `; ${a.asked} are asked` : ''}.`,
  'attended-since': (a: { at: number }, s: Speaker) =>
    `Somebody was there since, or something was changed (${s.when(a.at)}): check-ins count anew from then.`,
  'check-ins-claimed': (_: None) => 'Nothing but a claim says by which path they came.',
  'no-interval': (_: None) => 'The sheet does not say how often the unit calls by itself.',
  silent: (a: { at: number; grace: number }, s: Speaker) =>
    `Nothing has been heard since ${s.when(a.at)}; the longest silence is ${inWords(a.grace)}.`,
  drill: (a: Drilled, s: Speaker) =>
    `Drill, ${a.drill}${a.dark === null && a.kept === null ? ` of ${s.element(a.path)}` : ''}${a.simulated ? ' (simulated)' : ''}, ${s.when(a.at)}: ${drilledWords(a)}${a.flaps === 0 ? '' : `, and it changed paths ${a.flaps === 1 ? 'once' : `${a.flaps} times`} after that`}.`,
  'drill-slow': (a: { drill: string }) => `By ${a.drill} it took longer than the client allows.`,
  'standby-unseen': (a: { path: ElementId }, s: Speaker) =>
    `Nobody knows that ${s.element(a.path)} is in again: it was cut, and no call has come by it since.`,
  'own-uncut': (a: { own: readonly { path: ElementId; part: string }[] }, s: Speaker) =>
    `By house rule each is cut on its own, and is not yet: ${list(a.own.map(({ path, part }) => `the ${part} of ${s.element(path)}`))}.`,
  'no-call-since': (_: None) => 'No call has come since: nobody knows that it still works after the change.',
  'inputs-empty': (_: None) => 'Nothing that hangs on the unit is on the sheet: no input, no local device, no link.',
  'item-event': (a: { item: ElementId; zone: string; turn: string; at: number; simulated: boolean }, s: Speaker) =>
    `${s.element(a.item)}: its ${a.turn}${a.simulated ? ' (simulated)' : ''} came to the desk with zone ${a.zone}, ${s.when(a.at)}.`,
  'item-no-event': (a: { item: ElementId; zone: string }, s: Speaker) =>
    `${s.element(a.item)}: no event of zone ${a.zone} has come to the desk.`,
  'item-no-rest': (a: { item: ElementId; zone: string }, s: Speaker) =>
    `${s.element(a.item)}: no restoral of zone ${a.zone} has come to the desk.`,
  'item-no-zone': (a: { item: ElementId }, s: Speaker) => `${s.element(a.item)}: the sheet gives it no zone.`,
  'item-no-range': (a: { item: ElementId }, s: Speaker) => `${s.element(a.item)}: its range where it is mounted was not read.`,
  'item-range': (a: { item: ElementId; score: number; most: number; asked: number; at: number }, s: Speaker) =>
    `${s.element(a.item)}: range ${a.score} of ${a.most}, ${s.when(a.at)}; ${a.asked.toFixed(1)} is asked.`,
  'item-zone-differs': (a: { item: ElementId; own: string; desks: string }, s: Speaker) =>
    `${s.element(a.item)}: zone ${a.own} on the unit, zone ${a.desks} at the desk.`,
  'item-name-differs': (a: { item: ElementId; name: string; deskName: string }, s: Speaker) =>
    `${s.element(a.item)} is called '${a.name}', at the desk '${a.deskName}'.`,
  'item-link': (a: { item: ElementId; at: number }, s: Speaker) => `${s.element(a.item)}: a call came through it, ${s.when(a.at)}.`,
  'item-no-link': (a: { item: ElementId }, s: Speaker) => `${s.element(a.item)}: no call has come through it.`,
  'few-check-ins': (a: { seen: number; asked: number }) => `${a.seen} of ${a.asked} unattended check-ins have been seen.`,
  lapse: (a: { is: 'first' | 'silence'; path: ElementId | null; since: number; due: number }, s: Speaker) =>
    `${a.is === 'first' ? 'The first call after the last visit did not come' : 'It has gone silent'}${a.path === null ? '' : ` over ${s.element(a.path)}`}: nothing since ${s.when(a.since)}; the window ended ${s.when(a.due)}.`,
  'tests-elsewhere': (a: { seen: number; asked: number; last: number; person: string }, s: Speaker) =>
    `By word of ${a.person} ${a.seen} of ${a.asked} tests came to the other desk while nobody was there, the last ${s.when(a.last)}.`,
  'supervision-off': (_: None) => 'Supervision is not armed at the desk.',
  closed: (a: { until: number }, s: Speaker) =>
    `It is shut for the winter until ${s.when(a.until)}: until then nothing is expected, and a silence sends nobody.`,
  muted: (a: { until: number; reason: string; who: Who }, s: Speaker) =>
    `A silence sends nobody until ${s.when(a.until)}: ${a.reason} (${s.who(a.who)}).`,
  'on-test': (_: None) => 'The account is still on test.',
  'paths-without-call': (a: { paths: ElementId[] }, s: Speaker) => `No call has been seen over ${list(a.paths.map(s.element))}.`,
  'not-asked-for': (_: None) =>
    'Nobody had asked for it: it may be yesterday’s, or another’s. House rule asks for an event that was asked for.',
  'nothing-came': (a: { at: number }, s: Speaker) => `It was asked for ${s.when(a.at)}, and nothing came in its time.`,
  'cell-accepted': (a: { reason: string; who: Who; at: number }, s: Speaker) =>
    `Can’t be made: ${a.reason} (${s.who(a.who)}, ${s.when(a.at)}).`,
  'cells-open': (a: { open: number; of: number; rule: 'economical' | 'full' }) =>
    `${a.of - a.open} of ${a.of} asked of events, paths and receivers are proved${a.rule === 'full' ? ', by the full rule' : ''}.`,
  'cells-accepted': (a: { accepted: number }) => `${a.accepted} of them can’t be made, for reasons given.`,
  'one-path-planned': (_: None) => 'One path is planned: nothing stands by.',
  'path-unknown': (_: None) => 'A call arrived, but nothing says by which path.',
  'no-path': (_: None) => 'The sheet has no path in use.',
  none: (a: { reason: string; at: number; who: Who }, s: Speaker) => `Not fitted: ${a.reason} (${s.who(a.who)}, ${s.when(a.at)}).`,
  'not-asked': (a: { profile: string; why: string }) => `Not asked of this equipment (${a.profile}): ${a.why}`,
  'best-obtainable': (a: { profile: string; why: string }) => `The best that can be had on it (${a.profile}): ${a.why}`,
  hold: (a: { time: number; radio: string; fresh: number; taken: number }) =>
    `Held for ${inWords(a.time)} on ${a.radio}, ${a.fresh} fresh readings${a.fresh === a.taken ? '' : ` of ${a.taken}`}.`,
  'hold-level': (a: Held) => heldWords(a, 'a tenth of the time it was at or below'),
  'hold-quality': (a: Held) => heldWords(a, 'in the middle'),
  'hold-steady': (a: { spread: number; in: 'dB' | 'step' }) =>
    `It rests: it swings by ${showFigure(a.spread, a.in)}${a.in === 'step' ? ' bars' : ''}.`,
  'hold-short': (a: { time: number; asked: number }) => `The hold was ${inWords(a.time)}; house rule asks ${inWords(a.asked)}.`,
  'hold-fresh': (a: { fresh: number; time: number; refresh: number | null; asked: number }) =>
    `Only ${a.fresh} fresh readings in ${inWords(a.time)}${a.refresh === null ? '' : `: the device renews its figure every ${inWords(a.refresh)}`}; house rule asks ${a.asked}.`,
  'hold-spread': (a: { spread: number; most: number; in: 'dB' | 'step' }) =>
    `It does not rest: it swings by ${showFigure(a.spread, a.in)}, at most ${showFigure(a.most, a.in)} is asked.`,
  'hold-fall': (a: { fall: number; most: number }) =>
    `It fell by ${showFigure(a.fall, 'dB')} while it was held; at most ${showFigure(a.most, 'dB')} is asked.`,
  'hold-no-level': (a: { radio: string }) => `The readings have no level that house rules judge ${a.radio} by.`,
  'hold-no-quality': (_: None) => 'Level alone lies: without a quality, interference or a loaded cell would not show.',
  'hold-steps': (_: None) => 'Only steps were to be had, and no call came while they rested.',
  nothing: (a: { lamp: LampName }) => `No evidence for ${lampWords[a.lamp]} yet.`,
  'said-bad': (a: { words: string; at: number }, s: Speaker) => `It failed ${s.when(a.at)}: ${a.words}`,
  'only-test': (_: None) => 'A test call is grade 6; an event is asked for.',

  // What to do next.
  'next-call': (a: { account: string | null; path: ElementId | null; asked: boolean }, s: Speaker) =>
    `${a.asked ? 'Say in Proof that you make an event now, and make it' : 'Make the unit send an event'}${a.path === null ? '' : ` over ${s.element(a.path)}`}${a.account === null ? '' : `, account ${a.account}`}: see it arrive at the desk.`,
  'next-cell': (
    a: { what: string | null; zone: string | null; is: Turn | null; path: ElementId | null; receiver: ElementId | null },
    s: Speaker,
  ) =>
    `Make ${a.what ?? (a.is === 'restoral' ? 'the end of an event' : 'an event')}${a.zone === null ? '' : `, zone ${a.zone}`}${a.what !== null && a.is === 'restoral' ? ', its end,' : ''}${a.path === null ? '' : ` over ${s.element(a.path)}`}${a.receiver === null ? '' : `, to ${s.element(a.receiver)}`}.`,
  'next-account': (_: None) => 'Ask the desk for the account number and enter it on the sheet.',
  'next-attribute': (_: None) => 'Give each path its address on the sheet, or let the unit send a path flag.',
  'next-path': (_: None) => 'Add the path that the station uses.',
  'next-in-force': (a: { keys: SettingKey[]; from: number; entry: Ulid }, s: Speaker) =>
    `Restart the device so that ${list(a.keys.map(s.setting))} is in force, and make the call again; or, if it was in force by ${s.when(a.from)}, say so.`,
  'next-volts': (a: { label: string }) => `Measure: ${a.label.charAt(0).toLowerCase()}${a.label.slice(1)}.`,
  'next-card': (_: None) => 'Have the modem tell the card’s number, or type it whole from the card with the sheet’s hidden.',
  'next-iccid': (_: None) => 'Put the card’s number on the sheet.',
  'next-pin': (_: None) => 'Have the modem tell the PIN state, or see a call come this way.',
  'next-signal': (a: { time: number }) => `Hold the level for ${inWords(a.time)} where the aerial is mounted, and watch it rest.`,
  'next-hold': (a: { time: number }) => `Hold it again, for ${inWords(a.time)}.`,
  'next-move': (a: { level: boolean }) =>
    a.level
      ? 'Move or turn the aerial, higher if it can be, and hold again.'
      : 'The level is there and the quality is not: try another direction or band, and hold again.',
  'next-rest': (_: None) => 'Find what swings: a loose aerial, people or a door before it; then hold again.',
  'next-level': (a: { radio: string }) => `Read the level that goes with ${a.radio}, or choose the radio that it is on.`,
  'next-quality': (_: None) => 'Read RSRQ or SINR too, and hold again.',
  'next-call-at-rest': (_: None) => 'Hold again, and make a call over this path meanwhile.',
  'next-bearer': (_: None) => 'See that it is registered or has its link, and an address; a call over this path proves it too.',
  'next-route': (_: None) => 'A call over this path proves it; an answer by this path comes near.',
  'next-steps': (a: { left: string[] }) => `Still to see: ${list(a.left.slice(0, 2))}.`,
  'next-drill': (a: { drill: string }) => `Drill the standby (${a.drill}): cut the first path, and see a call come by the other.`,
  'next-return': (_: None) => 'Put the first path back and see a call come by it.',
  'next-own': (_: None) => 'Cut the cable and the supply of each path, one after the other, while the others go on calling.',
  'next-confirm': (a: { path: ElementId | null }, s: Speaker) =>
    `Make an event${a.path === null ? '' : ` over ${s.element(a.path)}`}, and have the other desk read back what it got, or take its log.`,
  'next-ask-watch': (_: None) =>
    'Ring the other desk after the next two tests: did they come, when, by which path, is supervision armed, is it off test? Write down who said so.',
  'next-unmute': (_: None) => 'Watch it again: while it is muted a silence sends nobody.',
  'next-interval': (_: None) => 'Put on the sheet how often the unit calls by itself.',
  'next-call-since': (_: None) => 'See a call arrive after the change.',
  'next-inputs-sheet': (_: None) => 'Put each input, local device and link on the sheet with its zone; or accept that none is fitted.',
  'next-item': (a: { item: ElementId; what: string; zone: string | null }, s: Speaker) =>
    ({
      event: `Make ${s.element(a.item)} act, and see its event at the desk${a.zone === null ? '' : ` with zone ${a.zone}`}.`,
      rest: `Put ${s.element(a.item)} back to rest, and see its restoral at the desk.`,
      range: `Read the range of ${s.element(a.item)} where it is mounted.`,
      link: `See a call come through ${s.element(a.item)}.`,
      zone: `Give ${s.element(a.item)} the same zone on the unit, on the sheet and at the desk.`,
      name: `Have the desk call ${s.element(a.item)} by the name that it has.`,
    })[a.what] ?? `Prove ${s.element(a.item)}.`,
  'next-standby-none': (_: None) => 'One path only: accept that no standby is fitted, with the reason, or add a second path.',
  'next-silent': (a: { at: number }, s: Speaker) => `It has been quiet since ${s.when(a.at)}: find out why, and see a call arrive again.`,
  'next-check-in': (_: None) => 'Leave it alone and see a scheduled check-in arrive.',
  'next-arm': (_: None) => 'Have the desk arm supervision.',
  'next-off-test': (_: None) => 'Take the account off test.',
  'next-reach': (_: None) => 'From afar, change a harmless value and read it back; or accept that it is not fitted.',
  'next-again': (a: { lamp: LampName; path: ElementId | null }, s: Speaker) =>
    `Prove ${lampWords[a.lamp]} again${a.path === null ? '' : ` (${s.element(a.path)})`}, where it stands now.`,
  'next-mend': (a: { lamp: LampName }) => `${lampWords[a.lamp]} failed: mend it and take the reading again.`,
} as const;

export type LampCode = keyof typeof words;
export type ArgsOf<C extends LampCode> = Parameters<(typeof words)[C]>[0];
