// Another desk's machine posts a part of its log over a real socket: kept for the account's station, and no proof by itself.
import { request } from 'node:http';
import { allLamps } from '@green-lamp/core/lamp';
import type { Stream } from '@green-lamp/core/name';
import type { Summary } from '@green-lamp/core/api';
import { Sessions } from '../accounts/sessions.ts';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
let token: string;
let reader: string;
beforeAll(async () => {
  await server.open();
  const made = (role: 'technician' | 'reader') =>
    server.running.app.get(Sessions).make({ kind: 'machine', person: null, role, label: 'portal', from: '', days: 1 });
  token = (await made('technician')).secret;
  reader = (await made('reader')).secret;
});
afterAll(() => server.end());

const post = (account: string, body: string | Buffer, of: { type?: string; token?: string } = {}): Promise<number> =>
  new Promise((done, failed) => {
    const headers = { 'content-type': of.type ?? 'application/json', authorization: `Bearer ${of.token ?? token}` };
    const port = server.running.desk.portOf('http');
    const sent = request({ host: '127.0.0.1', port, method: 'POST', path: `/logs/${account}`, headers, agent: false }, (answer) =>
      done(answer.resume().statusCode ?? 0),
    );
    sent.on('error', failed);
    sent.end(body);
  });
const logs = async (stream: Stream) => (await server.journal.state(stream)).logs;
const text = async (hash: string): Promise<string> => (await server.get<{ text: string }>(`/api/blobs/${hash}`)).text;

test('JSON and a table are kept as texts of the station, each by an entry that says from whom; the lamp stays as it was', async () => {
  const { stream } = await server.station('8401');
  expect(await post('8401', JSON.stringify([{ acct: '8401', when: 1_780_000_000, zone: 3, code: 'BA' }]))).toBe(200);
  expect(await post('8401', 'account;time;zone\n8401;2026-11-27 12:00;3\n', { type: 'text/csv' })).toBe(200);
  const kept = await logs(stream);
  expect(kept).toMatchObject([
    { by: 'portal', lines: 1 },
    { by: 'portal', lines: 2 },
  ]);
  expect(await text(kept[0]?.hash ?? '')).toBe('acct,when,zone,code\n8401,1780000000,3,BA');
  const { stations } = await server.get<{ stations: Summary[] }>('/api/stations?find=8401');
  for (const { lamp, is } of allLamps(stations[0]?.line ?? { before: [], strands: [], after: [], tunnels: [], cuts: [], station: 'dark' }))
    expect([lamp, ['proven', 'weak'].includes(is)]).toEqual([lamp, false]);
});
test('no token, a unit’s or a reader’s, an account of nobody, and what is no log leave nothing behind', async () => {
  const { stream } = await server.station('8402');
  const good = JSON.stringify({ account: '8402', at: '2026-11-27T12:00:00Z' });
  expect(await post('8402', good, { token: 'none' })).toBe(401);
  expect(await post('8402', good, { token: reader })).toBe(401);
  expect(await post('8499', good)).toBe(401);
  for (const bad of ['', 'null', '[]', '{"a":', '{"a":[]}', '"text"']) expect(await post('8402', bad)).toBe(400);
  expect(await post('8402', Buffer.from([0x41, 0x00, 0x42]), { type: 'text/plain' })).toBe(400);
  expect(await post('8402', 'x'.repeat(255_000), { type: 'text/plain' })).toBe(400);
  expect(await post('8402', 'x'.repeat(300_000), { type: 'text/plain' })).toBe(413);
  expect(await logs(stream)).toEqual([]);
});
test('[L8] lines are held against what was made by themselves, where a head says what is what: account, zone, turn and two minutes', async () => {
  const { stream, path } = await server.station('8404');
  const make = async (zone: string, is: 'alarm' | 'restoral'): Promise<void> => {
    await server.deliver(server.entry(stream, 'event.made', { path, zone, is, event: 'float', words: '' }));
  };
  const said = async () => (await server.journal.state(stream)).made.map((one) => [one.zone, one.is, one.said?.is ?? null]);
  const sends = (lines: readonly (readonly [string, string, string, number])[]): Promise<number> =>
    post(
      '8404',
      JSON.stringify(
        lines.map(([account, zone, event, ago]) => ({ account, time: new Date(Date.now() - ago).toISOString(), zone, event })),
      ),
    );
  await make('4', 'alarm');
  await make('4', 'restoral');
  // Another account, another zone, the alarm where the end was made, three minutes off: none is of it.
  await sends([
    ['8405', '4', 'BA', 0],
    ['8404', '5', 'BA', 0],
    ['8404', '4', 'BA', 180_000],
  ]);
  expect(await said()).toEqual([
    ['4', 'alarm', null],
    ['4', 'restoral', null],
  ]);
  await sends([['8404', '4', 'BA', 0]]);
  expect(await said()).toEqual([
    ['4', 'alarm', 'right'],
    ['4', 'restoral', null],
  ]);
  await sends([['8404', '4', 'BR', 0]]);
  await sends([['8404', '4', 'BR', 0]]);
  expect(await said()).toEqual([
    ['4', 'alarm', 'right'],
    ['4', 'restoral', 'right'],
  ]);
  const { entries } = await server.get<{ entries: string[] }>(`/api/entries?after=0&streams=${stream}&limit=200`);
  expect(entries.filter((one) => JSON.stringify(one).includes('call.confirmed'))).toHaveLength(2);
});
test('nobody enters one but the desk, the newest eight stand, and a secret in one is masked', async () => {
  const { stream } = await server.station('8403');
  expect((await server.deliver(server.entry(stream, 'log.came', { by: 'me', lines: 1 }))).map(({ is }) => is)).toEqual(['refused']);
  for (let i = 0; i < 10; i++) expect(await post('8403', JSON.stringify({ account: '8403', n: i }))).toBe(200);
  const kept = await logs(stream);
  expect(kept).toHaveLength(8);
  expect(await text(kept.at(-1)?.hash ?? '')).toContain('8403,9');
  expect(await post('8403', 'password: open-sesame-7\n', { type: 'text/plain' })).toBe(200);
  expect(await text((await logs(stream)).at(-1)?.hash ?? '')).not.toContain('sesame');
});
