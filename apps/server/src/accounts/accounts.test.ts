import 'reflect-metadata';
import { METHOD_METADATA, PATH_METADATA } from '@nestjs/common/constants';
import { ModulesContainer } from '@nestjs/core';
import { readdirSync } from 'node:fs';
import { join as path } from 'node:path';
import { WebSocket } from 'ws';
import { may, type Permission, routes } from '@green-lamp/core/api';
import { check } from '@green-lamp/core/check';
import type { Entry } from '@green-lamp/core/journal';
import { asPlanned } from '@green-lamp/core/lamp';
import { accessStream, isObject, peopleStream, type Role, roles, settingKey, stationStream, type Ulid } from '@green-lamp/core/name';
import { markName } from '../shell/may.ts';
import { Copies } from '../safe/copies.ts';
import { restore } from '../safe/restore.ts';
import { SecretRow } from '../secrets/secret.row.ts';
import { Vault } from '../secrets/vault.ts';
import { Database } from '../shell/database.ts';
import { TestServer } from '../testing/server.ts';
import { Attempts } from './attempts.ts';
import { derive, isPassword, keepPassword, passwordFaults } from './password.ts';
import { SessionRow } from './session.row.ts';
import { LoginRow } from './login.row.ts';

const server = new TestServer();
beforeAll(() => server.open({ accounts: 'own' }));
afterAll(() => server.end());

const good = 'lantern orchard gravel seven';
type Browser = { cookie: string };
/** Asks as a browser does: it keeps the cookies that it is given. */
const send = async (
  path: string,
  body: object | null,
  browser: Browser = { cookie: '' },
  headers: { [name: string]: string } = {},
): Promise<Response> => {
  const response = await server.fetch(path, {
    method: body === null ? 'GET' : 'POST',
    headers: { 'content-type': 'application/json', ...(browser.cookie === '' ? {} : { cookie: browser.cookie }), ...headers },
    ...(body === null ? {} : { body: JSON.stringify(body) }),
  });
  const jar = new Map(
    browser.cookie
      .split('; ')
      .filter((one) => one !== '')
      .map((one) => one.split('=') as [string, string]),
  );
  for (const set of response.headers.getSetCookie()) {
    const [name = '', value = ''] = (set.split(';')[0] ?? '').split('=');
    if (value === '') jar.delete(name);
    else jar.set(name, value);
  }
  browser.cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
  return response;
};
const said = async (response: Response): Promise<string> => {
  const body: unknown = await response.json();
  return isObject(body) && Array.isArray(body['problems'])
    ? (body['problems'] as { sentence: string }[]).map(({ sentence }) => sentence).join(' ')
    : '';
};
const whoOf = async (response: Response): Promise<{ person: Ulid; role: Role }> =>
  ((await response.json()) as { who: { person: Ulid; role: Role } }).who;
const lead: Browser = { cookie: '' };
let leads: Ulid;
/** A lead puts somebody on the list, gives a role, and hands over a code. */
const invite = async (name: string, role: Role, person = server.chance.ulid(Date.now())): Promise<{ person: Ulid; code: string }> => {
  const as = { who: { person: leads, device: server.me.device } };
  const entries = [
    server.entry(peopleStream, 'person.added', { id: person, name }, as),
    server.entry(peopleStream, 'role.given', { person, role }, as),
  ].map((one) => server.textOf(one));
  const kept = (await (await send('/api/entries', { entries, secrets: [] }, lead)).json()) as { answers: { is: string }[] };
  expect(kept.answers.map(({ is }) => is)).toEqual(['kept', 'kept']);
  return { person, code: ((await (await send('/api/accounts/code', { person }, lead)).json()) as { code: string }).code };
};
const join = async (name: string, role: Role): Promise<Browser & { person: Ulid }> => {
  const { person, code } = await invite(name, role);
  const browser = { cookie: '', person };
  expect((await send('/api/sign-in/code', { code, name, password: good, device: 'a test' }, browser)).status).toBe(200);
  return browser;
};

