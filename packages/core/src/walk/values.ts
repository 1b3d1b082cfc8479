// The values that a unit sends, held against the channels of its sheet: what each is, and what is odd about it.
import type { ElementId, Json } from '../name/index.ts';
import { plainText, settingKey } from '../name/index.ts';
import { elementsOf, type State, wanted } from '../journal/index.ts';
import type { DefinitionKey } from '../sheet/index.ts';

export type Channel = {
  readonly id: ElementId;
  readonly label: string;
  /** As the value is called in what the unit sends. */
  readonly name: string;
  readonly measure: string;
  readonly least: number | null;
  readonly most: number | null;
  readonly rests: boolean;
};
/** A value as it came: when (ms), and its text. */
export type Came = { readonly at: number; readonly text: string };
export type Point = { readonly at: number; readonly value: number | null; readonly measure: string };
export type Odd = 'no number' | 'another measure' | 'outside' | 'stuck' | 'silent';

/** Fields that say what a call is and by whom; all else are values. */
const notValues: ReadonlySet<string> = new Set([
  'event',
  'zone',
  'turn',
  'account',
  'at',
  'code',
  'area',
  'token',
  'sequence',
  'prefix',
  'receiver',
  'path',
  'text',
  // of a node’s frame: how it was heard, not what it says
  'node',
  'counter',
  'port',
  'payload',
  'gateway',
  'gateways',
  'rate',
  'answer',
  'decoder',
]);
export const isValueName = (name: string): boolean => !notValues.has(name);

const hour = 3_600_000;
/** A value that has not moved over so long and so many calls is told. Ours. */
const stuckFor = 24 * hour;
const stuckCalls = 6;

type ChannelKey = Extract<DefinitionKey, `channel.${string}`>;
const numberOf = (value: Json | undefined): number | null => {
  const text = plainText(value ?? '').trim();
  return text === '' || !Number.isFinite(Number(text)) ? null : Number(text);
};

/** The channels of a sheet that have a name. */
export const channelsOf = (state: State): Channel[] =>
  elementsOf(state, 'channel').flatMap(({ id, label }) => {
    const at = (key: ChannelKey): Json | undefined => wanted(state, settingKey('channel', id, key.slice('channel.'.length)));
    const name = plainText(at('channel.name') ?? '').trim();
    if (name === '') return [];
    const [least, most] = [numberOf(at('channel.least')), numberOf(at('channel.most'))];
    return [{ id, label, name, measure: plainText(at('channel.measure') ?? '').trim(), least, most, rests: at('channel.rests') === true }];
  });

/** A value's number and its measure where it carries one: `4.5 Cel`. */
export const pointOf = ({ at, text }: Came): Point => {
  const [, number = '', measure = ''] = /^\s*(-?\d+(?:\.\d+)?(?:[eE][+-]?\d+)?)(?:\s+(\S{1,16}))?\s*$/.exec(text) ?? [];
  return { at, value: number === '' ? null : Number(number), measure };
};

/** Measures that are one under two names: SenML's (RFC 8428, 12.1) and those that people write. */
const same: readonly (readonly string[])[] = [
  ['Cel', '°C', 'C'],
  ['%RH', '%'],
  ['%', '/100'],
  ['A', 'amp'],
  ['degL', '°'],
  ['deg', '°'],
  ['m/s', 'mps'],
  ['lm', 'lumen'],
];
const isSameMeasure = (one: string, other: string): boolean =>
  one === '' || other === '' || one.toLowerCase() === other.toLowerCase() || same.some((of) => of.includes(one) && of.includes(other));

/** Between two values that come by rule; null where too few came. */
export const rhythmOf = (points: readonly Point[]): number | null => {
  const gaps = points
    .slice(1)
    .map(({ at }, i) => at - (points[i]?.at ?? at))
    .filter((gap) => gap > 0)
    .sort((a, b) => a - b);
  return gaps.length < 3 ? null : (gaps[Math.floor(gaps.length / 2)] ?? null);
};

/** What is odd about a channel's values, oldest first; nothing where none came. Source: ours. */
export const oddOf = (channel: Channel, came: readonly Came[], now: number): Odd[] => {
  const points = came.map(pointOf);
  const last = points.at(-1);
  if (last === undefined) return [];
  const odd: Odd[] = [];
  if (last.value === null) odd.push('no number');
  if (!isSameMeasure(last.measure, channel.measure)) odd.push('another measure');
  if (
    last.value !== null &&
    ((channel.least !== null && last.value < channel.least) || (channel.most !== null && last.value > channel.most))
  )
    odd.push('outside');
  const rhythm = rhythmOf(points);
  if (rhythm !== null && now - last.at > Math.max(3 * rhythm, hour)) odd.push('silent');
  return isStuck(channel, points) ? [...odd, 'stuck'] : odd;
};
const isStuck = ({ rests }: Channel, points: readonly Point[]): boolean => {
  const last = points.at(-1);
  if (rests || last?.value == null) return false;
  const moved = points.findLastIndex(({ value }) => value !== last.value);
  const since = points.slice(moved + 1);
  return since.length >= stuckCalls && last.at - (since[0]?.at ?? last.at) >= stuckFor;
};

/** For a line that is drawn: a gap of more than three times the usual distance is a gap, not a line over it. */
export const withGaps = (points: readonly Point[]): { readonly at: number; readonly value: number | null }[] => {
  const rhythm = rhythmOf(points);
  return points.flatMap(({ at, value }, i) => {
    const before = points[i - 1];
    const gap = before !== undefined && rhythm !== null && at - before.at > 3 * rhythm;
    return gap
      ? [
          { at: before.at + rhythm, value: null },
          { at, value },
        ]
      : [{ at, value }];
  });
};
