// What a search for a fault costs, in minutes of a day's work: driving, climbing, ringing, looking, doing, waiting. The figures are ours: they are there to compare two ways, not to plan by.
import type { Json } from '../../name/index.ts';
import type { Instant } from '../../quantity/index.ts';

export type DeedName = 'drive' | 'climb' | 'ring' | 'look' | 'do' | 'wrong';
export const deedMinutes: { readonly [D in DeedName]: number } = { drive: 45, climb: 15, ring: 6, look: 1, do: 3, wrong: 20 };
export type Deed = {
  readonly deed: DeedName;
  /** What was looked at, or done: for the account of it afterwards. */
  readonly what: string;
  readonly minutes: number;
  readonly at: Instant;
};
const deed = (name: DeedName, what: string, at: Instant): Deed => ({ deed: name, what, minutes: deedMinutes[name], at });

/** Views of the yard: those at the site want a drive, what is beyond it is asked for on the telephone. */
export type View = 'desk' | 'unit' | 'modem' | 'site' | 'beyond';
const viewWords: { readonly [V in View]: string } = {
  desk: 'looked at the desk',
  unit: 'looked at the unit',
  modem: 'looked at the modem',
  site: 'looked at supply, lines and router',
  beyond: 'rang the carrier, the office or the portal',
};
const thereAlready = (done: readonly Deed[]): boolean => done.some((one) => one.deed === 'drive');
const driven = (done: readonly Deed[], at: Instant): Deed[] => (thereAlready(done) ? [] : [deed('drive', 'drove there', at)]);

/** What opening a view costs after what was done already. */
export const lookAt = (view: View, done: readonly Deed[], at: Instant): Deed[] => {
  if (view === 'beyond') return [deed('ring', viewWords.beyond, at)];
  if (view === 'desk') return [deed('look', viewWords.desk, at)];
  return [...driven(done, at), deed('look', viewWords[view], at)];
};

const rung: ReadonlySet<string> = new Set(['subscription', 'carrier', 'mast', 'office']);
const fromAnywhere: ReadonlySet<string> = new Set(['text', 'claim', 'hangs', 'webhook']);
const notByHand: ReadonlySet<string> = new Set(['plant', 'lift', 'start', 'stop', 'answered']);
/** What an act costs; an act that nobody can do in an exercise is null. */
export const costOf = (act: { readonly [name: string]: Json }, done: readonly Deed[], at: Instant): Deed[] | null => {
  const name = typeof act['act'] === 'string' ? act['act'] : '';
  if (notByHand.has(name)) return null;
  if (rung.has(name)) return [deed('ring', `rang about: ${name}`, at)];
  if (fromAnywhere.has(name)) return [deed('do', name, at)];
  if (name === 'aerial') return [...driven(done, at), deed('climb', 'climbed to the aerial', at)];
  return [...driven(done, at), deed('do', name === 'port' ? 'typed at the modem' : name, at)];
};
export const wrongAnswer = (what: string, at: Instant): Deed => deed('wrong', `mended what was not broken: ${what}`, at);

/** All of it with the time that passed meanwhile, whole minutes. */
export const minutesOf = (done: readonly Deed[], passed: number): number =>
  done.reduce((sum, { minutes }) => sum + minutes, 0) + Math.max(0, Math.round(passed / 60_000));
