// Texts go out before the entries that name them, masked; a hold that runs survives a reload.
import { isElementId, settingKey, stationStream, sure } from '@green-lamp/core/name';
import { hashOf } from '@green-lamp/core/journal';
import { FakeServer } from '../testing/server.ts';
import { append } from './append.ts';
import { blobsOf, keepText, keptText } from './blobs.ts';
import { db, type SealedSecret } from './db.ts';
import { deliverNow, offerAgain } from './deliver.ts';
import { choosePerson, newId } from './device.ts';
import { addSamples, holdTime, type RunningHold, samplesIn, setHold } from './hold.ts';
import { useLive } from './live.ts';

const server = new FakeServer().install();
const me = newId();
beforeEach(async () => {
  await Promise.all(db.tables.map((table) => table.clear()));
  Object.assign(server, { away: false });
  server.kept.length = 0;
  server.posts.length = 0;
  server.texts.clear();
  choosePerson(me);
  useLive.setState({ person: me });
});
afterAll(() => {
  server.away = true;
});

test('a text is masked before it is hashed and kept here', async () => {
  const hash = await keepText('password: open-sesame-7\n+CSQ: 20,99\n');
  const rows = await db.blobs.toArray();
  expect(rows).toHaveLength(1);
  expect(rows[0]).toMatchObject({ hash, waits: 1 });
  expect(rows[0]?.text).not.toContain('sesame');
  expect(hashOf(rows[0]?.text ?? '')).toBe(hash);
});
test('it goes out before the entry that names it, once, and waits where there is no network', async () => {
  server.away = true;
  const stream = stationStream(newId());
  const blob = await keepText('+CSQ: 20,99\n');
  const data = { path: null, about: 'AT dialogue', lines: 2, found: 1, missed: 0, simulated: false };
  await append(stream, [
    { kind: 'station.opened', data: { name: 'Weir', demo: false } },
    { kind: 'capture.kept', data, blobs: [blob] },
  ]);
  await deliverNow();
  expect(await db.blobs.where('waits').equals(1).count()).toBe(1);
  server.away = false;
  await deliverNow();
  await deliverNow();
  expect(server.posts.map(({ path }) => path)).toEqual(['/api/blobs', '/api/entries']);
  expect(await db.blobs.where('waits').equals(1).count()).toBe(0);
  expect(server.kept).toHaveLength(2);
});
test('a text that is kept while others are on their way still goes out before the entry that names it', async () => {
  const stream = stationStream(newId());
  const data = { path: null, about: 'AT dialogue', lines: 2, found: 1, missed: 0, simulated: false };
  const first = await keepText('+CSQ: 20,99\n');
  await append(stream, [
    { kind: 'station.opened', data: { name: 'Weir', demo: false } },
    { kind: 'capture.kept', data, blobs: [first] },
  ]);
  // The second is kept and named in the moment in which the first entries travel.
  let second: string | null = null;
  server.refuses = (text) => {
    if (second !== null && text.includes(second) && !server.texts.has(second)) return 'its text is not here';
    return null;
  };
  server.meanwhile = async () => {
    server.meanwhile = null;
    const blob = await keepText('+CSQ: 21,99\n');
    second = blob;
    await append(stream, [{ kind: 'capture.kept', data, blobs: [blob] }]);
  };
  await deliverNow();
  await deliverNow();
  expect(await db.refused.count()).toBe(0);
  expect(server.kept).toHaveLength(3);
  server.refuses = () => null;
});
test('a text that this browser lacks is fetched and then kept; one that nobody has is none', async () => {
  const text = 'from elsewhere';
  server.texts.set(hashOf(text), text);
  expect(await keptText(hashOf(text))).toBe(text);
  server.away = true;
  expect(await keptText(hashOf(text))).toBe(text);
  server.away = false;
  expect(await keptText(hashOf('gone'))).toBeNull();
});

