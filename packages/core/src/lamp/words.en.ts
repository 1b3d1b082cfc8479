// The sentences of the lamps: why a lamp is as it is, and what would turn it green next. Typed by code; the arguments are pure JSON.
import type { ElementId, Json, LampName, SettingKey, Ulid } from '../name/index.ts';
import type { HardwareKind, Speaker, Who } from '../journal/index.ts';
import { inWords, showFigure } from '../quantity/index.ts';
import type { HowAttributed } from '../journal/index.ts';

type None = { readonly [name: string]: never };

const hows: { readonly [H in HowAttributed]: string } = {
  address: 'its own address, certain',
  tag: 'its own tag, certain',
  drill: 'every other path was pulled, certain',
  pool: 'an address of its pool, likely',
  flag: 'the flag in the frame, likely',
  only: 'the only path, likely',
  told: 'by a person’s word',
  unknown: 'path unknown',
};
export const howInWords = (how: HowAttributed): string => hows[how];

const changes: { readonly [K in HardwareKind]: string } = {
  'card.changed': 'The card was changed',
  'antenna.changed': 'The aerial was changed',
  'cable.changed': 'The cable was changed',
  'unit.replaced': 'It was replaced',
  'door.shut': 'The door was shut',
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
    a: { event: string; at: number; grade: number; how: HowAttributed; path: ElementId | null; simulated: boolean; real: boolean },
    s: Speaker,
  ) =>
    `${a.real ? `Event '${a.event}'` : 'A test call'}${a.simulated ? ' (simulated)' : ''} reached the desk ${s.when(a.at)}${a.path === null ? '' : ` over ${s.element(a.path)}`}: ${hows[a.how]}. Grade ${a.grade}.`,
  seen: (a: { label: string; at: number; grade: number | null }, s: Speaker) =>
    `${a.label}, ${s.when(a.at)}${a.grade === null ? '' : `. Grade ${a.grade}`}.`,
  figure: (a: { label: string; value: number; in: 'dBm' | 'mV' | 'step' | 'count'; at: number }, s: Speaker) =>
    `${a.label}: ${showFigure(a.value, a.in)}, ${s.when(a.at)}.`,
  'card-read': (a: { at: number }, s: Speaker) => `The number read from the card ${s.when(a.at)} is the sheet’s.`,
  'card-other': (a: { read: string; sheet: string }) => `The card in use says ${a.read}; the sheet says ${a.sheet}.`,
  'card-no-sheet': (_: None) => 'A number was read, but the sheet has no card number to hold it against.',
  'some-card': (_: None) => 'Some card works, since a call came this way; its number was not read.',
  pin: (a: { word: string }) => `PIN state: ${a.word}.`,
  declared: (a: { words: string; at: number; who: Who | null }, s: Speaker) =>
    `By word${a.who === null ? '' : ` of ${s.who(a.who)}`}, ${s.when(a.at)}: ${a.words}`,
  bench: (_: None) => 'That was on the bench; evidence from the bench no longer counts once the station stands at its site.',
  'out-of-range': (a: { label: string; value: number; least: number; most: number }) =>
    `${a.label} is ${showFigure(a.value, 'mV')}; the unit takes ${showFigure(a.least, 'mV')} to ${showFigure(a.most, 'mV')}.`,
  'no-range': (_: None) => 'The sheet does not say which supply the unit takes.',
  'too-weak': (a: { label: string; value: number; in: 'dBm' | 'step'; least: number }) =>
    `${a.label} is ${showFigure(a.value, a.in)}; house rule asks ${showFigure(a.least, a.in)}.`,
  'one-reading': (_: None) => 'One reading is not a hold: the level has to rest.',
  'steps-left': (a: { left: string[] }) => `Not done yet: ${list(a.left)}.`,
  'few-check-ins': (a: { seen: number; asked: number }) => `${a.seen} of ${a.asked} unattended check-ins have been seen.`,
  'supervision-off': (_: None) => 'Supervision is not armed at the desk.',
  'on-test': (_: None) => 'The account is still on test.',
  'paths-without-call': (a: { paths: ElementId[] }, s: Speaker) => `No call has been seen over ${list(a.paths.map(s.element))}.`,
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
  nothing: (a: { lamp: LampName }) => `No evidence for ${a.lamp} yet.`,
  'said-bad': (a: { words: string; at: number }, s: Speaker) => `It failed ${s.when(a.at)}: ${a.words}`,
  'only-test': (_: None) => 'A test call is grade 6; an event is asked for.',

  // What to do next.
  'next-call': (a: { account: string | null; path: ElementId | null }, s: Speaker) =>
    `Make the unit send an event${a.path === null ? '' : ` over ${s.element(a.path)}`}${a.account === null ? '' : `, account ${a.account},`} and see it arrive at the desk.`,
  'next-account': (_: None) => 'Ask the desk for the account number and enter it on the sheet.',
  'next-attribute': (_: None) => 'Give each path its address on the sheet, or let the unit send a path flag.',
  'next-path': (_: None) => 'Add the path that the station uses.',
  'next-in-force': (a: { keys: SettingKey[]; from: number; entry: Ulid }, s: Speaker) =>
    `Restart the device so that ${list(a.keys.map(s.setting))} is in force, and make the call again; or, if it was in force by ${s.when(a.from)}, say so.`,
  'next-volts': (a: { label: string }) => `Measure: ${a.label.charAt(0).toLowerCase()}${a.label.slice(1)}.`,
  'next-card': (_: None) => 'Read the card’s number from the card in use.',
  'next-iccid': (_: None) => 'Put the card’s number on the sheet.',
  'next-pin': (_: None) => 'Read the PIN state.',
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
  'next-standby-none': (_: None) => 'One path only: accept that no standby is fitted, with the reason, or add a second path.',
  'next-check-in': (_: None) => 'Leave it alone and see a scheduled check-in arrive.',
  'next-arm': (_: None) => 'Have the desk arm supervision.',
  'next-off-test': (_: None) => 'Take the account off test.',
  'next-reach': (_: None) => 'From afar, change a harmless value and read it back; or accept that it is not fitted.',
  'next-again': (a: { lamp: LampName; path: ElementId | null }, s: Speaker) =>
    `Prove ${a.lamp} again${a.path === null ? '' : ` (${s.element(a.path)})`}, where it stands now.`,
  'next-mend': (a: { lamp: LampName }) => `${a.lamp} failed: mend it and take the reading again.`,
} as const;

export type LampCode = keyof typeof words;
export type ArgsOf<C extends LampCode> = Parameters<(typeof words)[C]>[0];
