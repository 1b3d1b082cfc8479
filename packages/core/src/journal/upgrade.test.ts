// [J7] Golden: an entry as version 1 wrote it, to the byte, and what it is today. The text below must never be changed.
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { instant } from '../quantity/index.ts';
import { evidencePos, foldAll, hashOf, placedEntry, readData, readEntry, versionOf } from './index.ts';

const text =
  '{"at":1780000000000,"data":{"from":1780000000000,"in":"mV","lamp":"Power","path":null,"simulated":false,"to":1780000000000,"value":12600,"what":"supply.idle"},"id":"01KSP2QB00ABCDEFGHJKMNPQRS","kind":"reading.taken","since":0,"skew":250,"stream":"station:01KSP2QB0023456789ABCDEFGH","v":1,"who":{"device":"01KSP2QB00DDDDDDDDDDDDDDDD","person":"01KSP2QB00PPPPPPPPPPPPPPPP"}}';
const hash = 'f901af60e440a885c563e097326adf79594ef2aeda5d4f4f23a240693b33284b';

const entry = () => {
  const read = readEntry(text);
  if (!read.ok) throw new Error('the golden entry is not read');
  return read.value;
};

test('the golden text is what it was, and its hash too', () => {
  expect(bytesToHex(sha256(new TextEncoder().encode(text)))).toBe(hash);
  expect(hashOf(text)).toBe(hash);
});
test('before: version 1 without an origin; after: version 2, typed by a person', () => {
  expect(entry().v).toBe(1);
  expect(versionOf('reading.taken')).toBe(2);
  expect(readData(entry())).toEqual({
    ok: true,
    value: {
      kind: 'reading.taken',
      data: {
        lamp: 'Power',
        path: null,
        what: 'supply.idle',
        value: 12_600,
        in: 'mV',
        origin: 'typed',
        from: 1_780_000_000_000,
        to: 1_780_000_000_000,
        simulated: false,
      },
    },
  });
});
test('folded, it is the same evidence as a version 2 entry with that origin', () => {
  const old = entry();
  const now = { ...old, v: 2, data: { ...(old.data as object), origin: 'typed' } };
  const [before, after] = [old, now].map((of) => foldAll(of.stream, [placedEntry(of, instant(old.at + 1000))]));
  expect(before).toEqual(after);
  expect(Object.values(before?.evidence ?? {}).map((of) => [evidencePos(of).ord, of.facts])).toEqual([
    [1_780_000_000_250, { what: 'supply.idle', value: 12_600, in: 'mV', origin: 'typed' }],
  ]);
});
test('data that version 1 would not have taken are refused by the shape of version 1', () => {
  const wrong = { ...entry(), data: { ...(entry().data as object), origin: 'typed' } };
  expect(readData(wrong)).toMatchObject({ ok: false, problems: [{ code: 'unknown' }] });
  expect(readData({ ...entry(), data: { lamp: 'Power' } }).ok).toBe(false);
});
test('a version after this one is kept and counted, not folded', () => {
  const newer = { ...entry(), v: 3 };
  expect(readData(newer)).toEqual({ ok: true, value: null });
  expect(foldAll(newer.stream, [placedEntry(newer, newer.at)]).strange).toEqual({ 'reading.taken v3': 1 });
});
