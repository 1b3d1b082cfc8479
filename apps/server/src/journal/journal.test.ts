import { chainFault, canonical, foldAll, placedEntry, textOf, readEntry, wanted } from '@green-lamp/core/journal';
import { isSettingKey, peopleStream, settingKey, sure, type Json, type Stream } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import { Clock } from '../shell/clock.ts';
import { TestServer } from '../testing/server.ts';
import { Events } from './events.ts';
import type { Answer } from '@green-lamp/core/api';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

type Row = { n: number; seq: number; text: string; hash: string; received: number; link: string };
const rows = async (stream: Stream): Promise<Row[]> =>
  (await server.get<{ entries: Row[] }>(`/api/entries?after=0&streams=${stream}`)).entries;
const codes = (answers: readonly Answer[]): string[] =>
  answers.map((answer) => (answer.is === 'refused' ? answer.problems.map(({ code }) => code).join() : answer.is));
const note = (stream: Stream, words = 'a note') => server.entry(stream, 'note.written', { lamp: null, words });

test('[J3] an entry that comes twice is kept once and answered alike; other contents under its id are refused', async () => {
  const { stream } = await server.station('2001');
  const entry = note(stream);
  const [first] = await server.deliver(entry);
  const [again] = await server.deliver(entry);
  expect(again).toEqual({ ...first, is: 'already' });
  expect(codes(await server.deliver({ ...entry, data: { lamp: null, words: 'another' } }))).toEqual(['other-hash']);
});
test('a refused entry never blocks those behind it', async () => {
  const { stream } = await server.station('2002');
  const good = note(stream);
  const answers = await server.deliver('{"not":"an entry"}', 'rubbish', { ...note(stream), stream: 'station:x' as Stream }, good);
  expect(answers.map(({ is }) => is)).toEqual(['refused', 'refused', 'refused', 'kept']);
  expect(answers.at(-1)?.id).toBe(good.id);
});
test('what only a part may write, what another wrote, what the yard marks, and a station that was never opened are refused in words', async () => {
  const { stream, path } = await server.station('2003');
  const reading = {
    lamp: 'Power',
    path: null,
    what: 'supply.idle',
    value: 12_000,
    in: 'mV',
    item: null,
    by: 'measured',
    blind: false,
    from: instant(Date.now()),
    to: instant(Date.now()),
    simulated: true,
  } as const;
  const answers = await server.deliver(
    { ...note(stream), who: { part: 'desk' } },
    { ...note(stream), who: { person: server.chance.ulid(1), device: server.me.device } },
    server.entry(stream, 'reading.taken', reading),
    { ...note(stream), kind: 'call.arrived', data: { path } },
    note(`station:${server.chance.ulid(5)}` as Stream),
  );
  expect(codes(answers)).toEqual(['part-only', 'not-you', 'mark', 'part-only', 'no-station']);
  for (const answer of answers) expect(answer.is === 'refused' ? answer.problems[0]?.sentence : '').toMatch(/^[A-Za-z].{15,}\.$/);
});
test('an account belongs to one station at a time, in the same transaction, and is free again once it is given up', async () => {
  const one = await server.station('2004');
  const two = await server.station('2005');
  const key = settingKey('receiver', two.receiver, 'account');
  const take = (over: string | null) =>
    server.entry(two.stream, 'setting.set', { key, value: '2004', origin: 'typed', simulated: false, over: over as never });
  expect(codes(await server.deliver(take(null)))).toEqual(['account-taken']);
  const mine = settingKey('receiver', one.receiver, 'account');
  const standing = (await server.journal.state(one.stream)).settings[mine]?.[0]?.pos.id ?? null;
  expect(
    codes(
      await server.deliver(
        server.entry(one.stream, 'setting.set', { key: mine, value: null, origin: 'typed', simulated: false, over: standing }),
        take(null),
      ),
    ),
  ).toEqual(['kept', 'kept']);
});
test('[J5] an unknown kind and a newer version are kept, given out and counted as not understood', async () => {
  const { stream } = await server.station('2006');
  const strange = { ...note(stream), kind: 'drone.flown', data: { height: 3 } };
  expect(codes(await server.deliver(strange, { ...note(stream), v: 9 }))).toEqual(['kept', 'kept']);
  expect((await rows(stream)).map(({ text }) => text)).toContain(textOf(strange));
  expect((await server.journal.state(stream)).strange).toEqual({ 'drone.flown v1': 1, 'note.written v9': 1 });
});
test('every station’s chain holds, and its state is the full fold of what was kept', async () => {
  const { stream } = await server.station('2007');
  await server.deliver(note(stream), note(stream));
  const kept = await rows(stream);
  expect(chainFault(stream, kept as never)).toBeNull();
  const entries = kept.map(({ text, received }) => {
    const read = readEntry(text);
    if (!read.ok) throw new Error(text);
    return placedEntry(read.value, received);
  });
  expect(canonical(foldAll(stream, entries) as unknown as Json)).toBe(canonical((await server.journal.state(stream)) as unknown as Json));
});
test('received rises strictly in a stream, also for many entries in one millisecond', async () => {
  const { stream } = await server.station('2008');
  await Promise.all(Array.from({ length: 20 }, () => server.deliver(note(stream), note(stream))));
  const received = (await rows(stream)).map((row) => row.received);
  expect(received).toHaveLength(49);
  expect(received.every((at, i) => i === 0 || at > (received[i - 1] ?? 0))).toBe(true);
});
test('received rises strictly also while the clock stands still', async () => {
  const { stream } = await server.station('2039');
  const clock = server.running.app.get(Clock);
  const still = instant(Date.now() + 1000);
  const now = jest.spyOn(clock, 'now').mockReturnValue(still);
  try {
    await server.deliver(...Array.from({ length: 20 }, () => note(stream)));
  } finally {
    now.mockRestore();
  }
  const received = (await rows(stream)).map((row) => row.received).slice(-20);
  expect(received).toEqual(Array.from({ length: 20 }, (_, i) => still + i));
});
test('a late entry of a slow clock sorts where it belongs, and the stream is folded again', async () => {
  const { stream } = await server.station('2009');
  const key = sure(isSettingKey, 'site.place');
  const set = (value: string, more: object) => ({
    ...server.entry(stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over: null }),
    ...more,
  });
  const early = set('early', { at: instant(Date.now() - 3_600_000), since: 0 });
  await server.deliver(set('now', {}));
  await server.deliver(early);
  const state = await server.journal.state(stream);
  expect(state.settings[key]?.map(({ value }) => value)).toEqual(['early', 'now']);
  expect(wanted(state, key)).toBe('now');
});
test('only asked streams are given, after a cursor, in the order of their cursors, and every answer has clock, cursor, wire and life', async () => {
  const { stream } = await server.station('2010');
  const all = await server.get<{ entries: Row[]; cursor: number; now: number; wire: number; life: string; more: boolean }>(
    `/api/entries?after=0&streams=${stream},${peopleStream}&limit=4`,
  );
  expect(all).toMatchObject({ more: true, wire: 2, life: expect.stringMatching(/^[0-9A-Z]{26}$/) as unknown });
  expect(all.entries).toHaveLength(4);
  const rest = await server.get<{ entries: Row[]; more: boolean }>(`/api/entries?after=${all.entries.at(-1)?.n ?? 0}&streams=${stream}`);
  expect(rest.entries.map(({ seq }) => seq)).toEqual([4, 5, 6, 7, 8, 9]);
});
test('the outside of a body is judged by class-validator: 400 with problems, and nothing is kept', async () => {
  const before = server.journal.cursor;
  for (const body of [
    { entries: 'x', secrets: [] },
    { entries: [], secrets: [], more: 1 },
    { entries: Array.from({ length: 201 }, () => 'x'), secrets: [] },
    { entries: [1], secrets: [] },
    { entries: [], secrets: [{ ref: 'x' }] },
  ]) {
    const response = await server.post('/api/entries', body);
    expect(response.status).toBe(400);
    expect(((await response.json()) as { problems: { sentence: string }[] }).problems[0]?.sentence.length).toBeGreaterThan(10);
  }
  expect(server.journal.cursor).toBe(before);
});

