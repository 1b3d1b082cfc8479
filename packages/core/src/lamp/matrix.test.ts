// What Call asks for by house rule. First the cheapest ways to make it green falsely.
import { withSchool } from '../house/index.ts';
import type { ElementId } from '../name/index.ts';
import { instant, minutes } from '../quantity/index.ts';
import type { StationMaker } from '../scenario/index.ts';
import { askPlan, nextAsk, openChallenges, planTakes } from '../walk/index.ts';
import { shippedProfiles } from '../sheet/index.ts';
import { judging, matrix, openDemands } from './index.ts';
import { from, onePath, twoSims } from './testing.ts';

const judged = (m: StationMaker) => judging(m.state, { ...m.rules, heard: m.heard, now: m.now });
const left = (m: StationMaker) => openDemands(judged(m), matrix(judged(m)).demands);
const follow = (m: StationMaker, question: string, choice: string): void => {
  m.rules = { ...m.rules, house: withSchool(m.rules.house, question, choice) };
};
const float = (m: StationMaker, zone = 3, name = 'Float'): ElementId => {
  const input = m.element('input', name);
  m.set(input, { 'input.name': name, 'input.deskZone': zone });
  return input;
};
const high = { event: 'high', zone: '3' };
const over = { ...high, turn: 'restoral' };

describe('what makes Call green falsely', () => {
  test('an event that merely arrives, however certain its path', () => {
    const { m, path } = onePath();
    m.call('0233', high);
    expect(m.lamp('Call')).toMatchObject({ is: 'marginal', grade: 7, next: { code: 'next-call', args: { asked: true, path } } });
    expect(m.lamp('Call').because.map(({ code }) => code)).toContain('not-asked-for');
    expect(m.lamp('Route', path).is).toBe('proven');
  });
  test('one that was asked for only after it had come, with a press of before it', () => {
    const { m, path } = onePath();
    m.call('0233', high);
    const came = m.now;
    m.add('challenge.made', {
      path,
      zone: null,
      is: 'alarm',
      what: 'any event',
      until: instant(m.now + minutes(15)),
      pressed: instant(came - 1_000),
      words: '',
    });
    expect(m.state.challenges.at(-1)?.answered).toBeNull();
    expect(m.lamp('Call').is).toBe('marginal');
  });
  test('one that was asked for over another path', () => {
    const { m, paths } = twoSims();
    for (const i of [1, 2]) m.asked({ path: paths[0] }).call('0417', high, from(i));
    expect(m.lamp('Call')).toMatchObject({ is: 'marginal', next: { args: { path: paths[1] } } });
    m.asked({ path: paths[1] }).call('0417', high, from(2));
    expect(m.lamp('Call').is).toBe('proven');
  });
  test('a test call, another zone, or its end, in answer to an event', () => {
    for (const fields of [{ event: 'test', zone: '3' }, { ...high, zone: '4' }, over]) {
      const { m, path } = onePath();
      float(m);
      m.asked({ zone: '3', path }).call('0233', fields);
      expect(m.lamp('Call').is).not.toBe('proven');
    }
  });
  test('one event of one input where there are two, and no end of either', () => {
    const { m, path } = onePath();
    float(m);
    float(m, 4, 'Door');
    m.asked({ zone: '3', path }).call('0233', high);
    expect(m.lamp('Call')).toMatchObject({ is: 'marginal', next: { code: 'next-cell' } });
    expect(left(m).map(({ why, zone, is }) => [why, zone, is])).toEqual([
      ['event', '3', 'restoral'],
      ['event', '4', 'alarm'],
      ['event', '4', 'restoral'],
      ['kind', null, 'restoral'],
    ]);
  });
  test('a claim of the only path, where it answers nothing; an asked one over it is likely, unless sources are hidden', () => {
    const claim = { address: '203.0.113.9', port: 1 };
    const open = () => {
      const { m, path } = onePath();
      m.set(path, { 'path.address': null, 'path.pool': null });
      return { m, path };
    };
    const claimed = open();
    claimed.m.asked().call('0233', high, claim);
    expect(claimed.m.lamp('Call').is).toBe('marginal');
    const answered = open();
    answered.m.asked({ path: answered.path }).call('0233', high, claim);
    expect([answered.m.lamp('Call').is, answered.m.lamp('Route', answered.path).is]).toEqual(['proven', 'proven']);
    const hidden = open();
    hidden.m.knowing = { ...hidden.m.knowing, here: { ...hidden.m.knowing.here, hidden: true } };
    hidden.m.asked({ path: hidden.path }).call('0233', high, claim);
    expect(hidden.m.lamp('Call').is).toBe('marginal');
  });
});

