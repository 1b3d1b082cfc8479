// 'Site complete' is refused while something failed, is open or was not put back; 'unfinished' never is.
import { onePath } from '../lamp/testing.ts';
import { shippedRules } from '../lamp/index.ts';
import type { ElementId, LampName } from '../name/index.ts';
import { days, hours, instant, minutes } from '../quantity/index.ts';
import { speakerOf } from '../journal/index.ts';
import type { StationMaker } from '../scenario/index.ts';
import { hold } from '../scenario/worked.ts';
import { completeBlocks, endedOf, frozen, notBack, watchedBlocks, weakLamps } from './index.ts';

const speaker = (m: StationMaker) => speakerOf(m.state, () => 'Ines', m.now, 'UTC');
const by = (m: StationMaker) => ({ heard: m.heard, now: m.now, findings: [], speaker: speaker(m), profiles: [] });
const blocks = (m: StationMaker) => completeBlocks(m.state, m.line(), by(m)).map(({ code }) => code);

/** Fitted at its site, everything proven there, the door shut, held and called once more. */
const done = () => {
  const s = onePath();
  const { m, path, modem, unit } = s;
  m.set(unit, { 'unit.supplyLeast': 9_000, 'unit.supplyMost': 30_000 });
  m.add('placed', { place: 'site', where: 'the weir' });
  m.read('Power', null, 'supply.idle', 12_600, 'mV').read('Power', null, 'supply.transmitting', 12_100, 'mV');
  m.read('Card', path, 'card.number', '8999901234567890124', null, { blind: true });
  for (const [lamp, why] of [
    ['Inputs', 'values only'],
    ['Standby', 'one path by order'],
    ['Reach', 'nothing is changed from afar'],
  ] as [LampName, string][])
    m.none(lamp, null, why);
  m.add('door.shut', { element: modem, words: '' });
  hold(m, path, -85);
  m.asked({ path }).call('0233', { event: 'high' });
  return s;
};
const sign = (m: StationMaker, ending: 'complete' | 'watched' | 'unfinished', returns: { who: string; by: number } | null = null) =>
  m.add('signed.off', {
    ending,
    name: 'Ines',
    words: '',
    ...frozen(m.state, m.line(), shippedRules, {}),
    head: null,
    signature: null,
    returns: returns === null ? null : { ...returns, by: instant(returns.by) },
    untrue: '',
    closed: [],
  });

