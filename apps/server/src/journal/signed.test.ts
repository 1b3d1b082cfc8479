// 'Site complete' is what the desk itself finds: a page that claims it while something is open is refused, with what it is.
import { deskStream } from '@green-lamp/core/name';
import type { DataOf } from '@green-lamp/core/journal';
import { shippedRules } from '@green-lamp/core/lamp';
import { hours, instant } from '@green-lamp/core/quantity';
import { frozen } from '@green-lamp/core/walk';
import { lamps } from '@green-lamp/core/lamp';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const sentences = (answers: Awaited<ReturnType<TestServer['deliver']>>) =>
  answers.flatMap((one) => (one.is === 'refused' ? one.problems.map(({ sentence }) => sentence) : [one.is]));
const signed = (of: Partial<DataOf<'signed.off'>> = {}): DataOf<'signed.off'> => ({
  ending: 'complete',
  name: 'Ina',
  words: '',
  lamps: [],
  house: { id: 'shipped', version: 1, hash: '0'.repeat(64) as never },
  profiles: [],
  core: '1',
  head: null,
  signature: null,
  returns: null,
  untrue: '',
  closed: [],
  ...of,
});

test('a site that is not finished can’t be signed complete; it is told what is open, as the final check does', async () => {
  const { stream } = await server.station('6601');
  const said = sentences(await server.deliver(server.entry(stream, 'signed.off', signed()))).join(' ');
  for (const part of ['It is on the bench', 'Power was not tested', 'Call was not tested']) expect(said).toContain(part);
  const watched = sentences(await server.deliver(server.entry(stream, 'signed.off', signed({ ending: 'watched' })))).join(' ');
  expect(watched).toContain('The site was not completed yet');
});
test('unfinished is always taken with who returns; taken down only with all that is closed', async () => {
  const { stream } = await server.station('6602');
  const returns = { who: 'Bo', by: instant(Date.now() + hours(48)) };
  const answers = await server.deliver(
    server.entry(stream, 'signed.off', signed({ ending: 'unfinished' })),
    server.entry(stream, 'signed.off', signed({ ending: 'unfinished', returns })),
    server.entry(stream, 'signed.off', signed({ ending: 'taken down', closed: ['card', 'claim'] })),
    server.entry(stream, 'signed.off', signed({ ending: 'taken down', closed: ['card', 'claim', 'account', 'keys'] })),
    server.entry(stream, 'signed.off', signed({ ending: 'complete', returns })),
  );
  expect(answers.map(({ is }) => is)).toEqual(['refused', 'kept', 'refused', 'kept', 'refused']);
  expect((await server.journal.state(stream)).signed?.ending).toBe('taken down');
});
test('a lamp that the page has greener than the desk is refused', async () => {
  const { stream } = await server.station('6603');
  const state = await server.journal.state(stream);
  const line = lamps(state, { ...shippedRules, heard: [], now: Date.now() });
  const of = frozen(state, line, shippedRules, {});
  const green = { ...of, lamps: of.lamps.map((one) => ({ ...one, is: 'proven' as const })) };
  const said = sentences(await server.deliver(server.entry(stream, 'signed.off', signed(green)))).join(' ');
  expect(said).toContain('Power is not tested at the desk');
});
test('a drawn signature is strokes and nothing else', async () => {
  const { stream } = await server.station('6604');
  const returns = { who: 'Bo', by: instant(Date.now() + hours(48)) };
  const sign = (signature: string) => server.entry(stream, 'signed.off', signed({ ending: 'unfinished', returns, signature }));
  const answers = await server.deliver(sign('M1 2 L3 4 L5 6'), sign('M1 2"/><script>'), sign(`M1 2${' L3 4'.repeat(9000)}`));
  expect(answers.map(({ is }) => is)).toEqual(['kept', 'refused', 'refused']);
  expect((await server.journal.state(deskStream)).signed).toBeNull();
});
