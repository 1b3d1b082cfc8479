import { execFileSync } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WebSocket } from 'ws';
import { TestServer } from '../testing/server.ts';
import { fingerprint, givenTls, namesIn, ownTls } from './certificates.ts';
import { Reached } from './reached.ts';

const folder = mkdtempSync(join(tmpdir(), 'green-lamp-tls-'));
const now = Date.now();
const day = 86_400_000;
const names = ['desk.varrow.example', '192.0.2.7', '2001:db8::7', 'localhost'];

test('an authority of one’s own vouches for names and addresses; Debian’s openssl finds nothing wrong with either', async () => {
  const { cert, authority, until } = await ownTls(folder, names, now);
  const [ca, leaf] = [join(folder, 'ca.pem'), join(folder, 'leaf.pem')];
  writeFileSync(ca, authority ?? '');
  writeFileSync(leaf, cert);
  const openssl = (...args: string[]): string => execFileSync('openssl', args, { encoding: 'utf8' });
  expect(openssl('verify', '-x509_strict', '-purpose', 'sslserver', '-verify_hostname', names[0] ?? '', '-CAfile', ca, leaf)).toMatch(
    /: OK/,
  );
  expect(openssl('verify', '-x509_strict', '-verify_ip', '192.0.2.7', '-CAfile', ca, leaf)).toMatch(/: OK/);
  expect(() => openssl('verify', '-verify_hostname', 'elsewhere.example', '-CAfile', ca, leaf)).toThrow();
  const printed = openssl('x509', '-in', ca, '-noout', '-fingerprint', '-sha256');
  expect(printed).toContain(fingerprint(authority ?? ''));
  expect(openssl('x509', '-in', ca, '-noout', '-ext', 'basicConstraints')).toMatch(/CA:TRUE, pathlen:0/);
  expect(namesIn(cert)).toEqual(names);
  expect((until - now) / day).toBeCloseTo(397, 0);
  expect(statSync(join(folder, 'tls', 'authority.key')).mode & 0o777).toBe(0o600);
});
test('the same is kept over a start; another name, or an end that is near, makes the desk’s certificate anew and never the authority', async () => {
  const first = await ownTls(folder, names, now);
  expect(await ownTls(folder, names, now + day)).toEqual(first);
  const other = await ownTls(folder, [...names, '192.0.2.8'], now + day);
  expect([other.cert === first.cert, other.authority === first.authority]).toEqual([false, true]);
  const later = await ownTls(folder, names, now + 380 * day);
  expect([later.cert === other.cert, later.authority === first.authority, later.until > other.until]).toEqual([false, true, true]);
});
test('what is broken is told in a sentence and not touched; the operator’s own pair has to belong together', async () => {
  const broken = mkdtempSync(join(tmpdir(), 'green-lamp-tls-'));
  await ownTls(broken, names, now);
  const file = join(broken, 'tls', 'authority.pem');
  writeFileSync(file, 'no certificate');
  await expect(ownTls(broken, names, now)).rejects.toThrow(/can’t be read or made .*Put back a good copy/s);
  expect(readFileSync(file, 'utf8')).toBe('no certificate');
  const [cert, key] = [join(folder, 'tls', 'desk.pem'), join(folder, 'tls', 'desk.key')];
  expect(givenTls(cert, key, now)).toMatchObject({ authority: null });
  expect(() => givenTls(cert, join(folder, 'tls', 'authority.key'), now)).toThrow(/do not belong together/);
  expect(() => givenTls(cert, key, now + 2000 * day)).toThrow(/run out/);
  expect(() => givenTls(join(folder, 'none.pem'), key, now)).toThrow(/can’t be used/);
});

test('served under TLS: cookies are for TLS alone, the live channel too, and the authority is to be had', async () => {
  const server = await new TestServer().open({ tls: 'own', names: ['desk.varrow.example'] }).catch((error: unknown) => {
    throw error;
  });
  const { web } = server.running;
  expect(web).toMatch(/^https:/);
  const ca = readFileSync(join(server.folder, 'keys', 'tls', 'authority.pem'), 'utf8');
  const ask = (
    path: string,
    { host = '', body }: { host?: string; body?: object } = {},
  ): Promise<{ status: number; text: string; cookies: string[] }> =>
    new Promise((done, failed) => {
      const sent = request(
        `${web}${path}`,
        {
          ca,
          servername: 'localhost',
          method: body === undefined ? 'GET' : 'POST',
          headers: { 'content-type': 'application/json', ...(host === '' ? {} : { host }) },
        },
        (answer) => {
          let text = '';
          answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
          answer.on('end', () => done({ status: answer.statusCode ?? 0, text, cookies: answer.headers['set-cookie'] ?? [] }));
        },
      );
      sent.once('error', failed);
      sent.end(body === undefined ? undefined : JSON.stringify(body));
    });
  const { cookies } = await ask('/api/sign-in', { body: { person: server.me.person, device: 'a test' } });
  expect(cookies).toHaveLength(2);
  for (const cookie of cookies) expect(cookie).toMatch(/; HttpOnly; Secure; SameSite=Strict$/);
  expect((await ask('/api/health', { host: 'desk.varrow.example' })).status).toBe(200);
  expect((await ask('/api/health', { host: 'elsewhere.example' })).status).toBe(403);
  expect(new X509Certificate((await ask('/api/authority.crt')).text).fingerprint256).toBe(new X509Certificate(ca).fingerprint256);
  const socket = new WebSocket(`${web.replace('https', 'wss')}/ws`, {
    ca,
    origin: web,
    headers: { cookie: cookies.map((one) => one.split(';')[0]).join('; ') },
  });
  await new Promise((done) => socket.once('message', done));
  socket.close();
  // Near its end it is taken anew while the desk runs.
  let taken = '';
  await server.running.app.get(Reached).look({ setSecureContext: ({ cert }) => (taken = String(cert)) }, now + 380 * day);
  expect(taken).toContain('BEGIN CERTIFICATE');
  await server.close();
});
test('a proxy’s word on where a request came from is believed if it is named, and nobody else’s', async () => {
  const from = async (proxies: readonly string[]): Promise<string> => {
    const server = await new TestServer().open({ proxies, names: ['desk.varrow.example'] });
    const response = await server.fetch('/api/sign-in', {
      method: 'POST',
      body: JSON.stringify({ person: server.me.person, device: 'x' }),
      headers: { 'content-type': 'application/json', 'x-forwarded-for': '198.51.100.9', 'x-forwarded-proto': 'https' },
    });
    const cookie = response.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; ');
    const { sessions } = (await (await server.fetch('/api/sessions', { headers: { cookie } })).json()) as {
      sessions: { from: string; here: boolean }[];
    };
    const secure = response.headers.getSetCookie().every((one) => one.includes('Secure'));
    await server.end();
    return `${sessions.find(({ here }) => here)?.from ?? ''} ${secure}`;
  };
  expect(await from([])).toMatch(/^(?:::ffff:)?127\.0\.0\.1 false$/);
  expect(await from(['127.0.0.1'])).toBe('198.51.100.9 true');
});
