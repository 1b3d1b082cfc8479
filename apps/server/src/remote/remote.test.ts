// [R2] A change from afar by a real socket: with the yard's unit and with one from outside; the way in; and no secret in any of it.
import { connect } from 'node:net';
import { lamps, allLamps, shippedRules } from '@green-lamp/core/lamp';
import { hashOf, canonical, pinName, standing } from '@green-lamp/core/journal';
import { type ElementId, type Json, profilesStream, type SettingKey, settingKey, type Stream } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import { sealTo, writeLine } from '@green-lamp/core/wire';
import { randomBytes } from 'node:crypto';
import { TestServer, testSource } from '../testing/server.ts';
import type { RemoteSession, WayIn } from '@green-lamp/core/api';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const word = 'heron-4711';
const phone = '+441632960077';
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters -- names what the answer is
const post = async <T>(what: string, body: object): Promise<{ status: number; body: T & { problems?: { sentence: string }[] } }> => {
  const response = await server.post(`/api/${what}`, body);
  return { status: response.status, body: (await response.json()) as T & { problems?: { sentence: string }[] } };
};
const until = async <T>(ask: () => Promise<T>, good: (value: T) => boolean): Promise<T> => {
  for (let i = 0; i < 200; i++) {
    const value = await ask();
    if (good(value)) return value;
    await new Promise((done) => setTimeout(done, 25));
  }
  throw new Error('it did not come');
};
const session = async (stream: Stream): Promise<RemoteSession | null> =>
  (await server.get<{ session: RemoteSession | null }>(`/api/remote?stream=${stream}`)).session;
const ended = (stream: Stream) =>
  until(
    () => session(stream),
    (of) => of?.is === 'over',
  );

/** A station with a unit that can be programmed by text, and its start word kept secret. */
const station = async (account: string, more: { [param: string]: Json } = {}) => {
  const made = await server.station(account);
  const { stream } = made;
  const key = (param: string): SettingKey => settingKey('unit', made.unit, param);
  const number: ElementId = server.chance.element();
  const state = await server.journal.state(stream);
  const set = (of: SettingKey, value: Json) =>
    server.entry(stream, 'setting.set', {
      key: of,
      value,
      origin: 'typed',
      simulated: false,
      over: standing(state, of)?.pos.id ?? null,
    });
  const ref = server.chance.ulid(Date.now());
  const publicKey = (await server.get<{ key: string }>('/api/secrets/key')).key;
  const sealed = { ref, ...sealTo(publicKey, `${stream} ${ref}`, word, { key: randomBytes(32), nonce: randomBytes(24) }) };
  const profiles = await server.journal.state(profilesStream);
  const profile = profiles.published[pinName({ id: 'reporting-module', version: 2 })];
  if (profile === undefined) throw new Error('the profile ships');
  const entries = [
    server.entry(stream, 'element.added', { group: 'number', id: number, label: 'Ines' }),
    set(settingKey('number', number, 'number'), phone),
    set(key('remoteOn'), true),
    set(key('startFrom'), more['startFrom'] ?? 'listed'),
    set(key('testEvery'), 43_200_000),
    set(settingKey('receiver', made.receiver, 'host'), '192.0.2.10'),
    set(settingKey('receiver', made.receiver, 'port'), 4112),
    set(key('startWord'), { secret: ref }),
    server.entry(stream, 'profile.adopted', { role: 'unit', id: profile.id, version: profile.version, hash: profile.hash }),
  ];
  const answer = await post<{ answers: { is: string }[] }>('entries', {
    entries: entries.map((one) => canonical(one as unknown as Json)),
    secrets: [sealed],
  });
  expect(answer.body.answers.map(({ is }) => is)).toEqual(entries.map(() => 'kept'));
  return { ...made, key };
};
const ask = (of: { stream: Stream; path: ElementId }, key: SettingKey, more: object = {}) =>
  post<{ session: RemoteSession | null }>('remote/session', {
    stream: of.stream,
    path: of.path,
    key,
    words: '',
    virtual: true,
    from: phone,
    ...more,
  });

