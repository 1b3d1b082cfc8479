// Calls found among others by account, kind, time and text, and saved as a file; read back by papaparse and by JSON's own parser.
import { parse } from 'papaparse';
import type { FrameView, Says, framesOf } from '@green-lamp/core/api';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
let stream = '';
beforeAll(async () => {
  await server.open();
  stream = (await server.station('6101')).stream;
  await server.station('6102');
  await server.send(
    '6101;;event=float_high;zone=3;note=%3Dcmd%25\n6101;;event=door;zone=4\n6101;;event=test;level=1.42\n6102;;event=Float_Low\n6199;;event=door\nnot a record\n',
  );
});
afterAll(() => server.end());

const found = async (query: string): Promise<Says<typeof framesOf>> => server.get(`/api/frames?${query}`);
const events = async (query: string): Promise<(string | null)[]> => (await found(query)).frames.map(({ event }: FrameView) => event);

test.each([
  ['account=6101', ['test', 'door', 'float_high']],
  ['account=6199', ['door']],
  ['text=FLOAT', ['float_low', 'float_high']],
  ['text=1.42', ['test']],
  ['text=not%20a%20record', [null]],
  ['text=door&status=matched', ['door']],
  ['text=door&account=6199', ['door']],
  ['kind=line&limit=2', [null, 'door']],
  ['kind=dc09', []],
  ['from=4000000000000', []],
  ['to=1', []],
  ['text=%25', ['float_high']],
  ["text='", []],
] as const)('%s', async (query, expected) => expect(await events(query)).toEqual(expected));
test('a page ends where it was asked to, and goes on from there', async () => {
  const first = await found('account=6101&limit=2');
  expect([first.frames.length, first.more, first.lookedTo]).toEqual([2, true, null]);
  expect(await events(`account=6101&limit=2&before=${first.frames.at(-1)?.id ?? 0}`)).toEqual(['float_high']);
});
test('by time: from the first instant, before the second', async () => {
  const [newest] = (await found('account=6101&limit=1')).frames;
  const at = newest?.at ?? 0;
  expect(await events(`account=6101&from=${at}`)).toContain('test');
  expect((await found(`account=6101&to=${at}`)).frames.every((frame) => frame.at < at)).toBe(true);
  const last = (await found('limit=1')).frames[0]?.at ?? 0;
  expect(await events(`from=${last + 1}`)).toEqual([]);
  expect((await events(`from=${last}`)).length).toBeGreaterThan(0);
});
const file = async (query: string): Promise<{ text: string; headers: Headers }> => {
  const response = await fetch(`${server.running.web}/api/frames/export?${query}`, { headers: { cookie: await server.cookie() } });
  return { text: await response.text(), headers: response.headers };
};
test('saved as NDJSON: each line is one call, with what it said and its bytes', async () => {
  const { text, headers } = await file('form=ndjson&account=6101');
  expect(headers.get('content-disposition')).toBe('attachment; filename="calls.ndjson"');
  const lines = text
    .trimEnd()
    .split('\n')
    .map((line) => JSON.parse(line) as { [name: string]: unknown });
  expect(lines.map(({ event }) => event)).toEqual(['test', 'door', 'float_high']);
  expect(lines[0]).toMatchObject({ station: stream, fields: { level: '1.42' }, status: 'matched' });
  expect(Buffer.from(String(lines[0]?.['bytes']), 'base64').toString()).toBe('6101;;event=test;level=1.42');
});
test('saved as CSV: one head, every row whole, and no cell that a table would run', async () => {
  const { text } = await file('form=csv');
  const { data, errors } = parse<{ [name: string]: string }>(text, { header: true, skipEmptyLines: true });
  expect(errors).toEqual([]);
  expect(data).toHaveLength(6);
  expect(data.filter(({ event }) => event === 'door')).toHaveLength(2);
  expect(text.split('\n').filter((line) => line.startsWith('id,'))).toHaveLength(1);
  expect((await file('form=csv&text=nothing-like-it')).text).toBe('');
});
test('a form that is none is refused, and nobody who may not read calls gets a file', async () => {
  const cookie = await server.cookie();
  expect((await fetch(`${server.running.web}/api/frames/export?form=xls`, { headers: { cookie } })).status).toBe(400);
});
