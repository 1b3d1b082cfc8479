// Every station's logbook: newest first, by words, person, kind and time; a page after a page; nothing of a stream that is no station's.
import type { everyLogbook, Says } from '@green-lamp/core/api';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());
type Page = Says<typeof everyLogbook>;
const look = (query: string): Promise<Page> => server.get<Page>(`/api/logbook?${query}`);

test('entries of all stations as sentences, newest first, filtered, and page by page', async () => {
  const one = await server.station('8101');
  const two = await server.station('8102');
  const note = (stream: typeof one.stream, words: string) => server.entry(stream, 'note.written', { lamp: null, words });
  await server.deliver(note(one.stream, 'The gate was locked.'), note(two.stream, 'The weir was high.'));
  const all = await look('');
  expect(all.lines.slice(0, 2).map(({ says }) => says)).toEqual(['The weir was high.', 'The gate was locked.']);
  expect(all.lines.every(({ stream }) => stream.startsWith('station:'))).toBe(true);
  expect((await look('text=gate')).lines.map(({ stream }) => stream)).toEqual([one.stream]);
  expect((await look('about=note&who=nobody')).lines).toEqual([]);
  expect((await look('about=note')).lines.length).toBe(2);
  const [newest] = all.lines;
  expect((await look(`text=was&to=${(newest?.at ?? 0) - 1}`)).lines.map(({ says }) => says)).not.toContain('The weir was high.');
  // A page ends where fifty lines are found, and goes on there.
  await server.deliver(...Array.from({ length: 40 }, (_, i) => note(one.stream, `Line ${i}.`)));
  await server.deliver(...Array.from({ length: 40 }, (_, i) => note(one.stream, `More ${i}.`)));
  const first = await look('about=note');
  expect([first.lines.length, first.lookedTo]).toEqual([50, first.lines.at(-1)?.n]);
  const rest = await look(`about=note&before=${first.lookedTo ?? 0}`);
  expect([rest.lines.length, rest.lookedTo]).toEqual([32, null]);
  expect(new Set([...first.lines, ...rest.lines].map(({ id }) => id)).size).toBe(82);
});