describe('a text at which the desk fails', () => {
  const stream = stationStream(newId());
  const data = { path: null, about: 'AT dialogue', lines: 2, found: 1, missed: 0, simulated: false };
  afterEach(() => {
    server.breaksAt = () => false;
    server.refuses = () => null;
  });
  test('never holds up what comes after; its entry is not accepted, its text stays here, and both are offered again together', async () => {
    server.breaksAt = (body) => body.includes('broken');
    server.away = true; // so that each try is one of those below
    const blob = await keepText('broken\u0000text');
    server.refuses = (text) => (text.includes(blob) && !server.texts.has(blob) ? 'its text is not here' : null);
    await append(stream, [{ kind: 'station.opened', data: { name: 'Weir', demo: false } }]);
    await append(stream, [{ kind: 'capture.kept', data, blobs: [blob] }]);
    await append(stream, [{ kind: 'note.written', data: { lamp: null, words: 'after it' } }]);
    await deliverNow();
    server.away = false;
    await deliverNow();
    expect(useLive.getState()).toMatchObject({ deskFails: true });
    await deliverNow();
    await deliverNow();
    expect(await db.queue.count()).toBe(0);
    expect(server.kept.map(({ text }) => /"kind":"([^"]+)"/.exec(text)?.[1])).toEqual(['station.opened', 'note.written']);
    const [refused] = await db.refused.toArray();
    expect((await db.blobs.get(blob))?.text).toBe('broken\u0000text');
    expect(useLive.getState()).toMatchObject({ deskFails: false, connected: true });
    server.breaksAt = () => false;
    await offerAgain(refused?.id ?? '');
    await deliverNow();
    expect(server.texts.get(blob)).toBe('broken\u0000text');
    expect([await db.refused.count(), server.kept.length]).toEqual([0, 3]);
  });
  test('an entry at which the desk fails goes to what was not accepted after three tries, those beside it are kept', async () => {
    server.breaksAt = (body) => body.includes('poison');
    const note = (words: string) => ({ kind: 'note.written' as const, data: { lamp: null, words } });
    await append(stream, [{ kind: 'station.opened', data: { name: 'Weir', demo: false } }, note('before'), note('poison'), note('behind')]);
    for (let i = 0; i < 3; i++) await deliverNow();
    expect((await db.refused.toArray()).map(({ text, problems }) => [text.includes('poison'), problems[0]?.sentence])).toEqual([
      [true, 'The desk answers and could not take it; its log says why.'],
    ]);
    expect([server.kept.length, await db.queue.count()]).toEqual([3, 0]);
  });
});

describe('a text in which the desk still finds a secret', () => {
  const stream = stationStream(newId());
  const data = { path: null, about: 'AT dialogue', lines: 2, found: 1, missed: 0, simulated: false };
  const kept = (): string => server.kept.map(({ text }) => text).join('\n');
  const word = 'otterotter';
  const finds = (text: string): [number, number][] | null =>
    text.includes(word) ? [[text.indexOf(word), text.indexOf(word) + word.length]] : null;
  beforeEach(async () => {
    server.refuses = (text) => (blobsOf(text).every((hash) => server.texts.has(hash)) ? null : 'its text is not here');
    await append(stream, [{ kind: 'station.opened', data: { name: 'Weir', demo: false } }]);
  });
  afterEach(() => {
    server.standsIn = () => null;
    server.refuses = () => null;
  });
  test('is masked there, goes out as another text, and its entry names that one', async () => {
    server.standsIn = finds;
    const old = await keepText(`start ${word} now, and ${word} again\n`);
    const [id] = await append(stream, [{ kind: 'capture.kept', data, blobs: [old] }]);
    await deliverNow();
    const [text] = server.texts.values();
    expect(text).toBe('start \u2022\u2022\u2022 now, and \u2022\u2022\u2022 again\n');
    expect([kept().includes(hashOf(text ?? '')), kept().includes(id ?? '?'), kept().includes(old)]).toEqual([true, true, false]);
    expect([await db.refused.count(), await db.queue.count(), await db.blobs.get(old)]).toEqual([0, 0, undefined]);
  });
  test('is not dropped where it was masked by an older page: what is masked now goes out', async () => {
    const text = 'Kennwort        Brass-Otter-19\n';
    const old = hashOf(text);
    await db.blobs.add({ hash: old, text, waits: 1 });
    server.standsIn = (of) => (of.includes('Otter') ? [] : null);
    await append(stream, [{ kind: 'capture.kept', data, blobs: [old] }]);
    await deliverNow();
    expect([...server.texts.values()]).toEqual([`Kennwort        \u2022\u2022\u2022\n`]);
    expect([await db.refused.count(), server.kept.length]).toEqual([0, 2]);
  });
  test('that can’t be masked further is not accepted with its entry, and holds up nothing', async () => {
    server.standsIn = (text) => (text.startsWith('odd') ? [] : null);
    await append(stream, [{ kind: 'capture.kept', data, blobs: [await keepText('odd')] }]);
    await append(stream, [{ kind: 'note.written', data: { lamp: null, words: 'after it' } }]);
    await deliverNow();
    expect([await db.refused.count(), await db.queue.count(), kept().includes('after it')]).toEqual([1, 0, true]);
  });
});
test('a refused secret keeps its sealed value for another try', async () => {
  const stream = stationStream(newId());
  const ref = newId();
  const secrets = [{ ref, box: 'x' } as unknown as SealedSecret];
  server.refuses = (text) => (text.includes(ref) ? 'not now' : null);
  await append(stream, [{ kind: 'station.opened', data: { name: 'Weir', demo: false } }]);
  const key = settingKey('sim', sure(isElementId, '0a1b2c'), 'pin');
  await append(
    stream,
    [{ kind: 'setting.set', data: { key, value: { secret: ref }, origin: 'typed', simulated: false, over: null } }],
    secrets,
  );
  await deliverNow();
  const [refused] = await db.refused.toArray();
  expect(refused?.secrets).toEqual(secrets);
  server.refuses = () => null;
  server.away = true;
  await offerAgain(refused?.id ?? '');
  expect((await db.queue.toArray()).map((row) => row.secrets)).toEqual([secrets]);
});

