// Equipment profiles: what is known of a kind of device. Published by version; a station adopts one version for each role.
import { isLampName, type Stage, stages } from '../name/index.ts';
import {
  dictionary,
  fields,
  flag,
  json,
  type JsonSchema,
  known,
  listOf,
  oneOf,
  optional,
  type Shape,
  text,
  whole,
  words,
} from '../problem/index.ts';
import { isCaution } from './cautions.ts';
import { isFoundName } from '../wire/index.ts';
import { pathKinds } from './parameter.ts';
import { definitionKey, setupShape } from './setup.ts';
import { definition } from './table.ts';

export const profileRoles = ['modem', 'unit'] as const;
export type ProfileRole = (typeof profileRoles)[number];
export const isProfileRole = (value: unknown): value is ProfileRole => profileRoles.some((role) => role === value);

/** The kinds of equipment that the trade meets. */
export const equipmentKinds = [
  'serial modem',
  'logger',
  'panel',
  'router',
  'router pair',
  'board router',
  'cradle',
  'I/O controller',
  'bus bridge',
  'long-range gateway',
  'handheld',
  'branch gateway',
  'reporting module',
] as const;
export type EquipmentKind = (typeof equipmentKinds)[number];

/** The best that can be had on this device for a lamp: a reading by its name, 'hold', or a grade as a number. */
export type Best = { readonly with: string; readonly why: string };

const best: Shape<Best> = fields({ with: words(40), why: words(300) });
const most = 24 * 3_600_000;
const wait = whole(0, most);

/** A setting, or what a device tells of itself and no setting holds: signal.rsrp, network.operator. */
const toldKey: Shape<string> = known(
  (value): value is string => isFoundName(value) || (typeof value === 'string' && definition(value) !== null),
  'the key of a setting, such as sim.apn, or of what a device tells, such as signal.rsrp',
);

export const gates = ['gather', 'harvest', 'file', 'bench'] as const;
export type Gate = (typeof gates)[number];
/** Where an answer leads other than to the next prompt: asked again, to the first, out of the menu; or a prompt's own id. */
export const leadsTo = ['again', 'start', 'out'] as const;
/** In what a device counts a figure, or which part of a time it asks for. */
export const deviceUnits = ['ms', '0.1 s', 's', 'min', 'h', 'd', 'kB', 'MB', 'GB', 'V', 'hour of day', 'minute of hour'] as const;
export type DeviceUnit = (typeof deviceUnits)[number];
export const promptKinds = ['type', 'choose', 'press', 'wait', 'do'] as const;

/** One prompt of a device's own menu, or one step beside it, in the device's order. */
const prompt = fields({
  id: words(60),
  /** What the display or page shows; for a step without one, what to do. */
  shows: words(160),
  is: oneOf(promptKinds),
  /** The setting whose value is typed or chosen. */
  setting: optional(definitionKey),
  /** In what the device counts it; or the setting of its own that chooses the unit. */
  unit: optional(oneOf(deviceUnits)),
  unitBy: optional(definitionKey),
  /** The device's own words for values: true, false or a choice, as `{ "true": "ENABLED" }`. */
  says: optional(dictionary((value): value is string => typeof value === 'string' && value.length <= 40, 'a value', words(40))),
  /** What to press: keys, a button, 'OK'. */
  press: optional(words(80)),
  /** The sign to wait for. */
  sign: optional(words(160)),
  usual: optional(wait),
  late: optional(wait),
  stuck: optional(wait),
  /** What the wrong answer does. */
  wrong: optional(words(200)),
  /** How many steps back lead where. */
  back: optional(words(160)),
  /** Where the wrong answer and one step back lead; without them the prompt comes again, and back is the prompt before. */
  leads: optional(fields({ wrong: optional(words(60)), back: optional(words(60)) })),
  /** What it does to the device: writes over what is there, starts it again, takes everything with it. */
  does: optional(oneOf(['writes', 'reboots', 'resets'])),
  /** Shown only where an earlier setting has one of these values. */
  only: optional(fields({ setting: definitionKey, is: listOf(json, 12) })),
  skip: optional(words(200)),
  gate: optional(oneOf(gates)),
  /** What else it does: logs you out, loses the address, starts a machine. */
  also: optional(words(200)),
  caution: optional(known(isCaution, 'a caution')),
});

const slot = fields({ name: words(30), takes: words(8), note: optional(text(120)) });
const socket = fields({
  name: words(30),
  role: oneOf(['main', 'diversity', 'wifi', 'gnss']),
  connector: words(12),
  gender: oneOf(['male', 'female']),
});
const range = fields({ least: whole(0, 1_000_000), most: whole(0, 1_000_000), watts: whole(0, 10_000_000), inTheBox: flag });
const hold = fields({
  name: words(60),
  for: wait,
  sign: words(160),
  does: words(160),
  short: optional(words(160)),
  long: optional(words(160)),
});
const windowOpen = fields({ name: words(60), for: wait, opens: words(160), sign: optional(words(160)) });
const waiting = fields({ name: words(60), usual: wait, late: wait, sign: words(160) });
const indicator = fields({ place: words(60), colour: words(30), rhythm: words(60), means: words(160), next: optional(words(200)) });
const quirks = fields({
  octets: optional(oneOf(['plain', 'three'])),
  letters: optional(oneOf(['any', 'lower'])),
  accountDigits: optional(whole(1, 16)),
  keypad: optional(oneOf(['keyboard', 'multi-tap', 'digits'])),
});
const statusWord = fields({ word: words(40), traffic: words(120) });
const message = fields({ name: words(60), template: words(300), needs: listOf(definitionKey, 12) });

