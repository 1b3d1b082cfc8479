// A menu that is walked: order, signs in time, gates, and where answers lead.
import fc from 'fast-check';
import { sure, isSettingKey } from '../name/index.ts';
import { onePath } from '../lamp/testing.ts';
import { type Profile, type Prompt, shippedProfiles } from '../sheet/index.ts';
import { benchLeft, holds, leads, menuOf, paceOf, promptName, walkOf } from './index.ts';
import { asPlanned } from '../lamp/index.ts';

const profile = (id: string): Profile => {
  const found = shippedProfiles.find((one) => one.id === id);
  if (found === undefined) throw new Error(id);
  return found;
};
/** The second step, where there is one. */
const sure1 = <T>([, second]: readonly T[]): T => {
  if (second === undefined) throw new Error('two steps');
  return second;
};
const panel = profile('keypad-panel');
const reporter = profile('reporting-module');
const router = profile('router-with-modem');
const made = (menu: readonly Prompt[], more: Partial<Profile> = {}): Profile => ({ ...reporter, id: 'made', menu, ...more });
const prompt = (id: string, more: Partial<Prompt> = {}): Prompt => ({ id, shows: id.toUpperCase(), is: 'press', ...more });
const moved = (m: ReturnType<typeof onePath>['m'], walk: string, at: string | null, how: 'begun' | 'sign' | 'wrong' | 'over' | 'lost') =>
  m.add('walk.moved', { walk, at, how, window: null, words: '' });

describe('a step in hand against its times', () => {
  const step = prompt('level', { is: 'wait', usual: 30_000, late: 40_000, stuck: 60_000 });
  test.each([
    [0, 'running'],
    [29_999, 'running'],
    [30_000, 'due'],
    [39_999, 'due'],
    [40_000, 'late'],
    [59_999, 'late'],
    [60_000, 'stuck'],
  ] as const)('after %i ms it is %s', (ran, pace) => {
    expect(paceOf(step, ran)).toBe(pace);
  });
  test('without a late time it is half as long again, and twice that is stuck; without any time nothing is said', () => {
    const usual = prompt('x', { usual: 20_000 });
    expect([29_999, 30_000, 59_999, 60_000].map((ran) => paceOf(usual, ran))).toEqual(['due', 'late', 'late', 'stuck']);
    expect(paceOf(prompt('y'), 10 ** 9)).toBe('no time known');
  });
});

describe('where an answer leads', () => {
  const { m } = onePath();
  const steps = menuOf(panel, asPlanned(m.state));
  test('each wrong answer and step back of a shipped menu names a prompt of the same menu', () => {
    for (const { id, menu = [] } of shippedProfiles)
      for (const { leads: to = {}, id: from } of menu)
        for (const name of [to.wrong, to.back])
          if (name !== undefined)
            expect({ id, from, known: ['again', 'start', 'out'].includes(name) || menu.some((one) => one.id === name) }).toEqual({
              id,
              from,
              known: true,
            });
  });
  test('a code that is not the same twice is asked for anew from its first prompt', () => {
    expect(leads(steps, 'installer-code-again', 'wrong')).toBe('installer-code');
  });
  test('one step back from the question about the desk leaves the menu', () => {
    expect(leads(steps, 'report-to-a-desk', 'back')).toBe(null);
  });
  test('where nothing is said, wrong comes again and back is the prompt before', () => {
    expect(leads(steps, 'clock-by', 'wrong')).toBe('clock-by');
    expect(leads(steps, 'clock-by', 'back')).toBe('installer-name');
    expect(leads(steps, steps[0]?.prompt.id ?? '', 'back')).toBe(steps[0]?.prompt.id);
  });
  test('prompts that an earlier answer removes are passed over, also where one of them is named', () => {
    const some = onePath();
    const unit = some.m.state.elements.find(({ group }) => group === 'unit')?.id;
    some.m.set(unit ?? null, { 'unit.callOn': false });
    const left = menuOf(panel, asPlanned(some.m.state));
    const after = leads(left, 'report-to-a-desk', 'sign');
    expect(left.find(({ prompt: { id } }) => id === after)?.is).not.toBe('dropped');
    expect(left.filter(({ is }) => is === 'dropped').length).toBeGreaterThan(15);
    const aimed = made([
      prompt('a', { leads: { wrong: 'b' } }),
      prompt('b', { only: { setting: 'unit.callOn', is: [true] } }),
      prompt('c'),
    ]);
    expect(leads(menuOf(aimed, asPlanned(some.m.state)), 'a', 'wrong')).toBe('c');
  });
  test('by signs alone every live prompt comes once, in the device’s order, and the walk ends', () => {
    for (const of of shippedProfiles) {
      const all = menuOf(of, asPlanned(m.state));
      const seen: string[] = [];
      let at = leads(all, null, 'begun');
      while (at !== null && seen.length <= all.length) {
        seen.push(at);
        at = leads(all, at, 'sign');
      }
      expect(seen).toEqual(all.filter(({ is }) => is === 'now' || is === 'missing').map(({ prompt: { id } }) => id));
    }
  });
  test('any run of moves stays inside the menu or leaves it', () => {
    const ids = new Set(steps.map(({ prompt: { id } }) => id));
    fc.assert(
      fc.property(fc.array(fc.constantFrom('begun', 'sign', 'wrong', 'back', 'over'), { maxLength: 60 }), (all) => {
        let at: string | null = null;
        for (const how of all) {
          at = leads(steps, at, how);
          expect(at === null || ids.has(at)).toBe(true);
        }
      }),
      { seed: 4, numRuns: 100 },
    );
  });
});

