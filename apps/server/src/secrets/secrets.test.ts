import { randomBytes } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chainFault, type Kept, textOf } from '@green-lamp/core/journal';
import { settingKey, type Stream, type Ulid } from '@green-lamp/core/name';
import { openSealed, publicKeyOf, type Sealed, sealTo } from '@green-lamp/core/wire';
import type { Answer } from '@green-lamp/core/api';
import { TestServer } from '../testing/server.ts';
import type { NewSecret } from '../journal/turn.ts';
import { Database } from '../shell/database.ts';
import { SecretRow } from './secret.row.ts';
import { Vault } from './vault.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const seal = async (stream: Stream, ref: Ulid, plain: string): Promise<Sealed & { ref: string }> => {
  const { key } = await server.get<{ key: string }>('/api/secrets/key');
  return { ref, ...sealTo(key, `${stream} ${ref}`, plain, { key: randomBytes(32), nonce: randomBytes(24) }) };
};
const keep = async (
  account: string,
  plain: string,
): Promise<{ stream: Stream; ref: Ulid; key: ReturnType<typeof settingKey>; answers: Answer[] }> => {
  const { stream, unit } = await server.station(account);
  const key = settingKey('modem', unit, 'password');
  const ref = server.chance.ulid(Date.now());
  const entry = server.entry(stream, 'setting.set', { key, value: { secret: ref }, origin: 'typed', simulated: false, over: null });
  const response = await server.post('/api/entries', { entries: [textOf(entry)], secrets: [await seal(stream, ref, plain)] });
  return { stream, ref, key, answers: ((await response.json()) as { answers: Answer[] }).answers };
};
const revealed = async (
  stream: Stream,
  ref: Ulid,
  key: ReturnType<typeof settingKey>,
): Promise<{ status: number; plain: string | null; raw: string }> => {
  const mine = randomBytes(32);
  const entry = textOf(server.entry(stream, 'secret.revealed', { ref, key }));
  const response = await server.post('/api/secrets/reveal', { entry, to: publicKeyOf(mine) });
  const raw = await response.text();
  const { sealed } = JSON.parse(raw) as { sealed?: Sealed };
  return { status: response.status, plain: sealed === undefined ? null : openSealed(mine, `${stream} ${ref}`, sealed), raw };
};
const onDisk = (): Buffer =>
  Buffer.concat(
    readdirSync(join(server.folder, 'data'), { recursive: true, withFileTypes: true })
      .filter((one) => one.isFile())
      .map((one) => readFileSync(join(one.parentPath, one.name))),
  );

test('[S1] a sealed secret is kept, found in no file, and checks see its length, alphabet and sameness only', async () => {
  const plain = 'Planted-Otter-77';
  const { stream, answers } = await keep('6001', plain);
  expect(answers).toMatchObject([{ is: 'kept' }]);
  expect(onDisk().includes(plain)).toBe(false);
  const { traits } = await server.get<{ traits: { same: string }[] }>(`/api/secrets/traits?stream=${stream}`);
  expect(traits).toMatchObject([{ length: 16, alphabet: 'mixed', factoryDefault: false }]);
  const twin = await keep('6002', plain);
  const other = await server.get<{ traits: { same: string }[] }>(`/api/secrets/traits?stream=${twin.stream}`);
  expect(other.traits[0]?.same).toBe(traits[0]?.same);
  expect(
    (await server.get<{ traits: object[] }>(`/api/secrets/traits?stream=${(await keep('6003', 'admin')).stream}`)).traits,
  ).toMatchObject([{ factoryDefault: true, alphabet: 'letters' }]);
});
test('an entry whose secret did not come, or can’t be opened, is refused in words', async () => {
  const { stream, unit } = await server.station('6004');
  const key = settingKey('modem', unit, 'password');
  const ref = server.chance.ulid(Date.now());
  const entry = textOf(server.entry(stream, 'setting.set', { key, value: { secret: ref }, origin: 'typed', simulated: false, over: null }));
  const deliver = async (secrets: object[]) =>
    ((await (await server.post('/api/entries', { entries: [entry], secrets })).json()) as { answers: { problems: { code: string }[] }[] })
      .answers[0]?.problems[0]?.code;
  expect(await deliver([])).toBe('secret-missing');
  expect(await deliver([await seal('people' as Stream, ref, 'x')])).toBe('secret-unreadable');
});
test('a reveal is an entry, and its answer is sealed to the page that asked', async () => {
  const { stream, ref, key } = await keep('6005', 'show-me-once');
  const before = await server.count(stream);
  const { status, plain, raw } = await revealed(stream, ref, key);
  expect([status, plain]).toEqual([200, 'show-me-once']);
  expect(raw).not.toContain('show-me-once');
  expect(await server.count(stream)).toBe(before + 1);
  expect((await revealed(stream, server.chance.ulid(3), key)).status).toBe(404);
  expect(
    (
      await server.post('/api/secrets/reveal', {
        entry: textOf(server.entry(stream, 'note.written', { lamp: null, words: 'x' })),
        to: publicKeyOf(randomBytes(32)),
      })
    ).status,
  ).toBe(400);
});
test('rotation seals every secret again, touches no entry, and they still open', async () => {
  const { stream, ref, key } = await keep('6006', 'turn-me');
  const before = { cursor: server.journal.cursor, disk: onDisk() };
  const again = (rows: readonly NewSecret[]): Promise<void> =>
    server.journal.append((turn) => {
      for (const row of rows) turn.secret(row);
    });
  expect(await server.running.app.get(Vault).rotate(again)).toBeGreaterThan(3);
  expect(server.journal.cursor).toBe(before.cursor);
  expect((await revealed(stream, ref, key)).plain).toBe('turn-me');
  expect(await server.running.app.get(Vault).rotate(again)).toBeGreaterThan(3);
  expect((await revealed(stream, ref, key)).plain).toBe('turn-me');
});

