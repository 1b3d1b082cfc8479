import { createHash } from 'node:crypto';
import { instant } from '../quantity/index.ts';
import { chance, StationMaker } from '../scenario/index.ts';
import { canonical, chainFault, firstLink, hashOf, type Kept, linkOf, textOf } from './index.ts';

const chance_ = chance(7);
const at = instant(1_780_000_000_000);
const writer = { person: chance_.ulid(at), device: chance_.ulid(at) };
const maker = new StationMaker({ chance: chance_, start: at, writer, name: 'Chain' });
maker.set(null, { 'site.place': 'here' }).add('note.written', { lamp: null, words: 'A note.' });

const kept: Kept[] = [];
for (const [i, step] of maker.steps.entries()) {
  if (step.is !== 'entry') continue;
  const text = textOf(step.entry);
  const received = instant(at + i);
  const hash = hashOf(text);
  kept.push({ text, hash, seq: i + 1, received, link: linkOf(kept.at(-1)?.link ?? firstLink(maker.stream), hash, i + 1, received) });
}

test('the first link is over the stream’s name, the next over raw octets, as Node’s crypto makes them', () => {
  const [first] = kept;
  const before = createHash('sha256').update(maker.stream).digest();
  const expected = createHash('sha256')
    .update(Buffer.concat([before, Buffer.from(first?.hash ?? '', 'hex'), Buffer.from(canonical({ received: at, seq: 1 }))]))
    .digest('hex');
  expect(first?.link).toBe(expected);
});
test('an untouched chain has no fault', () => expect(chainFault(maker.stream, kept)).toBeNull());
test('any one byte changed in any entry shows at that entry', () => {
  for (const [i, entry] of kept.entries())
    for (let at = 0; at < entry.text.length; at++) {
      const text = entry.text.slice(0, at) + String.fromCharCode(entry.text.charCodeAt(at) ^ 1) + entry.text.slice(at + 1);
      expect(chainFault(maker.stream, kept.with(i, { ...entry, text }))).toEqual({ seq: i + 1, what: 'hash' });
    }
});
test('an entry left out, moved, or under another time shows', () => {
  expect(chainFault(maker.stream, kept.slice(1))).toMatchObject({ what: 'sequence' });
  const [a, b] = kept;
  if (a === undefined || b === undefined) throw new Error('two entries are needed');
  expect(chainFault(maker.stream, [a, { ...b, received: instant(b.received + 1) }])).toEqual({ seq: 2, what: 'link' });
  expect(chainFault(maker.stream, [a, { ...b, received: a.received }])).toEqual({ seq: 2, what: 'received' });
});
