// The receiver and the path of a call, remembered for as long as the station's sheet stands: a unit calls a thousand times between two changes of it.
import type { State } from '../journal/index.ts';
import { type Arrived, type Received, receiverFor } from './arrival.ts';
import { attribute, type Attributed, type Knowing, plainSource } from './attribute.ts';

type Came = { readonly received: Received | null; readonly came: Attributed };
/** What it hangs on besides the call: parts of the state, and where the desk stands. */
type On = Pick<State, 'elements' | 'device' | 'none' | 'station' | 'everAtSite'> & Pick<Knowing, 'here'>;
type Known = { readonly on: On; readonly by: Map<string, Came> };

const parts = ['elements', 'device', 'none', 'station', 'everAtSite', 'here'] as const satisfies readonly (keyof On)[];
const known = new WeakMap<State['settings'], Known>();
const mostKnown = 500;
/** A longer flag names no path. */
const longestFlag = 40;

const knownOf = (state: State, { here }: Knowing): Map<string, Came> => {
  const was = known.get(state.settings);
  const { elements, device, none, station, everAtSite } = state;
  const on: On = { elements, device, none, station, everAtSite, here };
  if (was !== undefined && parts.every((part) => was.on[part] === on[part])) return was.by;
  const by = new Map<string, Came>();
  known.set(state.settings, { on, by });
  return by;
};

/** For which receiver a call is, and by which path it came, by the sheet as it stands. */
export const howItCame = (state: State, frame: Arrived, knowing: Knowing): Came => {
  const { account, listener, port, source, fields, keyed, own } = frame;
  const look = (): Came => ({ received: receiverFor(state, frame), came: attribute(state, frame, knowing) });
  const flag = fields['path'] ?? null;
  if (flag !== null && flag.length > longestFlag) return look();
  const sets = knowing.profiles.some(({ setsPath }) => setsPath === true);
  const key = JSON.stringify([account, listener, port, source.address, flag, keyed, own, knowing.alone(plainSource(source.address)), sets]);
  const by = knownOf(state, knowing);
  const there = by.get(key);
  if (there !== undefined) return there;
  if (by.size >= mostKnown) by.clear();
  const made = look();
  by.set(key, made);
  return made;
};