test('nobody gets in before the first lead: the code on the console makes them, once', async () => {
  const code = server.running.firstCode ?? '';
  expect(code).toMatch(/^[2-9A-Z]{4}(?:-[2-9A-Z]{4}){3}$/);
  expect(await (await send('/api/me', null)).json()).toMatchObject({ by: 'first code', who: null });
  expect((await send('/api/stations', null)).status).toBe(401);
  expect(
    await said(await send('/api/sign-in/code', { code: 'AAAA-AAAA-AAAA-AAAA', name: 'Ina', password: good, device: 'a test' })),
  ).toMatch(/this code is not/);
  expect(await said(await send('/api/sign-in/code', { code, name: 'Ina', password: 'short', device: 'a test' }))).toMatch(
    /12 are the least/,
  );
  const made = await send(
    '/api/sign-in/code',
    { code: code.toLowerCase().replaceAll('-', ' '), name: 'Ina', password: good, device: 'a test' },
    lead,
  );
  const who = await whoOf(made);
  leads = who.person;
  expect(who).toMatchObject({ name: 'Ina', role: 'lead' });
  expect(await (await send('/api/me', null, lead)).json()).toMatchObject({ by: 'password', who: { name: 'Ina', role: 'lead' } });
  expect((await send('/api/sign-in/code', { code, name: 'Eve', password: good, device: 'a test' })).status).toBe(401);
});
test('the cookie is read by no script, sent to no other site, and only its hash is kept', async () => {
  const response = await send('/api/sign-in', { name: 'Ina', password: good, device: 'a test' });
  expect(response.headers.getSetCookie()).toHaveLength(2);
  for (const set of response.headers.getSetCookie()) expect(set).toMatch(/; Path=\/; HttpOnly; SameSite=Strict$/);
  const secret = /green-lamp=([^;]+)/.exec(response.headers.getSetCookie()[0] ?? '')?.[1] ?? 'none';
  expect(Buffer.from(secret, 'base64url')).toHaveLength(32);
  const em = server.running.app.get(Database).em();
  expect(JSON.stringify([await em.find(SessionRow, {}), await em.find(LoginRow, {})])).not.toContain(secret);
  const entries = server.journal.after([accessStream, peopleStream], 0, 1000).map(({ text }) => text);
  expect(entries.some((text) => text.includes('"signed.in"'))).toBe(true);
  for (const hidden of [secret, good, server.running.firstCode ?? 'none']) expect(entries.join('')).not.toContain(hidden);
});
test('a stop is accepted by a lead alone; what is to be mended, by whoever works there; opening it again, by anybody', async () => {
  const ned = await join('Ned', 'technician');
  const own = { who: { person: ned.person, device: server.me.device } };
  const as = { who: { person: leads, device: server.me.device } };
  const stream = stationStream(server.chance.ulid(Date.now()));
  const [unit, path, receiver] = [server.chance.element(), server.chance.element(), server.chance.element()];
  const deliver = async (by: Browser, ...entries: Entry[]) =>
    (
      (await (await send('/api/entries', { entries: entries.map((one) => server.textOf(one)), secrets: [] }, by)).json()) as {
        answers: { is: string; problems?: { sentence: string }[] }[];
      }
    ).answers.map(({ is, problems = [] }) => [is, problems.map(({ sentence }) => sentence).join('')]);
  const set = (key: ReturnType<typeof settingKey>, value: string | number) =>
    server.entry(stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over: null }, own);
  await deliver(
    ned,
    server.entry(stream, 'station.opened', { name: 'Swapped ports', demo: false }, own),
    server.entry(stream, 'element.added', { group: 'unit', id: unit, label: 'unit' }, own),
    server.entry(stream, 'element.added', { group: 'path', id: path, label: 'ethernet' }, own),
    server.entry(stream, 'element.added', { group: 'receiver', id: receiver, label: 'desk' }, own),
    set(settingKey('path', path, 'kind'), 'ethernet'),
    set(settingKey('receiver', receiver, 'port'), 4110),
    set(settingKey('unit', unit, 'deskPort'), 4101),
  );
  const state = await server.journal.state(stream);
  const found = check(asPlanned(state), { traits: () => null, demo: false, now: Date.now() });
  const stop = found.find(({ severity }) => severity === 'stop');
  if (stop === undefined) throw new Error('swapped ports stop nothing');
  const accepts = (who: typeof own, lifted = false, finding = stop.id) =>
    server.entry(stream, 'finding.accepted', { finding, about: stop.about, reason: 'for the test', lifted }, who);
  const [[is, why] = []] = await deliver(ned, accepts(own));
  expect([is, why]).toEqual(['refused', expect.stringContaining('only a lead accepts a stop')]);
  expect(await deliver(ned, accepts(own, false, 'a/finding-that-is-no-stop'))).toEqual([['kept', '']]);
  expect(await deliver(lead, accepts(as))).toEqual([['kept', '']]);
  expect(await deliver(ned, accepts(own, true))).toEqual([['kept', '']]);
});
test('a name in a header, a cookie that was made up, another person’s entries and a role that one gives oneself are not believed', async () => {
  const bo = await join('Bo', 'technician');
  expect((await send('/api/stations', null, { cookie: '' }, { 'x-green-lamp-person': leads })).status).toBe(401);
  expect((await send('/api/stations', null, { cookie: `green-lamp=${'A'.repeat(43)}` })).status).toBe(401);
  const device = server.me.device;
  const own = { who: { person: bo.person, device } };
  const entries = [
    server.entry(peopleStream, 'role.given', { person: bo.person, role: 'lead' }, own),
    server.entry(peopleStream, 'person.added', { id: server.chance.ulid(Date.now()), name: 'Eve' }, { who: { person: leads, device } }),
    server.entry(accessStream, 'secret.erased', { ref: leads, key: 'site.zone' as never, words: '' }, own),
    server.entry(accessStream, 'signed.in', { person: leads, by: 'password', device: 'x', from: 'x' }, own),
  ].map((one) => server.textOf(one));
  const { answers } = (await (await send('/api/entries', { entries, secrets: [] }, bo)).json()) as {
    answers: { is: string; problems: { sentence: string }[] }[];
  };
  expect(answers.map(({ is, problems }) => [is, problems.map(({ sentence }) => sentence).join('')])).toEqual([
    ['refused', expect.stringMatching(/only a lead/)],
    ['refused', expect.stringMatching(/another person/)],
    ['refused', expect.stringMatching(/only a lead/)],
    ['refused', expect.any(String)],
  ]);
  expect((await send('/api/me', null, bo).then(whoOf)).role).toBe('technician');
});
test('a wrong name takes as long as a wrong password and says the same; failures are held up where they are made, and hold up nobody who is known', async () => {
  const cy = await join('Cy', 'technician');
  const known = { cookie: cy.cookie };
  const wrong = async (name: string, browser?: Browser): Promise<string> =>
    said(await send('/api/sign-in', { name, password: 'not this one, no', device: 'x' }, browser));
  expect(await wrong('Nobody')).toBe(await wrong('Cy'));
  for (let i = 0; i < 4; i++) await wrong('Cy');
  expect(await wrong('Cy')).toMatch(/too many sign-ins failed\. Wait (?:30|29) s/);
  expect(await said(await send('/api/sign-in', { name: 'Cy', password: good, device: 'x' }))).toMatch(/too many/);
  expect((await send('/api/sign-in', { name: 'Cy', password: good, device: 'x' }, known)).status).toBe(200);
  expect(server.journal.after([accessStream], 0, 1000).filter(({ text }) => text.includes('sign-in.held')).length).toBe(1);
});
test('a flood of sign-ins is turned away beyond a few at once, and whoever is signed in goes on meanwhile', async () => {
  const many = Array.from({ length: 30 }, (_, i) =>
    send('/api/sign-in', { name: `Somebody ${i}`, password: 'not this one, no', device: 'x' }),
  );
  expect((await send('/api/stations', null, lead)).status).toBe(200);
  const answers = await Promise.all(many);
  expect(answers.filter(({ status }) => status === 429).length).toBeGreaterThan(15);
  expect(answers.filter(({ status }) => status === 401).length).toBeGreaterThan(2);
});
test('held longer each time, by name and address; an address that tries many names too; another address is free', () => {
  const attempts = new Attempts();
  const at = (name: string, address: string, known = false) => ({ name, address, known });
  for (let i = 0; i < 5; i++) attempts.failed(at('Ina', 'a'), 0);
  expect(attempts.wait(at('ina ', 'a'), 0)).toBe(30_000);
  attempts.failed(at('Ina', 'a'), 30_000);
  expect(attempts.wait(at('Ina', 'a'), 30_000)).toBe(60_000);
  expect(attempts.wait(at('Ina', 'b'), 30_000)).toBe(0);
  expect(attempts.wait(at('Ina', 'a', true), 30_000)).toBe(0);
  for (let i = 0; i < 60; i++) attempts.failed(at(`n${i}`, 'c'), 0);
  expect(attempts.wait(at('other', 'c'), 1)).toBeGreaterThan(0);
  expect(attempts.wait(at('other', 'd'), 1)).toBe(0);
});
test('a sign-in is ended from another device: its page is let go, and it asks in vain; another password ends all others', async () => {
  const one = await join('Di', 'technician');
  const other: Browser = { cookie: '' };
  await send('/api/sign-in', { name: 'Di', password: good, device: 'a telephone' }, other);
  const socket = new WebSocket(`${server.running.web.replace('http', 'ws')}/ws`, { headers: { cookie: other.cookie } });
  await new Promise((done) => socket.once('message', done));
  const { sessions } = (await (await send('/api/sessions', null, one)).json()) as {
    sessions: { id: string; device: string; here: boolean }[];
  };
  expect(sessions.map(({ device, here }) => [device, here]).sort()).toEqual([
    ['a telephone', false],
    ['a test', true],
  ]);
  const closed = new Promise((done) => socket.once('close', done));
  expect((await send('/api/sessions/end', { id: sessions.find(({ here }) => !here)?.id ?? '' }, one)).status).toBe(200);
  expect(await closed).toBe(4401);
  expect((await send('/api/stations', null, other)).status).toBe(401);
  await send('/api/sign-in', { name: 'Di', password: good, device: 'a telephone' }, other);
  expect(await said(await send('/api/password', { old: 'no', password: 'another lantern gravel' }, one))).toMatch(/not the password/);
  expect((await send('/api/password', { old: good, password: 'another lantern gravel' }, one)).status).toBe(200);
  expect((await send('/api/stations', null, other)).status).toBe(401);
  expect((await send('/api/stations', null, one)).status).toBe(200);
  expect((await send('/api/sign-out', {}, one)).status).toBe(200);
  expect(one.cookie).not.toMatch(/green-lamp=/);
  expect((await send('/api/stations', null, one)).status).toBe(401);
});
test('whoever loses their role is out at once; the last lead stays; nobody ends another’s sign-in but a lead', async () => {
  const flo = await join('Flo', 'technician');
  const gus = await join('Gus', 'technician');
  const { sessions } = (await (await send('/api/sessions', null, flo)).json()) as { sessions: { id: string }[] };
  expect((await send('/api/sessions/end', { id: sessions[0]?.id ?? '' }, gus)).status).toBe(404);
  const give = async (person: Ulid, role: Role | null): Promise<string> => {
    const text = server.textOf(
      server.entry(peopleStream, 'role.given', { person, role }, { who: { person: leads, device: server.me.device } }),
    );
    const { answers } = (await (await send('/api/entries', { entries: [text], secrets: [] }, lead)).json()) as {
      answers: { is: string }[];
    };
    return answers[0]?.is ?? '';
  };
  expect(await give(flo.person, null)).toBe('kept');
  expect((await send('/api/stations', null, flo)).status).toBe(401);
  expect((await send('/api/sign-in', { name: 'Flo', password: good, device: 'x' })).status).toBe(401);
  expect(await give(leads, 'reader')).toBe('refused');
  expect(
    (
      await send(
        '/api/sessions/end',
        { id: ((await (await send('/api/sessions', null, gus)).json()) as { sessions: { id: string }[] }).sessions[0]?.id ?? '' },
        lead,
      )
    ).status,
  ).toBe(200);
  expect((await send('/api/stations', null, gus)).status).toBe(401);
});
test('a code is used once, for its name alone, and for a week', async () => {
  const { code } = await invite('Hal', 'reader');
  expect((await send('/api/sign-in/code', { code, name: 'Ina', password: good, device: 'x' })).status).toBe(401);
  expect((await send('/api/sign-in/code', { code, name: 'hal', password: good, device: 'x' })).status).toBe(200);
  expect((await send('/api/sign-in/code', { code, name: 'Hal', password: good, device: 'x' })).status).toBe(401);
});
test('all of it is there after a restart', async () => {
  await server.close();
  await server.open({ accounts: 'own' }).catch(() => undefined); // the helper's own person is nobody here
  expect(server.running.firstCode).toBeNull();
  expect((await send('/api/stations', null, lead)).status).toBe(200);
});
test('a copy brings back no role that was taken, no password that was replaced and no secret that was erased since it was made', async () => {
  const [gone, lower, stays] = [await join('Gil', 'lead'), await join('Low', 'lead'), await join('Kit', 'technician')];
  const [stream, ref] = [stationStream(server.chance.ulid(Date.now())), server.chance.ulid(Date.now())];
  const key = settingKey('modem', server.chance.element(), 'password');
  const as = { who: { person: leads, device: server.me.device } };
  const opened = server.textOf(server.entry(stream, 'station.opened', { name: 'Weir', demo: false }, as));
  await send('/api/entries', { entries: [opened], secrets: [] }, lead);
  await server.journal.append((turn) => turn.secret(server.running.app.get(Vault).row(stream, ref, 'plain words')));
  await server.running.app.get(Copies).make();
  const role = (person: Ulid, of: Role | null) => server.textOf(server.entry(peopleStream, 'role.given', { person, role: of }, as));
  const erase = server.textOf(server.entry(stream, 'secret.erased', { ref, key, words: '' }, as));
  const kept = await send('/api/entries', { entries: [role(gone.person, null), role(lower.person, 'reader'), erase], secrets: [] }, lead);
  expect(((await kept.json()) as { answers: { is: string }[] }).answers.map(({ is }) => is)).toEqual(['kept', 'kept', 'kept']);
  const other = 'kettle marble anchor nine';
  expect((await send('/api/password', { old: good, password: other }, stays)).status).toBe(200);
  await server.close();
  const file = readdirSync(path(server.folder, 'copies')).sort().at(-1) ?? '';
  restore(path(server.folder, 'data'), path(server.folder, 'copies', file), '01KAV0000000000000000000Z1', Date.now());
  await server.open({ accounts: 'own' }).catch(() => undefined); // the helper's own person is nobody here
  const signs = (name: string, password: string) => send('/api/sign-in', { name, password, device: 'x' });
  expect((await signs('Gil', good)).status).toBe(401);
  expect(await whoOf(await signs('Low', good))).toMatchObject({ role: 'reader' });
  for (const password of [good, other]) expect((await signs('Kit', password)).status).toBe(401);
  expect(await server.running.app.get(Database).em().count(SecretRow, { ref })).toBe(0);
  const back = await signs('Ina', good);
  expect(back.status).toBe(200);
  lead.cookie = back.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
  // A start after that holds nothing against anybody: a code gives a new password, and it stands.
  const { code: again } = (await (await send('/api/accounts/code', { person: stays.person }, lead)).json()) as { code: string };
  expect((await send('/api/sign-in/code', { code: again, name: 'Kit', password: other, device: 'x' })).status).toBe(200);
  await server.close();
  await server.open({ accounts: 'own' }).catch(() => undefined); // as above
  expect((await signs('Kit', other)).status).toBe(200);
});