describe('gates', () => {
  test('gather before you press: a step that opens something is held by every value after it that is missing', () => {
    const { m } = onePath();
    const steps = menuOf(reporter, asPlanned(m.state));
    const port = steps.find(({ prompt: of }) => of.gate === 'gather');
    if (port === undefined) throw new Error('the module has a gathering step');
    const [held] = holds(steps, port, () => false);
    expect(held?.gate).toBe('gather');
    expect(held?.prompts).toContain('Desk address');
    const unit = m.state.elements.find(({ group }) => group === 'unit')?.id ?? null;
    const missing = new Set(held?.keys);
    expect(missing.size).toBeGreaterThan(0);
    expect(missing.has(sure(isSettingKey, `unit:${unit ?? ''}.account`))).toBe(false);
  });
  test('harvest before reboot: what vanishes is noted first', () => {
    const of = made([
      prompt('serial', { is: 'do', setting: 'unit.serial', gate: 'harvest' }),
      prompt('restart', { is: 'wait', does: 'reboots' }),
    ]);
    const { m } = onePath();
    const unit = m.state.elements.find(({ group }) => group === 'unit')?.id ?? null;
    const restart = () => {
      const steps = menuOf(of, asPlanned(m.state));
      return holds(steps, sure1(steps), () => false);
    };
    expect(restart()).toEqual([]);
    const typed = made([prompt('serial', { is: 'type', setting: 'unit.serial', gate: 'harvest' }), prompt('restart', { does: 'reboots' })]);
    const steps = menuOf(typed, asPlanned(m.state));
    expect(holds(steps, sure1(steps), () => false)).toMatchObject([{ gate: 'harvest', keys: [`unit:${unit ?? ''}.serial`] }]);
    m.set(unit, { 'unit.serial': 'S-1' });
    const then = menuOf(typed, asPlanned(m.state));
    expect(holds(then, sure1(then), () => false)).toEqual([]);
  });
  test('file before reset: writing over waits for the file that is there', () => {
    const { m } = onePath();
    const steps = menuOf(reporter, asPlanned(m.state));
    const write = steps.find(({ prompt: of }) => of.does === 'writes');
    if (write === undefined) throw new Error('the module is written to');
    expect(holds(steps, write, () => false).filter(({ gate }) => gate === 'file')).toMatchObject([
      { prompts: ['Read the unit first', 'Save the settings file'] },
    ]);
    expect(holds(steps, write, ({ prompt: of }) => of.gate === 'file').filter(({ gate }) => gate === 'file')).toEqual([]);
  });
  test('bench list before the van leaves: what is left of it, until it is ticked', () => {
    const { m } = onePath();
    const left = benchLeft([router], m.state, {});
    expect(left.map(({ step }) => step.prompt.shows)).toContain('Firmware');
    expect(benchLeft([router], m.state, { schools: { configuration: 'site' } })).toEqual([]);
    for (const { profile: of, step } of left) m.add('step.done', { what: promptName(of, step.prompt), done: true, words: '' });
    expect(benchLeft([router], m.state, {})).toEqual([]);
  });
});

describe('a walk from its entries', () => {
  test('it is begun, goes on by its signs, and is over; its place comes from the journal alone', () => {
    const { m } = onePath();
    expect(walkOf(panel, m.state, m.now)).toMatchObject({ is: 'not begun', hand: null, window: null });
    moved(m, panel.id, 'language', 'begun');
    expect(walkOf(panel, m.state, m.now)).toMatchObject({ is: 'walking', hand: { step: { prompt: { id: 'language' } }, ran: 0 } });
    moved(m, panel.id, 'keypad-enrol', 'sign');
    const began = m.state.last?.ord ?? 0;
    expect(walkOf(panel, m.state, began + 12_000).hand).toMatchObject({ ran: 12_000, pace: 'due', late: 20_000, stuck: 40_000 });
    moved(m, panel.id, null, 'wrong');
    expect(walkOf(panel, m.state, m.now).is).toBe('out');
    moved(m, panel.id, null, 'sign');
    expect(walkOf(panel, m.state, m.now).is).toBe('over');
  });
  test('a window counts down against the typing that is left; opening it leaves the step and its time alone', () => {
    const { m } = onePath();
    moved(m, panel.id, 'account', 'begun');
    const began = m.state.last?.ord ?? 0;
    m.wait(10_000).add('walk.moved', { walk: panel.id, at: 'account', how: 'window', window: 'Install menu', words: '' });
    const opened = m.state.last?.ord ?? 0;
    const now = walkOf(panel, m.state, opened + 60_000);
    expect(now.window).toMatchObject({ name: 'Install menu', for: 300_000, left: 240_000 });
    expect(now.hand?.ran).toBe(opened + 60_000 - began);
    moved(m, panel.id, 'users', 'lost');
    expect(walkOf(panel, m.state, opened + 301_000).window?.left).toBe(-1000);
    moved(m, panel.id, null, 'over');
    expect(walkOf(panel, m.state, m.now).window).toBe(null);
  });
  test('typing that is left falls as the walk goes on', () => {
    const { m } = onePath();
    const leftAt = (at: string): number => {
      m.add('walk.moved', { walk: panel.id, at, how: 'window', window: 'Install menu', words: '' });
      moved(m, panel.id, at, 'lost');
      return walkOf(panel, m.state, m.now).window?.typing ?? -1;
    };
    const [first, later] = [leftAt('language'), leftAt('end-check')];
    expect(first).toBeGreaterThan(later);
    expect(later).toBe(0);
  });
});
