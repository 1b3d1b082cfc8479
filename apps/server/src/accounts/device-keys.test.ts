import { Authenticator } from '../testing/authenticator.ts';
import { Clock } from '../shell/clock.ts';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open({ accounts: 'own' }));
afterAll(() => server.end());

const password = 'lantern orchard gravel seven';
const origin = (): string => server.running.web.replace('127.0.0.1', 'localhost');
type Answer = { readonly status: number; readonly body: { [name: string]: unknown }; readonly cookie: string };
const send = async (path: string, body: object | null, cookie = '', from = origin()): Promise<Answer> => {
  const response = await fetch(`${from}${path}`, {
    method: body === null ? 'GET' : 'POST',
    headers: { 'content-type': 'application/json', origin: from, ...(cookie === '' ? {} : { cookie }) },
    ...(body === null ? {} : { body: JSON.stringify(body) }),
  });
  const set = response.headers.getSetCookie().map((one) => one.split(';')[0] ?? '');
  return { status: response.status, body: (await response.json()) as Answer['body'], cookie: set.join('; ') };
};
/** After so long nobody is held up any more for what has failed. */
const later = (): void => server.running.app.get(Clock).step(3_600_000);
const asked = async (path: string, cookie = ''): Promise<{ id: string; challenge: string }> => {
  later();
  const { body } = await send(path, {}, cookie);
  return { id: String(body['id']), challenge: (JSON.parse(String(body['options'])) as { challenge: string }).challenge };
};
const device = 'a test';
const keeps = async (of: Authenticator, cookie: string): Promise<number> => {
  const { id, challenge } = await asked('/api/keys/ask', cookie);
  return (await send('/api/keys', { id, response: of.makes(challenge, origin()), device }, cookie)).status;
};
const signs = async (of: Authenticator, more: { origin?: string; host?: string; challenge?: string } = {}): Promise<Answer> => {
  const { id, challenge } = await asked('/api/sign-in/key/ask');
  const from = more.origin ?? origin();
  return send('/api/sign-in/key', {
    id,
    response: of.signs(more.challenge ?? challenge, from, more.host ?? new URL(from).hostname),
    device,
  });
};
let lead = '';
const own = new Authenticator();

test('a key that a device has made signs its person in, and says so', async () => {
  const { cookie, status } = await send('/api/sign-in/code', { code: server.running.firstCode ?? '', name: 'Ina', password, device });
  expect(status).toBe(200);
  lead = cookie;
  expect(await keeps(own, lead)).toBe(200);
  const signed = await signs(own);
  expect([signed.status, signed.body['who']]).toEqual([200, expect.objectContaining({ name: 'Ina', role: 'lead' })]);
  expect((await send('/api/keys', null, signed.cookie)).body['keys']).toEqual([expect.objectContaining({ id: own.id, host: 'localhost' })]);
});
test('a key of nobody, another desk’s question, another origin, no finger, what was signed before, and a copied key sign nobody in', async () => {
  expect((await signs(new Authenticator())).status).toBe(401);
  expect((await signs(own, { challenge: Buffer.alloc(32).toString('base64url') })).status).toBe(401);
  expect((await signs(own, { origin: 'https://other.example' })).status).toBe(401);
  expect((await signs(own, { host: 'other.example' })).status).toBe(401);
  own.verified = false;
  expect((await signs(own)).status).toBe(401);
  own.verified = true;
  const { id, challenge } = await asked('/api/sign-in/key/ask');
  const response = own.signs(challenge, origin());
  expect((await send('/api/sign-in/key', { id, response, device })).status).toBe(200);
  expect((await send('/api/sign-in/key', { id, response, device })).status).toBe(401);
  own.counter = 0;
  expect((await signs(own)).status).toBe(401);
  // Who goes on at once is held up.
  const held = await asked('/api/sign-in/key/ask');
  for (let i = 0; i < 5; i++) await send('/api/sign-in/key', { id: 'x', response: '{}', device });
  expect((await send('/api/sign-in/key', { id: held.id, response: own.signs(held.challenge, origin()), device })).status).toBe(429);
  later();
  own.counter = 50;
  expect((await signs(own)).status).toBe(200);
  expect(await keeps(own, lead)).toBe(409);
}, 60_000);
test('what was asked of one is made by no other, by no bare address, and by nobody who is not signed in', async () => {
  const { id, challenge } = await asked('/api/keys/ask', lead);
  expect((await send('/api/keys', { id, response: new Authenticator().makes(challenge, origin()), device })).status).toBe(401);
  const sign = await asked('/api/sign-in/key/ask');
  expect(
    (await send('/api/keys', { id: sign.id, response: new Authenticator().makes(sign.challenge, origin()), device }, lead)).status,
  ).toBe(401);
  for (const response of ['', '{}', 'null', '{"id":"x","response":{}}', '[]'])
    expect([400, 401]).toContain(
      (await send('/api/sign-in/key', { id: (await asked('/api/sign-in/key/ask')).id, response, device })).status,
    );
  const bare = await send('/api/sign-in/key/ask', {}, '', server.running.web);
  expect([bare.status, JSON.stringify(bare.body)]).toEqual([422, expect.stringContaining('bare address 127.0.0.1')]);
});
test('it is there after a restart; another password ends it, and so does its person', async () => {
  await server.close();
  await server.open({ accounts: 'own' }).catch(() => undefined); // the helper's own person is nobody here
  own.counter = 100;
  const { status, cookie } = await signs(own);
  expect(status).toBe(200);
  expect((await send('/api/keys/end', { id: 'x' }, cookie)).status).toBe(404);
  expect((await send('/api/password', { old: password, password: 'kettle marble anchor nine' }, cookie)).status).toBe(200);
  expect((await signs(own)).status).toBe(401);
  const other = new Authenticator();
  expect(await keeps(other, cookie)).toBe(200);
  expect((await send('/api/keys/end', { id: other.id }, cookie)).status).toBe(200);
  expect((await signs(other)).status).toBe(401);
});
