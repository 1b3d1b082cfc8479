import { houseStream, profilesStream } from '@green-lamp/core/name';
import { shippedHouse } from '@green-lamp/core/house';
import { rulesOf } from '@green-lamp/core/lamp';
import { shippedProfiles } from '@green-lamp/core/sheet';
import { TestServer } from '../testing/server.ts';
import { Publish } from './publish.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

test('what ships is published once, and not again at the next start', async () => {
  expect([await server.count(houseStream), await server.count(profilesStream)]).toEqual([1, shippedProfiles.length]);
  await server.running.app.get(Publish).shipped();
  expect([await server.count(houseStream), await server.count(profilesStream)]).toEqual([1, shippedProfiles.length]);
});
test('a station that adopts a version by its entry is judged by it, and by nothing that is only published', async () => {
  const { stream } = await server.station('7201');
  const house = await server.journal.state(houseStream);
  const profiles = await server.journal.state(profilesStream);
  const [version] = Object.values(house.published);
  expect(rulesOf(await server.journal.state(stream), { house, profiles }).named).toMatchObject([{ adopted: false }]);
  const adopted = server.entry(stream, 'house.adopted', { id: shippedHouse.id, version: 1, hash: version?.hash ?? ('' as never) });
  expect(await server.deliver(adopted)).toMatchObject([{ is: 'kept' }]);
  expect(rulesOf(await server.journal.state(stream), { house, profiles }).named).toMatchObject([
    { adopted: true, missing: false, version: 1 },
  ]);
});
