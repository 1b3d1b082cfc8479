// [L5] Texts: a controller that texts is known by the number of its card; what it says is an event only word for word; a gateway shows a machine's token.
import { request } from 'node:http';
import { deskStream, type Json, settingKey, type Stream } from '@green-lamp/core/name';
import type { FrameView } from '@green-lamp/core/api';
import { Sessions } from '../accounts/sessions.ts';
import { TestServer } from '../testing/server.ts';
import { TextsIn } from './texts.ts';

const server = new TestServer();
let token = '';
beforeAll(async () => {
  await server.open();
  const of = { kind: 'machine', person: null, role: 'desk', label: 'texts', from: 'a test' } as const;
  token = (await server.running.app.get(Sessions).make({ ...of, days: 1 })).secret;
});
afterAll(() => server.end());

const post = (body: object, auth = `Bearer ${token}`): Promise<{ status: number; body: object }> =>
  new Promise((done, failed) => {
    const options = { host: '127.0.0.1', port: server.running.desk.portOf('http'), path: '/texts', method: 'POST', agent: false };
    const sent = request({ ...options, headers: { authorization: auth } }, (answer) => {
      let text = '';
      answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
      answer.on('end', () => done({ status: answer.statusCode ?? 0, body: JSON.parse(text) as object }));
    });
    sent.on('error', failed);
    sent.end(JSON.stringify(body));
  });
const texting = async (account: string, number: string) => {
  const made = await server.station(account);
  const [sim, text, input] = [server.chance.element(), server.chance.element(), server.chance.element()];
  const set = (holder: string, id: typeof sim | null, values: { readonly [param: string]: Json }) =>
    Object.entries(values).map(([param, value]) =>
      server.entry(made.stream, 'setting.set', {
        key: settingKey(holder, id, param),
        value,
        origin: 'typed',
        simulated: false,
        over: null,
      }),
    );
  const over = (key: ReturnType<typeof settingKey>, state: Awaited<ReturnType<typeof server.journal.state>>) =>
    state.settings[key]?.at(-1)?.pos.id ?? null;
  const key = settingKey('receiver', made.receiver, 'protocol');
  const state = await server.journal.state(made.stream);
  const answers = await server.deliver(
    server.entry(made.stream, 'element.added', { group: 'sim', id: sim, label: 'card' }),
    server.entry(made.stream, 'element.added', { group: 'path', id: text, label: 'texts' }),
    server.entry(made.stream, 'element.added', { group: 'input', id: input, label: 'float' }),
    ...set('sim', sim, { number }),
    ...set('path', text, { kind: 'text', sim }),
    ...set('input', input, { name: 'Float high', text: 'Sump level HIGH', textEnd: 'Sump level ok', channel: 3 }),
    server.entry(made.stream, 'setting.set', { key, value: 'text', origin: 'typed', simulated: false, over: over(key, state) }),
  );
  expect(answers.filter(({ is }) => is !== 'kept')).toEqual([]);
  return { ...made, text };
};
const frames = async (stream: Stream): Promise<FrameView[]> =>
  (await server.get<{ frames: FrameView[] }>(`/api/frames?station=${stream}&limit=9`)).frames;

test('what an input sends is its event, word for word; its end is the restoral; the path is the card’s', async () => {
  const { stream, text, receiver } = await texting('8601', '+44 7700 900123');
  expect(await post({ from: '+447700900123', text: ' Sump  level HIGH\r\n' })).toEqual({ status: 200, body: { kept: 1, known: true } });
  await post({ from: '+44 7700 900123', text: 'Sump level ok' });
  expect(
    (await frames(stream)).map(({ event, zone, turn, grade, path, strength, receiver: of }) => [
      event,
      zone,
      turn,
      grade,
      path,
      strength,
      of,
    ]),
  ).toEqual([
    ['float high', '3', 'restoral', 7, text, 'likely', receiver],
    ['float high', '3', 'alarm', 7, text, 'likely', receiver],
  ]);
});
test('three cheap ways to be believed by text are none: words around the event, another’s number, a token of nobody', async () => {
  const { stream } = await texting('8602', '+447700900200');
  await post({ from: '+447700900200', text: 'I saw: Sump level HIGH' });
  expect(await frames(stream)).toMatchObject([{ event: 'text', grade: 6, zone: null }]);
  expect(await post({ from: '+447700900201', text: 'Sump level HIGH' })).toMatchObject({ body: { known: false } });
  expect((await post({ from: '+447700900200', text: 'Sump level HIGH' }, 'Bearer nonsense')).status).toBe(401);
  expect((await post({ from: '+447700900200', text: 'Sump level HIGH' }, '')).status).toBe(401);
  expect((await post({ from: 'Sump Co', text: 'Sump level HIGH' })).status).toBe(400);
  expect((await post({ text: 'x' })).status).toBe(400);
  expect(await frames(stream)).toHaveLength(1);
});
test('the unit’s own text is its test, word for word; without one on the sheet no text is', async () => {
  const { stream } = await texting('8606', '+447700900600');
  await post({ from: '+447700900600', text: 'ALL WELL' });
  const unit = (await server.journal.state(stream)).elements.find(({ group }) => group === 'unit');
  if (unit === undefined) throw new Error('no unit');
  const key = settingKey('unit', unit.id, 'testText');
  await server.deliver(server.entry(stream, 'setting.set', { key, value: 'All well', origin: 'typed', simulated: false, over: null }));
  for (const text of ['ALL WELL', 'Not All well', ' All  well\r\n']) await post({ from: '+447700900600', text });
  expect((await frames(stream)).map(({ event, grade }) => [event, grade])).toEqual([
    ['test', 6],
    ['text', 6],
    ['text', 6],
    ['text', 6],
  ]);
});
test('a number that two stations name says nobody’s; a call over the network never came by texts', async () => {
  const [one, two] = [await texting('8603', '+447700900300'), await texting('8604', '+447700900300')];
  await post({ from: '+447700900300', text: 'Sump level HIGH' });
  expect([await frames(one.stream), await frames(two.stream)]).toEqual([[], []]);
  expect((await server.get<{ frames: FrameView[] }>('/api/frames?status=refused&limit=1')).frames[0]?.why).toBe('two stations');
  await server.send('8603;;event=door\n');
  expect((await frames(one.stream))[0]).toMatchObject({ path: one.path, impossible: [one.text] });
});
test('a line record may come as a text; a text of the yard counts where it was sent to the desk’s number, and is simulated', async () => {
  const { stream } = await texting('8605', '+447700900500');
  await post({ from: '+447700900500', text: '8605;;event=door;zone=4' });
  expect((await frames(stream))[0]).toMatchObject({ event: 'door', zone: '4', listener: 'text' });
  const texts = server.running.app.get(TextsIn);
  await texts.simulated({ to: '+447700900999', from: '+447700900500', text: 'Sump level HIGH' });
  expect(await frames(stream)).toHaveLength(1);
  const key = settingKey('listener', null, 'textNumber');
  await server.deliver(
    server.entry(deskStream, 'setting.set', { key, value: '+447700900999', origin: 'typed', simulated: false, over: null }),
  );
  await texts.simulated({ to: '+447700900999', from: '+447700900500', text: 'Sump level HIGH' });
  expect((await frames(stream))[0]).toMatchObject({ event: 'float high', simulated: true, how: 'yard', strength: 'certain' });
});