const inProfile = {
  id: words(40),
  version: whole(1, 9999),
  role: oneOf(profileRoles),
  name: words(80),
  about: text(500),
  /** From power to ready, ms. */
  boot: whole(0, 3_600_000),
  /** What it answers when it is asked: one command a line. Empty for a device that has none. */
  asks: listOf(words(60), 40),
  /** Lamps that it does not ask for, and why. */
  notAsked: dictionary(isLampName, 'a lamp', words(300)),
  best: dictionary(isLampName, 'a lamp', best),
  kind: optional(oneOf(equipmentKinds)),
  slots: optional(listOf(slot, 8)),
  sockets: optional(listOf(socket, 16)),
  bands: optional(listOf(words(8), 80)),
  radios: optional(listOf(words(12), 12)),
  supply: optional(range),
  ports: optional(listOf(words(80), 24)),
  limits: optional(listOf(fields({ what: words(80), most: whole(0, 1_000_000_000) }), 24)),
  holds: optional(listOf(hold, 12)),
  windows: optional(listOf(windowOpen, 12)),
  waits: optional(listOf(waiting, 12)),
  indicators: optional(listOf(indicator, 40)),
  quirks: optional(quirks),
  statusWords: optional(listOf(statusWord, 20)),
  /** Its menu and the steps beside it, in the device's own order. */
  menu: optional(listOf(prompt, 200)),
  resetTakes: optional(listOf(words(120), 40)),
  /** How stations of more than one path are set up with it, and by which ways it mostly calls. */
  setups: optional(listOf(setupShape, 4)),
  ways: optional(listOf(oneOf(pathKinds), 4)),
  /** The stages that a setting goes through on it after it was entered. */
  stages: optional(listOf(oneOf(['applied', 'inForce', 'readBack']), 3)),
  /** Settings that hold for every device of the kind. */
  fixed: optional(
    dictionary((value): value is string => typeof value === 'string' && definition(value) !== null, 'the key of a setting', json),
  ),
  inTheBox: optional(listOf(words(80), 40)),
  notInTheBox: optional(listOf(words(80), 40)),
  /** Commands by text message: `{unit.startWord}` stands for a value of the sheet. */
  texts: optional(listOf(message, 20)),
  /** Its unit itself writes into each call by which path it goes out: the flag `path` is then no mere claim. */
  setsPath: optional(flag),
  /** It never says that an event is over: the rest state can't be seen at the desk. */
  noRestorals: optional(flag),
  /** Events that come along with one of an input, by their names at the desk: nobody is asked whose they are. */
  companions: optional(listOf(words(32), 20)),
  /** It gathers what happens, and tells it after so long at most, ms. */
  gathers: optional(whole(1, 3_600_000)),
  /** A keepalive of its own is no traffic to its idle limit. */
  idleIgnoresKeepalive: optional(flag),
  /** Names under which the device exports a setting or tells what it measures. */
  aliases: optional(dictionary((value): value is string => typeof value === 'string' && value.length <= 60, 'a name', toldKey)),
  /** Commands of its own all of whose arguments are secrets, by sign and name, such as +XNAME. */
  secretCommands: optional(listOf(words(20), 40)),
} as const;

type ShapeOf<T> = T extends Shape<infer V> ? V : never;
export const profileShape = fields(inProfile);
export type Profile = ShapeOf<typeof profileShape>;
export type Prompt = ShapeOf<typeof prompt>;
export type Hold = ShapeOf<typeof hold>;

/** The published schema of profiles (JSON Schema 2020-12). */
export const profileSchema: JsonSchema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Green Lamp equipment profile',
  ...profileShape.schema,
};

/** Whether the modem’s profile says that its idle limit does not see a keepalive. */
export const ignoresKeepalive = (profiles: readonly Pick<Profile, 'role' | 'idleIgnoresKeepalive'>[]): boolean =>
  profiles.some(({ role, idleIgnoresKeepalive }) => role === 'modem' && idleIgnoresKeepalive === true);

/** The stages that a setting goes through on a device, whole: those in between by the adopted profile of its role, all of them without one. */
export const stagesOn = (profile: Pick<Profile, 'stages'> | undefined): readonly Stage[] =>
  stages.filter(
    (stage) => stage === 'wanted' || stage === 'entered' || profile?.stages === undefined || profile.stages.some((one) => one === stage),
  );

/** The settings that a profile asks for, each once, in the order of its menu. */
export const askedBy = (profile: Profile): readonly string[] => [...new Set((profile.menu ?? []).flatMap(({ setting }) => setting ?? []))];
