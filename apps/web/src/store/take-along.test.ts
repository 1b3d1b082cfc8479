import { isUlid, settingKey, stationStream, sure, type SettingKey, type Stream, type Ulid } from '@green-lamp/core/name';
import { readEntry } from '@green-lamp/core/journal';
import { publicKeyOf } from '@green-lamp/core/wire';
import { FakeServer } from '../testing/server.ts';
import { append, seal } from './append.ts';
import { db } from './db.ts';
import { choosePerson, newId } from './device.ts';
import { useLive } from './live.ts';
import { dropPin, keptLock, onPinDropped } from './lock.ts';
import { mostTries, setPin } from './pin.ts';
import { lookWho } from './session.ts';
import { openTaken } from './take-along.ts';
import { canTake, dropEnded, isTaken, keepOwn } from './taken.ts';

const server = new FakeServer().install();
const person = newId();
const pin = '4711';
const plain = 'Planted-Heron-4402';

beforeEach(async () => {
  await Promise.all(db.tables.map((table) => table.clear()));
  await db.meta.put({ name: 'server-key', value: publicKeyOf(new Uint8Array(32).fill(7)) });
  server.away = true;
  choosePerson(person);
  useLive.setState({ person, signedIn: null });
  onPinDropped(() => void db.taken.clear());
  setPin(pin);
});
afterAll(() => {
  server.away = true;
});

/** A station on whose sheet a secret was entered at this device. */
const entered = async (): Promise<{ stream: Stream; key: SettingKey; ref: Ulid }> => {
  const stream = stationStream(newId());
  const key = settingKey('modem', 'abcdef' as never, 'password');
  const made = await seal(stream, plain);
  const ref = sure(isUlid, made?.ref);
  await append(
    stream,
    [
      { kind: 'station.opened', data: { name: 'Weir', demo: false } },
      { kind: 'element.added', data: { group: 'modem', id: 'abcdef' as never, label: 'Modem' } },
      { kind: 'setting.set', data: { key, value: { secret: ref }, origin: 'typed', simulated: false, over: null } },
    ],
    made === null ? [] : [made.sealed],
  );
  return { stream, key, ref };
};

test('what one has entered here is shown by the PIN without a network, and each look waits as an entry', async () => {
  const { stream, key, ref } = await entered();
  expect(await isTaken(ref)).toBe(true);
  expect(JSON.stringify(await db.taken.toArray()) + JSON.stringify(Object.entries(localStorage))).not.toContain(plain);
  expect(await openTaken(stream, key, ref, pin)).toBe(plain);
  const last = readEntry((await db.queue.orderBy('q').last())?.text ?? '');
  expect(last.ok && [last.value.kind, last.value.data]).toEqual(['secret.revealed', { ref, key }]);
});
test('a wrong PIN opens nothing and counts; after the last the PIN is gone, and what was kept under it', async () => {
  const { stream, key, ref } = await entered();
  for (let left = mostTries - 1; left > 0; left--)
    await expect(openTaken(stream, key, ref, '0000')).rejects.toThrow(left === 1 ? 'one try is left' : `${left} tries are left`);
  await expect(openTaken(stream, key, ref, '0000')).rejects.toThrow('the PIN is gone');
  expect(await db.taken.count()).toBe(0);
  await expect(openTaken(stream, key, ref, pin)).rejects.toThrow('It is not kept here for you');
});
test('another person at the same device, a secret that was replaced, and days that are over show nothing', async () => {
  const { stream, key, ref } = await entered();
  useLive.setState({ person: newId() });
  expect(await isTaken(ref)).toBe(false);
  await expect(openTaken(stream, key, ref, pin)).rejects.toThrow('It is not kept here for you');
  useLive.setState({ person });
  const again = await seal(stream, 'Other-Heron-1');
  await append(
    stream,
    [{ kind: 'setting.set', data: { key, value: { secret: sure(isUlid, again?.ref) }, origin: 'typed', simulated: false, over: null } }],
    again === null ? [] : [again.sealed],
  );
  await expect(openTaken(stream, key, ref, pin)).rejects.toThrow('Another secret stands there now.');
  expect(await isTaken(ref)).toBe(false);
  await db.taken.toCollection().modify({ until: Date.now() - 1 });
  await dropEnded();
  expect(await db.taken.count()).toBe(0);
});
test('it goes with the PIN, with another PIN, and with the sign-in as soon as the desk says that it has ended', async () => {
  await entered();
  dropPin();
  await new Promise(setImmediate);
  expect([await db.taken.count(), canTake(), keptLock()]).toEqual([0, false, null]);
  // Without a PIN nothing is kept here.
  await keepOwn(stationStream(newId()), newId(), plain);
  expect(await db.taken.count()).toBe(0);
  setPin(pin);
  await entered();
  setPin('8888');
  await new Promise(setImmediate);
  expect(await db.taken.count()).toBe(0);
  await entered();
  Object.assign(server, { away: false, by: 'password', signedIn: null });
  await lookWho();
  await new Promise(setImmediate);
  expect(await db.taken.count()).toBe(0);
});