test('[S2] a text in which a secret of its station stands is refused with the place; of another station it is only a word', async () => {
  const word = 'marsh-kestrel-44';
  const { stream } = await keep('6110', word);
  const other = await server.station('6111');
  const put = async (text: string, of: Stream) => {
    const response = await server.post('/api/blobs', { text, stream: of });
    return { status: response.status, body: await response.text() };
  };
  const text = `login accepted, ${word} is in use\n`;
  const refused = await put(text, stream);
  expect([refused.status, refused.body.includes(word)]).toEqual([422, false]);
  const { problems } = JSON.parse(refused.body) as { problems: { code: string; args: { at: [number, number][] } }[] };
  expect(problems[0]?.code).toBe('secret-stands');
  expect(problems[0]?.args.at.map(([from, to]) => text.slice(from, to))).toContain(word);
  for (const part of [`x${word}`, word.slice(0, 12), word.toUpperCase()])
    expect((await put(`about ${part} here\n`, stream)).status).toBe(200);
  expect((await put(text, other.stream)).status).toBe(200);
});
test('the place of a secret is told so often in an hour, then nothing is: nobody finds one by offering words', async () => {
  const word = 'heron-gravel-58';
  const { stream } = await keep('6112', word);
  const put = async (text: string): Promise<string> => (await server.post('/api/blobs', { text, stream })).text();
  for (let i = 0; i < 20; i++) expect(await put(`try ${i}: ${word}\n`)).toContain('secret-stands');
  const [hit, miss] = [await put(`more: ${word}\n`), await put('more: nothing-of-it\n')];
  for (const told of [hit, miss]) expect([told.includes('secret-stands'), told.includes('Too many texts')]).toEqual([false, true]);
});

test('a lead erases a secret: its row is gone, nobody has it shown any more, and the chain still holds; another station’s stays', async () => {
  const { stream, ref, key } = await keep('6041', 'Otter-Erased-41');
  const other = await keep('6042', 'Otter-Stays-42');
  const rows = async (): Promise<string[]> =>
    (
      await server.running.app
        .get(Database)
        .em()
        .find(SecretRow, { ref: { $in: [ref, other.ref] } })
    ).map((row) => row.ref);
  // By the wrong station's stream nothing goes.
  expect((await server.deliver(server.entry(other.stream, 'secret.erased', { ref, key, words: '' }))).map(({ is }) => is)).toEqual([
    'kept',
  ]);
  expect(await rows()).toHaveLength(2);
  expect((await server.deliver(server.entry(stream, 'secret.erased', { ref, key, words: 'left' }))).map(({ is }) => is)).toEqual(['kept']);
  expect(await rows()).toEqual([other.ref]);
  expect((await revealed(stream, ref, key)).status).toBe(404);
  expect((await revealed(other.stream, other.ref, other.key)).plain).toBe('Otter-Stays-42');
  const kept = server.journal
    .after([stream], 0, 1000)
    .map(({ text, hash, seq, received, link }) => ({ text, hash, seq, received, link }) as Kept);
  expect(chainFault(stream, kept)).toBeNull();
});
