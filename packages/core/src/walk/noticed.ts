// If a setting is wrong: who notices, and after how long. It follows from the lamps that stand on it and from how the station is watched.
import { type LampName, settingKey } from '../name/index.ts';
import { type State, wanted } from '../journal/index.ts';
import { inWords } from '../quantity/index.ts';
import type { Parameter } from '../sheet/index.ts';

export type Noticed =
  /** The desk, when the silence has lasted for `after` ms. */
  | { readonly who: 'desk'; readonly after: number }
  | {
      readonly who: 'nobody';
      readonly why: 'not watched' | 'no grace' | 'until the event' | 'until a failure' | 'until it is needed' | 'silence';
    }
  | { readonly who: 'reader' };

/** Without one of these no call arrives, so that the silence itself is what shows. */
const carries: readonly LampName[] = ['Power', 'Card', 'Signal', 'Bearer', 'Route', 'Call'];

/** Who notices a wrong value of a setting, as the station's sheet stands. Times in ms. Source: follows from the sheet; which lamp shows what is common practice. */
export const noticed = (of: Parameter, state: State): Noticed => {
  const { bears } = of;
  if (bears.length === 0) return { who: 'reader' };
  if (bears.some((lamp) => carries.includes(lamp))) {
    if (wanted(state, settingKey('desk', null, 'supervision')) !== true) return { who: 'nobody', why: 'not watched' };
    const grace = wanted(state, settingKey('desk', null, 'grace'));
    return typeof grace === 'number' ? { who: 'desk', after: grace } : { who: 'nobody', why: 'no grace' };
  }
  if (bears.includes('Inputs')) return { who: 'nobody', why: 'until the event' };
  if (bears.includes('Standby')) return { who: 'nobody', why: 'until a failure' };
  if (bears.includes('Watch')) return { who: 'nobody', why: 'silence' };
  return { who: 'nobody', why: 'until it is needed' };
};

const nobody: { readonly [W in Extract<Noticed, { who: 'nobody' }>['why']]: string } = {
  'not watched': 'nobody, until somebody misses the station: supervision at the desk is not armed.',
  'no grace': 'nobody knows when: the desk’s sheet does not say after how long a missed-test alarm is raised.',
  'until the event': 'nobody, until the event itself does not arrive. Make it once.',
  'until a failure': 'nobody, until the first path fails and the other does not take over. Drill it.',
  'until it is needed': 'nobody, until somebody has to get in from afar.',
  silence: 'nobody: a silence would not be noticed, or one would be raised for nothing.',
};

/** The rest of the sentence 'If it is wrong: …'. */
export const sayNoticed = (of: Noticed): string => {
  switch (of.who) {
    case 'desk':
      return `the desk notices when the station has been silent for ${inWords(of.after)}.`;
    case 'nobody':
      return nobody[of.why];
    case 'reader':
      return 'whoever reads it and acts on it.';
  }
};
