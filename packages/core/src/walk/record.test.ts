// The record as a document: what stands in it, in which order, and what never does.
import { from, onePath, twoSims } from '../lamp/testing.ts';
import { check } from '../check/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { days, instant } from '../quantity/index.ts';
import { speakerOf } from '../journal/index.ts';
import { recordOf, whenDark } from './index.ts';

const made = () => {
  const s = onePath();
  const { m, unit, sim } = s;
  m.set(null, {
    'site.place': 'the weir',
    'site.contact': 'Ruth at the mill',
    'desk.called': 'Ruth, then the client',
    'desk.grace': days(1),
  });
  m.set(unit, { 'unit.testEvery': days(1) });
  m.entered('desk').restarted('desk').entered(unit).restarted(unit);
  const record = () =>
    recordOf({
      state: m.state,
      entries: m.steps.flatMap((step) => (step.is === 'entry' ? [{ entry: step.entry, pos: { ord: step.at, id: step.entry.id } }] : [])),
      line: m.line(),
      rules: m.rules,
      findings: check(asPlanned(m.state), { traits: () => null, demo: false, now: m.now }),
      speaker: speakerOf(m.state, () => 'Ines', m.now, 'UTC'),
      zone: 'UTC',
      now: m.now,
      head: null,
      ring: null,
    });
  return { ...s, sim, record };
};
const words = (of: object): string => JSON.stringify(of);

test('its parts come in the order in which somebody who has never been there needs them, and every row has as many cells as its head', () => {
  const { record } = made();
  const { parts, marks, unfinished } = record();
  expect(parts.map(({ head }) => head)).toEqual([
    'What is there, and where',
    'What is proved',
    'When the lamp is dark',
    'Its calls, and who is called',
    'Who is told, and who may command it',
    'Findings',
    'Undone for the work, and put back',
    'Computed and measured',
    'Settings, by device',
    'Evidence',
    'What is due',
    'Whose it is from now on',
    'Judged by',
    'The journal behind it',
  ]);
  for (const { tables } of parts) for (const { heads, rows } of tables) for (const row of rows) expect(row).toHaveLength(heads.length);
  expect(marks).toContain('Not signed off: this is work in hand.');
  expect(unfinished).toBe(false);
  expect(words(parts)).toContain('To call: Ruth, then the client.');
});
test('a secret is in no cell of it, and what is left unfinished says so', () => {
  const { m, sim, unit, record } = made();
  m.secret(sim, 'sim.pin', '4471');
  m.secret(unit, 'unit.token', 'larch-gate-4471');
  expect(words(record())).toContain('kept secret, not in this record');
  expect(words(record())).not.toContain('4471');
  m.add('signed.off', {
    ending: 'unfinished',
    name: 'Ines',
    words: '',
    lamps: [],
    house: { id: 'shipped', version: 1, hash: '0'.repeat(64) as never },
    profiles: [],
    core: '1',
    head: null,
    signature: null,
    returns: { who: 'Mira', by: instant(m.now + days(2)) },
    untrue: 'the level',
    closed: [],
  } as never);
  expect(record()).toMatchObject({ unfinished: true, signed: { says: expect.stringContaining('Mira returns by') as unknown } });
  expect(words(record())).toContain('must not believe until then: the level');
});
test('when the lamp is dark: for this station, cheapest first, and nobody is sent near what starts by itself', () => {
  const { m } = made();
  const steps = whenDark(m.state);
  expect(steps[0]).toMatch(/^At the desk/);
  expect(steps.at(-1)).toMatch(/^Then drive/);
  expect(steps.join(' ')).toContain('Ruth at the mill');
  expect(steps.join(' ')).not.toContain('isolate and lock off');
  m.set(m.element('output', 'pump'), { 'output.machine': true });
  expect(whenDark(m.state).join(' ')).toContain('isolate and lock off');
  m.set(null, { 'desk.whose': 'theirs' });
  expect(whenDark(m.state)[0]).toMatch(/^Ring the other desk/);
});

test('what was computed of the gap stands beside what a drill measured, and what was drawn and photographed is named', () => {
  const { m, paths } = twoSims();
  m.set(paths[0], { 'path.probe': 'ping', 'path.probeEvery': 30_000, 'path.probeMisses': 3, 'path.probePatience': 5_000 }).set(paths[1], {
    'path.on': true,
  });
  m.add('sketch.drawn', { strokes: 'M10 10 L90 90', words: 'behind the weir' });
  m.add('drill.begun', { drill: 'link loss', path: paths[0], ago: 0, by: 'hand', words: '' });
  const begun = m.now;
  m.wait(79_000);
  m.call('0417', { event: 'test' }, from(2));
  const { lastFrame } = m;
  if (lastFrame === null) throw new Error('no frame came');
  const { frame, receiver, event, grade, path, how, strength, zone, is, source, received, simulated } = lastFrame;
  const took = { frame, receiver, event, grade, path, how, strength, zone, is, source, received, simulated };
  m.add('drill.run', {
    drill: 'link loss',
    path: paths[0],
    begun,
    over: m.now,
    since: null,
    took,
    back: null,
    kept: [],
    lost: null,
    seen: null,
    simulated: false,
    words: '',
  });
  const record = recordOf({
    state: m.state,
    entries: [],
    line: m.line(),
    rules: m.rules,
    findings: [],
    speaker: speakerOf(m.state, () => 'Ines', m.now, 'UTC'),
    zone: 'UTC',
    now: m.now,
    head: null,
    ring: null,
  });
  expect(record.sketch?.says).toMatch(/^Drawn by Ines, .*\. behind the weir$/);
  expect(record.pictures).toEqual([]);
  const rows = record.parts.find(({ head }) => head === 'Computed and measured')?.tables[0]?.rows;
  expect(rows).toEqual([['link loss', '65 s to 104 s, 84 s on average', 'within 82 s', 'as computed', '']]);
});
