// What a person may take back and do again, always by a new entry.
import fc from 'fast-check';
import { isSettingKey, sure, type Ulid } from '../name/index.ts';
import { instant } from '../quantity/index.ts';
import { chance, StationMaker, type Writer } from '../scenario/index.ts';
import { placedEntry, standing, type Turn, turnsOf, wanted } from './index.ts';

const place = sure(isSettingKey, 'site.place');
const contact = sure(isSettingKey, 'site.contact');
const c = chance(8);
const writer = (): Writer & { person: Ulid } => ({ person: c.ulid(1_780_000_000_000), device: c.ulid(1_780_000_000_000) });
const [ines, tam] = [writer(), writer()];
const made = () => new StationMaker({ chance: chance(5), start: instant(1_780_000_000_000), writer: ines, name: 'Mast' });
const turns = (m: StationMaker, who: { person: Ulid } = ines) =>
  turnsOf(
    m.steps.flatMap((step) => (step.is === 'entry' ? [placedEntry(step.entry, null)] : [])),
    m.state,
    who.person,
  );
const take = (m: StationMaker, turn: Turn | null): void => {
  if (turn === null) throw new Error('nothing to turn');
  const { re, ...data } = turn;
  m.add('setting.set', data, { re });
};

test('nothing was set: nothing to take back', () => {
  expect(turns(made())).toEqual({ undo: null, redo: null });
});
test('the last set is taken back to what stood before it, then the one before, then nothing is left', () => {
  const m = made().set(null, { 'site.place': 'the pass' }).set(null, { 'site.place': 'the ridge' });
  take(m, turns(m).undo);
  expect(wanted(m.state, place)).toBe('the pass');
  take(m, turns(m).undo);
  expect(wanted(m.state, place)).toBe(null);
  expect(turns(m).undo).toBe(null);
  expect(m.state.settings[place]).toHaveLength(1);
});
test('what was taken back is done again in the same order, until something else is set', () => {
  const m = made().set(null, { 'site.place': 'the pass' }).set(null, { 'site.contact': 'Tam' });
  take(m, turns(m).undo);
  take(m, turns(m).undo);
  take(m, turns(m).redo);
  expect([wanted(m.state, place), wanted(m.state, contact)]).toEqual(['the pass', null]);
  take(m, turns(m).redo);
  expect(wanted(m.state, contact)).toBe('Tam');
  take(m, turns(m).undo);
  m.set(null, { 'site.place': 'elsewhere' });
  expect(turns(m).redo).toBe(null);
});
test('what somebody else has set over since is out of reach, and nobody takes back another’s', () => {
  const m = made().set(null, { 'site.place': 'the pass' });
  m.as(tam).set(null, { 'site.place': 'the col' });
  expect(turns(m).undo).toBe(null);
  expect(turns(m, tam).undo).toMatchObject({ key: place, value: 'the pass' });
  take(m, turns(m, tam).undo);
  expect(wanted(m.state, place)).toBe('the pass');
});
test('any run of sets, undos and redos ends where a plain stack ends', () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom('a', 'b', 'c', 'undo', 'redo'), { maxLength: 25 }), (all) => {
      const m = made();
      const [past, future]: [(string | null)[], string[]] = [[null], []];
      for (const one of all) {
        const { undo, redo } = turns(m);
        if (one === 'undo') {
          expect(undo === null).toBe(past.length === 1);
          if (undo !== null) {
            future.push(past.pop() ?? '');
            take(m, undo);
          }
        } else if (one === 'redo') {
          const next = future.pop();
          expect(redo?.value).toBe(next);
          if (redo !== null && next !== undefined) {
            past.push(next);
            take(m, redo);
          }
        } else {
          past.push(one);
          future.length = 0;
          m.set(null, { 'site.place': one });
        }
        expect(standing(m.state, place)?.value ?? null).toBe(past.at(-1) ?? null);
      }
    }),
    { seed: 7, numRuns: 120 },
  );
});
