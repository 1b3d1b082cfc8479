// A text arrives in pieces, goes on after a cut, is judged as a whole, and lies in no file before that.
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { settingKey, type Stream } from '@green-lamp/core/name';
import { pictureStep } from '@green-lamp/core/wire';
import { sha256Of } from '../shell/sha256.ts';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
let stream: Stream;
beforeAll(async () => {
  await server.open();
  const { stream: of, unit } = await server.station('6301');
  stream = of;
  await server.secret(of, settingKey('modem', unit, 'password'), 'Planted-Heron-4402');
});
afterAll(() => server.end());

const octets = (text: string): Buffer => Buffer.from(text, 'utf8');
const send = async (hash: string, of: Buffer, at: number, in_ = stream): Promise<{ status: number; body: string }> => {
  const response = await server.fetch(`/api/blobs/${hash}/pieces?at=${at}&of=${of.length}&stream=${in_}`, {
    method: 'POST',
    body: new Uint8Array(of.subarray(at, at + pictureStep)),
    headers: { 'content-type': 'application/octet-stream', cookie: await server.cookie() },
  });
  return { status: response.status, body: await response.text() };
};
const long = (word: string): Buffer => octets(`${'+CSQ: 20,99 ÄÖ\n'.repeat(9000)}${word}\n`);

test('pieces in their order make the text; one that does not follow is not taken and says where it goes on; a second time is once', async () => {
  const of = long('done');
  const hash = sha256Of(of);
  expect(JSON.parse((await send(hash, of, 0)).body)).toMatchObject({ have: pictureStep, kept: false });
  expect(JSON.parse((await send(hash, of, 0)).body)).toMatchObject({ have: pictureStep, kept: false });
  expect(await server.get(`/api/blobs/${hash}/pieces`)).toMatchObject({ have: pictureStep, kept: false });
  expect(readdirSync(join(server.folder, 'data', 'pieces'))).toEqual([]);
  expect(JSON.parse((await send(hash, of, pictureStep)).body)).toMatchObject({ have: 2 * pictureStep, kept: false });
  expect(JSON.parse((await send(hash, of, 2 * pictureStep)).body)).toMatchObject({ have: of.length, kept: true });
  expect(await server.get(`/api/blobs/${hash}`)).toMatchObject({ text: of.toString('utf8') });
  expect(JSON.parse((await send(hash, of, 0)).body)).toMatchObject({ kept: true });
});
test('a secret of its station in the last piece, another text than its hash says, and one that is too long are not kept', async () => {
  const of = long('Planted-Heron-4402');
  const hash = sha256Of(of);
  for (const at of [0, pictureStep]) expect((await send(hash, of, at)).status).toBe(200);
  const last = await send(hash, of, 2 * pictureStep);
  expect([last.status, last.body]).toEqual([422, expect.stringContaining('secret-stands')]);
  expect(last.body).not.toContain('Heron');
  expect((await server.fetch(`/api/blobs/${hash}`)).status).toBe(404);
  expect(await server.get(`/api/blobs/${hash}/pieces`)).toMatchObject({ have: 0, kept: false });
  const short = octets('short');
  expect((await send(sha256Of(octets('other')), short, 0)).body).toContain('sent anew');
  expect((await send(sha256Of(short), short, 0, 'nowhere' as Stream)).status).toBe(400);
  const response = await server.fetch(`/api/blobs/${sha256Of(short)}/pieces?at=0&of=1200001&stream=${stream}`, {
    method: 'POST',
    body: 'x',
    headers: { 'content-type': 'application/octet-stream', cookie: await server.cookie() },
  });
  expect(response.status).toBe(400);
});
test('a hundred texts that nobody goes on with hold up no other, and take bounded memory', async () => {
  for (let i = 0; i < 100; i++) {
    const of = long(`text ${i}`);
    expect((await send(sha256Of(of), of, 0)).status).toBe(200);
  }
  const waiting = await Promise.all(
    Array.from(
      { length: 100 },
      async (_, i) => (await server.get<{ have: number }>(`/api/blobs/${sha256Of(long(`text ${i}`))}/pieces`)).have,
    ),
  );
  expect(waiting.filter((have) => have > 0)).toHaveLength(64);
  const of = long('last');
  for (const at of [0, pictureStep, 2 * pictureStep]) expect((await send(sha256Of(of), of, at)).status).toBe(200);
});
