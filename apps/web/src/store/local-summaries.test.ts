import { settingKey, stationStream, type Stream } from '@green-lamp/core/name';
import { FakeServer } from '../testing/server.ts';
import { addPerson, append } from './append.ts';
import { db } from './db.ts';
import { deliverNow } from './deliver.ts';
import { newId } from './device.ts';
import { localSummaries, unsentSummaries } from './local-summaries.ts';
import { keepStream, pullNow } from './pull.ts';

const server = new FakeServer().install();
// What still runs beside the tests finds no network and waits.
afterAll(() => {
  server.away = true;
});

const open = async (name: string): Promise<Stream> => {
  const stream = stationStream(newId());
  await append(stream, [
    { kind: 'station.opened', data: { name, demo: true } },
    { kind: 'element.added', data: { group: 'path', id: '0a1b2c' as never, label: 'wire' } },
    {
      kind: 'setting.set',
      data: { key: settingKey('path', '0a1b2c' as never, 'kind'), value: 'ethernet', origin: 'typed', simulated: false, over: null },
    },
  ]);
  return stream;
};

test('without a network every station that this browser keeps or has just made is listed, with its line and what is next', async () => {
  server.away = true;
  await addPerson('Ottoline');
  await open('Weir gauge');
  const [one] = await localSummaries();
  expect(one).toMatchObject({ name: 'Weir gauge', demo: true, who: 'you', urgent: false });
  expect(one?.line.strands[0]?.lamps.map(({ lamp, is }) => [lamp, is])).toEqual([
    ['Bearer', 'dark'],
    ['Route', 'dark'],
  ]);
  expect(one?.next).toBe('Ask the client’s IT for Address is given by (wire). Its first call waits for it.');
  expect((await unsentSummaries()).map(({ name }) => name)).toEqual(['Weir gauge']);
});
test('once delivered it is no longer unsent, and is still known; what was only seen in a list is listed too', async () => {
  server.away = false;
  await deliverNow();
  const [{ stream } = { stream: stationStream(newId()) }] = await localSummaries();
  expect(await unsentSummaries()).toEqual([]);
  await db.kept.toArray().then((rows) => keepStream(rows.find((row) => row.stream.startsWith('station:'))?.stream ?? stream));
  await pullNow();
  const seen = (await localSummaries())[0];
  if (seen === undefined) throw new Error('the station is kept');
  await db.summaries.put({ ...seen, stream: stationStream(newId()), name: 'Only seen', urgent: true, asOf: 1 });
  expect((await localSummaries()).map(({ name }) => name)).toEqual(['Only seen', 'Weir gauge']);
});
