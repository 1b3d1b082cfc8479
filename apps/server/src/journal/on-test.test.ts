// What the desk takes of a window on test: with an end within a day, at the desk that the sheet names, and nothing of one that is not open.
import { TestServer } from '../testing/server.ts';
import type { KindName, DataOf } from '@green-lamp/core/journal';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const hour = 3_600_000;
const answer = async <N extends KindName>(kind: N, data: (now: number) => DataOf<N>): Promise<string[]> => {
  const { stream } = station;
  return (await server.deliver(server.entry(stream, kind, data(Date.now())))).map((one) => one.is);
};
let station: Awaited<ReturnType<TestServer['station']>>;
beforeAll(async () => {
  station = await server.station('0911');
});
const begun = (until: number, elsewhere = false, told = ''): DataOf<'test.begun'> => ({
  until: until as DataOf<'test.begun'>['until'],
  elsewhere,
  told,
  words: '',
});

test.each([
  ['an end that is past', (now: number) => begun(now - 1000)],
  ['more than a day', (now: number) => begun(now + 25 * hour)],
  ['another desk where the sheet has our own', (now: number) => begun(now + hour, true, 'Bo')],
  ['our own desk with somebody told', (now: number) => begun(now + hour, false, 'Bo')],
] as const)('%s is refused', async (_, data) => expect(await answer('test.begun', data)).toEqual(['refused']));
test('a window that is not open is neither made longer nor ended', async () => {
  expect(await answer('test.extended', (now) => ({ until: (now + hour) as DataOf<'test.extended'>['until'] }))).toEqual(['refused']);
  expect(await answer('test.ended', () => ({ told: '', words: 'Live again.' }))).toEqual(['refused']);
});
test('one that is open is ended once', async () => {
  expect(await answer('test.begun', (now) => begun(now + hour))).toEqual(['kept']);
  expect(await answer('test.ended', () => ({ told: '', words: 'Live again.' }))).toEqual(['kept']);
  expect(await answer('test.ended', () => ({ told: '', words: 'Live again.' }))).toEqual(['refused']);
});
