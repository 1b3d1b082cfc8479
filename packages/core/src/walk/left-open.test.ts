// What desk and client are told of unfinished work: what is safe, what not to believe, who returns; and nothing where it was finished.
import { onePath } from '../lamp/testing.ts';
import { days, hours, instant } from '../quantity/index.ts';
import { speakerOf } from '../journal/index.ts';
import { leftOpen } from './index.ts';

const signed = (m: ReturnType<typeof onePath>['m'], ending: 'unfinished' | 'taken down') =>
  m.add('signed.off', {
    ending,
    name: 'Ines',
    words: '',
    lamps: [],
    house: { id: 'shipped', version: 1, hash: '0'.repeat(64) as never },
    profiles: [],
    core: '1',
    head: null,
    signature: null,
    returns: ending === 'unfinished' ? { who: 'Mira', by: instant(m.now + days(2)) } : null,
    untrue: ending === 'unfinished' ? 'the level' : '',
    closed: [],
  });
const blocks = [{ code: 'x', sentence: 'Signal was not tested.', lamp: null, path: null }];

test('the desk is told what is open, what not to believe, and whether the account is on test; the client nothing of accounts', () => {
  const { m } = onePath();
  m.set(null, { 'site.place': 'the weir' });
  m.add('undone.noted', { what: 'bypass', words: 'the float' });
  m.add('test.begun', { until: instant(m.now + hours(4)), elsewhere: false, told: '', words: '' });
  signed(m, 'unfinished');
  const of = (to: 'desk' | 'client') =>
    leftOpen(to, { state: m.state, blocks, now: m.now, speaker: speakerOf(m.state, () => 'Ines', m.now, 'UTC') }) ?? '';
  expect(of('desk')).toMatch(/^Left unfinished: .*the weir\. Account 0233\./);
  for (const words of [
    'Do not believe until then: the level.',
    '- Signal was not tested.',
    'on test until',
    'Mira returns by',
    'Not put back:',
  ])
    expect(of('desk')).toContain(words);
  expect(of('client')).toContain('It does not work yet: the level.');
  for (const words of ['0233', 'Signal', 'on test']) expect(of('client')).not.toContain(words);
});
test('where work was not left unfinished nobody is told so', () => {
  const { m } = onePath();
  const speaker = speakerOf(m.state, () => 'Ines', m.now, 'UTC');
  expect(leftOpen('desk', { state: m.state, blocks, now: m.now, speaker })).toBeNull();
  signed(m, 'taken down');
  expect(leftOpen('desk', { state: m.state, blocks, now: m.now, speaker })).toBeNull();
});
