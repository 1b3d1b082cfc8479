// [Y1] [Y2] 'Simulated' from socket to frame, entry and lamp, and never on a client from outside.
import { readEntry } from '@green-lamp/core/journal';
import { allLamps, lamps, shippedRules } from '@green-lamp/core/lamp';
import { isUlid, settingKey, type Stream } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import { callFrame, newCaller, virtualPin, type YardEvent } from '@green-lamp/core/yard';
import { readAnswer } from '@green-lamp/core/wire';
import { TestServer } from '../testing/server.ts';
import type { FrameView } from '@green-lamp/core/api';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

type Tried = { sent: string; answer: string; said: string };
const post = async <T>(what: string, body: object): Promise<T> => (await (await server.post(`/api/yard/${what}`, body)).json()) as T;
const call = async (stream: Stream, path: string, event: YardEvent): Promise<Tried[]> =>
  (await post<{ tried: Tried[] }>('call', { stream, path, event })).tried;
const frames = async (stream: Stream): Promise<FrameView[]> =>
  (await server.get<{ frames: FrameView[] }>(`/api/frames?station=${stream}`)).frames;
const cellular = async (account: string) => {
  const station = await server.station(account, 'dc09');
  const sim = server.chance.element();
  const set = (key: ReturnType<typeof settingKey>, value: string, over: string | null) =>
    server.entry(station.stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over: over as never });
  const kind = settingKey('path', station.path, 'kind');
  const was = (await server.journal.state(station.stream)).settings[kind]?.[0]?.pos.id ?? null;
  await server.deliver(
    server.entry(station.stream, 'element.added', { group: 'sim', id: sim, label: 'card' }),
    set(kind, 'cellular', was),
    set(settingKey('sim', sim, 'apn'), 'm2m.fellwave.example', null),
  );
  return { ...station, sim };
};
/** A plain client that binds the same loopback address as the yard, and is not the yard. */
const outside = async (account: string, localAddress: string): Promise<string> => {
  const socket = await server.socket(server.dc09Port, localAddress);
  return new Promise((done) => {
    socket.once('data', (chunk) => {
      done(chunk.toString());
      socket.destroy();
    });
    socket.write(callFrame(newCaller(account), 'tamper', instant(Date.now())));
  });
};