test('a text wakes the yard’s unit: it calls, is read, is written, is read back; Reach is proven, and says simulated', async () => {
  const of = await station('8101');
  expect((await ask(of, of.key('testEvery'))).body.problems?.[0]?.sentence).toContain('The yard is not running');
  await post('yard/start', { stream: of.stream });
  expect((await ask(of, of.key('testEvery'))).status).toBe(200);
  const over = await ended(of.stream);
  expect(over).toMatchObject({ good: true, why: null, after: 43_200_000, simulated: true });
  expect(over?.text).toBe('•••• 192.0.2.10:4112');
  expect(over?.lines.map(({ from, text }) => `${from} ${text.split(' ')[0] ?? ''}`)).toEqual([
    'unit HELLO',
    'desk GET',
    'unit IS',
    'desk PUT',
    'unit DONE',
    'desk GET',
    'unit IS',
    'desk BYE',
  ]);
  const state = await server.journal.state(of.stream);
  const reach = allLamps(lamps(state, { ...shippedRules, heard: [], now: instant(Date.now()) })).find(({ lamp }) => lamp === 'Reach');
  expect([reach?.is, reach?.simulated]).toEqual(['proven', true]);
  expect(state.device[of.key('testEvery')]).toBeUndefined();
});
test('the start word is in no answer, entry, capture or state, though it travelled inside of the process', async () => {
  const of = await station('8102');
  await post('yard/start', { stream: of.stream });
  await ask(of, of.key('testEvery'));
  await ended(of.stream);
  const said = JSON.stringify([await session(of.stream), await server.journal.state(of.stream)]);
  const entries = await (await server.fetch(`/api/entries?after=0&streams=${of.stream}`)).text();
  expect(entries).toContain('Programming session');
  expect(said + entries).not.toContain(word);
});
test('a stranger’s telephone wakes nobody, and the yard’s screen says why; the session is over at once', async () => {
  const of = await station('8103');
  await post('yard/start', { stream: of.stream });
  await ask(of, of.key('testEvery'), { from: '+441632960001' });
  expect(await ended(of.stream)).toMatchObject({
    good: false,
    why: expect.stringContaining('not on the unit’s list') as string,
    lines: [],
  });
});
test('a change of the way by which it travels asks for words first; a value that is not on the sheet and a secret are refused', async () => {
  const of = await station('8104');
  await post('yard/start', { stream: of.stream });
  const refused = await ask(of, of.key('remoteOn'));
  expect([refused.status, refused.body.problems?.[0]?.sentence]).toEqual([
    409,
    expect.stringContaining('Say first how you would get back'),
  ]);
  expect((await ask(of, of.key('startWord'), { words: 'drive' })).body.problems?.[0]?.sentence).toContain('A secret is not sent this way');
  expect((await ask(of, of.key('trigger'))).body.problems?.[0]?.sentence).toContain('no value');
  expect((await ask(of, settingKey('site', null, 'place'))).body.problems?.[0]?.sentence).toContain('entered on the unit');
});
/** A plain client that shares nothing with the yard but the lines. */
const unitFrom = (port: number, localAddress: string, account: string): void => {
  const socket = connect({ port, host: '127.0.0.1', localAddress });
  let stands: Json = 86_400_000;
  socket.setEncoding('utf8');
  socket.on('data', (text: string) => {
    for (const line of text.split('\n').filter((one) => one !== '')) {
      const [verb, key = '', value = ''] = line
        .replace(/ \*[0-9A-F]{4}$/, '')
        .split(' ')
        .map(decodeURIComponent);
      if (verb === 'PUT') stands = JSON.parse(value) as Json;
      if (verb === 'GET') socket.write(writeLine({ verb: 'IS', args: [key, JSON.stringify(stands)] }));
      if (verb === 'PUT') socket.write(writeLine({ verb: 'DONE', args: [key] }));
    }
  });
  socket.write(writeLine({ verb: 'HELLO', args: [account, 'RM-1'] }));
};
const reachOf = async (stream: Stream) => {
  const state = await server.journal.state(stream);
  return allLamps(lamps(state, { ...shippedRules, heard: [], now: instant(Date.now()) })).find(({ lamp }) => lamp === 'Reach');
};