test('a finished site has nothing in its way, and no weak lamp to accept', () => {
  const { m } = done();
  expect(blocks(m)).toEqual([]);
  expect(weakLamps(m.state, m.line())).toEqual([]);
});
describe('what stands in the way', () => {
  test.each<[string, (m: StationMaker, of: { path: ElementId; modem: ElementId; unit: ElementId; sim: ElementId }) => unknown, RegExp]>([
    ['the bench', (m) => m.add('placed', { place: 'bench', where: '' }), /^bench$/],
    [
      'a lamp that was never tested',
      (m) => m.add('none.accepted', { lamp: 'Reach', path: null, reason: 'asked for', lifted: true }),
      /^lamp Reach $/,
    ],
    ['a change after the proof', (m, { sim, modem }) => m.enter('sim.apn', sim, 'other.example').restarted(modem), /^lamp Call $/],
    [
      'somebody’s word that it fails',
      (m, { path }) => m.add('declaration.made', { lamp: 'Bearer', path, outcome: 'bad', words: 'gone' }),
      /^lamp Bearer/,
    ],
    ['a switch that is off for the work', (m) => m.add('undone.noted', { what: 'isolation', words: 'Q4' }), /^undone /],
    [
      'a value for the time being',
      (m, { unit }) =>
        m
          .set(unit, { 'unit.testEvery': 60_000 })
          .add('setting.temporary', { key: `unit:${unit}.testEvery` as never, ends: 86_400_000, words: '' }),
      /^temporary /,
    ],
    [
      'the account on test',
      (m) => m.add('test.begun', { until: instant(m.now + hours(1)), elsewhere: false, told: '', words: '' }),
      /^on test$/,
    ],
    ['a drill that runs', (m, { path }) => m.add('drill.begun', { drill: 'link loss', path, ago: 0, by: 'hand', words: '' }), /^drill$/],
    [
      'a door that was opened and shut again',
      (m, { modem }) => m.add('door.shut', { element: modem, words: '' }),
      /^door (?:hold|call)$|^lamp Signal/,
    ],
  ])('%s', (_, how, code) => {
    const s = done();
    how(s.m, s);
    const found = blocks(s.m);
    expect(found.length).toBeGreaterThan(0);
    expect(found.some((one) => code.test(one))).toBe(true);
  });
  test('a radio path whose door nobody has shut', () => {
    const { m, path } = onePath();
    hold(m, path, -85);
    expect(blocks(m)).toContain('door');
  });
  test('what was put back is no longer in the way', () => {
    const { m } = done();
    m.add('undone.noted', { what: 'bypass', words: 'zone 3' });
    expect(notBack(m.state, m.now, speaker(m)).map(({ sentence }) => sentence)).toEqual(['Not put back: bypassed, zone 3.']);
    m.add('undone.back', { undone: m.last.id, words: 'armed again' });
    expect(blocks(m)).toEqual([]);
  });
  test('a weak lamp is for the sign-off to accept; one at the best that can be had is not', () => {
    const { m } = done();
    m.add('none.accepted', { lamp: 'Standby', path: null, reason: 'asked for', lifted: true }).read(
      'Standby',
      null,
      'standby.linkLoss',
      true,
    );
    expect(weakLamps(m.state, m.line()).map(({ lamp }) => lamp)).toEqual(['Standby']);
    // An end that nobody can make leaves Call weak, with nothing left to do: nothing to accept either.
    const best = done();
    best.m.set(best.m.element('input', 'float'), { 'input.deskZone': 3 });
    best.m.asked({ zone: '3', path: best.path }).call('0233', { event: 'high', zone: '3' });
    best.m.add('cell.accepted', { zone: null, is: 'restoral', path: null, receiver: null, reason: 'welded', lifted: false });
    expect(best.m.lamp('Call').is).toBe('marginal');
    expect(weakLamps(best.m.state, best.m.line())).toEqual([]);
  });
});
describe('endings', () => {
  test('watched wants a completed site, its own calls since, and no silence', () => {
    const { m } = done();
    const left = () => watchedBlocks(m.state, m.line(), { speaker: speaker(m) }).map(({ code }) => code);
    expect(left()).toEqual(['not complete', 'watch']);
    sign(m, 'complete');
    expect(left()).toEqual(['watch']);
    m.none('Watch', null, 'nobody watches it');
    expect(left()).toEqual([]);
    m.add('lapse.found', { is: 'silence', path: null, since: m.now, due: m.now, called: '' }, { part: 'desk' });
    expect(left()).toEqual(['silent']);
  });
  test('left unfinished says who returns and wants somebody; completed and unconfirmed for a week too; a change after it as well', () => {
    const { m, sim, modem } = done();
    sign(m, 'unfinished', { who: 'Bo', by: m.now + days(2) });
    expect(endedOf(m.state, m.now, speaker(m))?.wants).toMatch(/^Left unfinished\. Bo returns by /);
    sign(m, 'complete');
    expect(endedOf(m.state, m.now, speaker(m))).toMatchObject({ is: 'complete', since: false, wants: null });
    expect(endedOf(m.state, m.now + days(8), speaker(m))?.wants).toMatch(/nobody has confirmed/);
    m.wait(minutes(1)).enter('sim.apn', sim, 'other.example').restarted(modem);
    expect(endedOf(m.state, m.now, speaker(m))).toMatchObject({ since: true, wants: 'Changed since it was signed off.' });
    sign(m, 'unfinished', { who: 'Bo', by: m.now + days(2) });
    expect(m.state.completed).toBeNull();
  });
  test('a sign-off freezes each lamp, and by which rules it was judged', () => {
    const { m } = done();
    const of = frozen(m.state, m.line(), shippedRules, { 'Call ': 'one event was enough' });
    expect(of.lamps.map(({ lamp }) => lamp)).toEqual([
      'Power',
      'Inputs',
      'Card',
      'Signal',
      'Bearer',
      'Route',
      'Call',
      'Standby',
      'Watch',
      'Reach',
    ]);
    expect(of.lamps.find(({ lamp }) => lamp === 'Call')?.reason).toBe('one event was enough');
    expect(of.house.hash).toMatch(/^[0-9a-f]{64}$/);
  });
});