describe('what was asked for stays', () => {
  test('a later event that merely arrives does not take its place, nor does one after a change of what does not bear on it', () => {
    const { m, path, unit } = onePath();
    m.asked({ path }).call('0233', high);
    expect(m.lamp('Call').is).toBe('proven');
    m.call('0233', high).enter('unit.testEvery', unit, 3_600_000);
    m.restarted(unit).call('0233', high);
    expect(m.lamp('Call').is).toBe('proven');
  });
  test('asked for again without an answer it is weak, and says since when; the next answer lifts it', () => {
    const { m, path } = onePath();
    float(m);
    for (const fields of [high, over]) m.asked({ zone: '3', is: 'turn' in fields ? 'restoral' : 'alarm', path }).call('0233', fields);
    expect(m.lamp('Call').is).toBe('proven');
    m.asked({ zone: '3', path }).wait(minutes(16));
    expect(m.lamp('Call').is).toBe('marginal');
    expect(left(m).flatMap(({ because }) => because.map(({ code }) => code))).toEqual(['nothing-came']);
    m.asked({ zone: '3', path }).call('0233', high);
    expect(m.lamp('Call').is).toBe('proven');
  });
  test('where house rules take any event, what merely arrives proves', () => {
    const { m } = onePath();
    m.call('0233', high);
    follow(m, 'calls', 'any');
    expect(m.lamp('Call').is).toBe('proven');
  });
});

