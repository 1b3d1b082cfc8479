// Nothing that is posted makes the server stumble: deep nesting, names of the language's own, half characters, NUL. It is refused in words, never 500.
import { canonical } from '@green-lamp/core/journal';
import type { Json } from '@green-lamp/core/name';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const deep = (n: number, open = '[', close = ']'): string => `${open.repeat(n)}${close.repeat(n)}`;
const raw = (path: string, body: string): Promise<Response> =>
  server.cookie().then((cookie) => server.fetch(path, { method: 'POST', body, headers: { 'content-type': 'application/json', cookie } }));
const fits = async (response: Response): Promise<void> => {
  const text = await response.text();
  if (response.status >= 500) throw new Error(`${response.status} ${text.slice(0, 300)}`);
  if (response.status >= 400)
    expect((JSON.parse(text) as { problems: { sentence: string }[] }).problems[0]?.sentence.length).toBeGreaterThan(10);
};
const bodies: readonly string[] = [
  '',
  'null',
  '[]',
  '"x"',
  '{',
  deep(50_000),
  deep(50_000, '{"a":', '}').replace('{}', '{"a":1}'),
  '{"entries":[],"secrets":[],"__proto__":{"x":1}}',
  '{"entries":[],"secrets":[],"constructor":{"prototype":{"x":1}}}',
  '{"entries":["\\u0000"],"secrets":[]}',
  '{"entries":["\\ud800"],"secrets":[]}',
  `{"entries":[${JSON.stringify(deep(20_000))}],"secrets":[]}`,
  `{"entries":[${JSON.stringify(deep(20_000, '{"a":', '}'))}],"secrets":[]}`,
  '{"entries":[{"toString":1}],"secrets":[]}',
  '{"text":"\\u0000","stream":"people"}',
  '{"text":"\\ud800","stream":"people"}',
  '{"text":"x","stream":"__proto__"}',
];
test.each(['/api/entries', '/api/blobs', '/api/secrets/reveal', '/api/yard/scenario'])('%s', async (path) => {
  for (const body of bodies) await fits(await raw(path, body));
  expect((await server.fetch('/api/health')).status).toBe(200);
});
test('an entry with such names in it is judged like any other, and reading it back gives it unchanged', async () => {
  const { stream } = await server.station('8101');
  const data = JSON.parse(`{"lamp":null,"words":"\\u0000 and ${'x'.repeat(20)}"}`) as Json;
  for (const kind of ['drone.flown', 'note.written'])
    for (const [name, value] of [
      ['__proto__', { x: 1 }],
      ['constructor', 1],
      ['toString', 'y'],
    ] as const) {
      const body = { ...(data as object), ...JSON.parse(`{"${name}":${JSON.stringify(value)}}`) } as Json;
      const entry = { ...server.entry(stream, 'note.written', { lamp: null, words: 'x' }), kind, data: body };
      await fits(await server.post('/api/entries', { entries: [canonical(entry)], secrets: [] }));
    }
  expect(({} as { x?: number }).x).toBeUndefined();
  await fits(await server.fetch(`/api/entries?after=0&streams=${stream}`));
  await fits(await server.fetch(`/api/stations/${stream}/beside`));
});
test.each([
  '/api/entries?after=x&streams=people',
  '/api/entries?after=0&streams=__proto__',
  '/api/stations?find=%00',
  '/api/stations?find=%ED%A0%80',
  '/api/stations?limit=1e9',
  '/api/stations/constructor/beside',
  '/api/stations/shared?stream=%00',
  '/api/stations/preview?role=house&id=__proto__&version=1',
  '/api/frames?station=__proto__&limit=5',
  '/api/frames?before=99999999999999999999',
  '/api/blobs/__proto__',
  '/api/yard/__proto__',
  '/api/secrets/traits?stream=toString',
  '/api/remote/session?stream=__proto__',
])('%s', async (path) => fits(await server.fetch(path)));
