// The names that every part of Green Lamp shares. A name is a string that was looked at once: only this file casts.

type Named<T extends string> = string & { readonly __name: T };

/** 26 Crockford characters, 48 bits of milliseconds and 80 of chance. Upper case only. */
export type Ulid = Named<'ulid'>;
/** SHA-256 in 64 lower-case hexadecimal digits. */
export type Sha256 = Named<'sha256'>;
/** Six Crockford characters in lower case: one member of a group, never used again. */
export type ElementId = Named<'element'>;
/** `holder.param`, or `group:element.param`. */
export type SettingKey = Named<'setting'>;
/** Whose chain and fold an entry belongs to. */
export type Stream = Named<'stream'>;
/** The desk's own number of one stored frame. */
export type FrameId = number;

const ulidShape = /^[0-7][0-9A-HJKMNP-TV-Z]{25}$/;
const elementShape = /^[0-9a-hjkmnp-tv-z]{6}$/;
const keyShape = /^(?:[a-z][a-zA-Z]{0,31}|[a-z][a-zA-Z]{0,31}:[0-9a-hjkmnp-tv-z]{6})\.[a-z][a-zA-Z0-9]{0,31}$/;
const commonStreams = ['house', 'profiles', 'desk', 'people', 'access'];

export const isUlid = (text: unknown): text is Ulid => typeof text === 'string' && ulidShape.test(text);
export const isSha256 = (text: unknown): text is Sha256 => typeof text === 'string' && /^[0-9a-f]{64}$/.test(text);
export const isElementId = (text: unknown): text is ElementId => typeof text === 'string' && elementShape.test(text);
export const isSettingKey = (text: unknown): text is SettingKey => typeof text === 'string' && keyShape.test(text);
export const isStream = (text: unknown): text is Stream =>
  typeof text === 'string' &&
  (commonStreams.includes(text) || ['station:', 'practice:'].some((of) => text.startsWith(of) && isUlid(text.slice(of.length))));

/** Takes a value that a guard has accepted, and throws a RangeError where it has not: a bug of ours. */
export const sure = <T>(guard: (value: unknown) => value is T, value: unknown): T => {
  if (guard(value)) return value;
  throw new RangeError(`not a name of the expected kind: ${String(value).slice(0, 80)}`);
};

export const stationStream = (station: Ulid): Stream => sure(isStream, `station:${station}`);
/** What a person has done in practice. */
export const practiceStream = (person: Ulid): Stream => sure(isStream, `practice:${person}`);
export const peopleStream: Stream = sure(isStream, 'people');
export const deskStream: Stream = sure(isStream, 'desk');
/** Sign-ins, codes and tokens: for whoever audits them. */
export const accessStream: Stream = sure(isStream, 'access');
export const houseStream: Stream = sure(isStream, 'house');
export const profilesStream: Stream = sure(isStream, 'profiles');

/** The lamps of the line, in the order of the wire. */
export const lampNames = ['Power', 'Inputs', 'Card', 'Signal', 'Bearer', 'Route', 'Call', 'Standby', 'Watch', 'Reach'] as const;
export type LampName = (typeof lampNames)[number];
/** What a lamp is called on screens and in sentences; entries keep its name. */
export const lampWords: { readonly [L in LampName]: string } = {
  Power: 'Power',
  Inputs: 'Inputs',
  Card: 'SIM',
  Signal: 'Signal',
  Bearer: 'Network',
  Route: 'Route',
  Call: 'Call',
  Standby: 'Standby',
  Watch: 'Watch',
  Reach: 'Remote access',
};
export const isLampName = (value: unknown): value is LampName => lampNames.some((name) => name === value);

/** Lamps of which every path has its own. */
export const strandLamps = ['Card', 'Signal', 'Bearer', 'Route'] as const satisfies readonly LampName[];
export type StrandLamp = (typeof strandLamps)[number];
export const isStrandLamp = (lamp: LampName): lamp is StrandLamp => strandLamps.some((name) => name === lamp);

/** What a call that came by a known path proves: the call, and backwards that strand's Bearer and Route. */
export const perPathLamp = ['Call', 'Bearer', 'Route'] as const satisfies readonly LampName[];

/** Weight of evidence for Bearer, Route and Call, from 0 (said to be saved) to 9 (an unattended check-in). */
export const grades = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9] as const;
export type Grade = (typeof grades)[number];
export const isGrade = (value: unknown): value is Grade => grades.some((grade) => grade === value);

/** A figure's unit of measurement; 'unit' itself is the station's equipment. */
export const measures = ['dBm', 'dB', 'mV', 'mA', 'mW', 'mm', 'ms', 'step', 'count', 'percent', 'Bd', 'B'] as const;
export type Measure = (typeof measures)[number];
export const isMeasure = (value: unknown): value is Measure => measures.some((measure) => measure === value);

/** Where a value came from; whether it is simulated is said apart from it. */
export const origins = ['typed', 'read', 'imported', 'default', 'supplied', 'measured'] as const;
export type Origin = (typeof origins)[number];
export const isOrigin = (value: unknown): value is Origin => origins.some((origin) => origin === value);

/** How far a setting has got. `wanted` is never an entry: it is what a set alone leaves. */
export const stages = ['wanted', 'entered', 'applied', 'inForce', 'readBack'] as const;
export type Stage = (typeof stages)[number];
export type StageOnDevice = Exclude<Stage, 'wanted'>;
export const isStageOnDevice = (value: unknown): value is StageOnDevice => stages.some((stage) => stage !== 'wanted' && stage === value);

export const groups = [
  'path',
  'sim',
  'modem',
  'apn',
  'antenna',
  'unit',
  'link',
  'bus',
  'receiver',
  'number',
  'login',
  'subnet',
  'forward',
  'outbound',
  'tunnel',
  'wifi',
  'input',
  'output',
  'terminal',
  'area',
  'code',
  'device',
  'event',
  'claim',
  'licence',
  'channel',
] as const;
export type Group = (typeof groups)[number];
export const isGroup = (value: unknown): value is Group => groups.some((group) => group === value);

/** `group:element.param` from its parts, or `holder.param` where there is no element. Throws a RangeError on a bad part. */
export const settingKey = (holder: string, element: ElementId | null, param: string): SettingKey =>
  sure(isSettingKey, element === null ? `${holder}.${param}` : `${holder}:${element}.${param}`);

export type KeyParts = { holder: string; element: ElementId | null; param: string; definition: string };

/** The parts of a key; `definition` is the key without its element, as the parameter table has it. */
export const keyParts = (key: SettingKey): KeyParts => {
  const dot = key.indexOf('.');
  const [holder = '', element] = key.slice(0, dot).split(':');
  const param = key.slice(dot + 1);
  return { holder, element: element === undefined ? null : sure(isElementId, element), param, definition: `${holder}.${param}` };
};
