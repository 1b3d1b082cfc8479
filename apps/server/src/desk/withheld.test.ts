// The spare receiver is reached by giving one account no answer at the first: nobody else's, for a while, and also after a restart.
import { settingKey } from '@green-lamp/core/name';
import { instant, minutes } from '@green-lamp/core/quantity';
import type { FrameView } from '@green-lamp/core/api';
import { Clock } from '../shell/clock.ts';
import { TestServer } from '../testing/server.ts';
import { Desk } from './desk.ts';

const server = new TestServer();
const ports = { line: [0, 0], dc09: [0], http: [0], mqtt: [0], serial: [0], radio: [0] };
beforeAll(() => server.open({ ports }));
afterAll(() => server.end());

const spares = (): number => server.running.app.get(Desk).listeners.filter(({ kind }) => kind === 'line')[1]?.port ?? 0;
const twoReceivers = async (account: string) => {
  const made = await server.station(account);
  const spare = server.chance.element();
  const set = (param: string, value: string | number) =>
    server.entry(made.stream, 'setting.set', {
      key: settingKey('receiver', spare, param),
      value,
      origin: 'typed',
      simulated: false,
      over: null,
    });
  await server.deliver(
    server.entry(made.stream, 'element.added', { group: 'receiver', id: spare, label: 'spare' }),
    set('account', account),
    set('protocol', 'line'),
    set('port', spares()),
    set('role', 'secondary'),
  );
  return { ...made, spare };
};
const framesOf = async (stream: string) => (await server.get<{ frames: FrameView[] }>(`/api/frames?station=${stream}`)).frames;
const withheld = (stream: Parameters<typeof framesOf>[0], receiver: string, by = minutes(10)) =>
  server.entry(stream as never, 'receiver.withheld', { receiver: receiver as never, until: instant(Date.now() + by) });

test('while it is withheld the first gives this account no answer and every other its own; the spare takes the same bytes as a call of its own', async () => {
  const { stream, receiver, spare } = await twoReceivers('8101');
  const other = await server.station('8102');
  expect((await server.deliver(withheld(stream, receiver)))[0]?.is).toBe('kept');
  expect(await server.send('8101;;event=high;zone=1\n')).toEqual([]);
  expect(await server.send('8102;;event=high;zone=1\n')).toEqual(['OK 1']);
  expect(await server.send('8101;;event=high;zone=1\n', { port: spares() })).toEqual(['OK 1']);
  expect((await framesOf(stream)).map(({ status, why, receiver: at }) => [status, why, at])).toEqual([
    ['matched', null, spare],
    ['refused', 'withheld', null],
  ]);
  expect(await framesOf(other.stream)).toHaveLength(1);
  await server.deliver(server.entry(stream, 'receiver.released', { words: '' }));
  expect(await server.send('8101;;event=high;zone=1;n=2\n')).toEqual(['OK 1']);
});
test('it ends by itself, also over a restart; nobody withholds for longer than a quarter of an hour, nor where there is no spare', async () => {
  const { stream, receiver } = await twoReceivers('8103');
  const lone = await server.station('8104');
  const refused = await server.deliver(withheld(stream, receiver, minutes(16)), withheld(lone.stream, lone.receiver));
  expect(refused.map(({ is }) => is)).toEqual(['refused', 'refused']);
  await server.deliver(withheld(stream, receiver));
  await server.close();
  await server.open({ ports: { line: [0, 0], dc09: [0], http: [0], mqtt: [0], serial: [0], radio: [0] } });
  const first = server.entry(stream, 'setting.set', {
    key: settingKey('receiver', receiver, 'port'),
    value: server.linePort,
    origin: 'typed',
    simulated: false,
    over: null,
  });
  await server.deliver(first);
  expect(await server.send('8103;;event=high\n')).toEqual([]);
  server.running.app.get(Clock).step(minutes(11));
  expect(await server.send('8103;;event=high\n')).toEqual(['OK 1']);
});
