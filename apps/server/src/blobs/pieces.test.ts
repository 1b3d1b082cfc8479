// A picture arrives in pieces, goes on after a cut and a restart, and is kept only if it is what its hash says, and a picture.
import { sha256Of } from '../shell/sha256.ts';
import { pictureStep } from '@green-lamp/core/wire';
import { instant } from '@green-lamp/core/quantity';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

/** A JPEG's markers with a frame of 1600 by 1200, and so many octets of anything behind them. */
const jpeg = (tail: number, fill = 7): Uint8Array =>
  Uint8Array.from([
    ...[0xff, 0xd8, 0xff, 0xe0, 0x00, 0x10, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0],
    ...[0xff, 0xc0, 0x00, 0x11, 0x08, 0x04, 0xb0, 0x06, 0x40, 0x03, 0x01, 0x22, 0x00],
    ...new Uint8Array(tail).fill(fill),
  ]);
const send = async (hash: string, of: Uint8Array, at: number, upTo = at + pictureStep): Promise<Response> =>
  server.fetch(`/api/pictures/${hash}/pieces?at=${at}&of=${of.length}`, {
    method: 'POST',
    body: Buffer.from(of.slice(at, upTo)),
    headers: { 'content-type': 'application/octet-stream', cookie: await server.cookie() },
  });
const sendAll = async (of: Uint8Array, hash = sha256Of(of)): Promise<Response> => {
  let last: Response | null = null;
  for (let at = 0; at < of.length; at += pictureStep) last = await send(hash, of, at);
  if (last === null) throw new RangeError('nothing to send');
  return last;
};

test('pieces in their order make the picture; a piece that does not follow is not taken and says where it goes on', async () => {
  const of = jpeg(150_000);
  const hash = sha256Of(of);
  expect(await (await send(hash, of, 0)).json()).toMatchObject({ have: pictureStep, kept: false });
  expect(await (await send(hash, of, 0)).json()).toMatchObject({ have: pictureStep, kept: false });
  expect(await (await send(hash, of, 2 * pictureStep)).json()).toMatchObject({ have: pictureStep, kept: false });
  expect(await server.get(`/api/pictures/${hash}/pieces`)).toMatchObject({ have: pictureStep, kept: false });
  await server.close();
  await server.open();
  expect(await server.get(`/api/pictures/${hash}/pieces`)).toMatchObject({ have: pictureStep, kept: false });
  expect(await (await send(hash, of, pictureStep)).json()).toMatchObject({ have: 2 * pictureStep, kept: false });
  expect(await (await send(hash, of, 2 * pictureStep)).json()).toMatchObject({ have: of.length, kept: true });
  const picture = await server.fetch(`/api/pictures/${hash}`);
  expect(picture.headers.get('content-type')).toBe('image/jpeg');
  expect(sha256Of(new Uint8Array(await picture.arrayBuffer()))).toBe(hash);
  expect(await (await send(hash, of, 0)).json()).toMatchObject({ kept: true });
});
test('what is not as its hash says, or is no picture, is not kept, and can be sent anew', async () => {
  const of = jpeg(1000);
  const wrong = await sendAll(of, sha256Of(jpeg(1000, 8)));
  expect([wrong.status, await wrong.text()]).toEqual([422, expect.stringContaining('sent anew')]);
  const text = new TextEncoder().encode('GIF89a'.repeat(20));
  const none = await sendAll(text);
  expect([none.status, await none.text()]).toEqual([422, expect.stringContaining('no picture')]);
  expect((await server.fetch(`/api/pictures/${sha256Of(text)}`)).status).toBe(404);
  expect(await (await sendAll(of)).json()).toMatchObject({ kept: true });
});
test('one that is too large, a piece that is, and a piece of another kind are refused in words', async () => {
  const of = jpeg(100);
  const hash = sha256Of(of);
  const cookie = await server.cookie();
  const at = (query: string, init: RequestInit = {}) =>
    server.fetch(`/api/pictures/${hash}/pieces?${query}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream', cookie },
      body: Buffer.from(of),
      ...init,
    });
  expect((await at('at=0&of=4000001')).status).toBe(400);
  expect((await at(`at=0&of=${of.length - 1}`)).status).toBe(422);
  expect((await at('at=0&of=200000', { body: Buffer.alloc(pictureStep + 1) })).status).toBe(400);
  expect(
    (await at('at=0&of=100', { headers: { 'content-type': 'application/json', cookie: await server.cookie() }, body: '{}' })).status,
  ).toBe(400);
});
test('two pages that send the same picture at once make one of it', async () => {
  const of = jpeg(50_000, 3);
  const answers = await Promise.all([send(sha256Of(of), of, 0), send(sha256Of(of), of, 0)]);
  expect(await Promise.all(answers.map((one) => one.json()))).toMatchObject([{ kept: true }, { kept: true }]);
});
test('an entry names a picture that is here, and says its size as it is', async () => {
  const { stream } = await server.station('7201');
  const of = jpeg(2000, 4);
  const hash = sha256Of(of);
  const data = {
    taken: instant(Date.now() - 5000),
    step: 'Aerials on',
    lamp: null,
    path: null,
    width: 1600,
    height: 1200,
    bytes: of.length,
    words: '',
  };
  const entry = (change: Partial<typeof data> = {}) => ({
    ...server.entry(stream, 'picture.taken', { ...data, ...change }),
    blobs: [hash],
  });
  expect(await server.deliver(entry())).toMatchObject([{ is: 'refused', problems: [{ code: 'blob-missing' }] }]);
  await sendAll(of);
  expect(await server.deliver(entry({ width: 1200, height: 1600 }))).toMatchObject([{ is: 'refused', problems: [{ code: 'not-shown' }] }]);
  expect(await server.deliver({ ...server.entry(stream, 'picture.taken', data) })).toMatchObject([{ is: 'refused' }]);
  expect(await server.deliver(entry())).toMatchObject([{ is: 'kept' }]);
});