describe('a hold', () => {
  const stream = stationStream(newId());
  const hold: RunningHold = {
    path: sure(isElementId, '0a1b2c'),
    radio: 'LTE',
    source: 'pasted',
    start: 1000,
    every: 2000,
    samples: [],
    text: '',
  };
  const kept = (): unknown => JSON.parse(localStorage.getItem(`green-lamp:hold:${stream}`) ?? 'null');
  test('lies in the browser’s own store with its samples, its text masked', () => {
    setHold(stream, hold);
    addSamples(stream, [{ at: 0, values: { 'signal.rsrp': -99 } }], 'password: open-sesame-7');
    expect(kept()).toMatchObject({ samples: [{ at: 0, values: { 'signal.rsrp': -99 } }] });
    expect(localStorage.getItem(`green-lamp:hold:${stream}`)).not.toContain('sesame');
    setHold(stream, null);
    expect(kept()).toBeNull();
    addSamples(stream, [{ at: 0, values: {} }]);
    expect(kept()).toBeNull();
  });
  test('what was pasted is one sample for each answer, its readings together', () => {
    const samples = samplesIn('+CESQ: 99,99,255,255,20,50\nOK\n+CESQ: 99,99,255,255,21,49\nnoise\n+CSQ: 20,99', 4000, 2000);
    expect(samples).toEqual([
      { at: 4000, values: { 'signal.rsrq': -10, 'signal.rsrp': -91 } },
      { at: 6000, values: { 'signal.rsrq': -9.5, 'signal.rsrp': -92, 'signal.rssi': -73 } },
    ]);
    expect(holdTime({ ...hold, samples }, 99_000)).toBe(4000);
    expect(holdTime({ ...hold, source: 'typed' }, 31_000)).toBe(30_000);
  });
});

test('a long text goes in pieces, goes on where a cut has left it, and its entry follows', async () => {
  const stream = stationStream(newId());
  const text = '+CSQ: 20,99\n'.repeat(15_000);
  const blob = await keepText(text);
  const data = { path: null, about: 'AT dialogue', lines: 2, found: 1, missed: 0, simulated: false };
  server.pieces = 2;
  await append(stream, [
    { kind: 'station.opened', data: { name: 'Weir', demo: false } },
    { kind: 'capture.kept', data, blobs: [blob] },
  ]);
  await deliverNow();
  expect(server.kept).toHaveLength(0);
  expect(server.posts.filter(({ path }) => path === '/pieces')).toHaveLength(2);
  server.pieces = Number.POSITIVE_INFINITY;
  await deliverNow();
  expect(server.posts.filter(({ path }) => path === '/pieces')).toHaveLength(3);
  expect(server.texts.get(blob)).toBe(text);
  expect(server.kept).toHaveLength(2);
});
