// [J7] Golden: an entry as version 1 wrote it, to the byte, and what it is today. The text below must never be changed.
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { instant } from '../quantity/index.ts';
import { evidencePos, foldAll, hashOf, placedEntry, readData, readEntry, versionOf } from './index.ts';

const text =
  '{"at":1780000000000,"data":{"from":1780000000000,"in":"mV","lamp":"Power","path":null,"simulated":false,"to":1780000000000,"value":12600,"what":"supply.idle"},"id":"01KSP2QB00ABCDEFGHJKMNPQRS","kind":"reading.taken","since":0,"skew":250,"stream":"station:01KSP2QB0023456789ABCDEFGH","v":1,"who":{"device":"01KSP2QB00DDDDDDDDDDDDDDDD","person":"01KSP2QB00PPPPPPPPPPPPPPPP"}}';
const hash = 'f901af60e440a885c563e097326adf79594ef2aeda5d4f4f23a240693b33284b';

const old = 1_780_000_000_000;
const entry = () => {
  const read = readEntry(text);
  if (!read.ok) throw new Error('the golden entry is not read');
  return read.value;
};

test('the golden text is what it was, and its hash too', () => {
  expect(bytesToHex(sha256(new TextEncoder().encode(text)))).toBe(hash);
  expect(hashOf(text)).toBe(hash);
});
const first = { lamp: 'Power', path: null, what: 'supply.idle', value: 12_600, in: 'mV', from: old, to: old, simulated: false };
test('before: version 1 without an origin; after: version 3, measured by whoever typed the figure', () => {
  expect(entry().v).toBe(1);
  expect(versionOf('reading.taken')).toBe(3);
  expect(readData(entry())).toEqual({
    ok: true,
    value: { kind: 'reading.taken', data: { ...first, item: null, by: 'measured', blind: false } },
  });
});
test.each([
  ['supply.idle', 'typed', 'measured'],
  ['supply.sign', 'typed', 'word'],
  ['card.number', 'typed', 'word'],
  ['card.number', 'read', 'device'],
  ['bearer.address', 'read', 'device'],
])('a reading of version 2, %s, %s, was known by %s', (what, origin, by) => {
  const second = { ...entry(), v: 2, data: { ...first, what, origin } };
  expect(readData(second)).toMatchObject({ ok: true, value: { data: { what, by, item: null, blind: false } } });
});
test('a count of check-ins that somebody typed stays readable and folds to nothing', () => {
  const typed = { ...entry(), v: 2, data: { ...first, lamp: 'Watch', what: 'watch.checkIns', value: 2, in: 'count', origin: 'typed' } };
  expect(readData(typed).ok).toBe(true);
  expect(foldAll(typed.stream, [placedEntry(typed, typed.at)]).evidence).toEqual({});
});
test('folded, it is the same evidence as a version 3 entry that says so', () => {
  const was = entry();
  const now = { ...was, v: 3, data: { ...(was.data as object), item: null, by: 'measured', blind: false } };
  const [before, after] = [was, now].map((of) => foldAll(of.stream, [placedEntry(of, instant(of.at + 1000))]));
  expect(before).toEqual(after);
  expect(Object.values(before?.evidence ?? {}).map((of) => [evidencePos(of).ord, of.by, of.facts])).toEqual([
    [1_780_000_000_250, 'measured', { what: 'supply.idle', value: 12_600, in: 'mV', item: null, blind: false, who: { ...was.who } }],
  ]);
});

/** A `call.arrived` as version 1 wrote it, to the byte. Never changed. */
const callText =
  '{"at":1780000000000,"data":{"account":"0417","event":"float_high","frame":3,"grade":7,"how":"only","path":"k7f3q2","received":1780000000000,"receiver":"m4d5e6","simulated":false,"source":{"address":"198.51.100.9","port":40000}},"id":"01KSP2QB00ABCDEFGHJKMNPQRT","kind":"call.arrived","since":0,"skew":null,"stream":"station:01KSP2QB0023456789ABCDEFGH","v":1,"who":{"part":"desk"}}';
const callHash = 'd7e1b40ed829c3a8f7bb1a6ef84a8a98553f66fc50174549c587f742857b599c';
const oldCall = (change: object = {}) => {
  const read = readEntry(callText);
  if (!read.ok) throw new Error('the golden call is not read');
  return { ...read.value, data: { ...(read.value.data as object), ...change } as typeof read.value.data };
};
describe('a call of version 1', () => {
  test('its text is what it was', () => expect(hashOf(callText)).toBe(callHash));
  test('after: version 2, of no zone, turn, part and listener', () => {
    expect(readData(oldCall())).toEqual({
      ok: true,
      value: {
        kind: 'call.arrived',
        data: { ...(oldCall().data as object), strength: 'claimed', zone: null, is: null, part: 0, listener: null, port: null },
      },
    });
  });
  test.each([
    [{ how: 'only' }, 'only', 'claimed'],
    [{ how: 'flag' }, 'flag', 'claimed'],
    [{ how: 'address' }, 'address', 'likely'],
    [{ how: 'pool' }, 'pool', 'likely'],
    [{ how: 'drill' }, 'told', 'claimed'],
    [{ how: 'address', simulated: true }, 'yard', 'certain'],
    [{ source: { address: '127.0.0.1', port: 1 } }, 'unknown', 'impossible'],
  ])('%j is %s, %s', (change, how, strength) =>
    expect(readData(oldCall(change))).toMatchObject({ ok: true, value: { data: { how, strength } } }),
  );
  test('one from this computer folds to nothing, any other to evidence of its strength', () => {
    const fold = (change: object) => {
      const of = oldCall(change);
      return foldAll(of.stream, [placedEntry(of, of.at)]);
    };
    const here = fold({ source: { address: '127.0.0.1', port: 1 } });
    expect([here.evidence, here.picked, here.count]).toEqual([{}, {}, 1]);
    expect(Object.keys(fold({}).evidence)).toEqual([
      'Call|k7f3q2|float_high|m4d5e6|7|good|bench|frame|claimed|| ',
      'Bearer|k7f3q2|float_high|m4d5e6|7|good|bench|frame|claimed|',
      'Route|k7f3q2|float_high|m4d5e6|7|good|bench|frame|claimed|',
    ]);
  });
  test('a word about a frame is brought up too', () => {
    const { how: _, account: __, ...data } = oldCall().data as { how: string; account: string };
    const said = { ...oldCall(), kind: 'call.attributed', data: { ...data, words: 'seen there' } };
    expect(readData(said)).toMatchObject({
      ok: true,
      value: { data: { zone: null, is: null, part: 0, listener: null, port: null, words: 'seen there' } },
    });
  });
});
test('data that version 1 would not have taken are refused by the shape of version 1', () => {
  const wrong = { ...entry(), data: { ...(entry().data as object), origin: 'typed' } };
  expect(readData(wrong)).toMatchObject({ ok: false, problems: [{ code: 'unknown' }] });
  expect(readData({ ...entry(), data: { lamp: 'Power' } }).ok).toBe(false);
});
test('a version after this one is kept and counted, not folded', () => {
  const newer = { ...entry(), v: 4 };
  expect(readData(newer)).toEqual({ ok: true, value: null });
  expect(foldAll(newer.stream, [placedEntry(newer, newer.at)]).strange).toEqual({ 'reading.taken v4': 1 });
});
