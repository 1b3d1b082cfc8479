import { instant } from '../quantity/index.ts';
import { chance, scenario, StationMaker } from '../scenario/index.ts';
import type { Stream } from '../name/index.ts';
import { exportText, firstLink, hashOf, type Kept, linkOf, sayFault, textOf, type Verified, verifyJournal } from './index.ts';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const keptOf = (stream: Stream, texts: readonly string[]): Kept[] => {
  const kept: Kept[] = [];
  for (const [i, text] of texts.entries()) {
    const [hash, received] = [hashOf(text), instant(1_780_000_000_000 + i)];
    kept.push({ text, hash, seq: i + 1, received, link: linkOf(kept.at(-1)?.link ?? firstLink(stream), hash, i + 1, received) });
  }
  return kept;
};
const small = (): { stream: Stream; texts: string[] } => {
  const c = chance(5);
  const at = instant(1_780_000_000_000);
  const m = new StationMaker({ chance: c, start: at, writer: { person: c.ulid(at), device: c.ulid(at) }, name: 'Pump' });
  m.add('note.written', { lamp: null, words: 'Wet.' });
  return { stream: m.stream, texts: m.steps.flatMap((step) => (step.is === 'entry' ? [textOf(step.entry)] : [])) };
};
const fault = (of: Verified): string => (of.ok ? 'none' : of.fault);

const made = scenario(1, instant(Date.UTC(2026, 10, 12, 14, 30)));
test.each(Object.entries(made.streams))('the journal of the demo station %s verifies', (_, stream) => {
  const texts = made.steps.flatMap((step) => (step.is === 'entry' && step.entry.stream === stream ? [textOf(step.entry)] : []));
  const kept = keptOf(stream, texts);
  expect(texts.length).toBeGreaterThan(5);
  expect(verifyJournal(bytes(exportText(stream, kept, [])))).toEqual({
    ok: true,
    stream,
    head: kept.at(-1)?.link,
    kept: texts.length,
    waiting: 0,
  });
});
test('any one changed byte of a small journal is refused: each byte, in every one of its eight bits', () => {
  const { stream, texts } = small();
  const [opened, note] = texts;
  const file = bytes(exportText(stream, keptOf(stream, [opened ?? '']), [note ?? '']));
  expect(verifyJournal(file)).toMatchObject({ ok: true, kept: 1, waiting: 1 });
  const accepted: string[] = [];
  for (let i = 0; i < file.length; i++)
    for (let bit = 0; bit < 8; bit++) {
      const changed = file.slice();
      changed[i] = (changed[i] ?? 0) ^ (1 << bit);
      if (verifyJournal(changed).ok) accepted.push(`${i}.${bit}`);
    }
  expect(accepted).toEqual([]);
});
test('a byte taken out or put in is refused', () => {
  const { stream, texts } = small();
  const file = bytes(exportText(stream, keptOf(stream, texts), []));
  for (let i = 0; i < file.length; i += 7) {
    expect(verifyJournal(Uint8Array.from([...file.slice(0, i), ...file.slice(i + 1)])).ok).toBe(false);
    expect(verifyJournal(Uint8Array.from([...file.slice(0, i), 32, ...file.slice(i)])).ok).toBe(false);
  }
});
test('a cut tail that was chained again shows only against the head that was printed', () => {
  const { stream, texts } = small();
  const head = keptOf(stream, texts).at(-1)?.link ?? '';
  const cut = bytes(exportText(stream, keptOf(stream, texts.slice(0, 1)), []));
  expect(verifyJournal(cut).ok).toBe(true);
  expect(fault(verifyJournal(cut, head))).toBe('other head');
  const whole = bytes(exportText(stream, keptOf(stream, texts), []));
  expect(verifyJournal(whole, head.slice(0, 12).toUpperCase()).ok).toBe(true);
  expect(fault(verifyJournal(whole, head.slice(0, 11)))).toBe('other head');
});
const [opened, note] = small().texts;
const { stream } = small();
const kept = keptOf(stream, [opened ?? '', note ?? '']);
const sound = exportText(stream, kept, []);
test.each([
  ['not UTF-8', Uint8Array.of(0xff, 0xfe)],
  ['not JSON', bytes(sound.slice(0, -1))],
  ['other format', bytes('{"format":"letters"}')],
  ['other format', bytes('[]')],
  ['newer version', bytes(sound.replace('"version":1', '"version":2'))],
  ['fields', bytes(sound.replace('"version":1', '"version":1,"x":1'))],
  ['not canonical', bytes(` ${sound}`)],
  ['chain', bytes(exportText(stream, kept.slice(1), []))],
  ['twice', bytes(exportText(stream, kept, [note ?? '']))],
  ['entry', bytes(exportText(stream, [], ['{}']))],
  ['other stream', bytes(exportText('station:01KSP2QB0023456789ABCDEFGH' as Stream, [], [note ?? '']))],
  ['head', bytes(sound.replace(/"head":"[0-9a-f]{64}"/, `"head":"${hashOf('x')}"`))],
  ['waiting', bytes(exportText(stream, kept.slice(0, 1), [note ?? '']).replace(hashOf(note ?? ''), hashOf('x')))],
] as const)('%s is told apart and said in a sentence', (what, file) => {
  const verified = verifyJournal(file);
  expect(fault(verified)).toBe(what);
  expect(verified.ok ? '' : sayFault(verified)).toMatch(/^[A-Z].{15,}\.$/);
});