/** Every handler, by the route that it answers, with its mark. */
const marks = (): ReadonlyMap<string, Permission> => {
  const classes = [...server.running.app.get(ModulesContainer).values()].flatMap(({ controllers }) =>
    [...controllers.values()].flatMap(({ metatype }) => (typeof metatype === 'function' ? [metatype] : [])),
  );
  return new Map(
    classes.flatMap((of) => {
      const base = String(Reflect.getMetadata(PATH_METADATA, of));
      const prototype = of.prototype as object;
      return Object.getOwnPropertyNames(prototype).flatMap((name): [string, Permission][] => {
        const handler = Object.getOwnPropertyDescriptor(prototype, name)?.value as unknown;
        if (typeof handler !== 'function' || !Reflect.hasMetadata(METHOD_METADATA, handler)) return [];
        const method = Reflect.getMetadata(METHOD_METADATA, handler) === 0 ? 'GET' : 'POST';
        const path = [base, String(Reflect.getMetadata(PATH_METADATA, handler))].filter((part) => part !== '/').join('/');
        return [[`${method} /${path}`, Reflect.getMetadata(markName, handler) as Permission]];
      });
    }),
  );
};
test('[P3] every route and the live channel, asked by each role, by nobody and by a machine of each role: exactly who may is let through', async () => {
  const askers: { readonly name: string; readonly role: Role | null; readonly headers: { [name: string]: string } }[] = [
    { name: 'nobody', role: null, headers: {} },
  ];
  for (const role of roles) {
    const { token } = (await (await send('/api/tokens', { label: role, role, days: 1 }, lead)).json()) as { token: string };
    askers.push({
      name: `a ${role}`,
      role,
      headers: { cookie: role === 'lead' ? lead.cookie : (await join(`One who is ${role}`, role)).cookie },
    });
    askers.push({ name: `a machine as ${role}`, role, headers: { authorization: `Bearer ${token}` } });
  }
  const of = marks();
  const wrong: string[] = [];
  for (const { method, path } of [...routes, { method: 'GET', path: '/api/pictures/:hash' }]) {
    const mark = of.get(`${method} ${path}`);
    if (mark === undefined) throw new Error(`${method} ${path} has no mark`);
    if (path === '/api/sign-out') continue; // it would end the sign-in of the next
    for (const { name, role, headers } of askers) {
      const response = await server.fetch(path.replace(/:\w+/, 'x'), {
        method,
        headers: { ...headers, 'content-type': 'application/json' },
        ...(method === 'GET' ? {} : { body: '{"odd":1}' }),
      });
      const refused = response.status === (role === null ? 401 : 403) && /signed-out|not-yours/.test(await response.text());
      if (refused === may(role, mark)) wrong.push(`${name}: ${method} ${path} (${mark}) answered ${response.status}`);
    }
  }
  expect(wrong).toEqual([]);
  for (const { role, headers } of askers) {
    const socket = new WebSocket(`${server.running.web.replace('http', 'ws')}/ws`, { headers });
    const first = await new Promise((done) => {
      socket.once('message', () => done('heard'));
      socket.once('close', (code) => done(code));
    });
    expect(first).toBe(may(role, 'live.listen') ? 'heard' : 4401);
    socket.close();
  }
}, 60_000);
test('only a lead reads who came in', async () => {
  const reader = await join('Reads only', 'reader');
  const entriesOf = async (browser: Browser): Promise<number> =>
    ((await (await send('/api/entries?after=0&streams=access', null, browser)).json()) as { entries: object[] }).entries.length;
  expect(await entriesOf(reader)).toBe(0);
  expect(await entriesOf(lead)).toBeGreaterThan(10);
});
test('a machine reads by its token until that is ended, and writes nothing as anybody', async () => {
  const { token } = (await (await send('/api/tokens', { label: 'wall display', role: 'technician', days: 1 }, lead)).json()) as {
    token: string;
  };
  const headers = { authorization: `Bearer ${token}` };
  expect((await send('/api/stations', null, { cookie: '' }, headers)).status).toBe(200);
  const text = server.textOf(
    server.entry(peopleStream, 'person.added', { id: leads, name: 'Eve' }, { who: { person: leads, device: server.me.device } }),
  );
  const { answers } = (await (await send('/api/entries', { entries: [text], secrets: [] }, { cookie: '' }, headers)).json()) as {
    answers: { is: string }[];
  };
  expect(answers[0]?.is).toBe('refused');
  const { tokens } = (await (await send('/api/accounts', null, lead)).json()) as { tokens: { id: string; label: string }[] };
  await send('/api/sessions/end', { id: tokens.find(({ label }) => label === 'wall display')?.id ?? '' }, lead);
  expect((await send('/api/stations', null, { cookie: '' }, headers)).status).toBe(401);
});

