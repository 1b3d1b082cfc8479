// Asked and answered over real sockets: what was asked for becomes evidence though its like came before, also where the asking is delivered late, from a site without coverage.
import type { ElementId, Stream } from '@green-lamp/core/name';
import type { Entry } from '@green-lamp/core/journal';
import { instant } from '@green-lamp/core/quantity';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
const asked = (stream: Stream, path: ElementId | null, at = Date.now()): Entry => ({
  ...server.entry(stream, 'challenge.made', {
    path,
    zone: '3',
    is: 'alarm',
    what: 'Air lost',
    until: instant(at + 600_000),
    pressed: instant(at),
    words: '',
  }),
  at: instant(at),
});
const challenges = async (stream: Stream) => (await server.journal.state(stream)).challenges;

test('an event that was asked for is answered by its call, and by none before it', async () => {
  const { stream, path } = await server.station('7301');
  await server.send('7301;;event=air_lost;zone=3\n');
  await pause(2000);
  expect(await server.deliver(asked(stream, path))).toMatchObject([{ is: 'kept' }]);
  expect(await challenges(stream)).toMatchObject([{ answered: null }]);
  await server.send('7301;;event=air_lost;zone=4\n');
  await server.send('7301;;event=air_lost;zone=3;turn=restoral\n');
  expect(await challenges(stream)).toMatchObject([{ answered: null }]);
  await server.send('7301;;event=air_lost;zone=003\n');
  expect(await challenges(stream)).toMatchObject([{ answered: { path, simulated: false } }]);
});
test('what was asked for without coverage is answered once it is delivered, by the call that came meanwhile', async () => {
  const { stream, path } = await server.station('7302');
  await server.send('7302;;event=air_lost;zone=3\n');
  await pause(2000);
  const late = asked(stream, path);
  await pause(100);
  await server.send('7302;;event=air_lost;zone=3;n=2\n');
  await pause(100);
  expect(await server.deliver(late)).toMatchObject([{ is: 'kept' }]);
  const [one] = await challenges(stream);
  expect(one?.answered).toMatchObject({ path });
  expect((one?.answered?.at ?? 0) - (one?.pressed ?? 0)).toBeLessThan(1500);
});
test('a press of yesterday is refused: yesterday’s call would answer it', async () => {
  const { stream, path } = await server.station('7305');
  await server.send('7305;;event=air_lost;zone=3\n');
  const now = asked(stream, path);
  const old = { ...now, data: { ...(now.data as object), pressed: instant(Date.now() - 3_600_000) } } as Entry;
  expect(await server.deliver(old)).toMatchObject([{ is: 'refused' }]);
  expect(await challenges(stream)).toEqual([]);
});
test('a challenge for ever, one of another station, and a press of none are refused', async () => {
  const { stream } = await server.station('7303');
  const other = await server.station('7304');
  const forEver = asked(stream, null, Date.now());
  const long = { ...forEver, data: { ...(forEver.data as object), until: instant(Date.now() + 3 * 86_400_000) } } as Entry;
  expect(await server.deliver(long)).toMatchObject([{ is: 'refused' }]);
  expect(await server.deliver(asked(stream, other.path))).toMatchObject([{ is: 'refused' }]);
  const none = server.entry(stream, 'challenge.pressed', { challenge: server.chance.ulid(Date.now()), at: instant(Date.now()) });
  expect(await server.deliver(none)).toMatchObject([{ is: 'refused' }]);
});
