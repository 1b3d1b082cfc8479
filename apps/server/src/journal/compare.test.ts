// Nothing is believed too easily: what people say of frames, captures, logs and files is compared with what the desk keeps. The cheapest lies first.
import { hashOf, type State, textOf } from '@green-lamp/core/journal';
import { bytesOf, listeners } from '@green-lamp/core/wire';
import { Ingest } from '../desk/ingest.ts';
import { allLamps, lamps, shippedRules } from '@green-lamp/core/lamp';
import { type ElementId, isElementId, type LampName, settingKey, type Stream, sure, type Ulid } from '@green-lamp/core/name';
import { instant, isoText } from '@green-lamp/core/quantity';
import type { FrameView } from '@green-lamp/core/api';
import { TestServer, testSource } from '../testing/server.ts';
import type { Answer } from '@green-lamp/core/api';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const now = () => instant(Date.now());
const codes = (answers: readonly Answer[]): string[] =>
  answers.map((one) => (one.is === 'refused' ? (one.problems[0]?.code ?? '') : one.is));
const frames = async (stream: Stream): Promise<FrameView[]> =>
  (await server.get<{ frames: FrameView[] }>(`/api/frames?station=${stream}`)).frames;
const newest = async (stream: Stream): Promise<FrameView> => {
  const [frame] = await frames(stream);
  if (frame === undefined) throw new Error('no frame came');
  return frame;
};
const state = (stream: Stream): Promise<State> => server.journal.state(stream);
const lamp = async (stream: Stream, name: LampName) =>
  allLamps(lamps(await state(stream), { ...shippedRules, heard: server.journal.heardOf(stream), now: now() })).find(
    (one) => one.lamp === name,
  );
const set = (stream: Stream, key: ReturnType<typeof settingKey>, value: string, over: Ulid | null = null) =>
  server.entry(stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over });

/** What an entry says of a frame, as the page takes it from the desk. */
const named = (frame: FrameView) => ({
  frame: frame.id,
  receiver: frame.receiver === null ? null : sure(isElementId, frame.receiver),
  event: frame.event ?? '',
  grade: frame.grade as 7, // every call here is an event
  path: frame.path === null ? null : sure(isElementId, frame.path),
  how: frame.how as 'address',
  strength: frame.strength as 'likely',
  zone: frame.zone ?? null,
  is: frame.turn as 'alarm' | null,
  source: { address: frame.address, port: frame.fromPort },
  received: instant(frame.at),
  simulated: frame.simulated,
});
/** The same, without what only the desk says: how it came, and how surely. */
const facts = (frame: FrameView) => {
  const { how: _, strength: __, ...rest } = named(frame);
  return { ...rest, part: 0, listener: 'line', port: frame.port, words: '' };
};

/** Two Ethernet paths, from 127.0.9.1 and 127.0.9.2. */
const pair = async (account: string) => {
  const one = await server.station(account);
  const second = server.chance.element();
  await server.deliver(
    server.entry(one.stream, 'element.added', { group: 'path', id: second, label: 'second' }),
    set(one.stream, settingKey('path', second, 'kind'), 'ethernet'),
    set(one.stream, settingKey('path', second, 'address'), '127.0.9.2'),
  );
  return { ...one, second };
};