// RFC 7914, section 12: the test vectors of scrypt itself that a test can afford.
test('scrypt gives what its RFC prints', async () => {
  expect((await derive('', Buffer.from(''), { N: 16, r: 1, p: 1 }, 64)).toString('hex')).toBe(
    '77d6576238657b203b19ca42c18a0497f16b4844e3074ae8dfdffa3fede21442fcd0069ded0948f8326a753a0fc81f17e8d3e0fb2e0d3628cf35e20c38d18906',
  );
  expect((await derive('password', Buffer.from('NaCl'), { N: 1024, r: 8, p: 16 }, 64)).toString('hex')).toBe(
    'fdbabe1c9d3472007856e7190d01e9fe7c6ad7cbc8237830e77376634b3731622eaf30d92e22a3886ff109279d9830dac727afb94a83ee6d8360cbdfa2cc0640',
  );
});
test('a kept password is another each time and opens by itself alone; what is tried first is none', async () => {
  const [a, b] = [await keepPassword(good), await keepPassword(good)];
  expect(a).not.toBe(b);
  expect([await isPassword(good, a), await isPassword(`${good} `, a), await isPassword(good, null)]).toEqual([true, false, false]);
  const bad = ['short', 'aaaaaaaaaaaaaaa', 'password1234', 'GreenLamp-2026!', 'Ina Ina Ina Ina', '123456789012345'];
  // From the list of broken ones, a row of keys, one with the usual letters swapped, the alphabet with a year.
  bad.push('unbelievable', 'q1w2e3r4t5y6', 'P@ssw0rd1234', 'qwertyuiop[]', '1qaz2wsx3edc', 'abcdefgh1987', 'telemetry2026');
  expect(bad.filter((one) => passwordFaults(one, 'Ina').length === 0)).toEqual([]);
  expect(['correct horse battery', 'ключ от сарая 9', good].filter((one) => passwordFaults(one, 'Ina').length > 0)).toEqual([]);
});
