// What a lamp, its state, a grade and a stage say, for whoever stands before them for the first time.
import type { Grade, LampName, Stage } from '../name/index.ts';
import type { Verdict } from './result.ts';

export const lampMeans: { readonly [L in LampName]: string } = {
  Power: 'The supply at the terminals, idle and while it transmits, is in the unit’s range.',
  Inputs: 'Each input’s own event came to the desk with its zone, and went back.',
  Card: 'The card in the modem is the sheet’s, and it is open.',
  Signal: 'The level was held, at rest, where the aerial is mounted.',
  Bearer: 'The path is registered or linked, and has an address.',
  Route: 'What leaves by this path gets out, and to the desk.',
  Call: 'Events that were asked for reached the desk, over every path in use and at every receiver.',
  Standby: 'The second path takes over and gives back, in each kind of failure.',
  Watch: 'Test calls come by themselves, and their absence is noticed.',
  Reach: 'Somebody can get in from afar and change a value.',
};

export const verdictMeans: { readonly [V in Verdict]: string } = {
  proven: 'Evidence stands for it.',
  marginal: 'Something speaks for it, and does not prove it.',
  failed: 'It was tried, and did not work.',
  stale: 'It was proven; something has changed or grown old since.',
  dark: 'Nothing is known yet.',
  none: 'Left out, with a reason.',
};

/** What evidence of a grade is: how much it weighs for Network, Route and Call. */
export const gradeMeans: { readonly [G in Grade]: string } = {
  0: 'somebody says that it is saved',
  1: 'an indicator',
  2: 'bars or a word of the device',
  3: 'a registration or a local address',
  4: 'an answer from somewhere',
  5: 'an answer by this path',
  6: 'a session with the desk',
  7: 'a real event at the desk',
  8: 'every event, over every path',
  9: 'a test call that nobody asked for',
};

export const stageMeans: { readonly [S in Stage]: string } = {
  wanted: 'it stands on the sheet, and nobody has typed it on the device yet',
  entered: 'it is typed on the device, which may not use it yet',
  applied: 'the device has taken it, and needs a restart to use it',
  inForce: 'the device works by it since its restart',
  readBack: 'the device was asked, and says the same',
};