test('a call from this computer is kept and answered, is said to be impossible, and makes no entry, nothing heard, no lamp; no word gives it a path', async () => {
  const { stream, path } = await server.station('9001');
  const before = (await state(stream)).count;
  expect(await server.send('9001;;event=panel_alarm;zone=1\n', { from: '127.0.0.1' })).toEqual(['OK 1']);
  const frame = await newest(stream);
  expect(frame).toMatchObject({ strength: 'impossible', path: null, entry: null, impossible: [path], simulated: false });
  expect([(await state(stream)).count, server.journal.heardOf(stream)]).toEqual([before, []]);
  expect(codes(await server.deliver(server.entry(stream, 'call.attributed', { ...facts(frame), path })))).toEqual(['frame-impossible']);
  expect((await lamp(stream, 'Call'))?.is).toBe('dark');
});
test('an invented frame, another station’s, and a frame whose facts are bent are refused; its own facts are taken', async () => {
  const { stream, second } = await pair('9002');
  const other = await server.station('9003');
  await server.send('9002;;event=high;zone=3\n');
  await server.send('9003;;event=high;zone=3\n');
  const [frame, foreign] = [await newest(stream), await newest(other.stream)];
  const said = (change: object) => server.entry(stream, 'call.attributed', { ...facts(frame), path: second, ...change });
  const bent = [
    { event: 'fire' },
    { grade: 9 },
    { zone: '4' },
    { is: 'restoral' },
    { received: instant(frame.at - 1) },
    { source: { address: '127.0.9.2', port: 1 } },
    { simulated: true },
    { receiver: null },
    { port: 1 },
  ];
  expect(codes(await server.deliver(said({ frame: 99_999 }), said({ frame: foreign.id }), ...bent.map(said)))).toEqual([
    'frame-unknown',
    'frame-unknown',
    ...bent.map(() => 'frame-differs'),
  ]);
  // The other path can't have brought it: its address is the first path's alone.
  expect(codes(await server.deliver(said({})))).toEqual(['frame-impossible']);
  expect(codes(await server.deliver(said({ path: facts(frame).path })))).toEqual(['kept']);
});
test('‘by the device’ is taken only from a capture of this station in which the reader finds it', async () => {
  const { stream, path } = await server.station('9004');
  const other = await server.station('9005');
  const key = settingKey('path', path, 'kind');
  await server.deliver(
    server.entry(stream, 'element.added', { group: 'sim', id: server.chance.element(), label: 'card' }),
    set(stream, key, 'cellular', (await state(stream)).settings[key]?.[0]?.pos.id ?? null),
  );
  const text = 'AT+CCID\r\n+CCID: 8999901234567890124\r\nOK\r\n';
  await server.post('/api/blobs', { text, stream });
  const capture = (of: Stream, about: ElementId | null) => ({
    ...server.entry(of, 'capture.kept', { path: about, about: 'AT dialogue', lines: 3, found: 1, missed: 0, simulated: false }),
    blobs: [hashOf(text)],
  });
  const [mine, theirs] = [capture(stream, path), capture(other.stream, null)];
  const number = '8999901234567890124';
  const note = server.entry(stream, 'note.written', { lamp: null, words: number });
  expect(codes(await server.deliver(mine, theirs, note))).toEqual(['kept', 'kept', 'kept']);
  const reading = (value: string, re: Ulid | null) => {
    const data = { lamp: 'Card', path, what: 'card.number', value, in: null, from: now(), to: now(), item: null } as const;
    const entry = server.entry(stream, 'reading.taken', { ...data, by: 'device', blind: false, simulated: false });
    return re === null ? entry : { ...entry, re: [re] };
  };
  const lies = [reading(number, null), reading(number, note.id), reading(number, theirs.id), reading('8999900000000000014', mine.id)];
  expect(codes(await server.deliver(...lies))).toEqual(lies.map(() => 'not-in-capture'));
  expect(codes(await server.deliver(reading(number, mine.id)))).toEqual(['kept']);
});
test('a reading is judged by its row: what, value, measure, path, instant, whose knowledge', async () => {
  const { stream, path } = await server.station('9006');
  const base = {
    lamp: 'Power',
    path: null,
    what: 'supply.idle',
    value: 12_600,
    in: 'mV',
    item: null,
    by: 'measured',
    blind: false,
  } as const;
  const read = (change: object) => server.entry(stream, 'reading.taken', { ...base, from: now(), to: now(), simulated: false, ...change });
  const wrong: readonly (readonly [object, string])[] = [
    [{ what: 'nonsense' }, 'choice'],
    [{ what: 'watch.checkIns', lamp: 'Watch', value: 2, in: 'count' }, 'choice'],
    [{ value: { x: [1] } }, 'type'],
    [{ value: 100_001 }, 'range'],
    [{ value: -1 }, 'range'],
    [{ in: 'dBm' }, 'choice'],
    [{ in: null }, 'choice'],
    [{ lamp: 'Signal' }, 'choice'],
    [{ path }, 'type'],
    [{ from: instant(0) }, 'range'],
    [{ to: instant(Date.now() + 600_000) }, 'range'],
    [{ by: 'word' }, 'choice'],
    [{ blind: true }, 'type'],
    [{ item: path }, 'type'],
    [{ what: 'supply.sign', value: false, in: null, by: 'word' }, 'type'],
    [{ lamp: 'Bearer', what: 'bearer.word', value: true, in: null, by: 'word', path: server.chance.element() }, 'type'],
    [{ lamp: 'Card', what: 'card.pin', value: 'open', in: null, by: 'word', path }, 'choice'],
    [{ lamp: 'Card', what: 'card.number', value: '123', in: null, by: 'word', path }, 'form'],
  ];
  expect(codes(await server.deliver(...wrong.map(([change]) => read(change))))).toEqual(wrong.map(([, code]) => code));
  expect(codes(await server.deliver(read({}), read({ value: 0 }), read({ value: 100_000 })))).toEqual(['kept', 'kept', 'kept']);
});
test('a drill is closed with the desk’s own frames: begun before, on another path than the cut one, and nothing by the cut path meanwhile', async () => {
  const { stream, path, second } = await pair('9007');
  const run = (frame: FrameView | null, change: object = {}) =>
    server.entry(stream, 'drill.run', {
      drill: 'link loss',
      path,
      begun: now(),
      over: now(),
      since: null,
      took: frame === null ? null : named(frame),
      back: null,
      kept: [],
      lost: null,
      seen: null,
      simulated: false,
      words: '',
      ...change,
    });
  expect(codes(await server.deliver(run(null)))).toEqual(['not-shown']);
  const begin = () => server.deliver(server.entry(stream, 'drill.begun', { drill: 'link loss', path, ago: 0, by: 'hand', words: '' }));
  const putBack = async () => {
    const at = now();
    await server.deliver(server.entry(stream, 'drill.marked', { mark: 'put back', at, zone: null, is: null, words: '' }));
    return at;
  };
  await begin();
  const begun = now();
  await server.send('9007;;event=over_second\n', { from: '127.0.9.2' });
  const took = await newest(stream);
  expect(took).toMatchObject({ path: second, strength: 'likely' });
  const over = await putBack();
  const lies = [
    run({ ...took, strength: 'certain' }, { begun, over }),
    run({ ...took, id: 99_999 }, { begun, over }),
    run({ ...took, path }, { begun, over }),
    run(took, { begun, over, drill: 'supply loss' }),
    run(took, { begun: instant(begun - 600_000), over }),
    run(took, { begun, over, simulated: true }),
  ];
  expect(codes(await server.deliver(...lies))).toEqual([
    'frame-differs',
    'frame-unknown',
    'frame-differs',
    'not-shown',
    'not-shown',
    'mark',
  ]);
  expect(codes(await server.deliver(run(took, { begun, over })))).toEqual(['kept']);
  expect((await lamp(stream, 'Standby'))?.because.map(({ code }) => code)).toContain('drill');
  // A device whose clock is ten minutes slow, and that knows it, closes its drill all the same; one that says nothing of it does not.
  await begin();
  const slow = now();
  await server.send('9007;;event=slow_second\n', { from: '127.0.9.2' });
  const [late, back] = [run(await newest(stream), { begun: slow, over: await putBack() }), 600_000];
  expect(codes(await server.deliver({ ...late, at: instant(late.at - back), skew: 0, since: 0 }))).toEqual(['not-shown']);
  expect(codes(await server.deliver({ ...late, at: instant(late.at - back), skew: back }))).toEqual(['kept']);
  // The plug was never pulled: the first path calls while it should be cut.
  await begin();
  const again = now();
  await server.send('9007;;event=first_still_on\n');
  await server.send('9007;;event=second_too\n', { from: '127.0.9.2' });
  expect(codes(await server.deliver(run(await newest(stream), { begun: again, over: await putBack() })))).toEqual(['not-shown']);
  // Nor is it cut where the unit reports each event by both, the standby's call first.
  await server.deliver(server.entry(stream, 'drill.ended', { words: '' }));
  await begin();
  const both = now();
  await server.send('9007;;event=doubled\n', { from: '127.0.9.2' });
  const doubled = await newest(stream);
  await server.send('9007;;event=doubled_too\n');
  expect(codes(await server.deliver(run(doubled, { begun: both, over: await putBack() })))).toEqual(['not-shown']);
});
test('a drill says when it was put back, when the unit was made to call, what was made meanwhile and what came, as the desk has it', async () => {
  const { stream, path, second } = await pair('9017');
  const begin = (drill: 'link loss' | 'all paths down') =>
    server.deliver(server.entry(stream, 'drill.begun', { drill, path, ago: 0, by: 'hand', words: '' }));
  const mark = (mark: 'put back' | 'made' | 'asked', change: object = {}) =>
    server.deliver(server.entry(stream, 'drill.marked', { mark, at: now(), zone: null, is: null, words: '', ...change }));
  const nothing = { since: null, took: null, back: null, kept: [], lost: null, seen: null, simulated: false, words: '' };
  const run = (data: object) => server.entry(stream, 'drill.run', { drill: 'link loss', path, begun, over, ...nothing, ...data } as never);
  await begin('link loss');
  const begun = now();
  await server.send('9017;;event=by_second\n', { from: '127.0.9.2' });
  const took = await newest(stream);
  expect(took.path).toBe(second);
  await mark('put back');
  const over = now();
  await server.send('9017;;event=back_again\n');
  const back = await newest(stream);
  const bytes = Buffer.from(took.bytes, 'base64').length;
  const seen = { to: back.at, byCut: 1, byOthers: 1, bytes, late: 0, flaps: 0 };
  const state = await server.journal.state(stream);
  const put = state.drill?.over ?? 0;
  const lies = [
    run({ took: named(took), back: named(back) }), // put back at another instant than was marked
    run({ over: put, took: named(took), back: named(back), since: begun }),
    run({ over: put, took: named(took), back: named(back), kept: [{ at: begun, zone: null, is: null, frame: null, own: null }] }),
    run({ over: put, took: named(took), back: named(back) }), // without its counts a path that goes again would not show
    run({ over: put, took: named(took), back: named(back), seen: { ...seen, byOthers: 9 } }),
    run({ over: put, took: named(took), back: named(back), seen: { ...seen, bytes: 0 } }),
  ];
  if (over === put) lies.shift();
  expect(codes(await server.deliver(...lies))).toEqual(lies.map(() => 'not-shown'));
  const [kept] = await server.deliver(run({ over: put, took: named(took), back: named(back), seen }));
  expect(kept).toEqual(expect.objectContaining({ is: 'kept' }));
  // Nothing led out: what came meanwhile says otherwise, by whichever path; and another event is not the one that was made.
  await begin('all paths down');
  await mark('made', { zone: '3', is: 'alarm' });
  await server.send('9017;;event=high;zone=4\n', { from: '127.0.9.2' });
  const early = await newest(stream);
  await mark('put back');
  await server.send('9017;2026-11-12T14:06:00Z;event=high;zone=4\n');
  const other = await newest(stream);
  const drill = (await server.journal.state(stream)).drill;
  const made = drill?.made[0];
  const down = (frame: FrameView, own: number | null) =>
    server.entry(stream, 'drill.run', {
      ...nothing,
      drill: 'all paths down',
      path,
      begun: drill?.begun,
      over: drill?.over,
      back: named(frame),
      kept: [{ at: made?.at, zone: made?.zone, is: made?.is, frame: named(frame), own }],
    } as never);
  const [result] = await server.deliver(down(other, 1));
  const why = result?.is === 'refused' ? result.problems.map(({ path: of }) => of) : [];
  expect(why).toEqual(['data.kept.0.own', 'data.kept.0.frame', 'data.took', 'data.seen']);
  expect(early.zone).toBe('4');
});
test('an answer through a tunnel is the device’s only where it printed from where it asked: a laptop at the station and a typed address are a word', async () => {
  const { stream } = await server.station('9018');
  const tunnel = server.chance.element();
  await server.deliver(server.entry(stream, 'element.added', { group: 'tunnel', id: tunnel, label: 'office' }));
  const told = async (head: string) => {
    const text = `${head}\n64 bytes from 10.8.3.20: icmp_seq=1 ttl=62 time=48.1 ms`;
    await server.post('/api/blobs', { text, stream });
    const capture = {
      ...server.entry(stream, 'capture.kept', { path: null, about: 'ping', lines: 2, found: 0, missed: 2, simulated: false }),
      blobs: [hashOf(text)],
    };
    await server.deliver(capture);
    return (by: 'device' | 'word', from = '10.1.0.5') => ({
      ...server.entry(stream, 'tunnel.crossed', {
        tunnel,
        way: 'back',
        host: '10.8.3.20',
        from,
        seen: null,
        replies: 1,
        by,
        simulated: false,
        words: '',
      }),
      re: [capture.id],
    });
  };
  const bare = await told('PING 10.8.3.20 (10.8.3.20): 56 data bytes');
  expect(codes(await server.deliver(bare('device'), bare('word')))).toEqual(['not-in-capture', 'kept']);
  const own = await told('PING 10.8.3.20 (10.8.3.20) from 10.1.0.5 : 56(84) bytes of data.');
  expect(codes(await server.deliver(own('device', '10.1.0.6'), own('device')))).toEqual(['not-in-capture', 'kept']);
});
test('a line of another desk’s log proves only with its account, zone and time near our own entry', async () => {
  const { stream } = await server.station('9008');
  const at = instant(Math.floor(Date.now() / 1000) * 1000);
  const early = instant(at - 600_000);
  const log = ['account,time,zone,event', `9008,${isoText(at)},3,high`, `9009,${isoText(at)},3,high`, `9008,${isoText(early)},3,high`].join(
    '\n',
  );
  await server.post('/api/blobs', { text: log, stream });
  const confirm = (line: number, change: object = {}) => {
    const data = {
      how: 'log',
      person: 'their log',
      path: null,
      zone: '3',
      is: 'alarm',
      event: 'high',
      at,
      line,
      words: '',
      made: null,
      said: 'right',
      columns: null,
    } as const;
    return { ...server.entry(stream, 'call.confirmed', { ...data, ...change }), blobs: [hashOf(log)] };
  };
  expect(codes(await server.deliver(confirm(2)))).toEqual(['not-shown']);
  await server.deliver(server.entry(stream, 'event.made', { path: null, zone: '3', is: 'alarm', event: 'high', words: '' }));
  const lies = [confirm(3), confirm(9), confirm(2, { zone: '4' }), confirm(4, { at: early }), confirm(2, { at: instant(at + 60_000) })];
  expect(codes(await server.deliver(...lies))).toEqual(lies.map(() => 'not-shown'));
  expect(codes(await server.deliver(confirm(2)))).toEqual(['kept']);
});
test('files before and after that do not differ as said show no change', async () => {
  const { stream } = await server.station('9010');
  const [before, after] = ['timer = 5\nname = weir\n', 'timer = 6\nname = weir\n'];
  for (const [when, text] of [
    ['before', before],
    ['after', after],
  ] as const) {
    await server.post('/api/blobs', { text, stream });
    const data = { when, name: 'unit.cfg', bytes: text.length, sha256: hashOf(text), element: null, serial: '' };
    expect(codes(await server.deliver({ ...server.entry(stream, 'file.kept', data), blobs: [hashOf(text)] }))).toEqual(['kept']);
  }
  const shown = (change: object) =>
    server.entry(stream, 'change.shown', { name: 'timer', was: '5', now: '6', before: hashOf(before), after: hashOf(after), ...change });
  const lies = [
    shown({ name: 'name', was: 'weir', now: 'weir' }),
    shown({ now: '7' }),
    shown({ before: hashOf(after) }),
    shown({ after: hashOf('x') }),
  ];
  expect(codes(await server.deliver(...lies))).toEqual(lies.map(() => 'not-shown'));
  expect(codes(await server.deliver(shown({})))).toEqual(['kept']);
});
test('check-ins are the desk’s own entries: no person writes one', async () => {
  const { stream, path } = await server.station('9011');
  const data = { path, instants: [now(), now()], asked: 2, strength: 'certain', simulated: false } as const;
  expect(codes(await server.deliver(server.entry(stream, 'checkins.seen', data)))).toEqual(['part-only']);
});
test('a hold that calls itself a modem’s is the yard’s capture, or nobody’s', async () => {
  const { stream, path } = await server.station('9012');
  const samples = [{ at: 0, values: { 'signal.rsrp': -80 } }];
  const hold = { path, from: now(), to: now(), radio: 'LTE', source: 'modem', samples, simulated: false } as const;
  expect(codes(await server.deliver(server.entry(stream, 'hold.run', hold)))).toEqual(['not-in-capture']);
});
test('a frame at another listener of the desk is kept and told, and is no call of the receiver’s', async () => {
  const { stream, path } = await server.station('9013', 'dc09');
  await server.send('9013;;event=high\n');
  expect(await newest(stream)).toMatchObject({ receiver: null, grade: 5, path, strength: 'likely' });
  const is = async (name: LampName) => (await lamp(stream, name))?.is;
  expect([await is('Bearer'), await is('Route'), await is('Call')]).toEqual(['proven', 'dark', 'dark']);
});
test('two accounts in one call: kept as refused, proving nothing', async () => {
  const { stream } = await server.station('9014');
  expect(await server.send('9014;;event=high;account=9015\n')).toEqual(['OK 1']);
  expect(await newest(stream)).toMatchObject({ status: 'refused', why: 'two accounts', entry: null });
  expect((await state(stream)).evidence).toEqual({});
});
test('the desk writes the check-in entry when as many scheduled calls came as house rules ask, once, and anew after somebody was there', async () => {
  const { stream, unit } = await server.station('9016');
  const key = settingKey('unit', unit, 'testEvery');
  await server.deliver(server.entry(stream, 'setting.set', { key, value: 60_000, origin: 'typed', simulated: false, over: null }));
  const checkIns = async () =>
    (await server.get<{ entries: { text: string }[] }>(`/api/entries?after=0&streams=${stream}`)).entries.filter(({ text }) =>
      text.includes('"kind":"checkins.seen"'),
    ).length;
  const ingest = server.running.app.get(Ingest);
  const call = async (at: number) => {
    const [piece] = listeners.line.ear.hear(bytesOf('9016;;event=test\n')).pieces;
    const source = { listener: 'line', address: testSource, port: 1, listenerPort: server.linePort, mark: null } as const;
    if (piece !== undefined) await ingest.take(piece, source, instant(at));
  };
  const start = Date.now();
  for (let i = 0; i < 6; i++) await call(start + i * 3_600_000);
  expect(await checkIns()).toBe(1);
  await server.journal.append(
    (turn) => {
      const entry = server.entry(stream, 'door.shut', { element: null, words: '' }, { at: instant(start + 6 * 3_600_000) });
      return turn.keep(entry, textOf(entry));
    },
    { at: instant(start + 6 * 3_600_000) },
  );
  await call(start + 7 * 3_600_000);
  expect(await checkIns()).toBe(1);
  await call(start + 8 * 3_600_000);
  expect(await checkIns()).toBe(2);
});
