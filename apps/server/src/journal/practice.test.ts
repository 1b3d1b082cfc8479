// What somebody did in practice stands in their own stream: nobody writes it for another, and nothing else stands there.
import { practiceStream, stationStream } from '@green-lamp/core/name';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const result = { exercise: 'dead-card', fault: 'not-activated', answers: ['not-activated'], right: true, minutes: 6, best: 6 };
const answers = async (...entries: Parameters<TestServer['deliver']>): Promise<string[]> =>
  (await server.deliver(...entries)).map(({ is }) => is);

test('one’s own is kept, also when it is delivered twice', async () => {
  const mine = server.entry(practiceStream(server.me.person), 'practice.judged', result);
  expect(await answers(mine)).toEqual(['kept']);
  expect(await answers(mine)).toEqual(['already']);
});
test.each([
  ['in somebody else’s stream', () => server.entry(practiceStream(server.chance.ulid(1)), 'practice.judged', result)],
  ['in a station’s stream', () => server.entry(stationStream(server.chance.ulid(2)), 'practice.judged', result)],
  ['a note among what was practised', () => server.entry(practiceStream(server.me.person), 'note.written', { lamp: null, words: 'x' })],
  ['found without the answer', () => server.entry(practiceStream(server.me.person), 'practice.judged', { ...result, answers: ['pin-on'] })],
  ['not found with the answer', () => server.entry(practiceStream(server.me.person), 'practice.judged', { ...result, right: false })],
])('%s is refused', async (_, made) => expect(await answers(made())).toEqual(['refused']));