test('a laptop on this computer that speaks the protocol is no unit of the station: Reach is marginal, by word', async () => {
  const of = await station('8107');
  await ask(of, of.key('testEvery'), { virtual: false });
  unitFrom((await session(of.stream))?.port ?? 0, '127.0.0.1', '8107');
  expect(await ended(of.stream)).toMatchObject({ good: true });
  expect(await reachOf(of.stream)).toMatchObject({ is: 'marginal', simulated: false });
});
test('a unit from outside that speaks the protocol is believed as real: read back on the sheet, Reach without the mark', async () => {
  const of = await station('8105');
  expect((await ask(of, of.key('testEvery'), { virtual: false })).status).toBe(200);
  const port = (await session(of.stream))?.port ?? 0;
  unitFrom(port, testSource, '8105');
  expect(await ended(of.stream)).toMatchObject({ good: true, before: 86_400_000, after: 43_200_000, simulated: false });
  const state = await server.journal.state(of.stream);
  expect(state.device[of.key('testEvery')]).toMatchObject({ value: 43_200_000, stage: 'readBack' });
  expect(await reachOf(of.stream)).toMatchObject({ is: 'proven', simulated: false });
  expect(state.count).toBeGreaterThan(10);
  // The port is let go of.
  const again = connect(port, '127.0.0.1');
  expect(await new Promise((done) => again.once('error', () => done('refused')).once('connect', () => done('open')))).toBe('refused');
});
test('a session can be stopped, and a second one is not begun beside it', async () => {
  const of = await station('8106');
  await ask(of, of.key('testEvery'), { virtual: false });
  expect((await ask(of, of.key('testEvery'), { virtual: false })).body.problems?.[0]?.sentence).toContain('is open already');
  expect((await post<{ session: RemoteSession }>('remote/stop', { stream: of.stream })).body.session).toMatchObject({
    is: 'over',
    why: 'It was stopped.',
  });
});
test('the way in: a port is opened for a while, a connection from outside is seen, and the port is let go of', async () => {
  const { body } = await post<{ wayIn: WayIn }>('remote/way-in', { port: 0, seconds: 20 });
  expect(body.wayIn).toMatchObject({ is: 'open' });
  const socket = connect(body.wayIn.port, '127.0.0.1');
  socket.on('error', () => undefined);
  const seen = await until(
    async () => (await server.get<{ wayIn: WayIn }>('/api/remote/way-in')).wayIn,
    ({ is }) => is !== 'open',
  );
  expect(seen).toMatchObject({ is: 'seen', from: '127.0.0.1' });
  const taken = await post<{ wayIn: WayIn }>('remote/way-in', {
    port: new URL(server.running.web).port === '' ? 80 : Number(new URL(server.running.web).port),
    seconds: 1,
  });
  expect(taken.body.wayIn.is).toBe('taken');
  expect((await post('remote/way-in', { port: server.linePort, seconds: 1 })).status).toBe(409);
  const nobody = await post<{ wayIn: WayIn }>('remote/way-in', { port: 0, seconds: 1 });
  expect(
    await until(
      async () => (await server.get<{ wayIn: WayIn }>('/api/remote/way-in')).wayIn,
      ({ is }) => is !== 'open',
    ),
  ).toMatchObject({ port: nobody.body.wayIn.port, is: 'nobody' });
  await post('remote/way-in', { port: 0, seconds: 30 });
  expect((await post<{ wayIn: WayIn }>('remote/way-in/stop', {})).body.wayIn.is).toBe('stopped');
  expect((await post('remote/way-in', { port: 70_000, seconds: 1 })).status).toBe(400);
});
test('the fingerprint of a profile is that of its text', async () => {
  const profiles = await server.journal.state(profilesStream);
  for (const { hash, body } of Object.values(profiles.published)) expect(hashOf(canonical(body))).toBe(hash);
});
