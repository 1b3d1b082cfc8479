// Who notices a wrong setting follows from what stands on it and from how the station is watched.
import { definitionOf, parameters } from '../sheet/index.ts';
import { emptyState, type State } from '../journal/index.ts';
import { type SettingKey, stationStream } from '../name/index.ts';
import { chance } from '../scenario/index.ts';
import { noticed, sayNoticed } from './noticed.ts';

const id = chance(3).ulid(0);
const leaf = (key: string, value: number | boolean) => ({ [key]: [{ value }] });
const stateOf = (settings: object): State => ({ ...emptyState(stationStream(id)), settings }) as State;
const at = (key: string) => {
  const of = definitionOf(key as SettingKey);
  if (of === null) throw new RangeError(key);
  return of;
};
const armed = stateOf({ ...leaf('desk.supervision', true), ...leaf('desk.grace', 90_000_000) });

test.each([
  ['sim:000000.apn', armed, 'the desk notices when the station has been silent for 25 h.'],
  ['sim:000000.apn', stateOf({ ...leaf('desk.grace', 90_000_000) }), /^nobody, until somebody misses the station/],
  [
    'sim:000000.apn',
    stateOf({ ...leaf('desk.supervision', false), ...leaf('desk.grace', 90_000_000) }),
    /supervision at the desk is not armed/,
  ],
  ['sim:000000.apn', stateOf({ ...leaf('desk.supervision', true) }), /^nobody knows when/],
  ['site.position', armed, 'whoever reads it and acts on it.'],
  ['desk.grace', armed, /^nobody: a silence/],
] as const)('%s', (key, state, words) => {
  const said = sayNoticed(noticed(at(key), state));
  if (typeof words === 'string') expect(said).toBe(words);
  else expect(said).toMatch(words);
});
test('every setting has an answer, and one that no lamp stands on is never the desk’s', () => {
  for (const of of parameters) {
    const answer = noticed(of, armed);
    expect(sayNoticed(answer)).toMatch(/\.$/);
    if (of.bears.length === 0) expect(answer.who).toBe('reader');
  }
});
