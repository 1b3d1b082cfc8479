import { instant } from '../../quantity/index.ts';
import { bytesOf, type Fate, type Piece } from '../call.ts';
import { whyWords } from '../listeners.ts';
import { eventOf, lineEar } from './ear.ts';

const said = (piece: Piece | undefined, fate: Fate): string | null => {
  const answer = piece?.answer(fate, instant(0)) ?? null;
  return answer === null ? null : new TextDecoder().decode(answer);
};

test('a test, a null message or none is grade 6; any other event is 7, in small letters and at most 32 of them', () => {
  expect([{}, { event: 'null' }, { event: 'TEST ' }, { event: 'float_high' }].map((fields) => eventOf(fields).grade)).toEqual([6, 6, 6, 7]);
  expect(eventOf({ event: ` Float ${'x'.repeat(40)}` }).event).toBe(`float ${'x'.repeat(26)}`);
});
test('records are counted over the whole connection and answered by what became of them', () => {
  const first = lineEar.hear(bytesOf('0417;;\nrubbish\n'));
  const second = first.ear.hear(bytesOf('0417;;event=a\n0417;'));
  expect([
    said(first.pieces[0], 'kept'),
    said(first.pieces[1], 'not understood'),
    said(second.pieces[0], 'unknown'),
    said(second.pieces[0], 'busy'),
  ]).toEqual(['OK 1\n', 'NO 2 form\n', 'NO 3 account\n', 'NO 3 busy\n']);
  const [rest] = second.ear.end();
  expect([rest?.read, said(rest, 'not understood')]).toEqual([{ ok: false, why: 'no end', account: null }, 'NO 4 form\n']);
});
test('a record with an instant is the same one again for a day, one without never', () => {
  const [timed, untimed] = lineEar
    .hear(bytesOf('0417;2026-11-12T14:06:02Z;\n0417;;\n'))
    .pieces.map(({ read }) => (read.ok ? read.calls[0]?.repeats : undefined));
  expect([timed?.within, untimed]).toEqual([86_400_000, null]);
});
test('a reason that this version does not know is still a sentence', () => expect(whyWords('of tomorrow')).toBe('Not understood.'));