describe('the matrix', () => {
  const walked = (m: StationMaker, path: ElementId, address: number, zones: readonly string[]): void => {
    for (const zone of zones)
      for (const is of ['alarm', 'restoral'] as const)
        m.asked({ zone, is, path }).call(
          '0417',
          { event: 'high', zone, ...(is === 'restoral' ? { turn: 'restoral' } : {}) },
          from(address),
        );
  };
  test('economical: every event once, every kind over every path; the plan walks the first path, then one item over the other', () => {
    const { m, paths } = twoSims();
    float(m);
    float(m, 4, 'Door');
    expect(matrix(judged(m))).toMatchObject({ rule: 'economical', demands: { length: 8 } });
    const plan = askPlan(judged(m));
    expect(plan.map(({ of, path }) => [of.what, of.is, paths.indexOf(path ?? paths[0])])).toEqual([
      ['Float', 'alarm', 0],
      ['Float', 'restoral', 0],
      ['Door', 'alarm', 0],
      ['Door', 'restoral', 0],
      ['Door', 'alarm', 1],
      ['Door', 'restoral', 1],
    ]);
    // Two items are walked to, six events made and answered.
    expect(planTakes({ state: m.state, profiles: [] }, plan)).toBe(2 * minutes(1) + 6 * minutes(1));
    walked(m, paths[0], 1, ['3', '4']);
    expect(left(m).map(({ why, path }) => [why, path])).toEqual([
      ['kind', paths[1]],
      ['kind', paths[1]],
    ]);
    expect(nextAsk(judged(m))).toMatchObject({ of: { zone: '4', is: 'alarm' }, path: paths[1] });
    m.asked({ zone: '4', path: paths[1] });
    expect([openChallenges(m.state, m.now).length, nextAsk(judged(m))?.of.is]).toEqual([1, 'restoral']);
    walked(m, paths[1], 2, ['4']);
    expect(m.lamp('Call')).toMatchObject({ is: 'proven', next: null });
    follow(m, 'matrix', 'full');
    expect(left(m).map(({ zone, is, path }) => [zone, is, path])).toEqual([
      ['3', 'alarm', paths[1]],
      ['3', 'restoral', paths[1]],
    ]);
    expect(m.lamp('Call').is).toBe('marginal');
    walked(m, paths[1], 2, ['3']);
    expect(m.lamp('Call').is).toBe('proven');
  });
  test('a spare receiver is reached too, over each path; a maintenance address is not asked for', () => {
    const { m, path } = onePath();
    const spare = m.element('receiver', 'spare');
    m.set(m.element('receiver', 'remote'), { 'receiver.role': 'maintenance', 'receiver.account': '0233' });
    m.set(spare, { 'receiver.role': 'secondary', 'receiver.account': '0233', 'receiver.port': 4111, 'receiver.protocol': 'line' });
    m.asked({ path }).call('0233', high);
    expect(left(m)).toMatchObject([{ why: 'receiver', path, receiver: spare }]);
    expect(m.lamp('Call')).toMatchObject({ is: 'marginal', next: { code: 'next-cell', args: { receiver: spare } } });
    m.ports = { ...m.ports, line: 4111 };
    m.asked({ path }).call('0233', high);
    expect(m.lamp('Call').is).toBe('proven');
  });
  test('what can’t be made is accepted with a reason, covers what lies in it, and leaves Call weak without a next', () => {
    const { m, path } = onePath();
    float(m);
    m.asked({ zone: '3', path }).call('0233', high);
    m.add('cell.accepted', { zone: null, is: 'restoral', path: null, receiver: null, reason: 'the float is welded', lifted: false });
    expect(left(m)).toEqual([]);
    expect(m.lamp('Call')).toMatchObject({ is: 'marginal', next: null });
    expect(m.lamp('Call').because.map(({ code }) => code)).toContain('cells-accepted');
    m.add('cell.accepted', { zone: null, is: 'restoral', path: null, receiver: null, reason: 'it moves again', lifted: true });
    expect(left(m)).toHaveLength(2);
  });
  test('where the unit sends no restorals, none is asked for', () => {
    const { m, path } = onePath();
    float(m);
    m.rules = { ...m.rules, profiles: shippedProfiles.slice(0, 1).map((one) => ({ ...one, notAsked: {}, best: {}, noRestorals: true })) };
    m.asked({ zone: '3', path }).call('0233', high);
    expect(m.lamp('Call').is).toBe('proven');
  });
  test('a path that changed after its proof takes the cells with it', () => {
    const { m, path, sim, modem } = onePath();
    m.asked({ path }).call('0233', high);
    m.enter('sim.apn', sim, 'other.example').restarted(modem);
    expect(m.lamp('Call').is).toBe('stale');
    expect(left(m)).toMatchObject([{ verdict: 'stale', path }]);
  });
  test('at another desk a read-back leaves it weak and has no next; its log proves; any receiver will do', () => {
    const { m, path } = onePath();
    m.set(null, { 'desk.whose': 'theirs' });
    float(m);
    const said = (is: 'alarm' | 'restoral', how: 'read back' | 'log', what: 'right' | 'missing' = 'right') => {
      m.add('event.made', { path, zone: '3', is, event: 'high', words: '' });
      const made = m.last.id;
      const line = how === 'log' ? 1 : null;
      const of = { how, person: 'Ruth', path, zone: '3', is, event: 'high', at: m.now, line, words: '', made, said: what, columns: null };
      m.add('call.confirmed', of);
    };
    said('alarm', 'read back');
    expect(m.lamp('Call')).toMatchObject({ is: 'marginal', next: { code: 'next-cell' } });
    said('restoral', 'read back');
    expect(m.lamp('Call')).toMatchObject({ is: 'marginal', next: null });
    said('alarm', 'log');
    said('restoral', 'log');
    expect(m.lamp('Call').is).toBe('proven');
    expect(m.state.made.map((one) => one.said?.how)).toEqual(['read back', 'read back', 'log', 'log']);
    // What they do not have of one zone is not lifted by what they have of another.
    said('alarm', 'read back', 'missing');
    said('restoral', 'log');
    expect(m.lamp('Call')).toMatchObject({ is: 'failed', next: { code: 'next-cell', args: { zone: '3', is: 'alarm' } } });
    said('alarm', 'log');
    expect(m.lamp('Call').is).toBe('proven');
  });
});
