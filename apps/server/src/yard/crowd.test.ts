// Many simulated stations at once over real sockets: marked, matched where they are stations, silenced by their carrier, gone when ended.
import type { CrowdState, FrameView, ListenerState } from '@green-lamp/core/api';
import { crowdAccount } from '@green-lamp/core/yard';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const post = async (what: string, body: object): Promise<CrowdState> =>
  (await (await server.post(`/api/yard/crowd/${what}`, body)).json()) as CrowdState;
const state = (): Promise<CrowdState> => server.get<CrowdState>('/api/yard/crowd');
const until = async (is: (of: CrowdState) => boolean): Promise<CrowdState> => {
  for (let tries = 0; tries < 150; tries++) {
    const now = await state();
    if (is(now)) return now;
    await new Promise((done) => setTimeout(done, 100));
  }
  return state();
};
const frames = async (query: string): Promise<FrameView[]> => (await server.get<{ frames: FrameView[] }>(`/api/frames?${query}`)).frames;

test('where a carrier fails a third of them is silent, and comes back with it; strangers stay nobody’s', async () => {
  await post('start', { count: 9, every: 1000, protocol: 'line', stations: false });
  await until(({ made, calls }) => made === 9 && calls > 9);
  await post('outage', { carrier: 'Fellwave', on: true });
  // Its modems find out by and by, as modems do; who has a carrier goes on.
  let heard = new Set<string | null>();
  for (let tries = 0; tries < 20; tries++) {
    const { now } = await server.get<{ now: number }>('/api/health');
    await new Promise((done) => setTimeout(done, 3000));
    heard = new Set((await frames(`kind=line&from=${now}&limit=200`)).map(({ account }) => account));
    if (![0, 3, 6].some((n) => heard.has(crowdAccount(n)))) break;
  }
  expect([0, 3, 6].map((n) => heard.has(crowdAccount(n)))).toEqual([false, false, false]);
  expect([1, 2, 4, 5, 7, 8].map((n) => heard.has(crowdAccount(n)))).toEqual([true, true, true, true, true, true]);
  expect((await frames('kind=line&status=unknown&limit=1'))[0]).toMatchObject({ simulated: true, station: null });
  expect((await post('outage', { carrier: 'Fellwave', on: false })).outages).toEqual([]);
  await post('stop', {});
  // What is under way when it stops still ends.
  await new Promise((done) => setTimeout(done, 1500));
  const { calls } = await state();
  await new Promise((done) => setTimeout(done, 1500));
  expect((await state()).calls).toBe(calls);
  const { listeners } = await server.get<{ listeners: ListenerState[] }>('/api/health');
  expect(listeners.find(({ kind }) => kind === 'line')).toMatchObject({ state: 'listening' });
});
test('a crowd of stations calls by itself: every call matched to its own station, acknowledged, and simulated', async () => {
  await post('start', { count: 30, every: 2000, protocol: 'dc09', stations: true });
  const now = await until(({ made, acknowledged }) => made === 30 && acknowledged >= 30);
  expect(now).toMatchObject({ running: true, count: 30, made: 30, refused: 0, unanswered: 0 });
  const of = await frames('kind=dc09&limit=100');
  expect(of.length).toBeGreaterThanOrEqual(30);
  for (const { status, simulated, how, station, account } of of)
    expect({ status, simulated, how, station }).toEqual({
      status: 'matched',
      simulated: true,
      how: 'yard',
      station: server.journal.stationOf(account ?? ''),
    });
  expect(new Set(of.map(({ account }) => account)).size).toBeGreaterThan(20);
  // Begun anew it opens none a second time.
  const before = server.journal.accounts().length;
  await post('start', { count: 30, every: 60_000, protocol: 'dc09', stations: true });
  await until(({ made }) => made === 30);
  expect(server.journal.accounts()).toHaveLength(before);
  expect((await post('stop', {})).running).toBe(false);
});