test('a call of the yard is marked in its frame, its entry and its lamp, and comes by its own path for certain', async () => {
  const { stream, path } = await server.station('7001', 'dc09');
  const { places } = await post<{ places: { path: string; address: string; account: string }[] }>('start', { stream });
  expect(places).toMatchObject([{ path, account: '7001', address: expect.stringMatching(/^127\.0\.7\.\d+$/) as string }]);
  const [tried] = await call(stream, path, 'tamper');
  expect(tried).toMatchObject({ said: 'ACK', sent: expect.stringContaining('"ADM-CID"0001L0#7001[#7001|1137 01 001]') as string });
  expect(await frames(stream)).toMatchObject([
    { simulated: true, how: 'yard', strength: 'certain', event: 'tamper', grade: 7, address: places[0]?.address },
  ]);
  const state = await server.journal.state(stream);
  expect(Object.values(state.evidence).map(({ what, simulated }) => [what, simulated])).toContainEqual(['call', true]);
  const line = lamps(state, { ...shippedRules, heard: [], now: instant(Date.now()) });
  const lamp = (name: string) => allLamps(line).find((one) => one.lamp === name);
  expect(lamp('Route')).toMatchObject({ is: 'proven', simulated: true });
  // Nobody had asked for it.
  expect(lamp('Call')).toMatchObject({ is: 'marginal', simulated: true });
  expect((await call(stream, path, 'tamper'))[0]?.sent).toContain('"ADM-CID"0002');
});
test('a unit whose sheet says the line protocol calls by it, at that listener', async () => {
  const { stream, path, receiver } = await server.station('7009');
  await post('start', { stream });
  const [tried] = await call(stream, path, 'tamper');
  expect(tried).toMatchObject({ answer: expect.stringMatching(/^OK 1/) as string, sent: expect.stringMatching(/^7009;/) as string });
  expect(await frames(stream)).toMatchObject([{ receiver, listener: 'line', how: 'yard', simulated: true }]);
});
const ofUnit = async (stream: Stream, unit: string, values: { readonly [param: string]: string }) => {
  for (const [param, value] of Object.entries(values))
    await server.deliver(
      server.entry(stream, 'setting.set', {
        key: settingKey('unit', unit as never, param), // made by the test's own station
        value,
        origin: 'typed',
        simulated: false,
        over: null,
      }),
    );
};
test.each([
  ['http', '7021'],
  ['mqtt', '7022'],
] as const)('a unit that speaks %s shows its token over a real socket, and is refused with none', async (protocol, account) => {
  const { stream, unit, path, receiver } = await server.station(account, protocol);
  await post('start', { stream });
  expect((await call(stream, path, 'tamper'))[0]?.said).toBe('DUH');
  expect((await frames(stream)).every(({ status }) => status === 'refused')).toBe(true);
  await server.secret(stream, settingKey('unit', unit, 'token'), 'a-token-of-length');
  await post('start', { stream });
  const [tried] = await call(stream, path, 'mains');
  expect(tried).toMatchObject({ said: 'ACK' });
  expect((await frames(stream))[0]).toMatchObject({
    receiver,
    listener: protocol,
    event: 'mains',
    how: 'yard',
    strength: 'certain',
    simulated: true,
  });
  expect(JSON.stringify(await frames(stream))).not.toContain('a-token-of-length');
});
test('a unit behind a modem that hands through sends its records as the sheet cuts them', async () => {
  const { stream, unit, path } = await server.station('7023', 'serial');
  const channel = server.chance.element();
  await ofUnit(stream, unit, { recordBy: 'end', recordEnd: '\\r\\n', recordSplit: ';' });
  await server.deliver(
    server.entry(stream, 'element.added', { group: 'channel', id: channel, label: 'level' }),
    ...(
      [
        ['name', 'level'],
        ['field', 2],
      ] as const
    ).map(([param, value]) =>
      server.entry(stream, 'setting.set', {
        key: settingKey('channel', channel, param),
        value,
        origin: 'typed',
        simulated: false,
        over: null,
      }),
    ),
  );
  await post('start', { stream });
  expect((await call(stream, path, 'tamper'))[0]?.said).toBe('ACK');
  expect(await frames(stream)).toMatchObject([
    { listener: 'serial', status: 'matched', how: 'yard', simulated: true, fields: { level: '1.01 m' } },
  ]);
});
test('a gateway of the yard tells of itself by its forwarder; without its EUI on the sheet it is nobody’s', async () => {
  const { stream, unit, path } = await server.station('7024', 'radio');
  await post('start', { stream });
  expect((await call(stream, path, 'test'))[0]?.said).toBe('nothing');
  await ofUnit(stream, unit, { id: '70b3d57ed0007024' });
  await post('start', { stream });
  expect((await call(stream, path, 'test'))[0]?.said).toBe('ACK');
  expect(await frames(stream)).toMatchObject([
    { listener: 'radio', status: 'matched', simulated: true, fields: { gateway: '70b3d57ed0007024' } },
  ]);
});
test('an outside client is never marked, not even from the yard’s own loopback address and with its frame', async () => {
  const { stream, path } = await server.station('7002', 'dc09');
  const { places } = await post<{ places: { address: string }[] }>('start', { stream });
  await call(stream, path, 'mains');
  expect(await outside('7002', places[0]?.address ?? '')).toContain('"ACK"');
  expect((await frames(stream)).map(({ event, simulated, how }) => [event, simulated, how])).toEqual([
    ['tamper', false, 'unknown'],
    ['mains lost', true, 'yard'],
  ]);
});
test('with a wrong clock the call is refused, the unit takes the desk’s time and calls again; the refused one proves nothing', async () => {
  const { stream, path } = await server.station('7003', 'dc09');
  await post('start', { stream });
  await post('clock', { stream, path, clock: 300_000 });
  expect((await call(stream, path, 'battery')).map(({ said }) => said)).toEqual(['NAK', 'ACK']);
  const seen = await frames(stream);
  expect(seen.map(({ status, entry }) => [status, entry !== null])).toEqual([
    ['matched', true],
    ['refused', false],
  ]);
});
test('a person’s entry is marked only where it refers to what the yard kept, and then it has to be', async () => {
  const { stream, path } = await cellular('7004');
  await post('start', { stream });
  await post('ask', { stream, path, typed: `AT+CMEE=1\rAT+CLCK="SC",1,"${virtualPin}"\rAT+CCID\rAT+CSQ\r` });
  const kept = await post<{ entry: string; text: string }>('keep', { stream, path });
  expect(kept.text).not.toContain(virtualPin);
  expect(readAnswer(kept.text).found.map(({ what }) => what)).toEqual(['card.number', 'signal.rssi']);
  const re = isUlid(kept.entry) ? [kept.entry] : [];
  const value = readAnswer(kept.text).found.find(({ what }) => what === 'card.number')?.value ?? '';
  const reading = (simulated: boolean) =>
    server.entry(stream, 'reading.taken', {
      lamp: 'Card',
      path,
      what: 'card.number',
      value,
      in: null,
      item: null,
      by: 'device',
      blind: false,
      from: instant(Date.now()),
      to: instant(Date.now()),
      simulated,
    });
  const answers = await server.deliver(reading(true), { ...reading(false), re }, { ...reading(true), re }, reading(false), {
    ...server.entry(stream, 'setting.staged', {
      stage: 'readBack',
      asOf: instant(1),
      of: [{ key: settingKey('sim', path, 'apn'), set: null, value: 'x' }],
    }),
    re,
  });
  expect(answers.map((answer) => (answer.is === 'refused' ? answer.problems[0]?.code : answer.is))).toEqual([
    'mark',
    'mark-missing',
    'kept',
    'not-in-capture',
    'mark-missing',
  ]);
  const again = await server.post('/api/yard/keep', { stream, path });
  expect(again.status).toBe(409);
});
test('a frame that the yard made is attributed by word with its mark, and with no other', async () => {
  const { stream, path, receiver } = await server.station('7005', 'dc09');
  await post('start', { stream });
  await call(stream, path, 'tamper');
  const [frame] = await frames(stream);
  const { fromPort = 0, at = 0, zone = null, turn = null, part = 0, listener = '', port = 0 } = frame ?? {};
  const said = (simulated: boolean, more: object = {}) =>
    server.entry(stream, 'call.attributed', {
      frame: frame?.id ?? 0,
      receiver,
      event: 'tamper',
      grade: 7,
      path,
      source: { address: frame?.address ?? '', port: fromPort },
      received: instant(at),
      simulated,
      zone,
      is: turn === 'alarm' ? 'alarm' : null,
      part,
      listener,
      port,
      words: '',
      ...more,
    });
  const answers = await server.deliver(said(false), said(true, { event: 'fire' }), said(true, { frame: 99_999 }), said(true));
  expect(answers.map(({ is }) => is)).toEqual(['refused', 'refused', 'refused', 'kept']);
});
test('what is not running is told so; what is no station, path, event or condition is refused in words', async () => {
  const { stream, path } = await server.station('7006', 'dc09');
  expect(await server.get(`/api/yard?stream=${stream}`)).toMatchObject({ places: null });
  for (const [what, body, status] of [
    ['call', { stream, path, event: 'tamper' }, 409],
    ['call', { stream, path, event: 'flood' }, 400],
    ['start', { stream: 'people' }, 400],
    ['act', { act: { act: 'line', station: stream, plug: 'half' } }, 400],
    ['act', { act: { act: 'answered', station: stream, answer: '"ACK"' } }, 400],
    ['act', { act: 'wait' }, 400],
    ['start', { stream, parts: ['roof'] }, 400],
  ] as const) {
    const response = await server.post(`/api/yard/${what}`, body);
    expect(response.status).toBe(status);
    expect(((await response.json()) as { problems: { sentence: string }[] }).problems[0]?.sentence).toMatch(/^[a-zA-Z].{15,}/);
  }
  await post('start', { stream });
  expect(await post('stop', { stream })).toMatchObject({ places: null });
});
test('an ethernet path has a unit and no modem', async () => {
  const { stream, path } = await server.station('7007', 'dc09');
  expect(await post('start', { stream })).toMatchObject({ places: [{ modem: false }] });
  expect(await post('ask', { stream, path, typed: 'ATI\r' })).toMatchObject({ answer: '' });
});
test('the yard’s own kinds and marks can’t be delivered by a person in its name', async () => {
  const { stream, path } = await server.station('7008', 'dc09');
  const capture = server.entry(stream, 'capture.kept', { path, about: 'AT dialogue', lines: 1, found: 0, missed: 1, simulated: true });
  const answers = await server.deliver({ ...capture, who: { part: 'yard' } }, capture);
  expect(answers.map((answer) => (answer.is === 'refused' ? answer.problems[0]?.code : answer.is))).toEqual(['part-only', 'mark']);
  expect(readEntry('').ok).toBe(false);
});