test('what a person writes goes before the frames that wait', async () => {
  const order: string[] = [];
  const frames = Array.from({ length: 1000 }, (_, i) => server.journal.append(() => void order.push(`frame ${i}`), { source: 'a socket' }));
  await Promise.resolve();
  await server.journal.append(() => void order.push('entry'));
  expect(order.indexOf('entry')).toBeLessThan(70);
  await Promise.all(frames);
  expect(order).toHaveLength(1001);
});

test('a turn lasts 20 ms at most, then others come: a request is answered between two turns of long work', async () => {
  const slow = Array.from({ length: 12 }, () =>
    server.journal.append(() => {
      for (const until = performance.now() + 12; performance.now() < until; );
    }),
  );
  let done = false;
  void Promise.all(slow).then(() => (done = true));
  // One that waits for nothing of its own: a list would wait for its rows to be judged.
  await server.get('/api/health');
  expect(done).toBe(false);
  await Promise.all(slow);
});
test('two hundred entries in one post are kept in their order in few commits, and a second post behind them is not late', async () => {
  const { stream } = await server.station('2200');
  let commits = 0;
  server.running.app.get(Events).onEntries(() => commits++);
  const post = async (words: string): Promise<Answer[]> => {
    const entries = Array.from({ length: 200 }, (_, i) =>
      textOf(server.entry(stream, 'note.written', { lamp: null, words: `${words} ${i}` })),
    );
    return ((await (await server.post('/api/entries', { entries, secrets: [] })).json()) as { answers: Answer[] }).answers;
  };
  const [first, second] = [await post('one'), await post('two')];
  const seqs = [...first, ...second].map((answer) => (answer.is === 'refused' ? null : answer.seq));
  expect(seqs).toEqual(Array.from({ length: 400 }, (_, i) => (seqs[0] ?? 0) + i));
  expect(commits).toBeLessThanOrEqual(60);
});
