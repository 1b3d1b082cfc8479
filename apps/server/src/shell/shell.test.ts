import 'reflect-metadata';
import { Controller, Get, Module } from '@nestjs/common';
import { APP_GUARD, ModulesContainer, NestFactory } from '@nestjs/core';
import { METHOD_METADATA } from '@nestjs/common/constants';
import { GATEWAY_METADATA, MESSAGE_METADATA } from '@nestjs/websockets/constants';
import { WebSocket } from 'ws';
import { TestServer } from '../testing/server.ts';
import { foreign } from './at-home.ts';
import { permissions } from '@green-lamp/core/api';
import { Sessions } from '../accounts/sessions.ts';
import { markName, MayGuard } from './may.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const table: readonly string[] = [
  'AccountsController.code: sign.in',
  'AccountsController.end: own.keep',
  'AccountsController.list: accounts.lead',
  'AccountsController.makeCode: accounts.lead',
  'AccountsController.makeToken: accounts.lead',
  'AccountsController.me: sign.in',
  'AccountsController.password: own.keep',
  'AccountsController.sessions: own.keep',
  'AccountsController.signIn: sign.in',
  'AccountsController.signOut: own.keep',
  'BlobsController.come: blobs.keep',
  'BlobsController.keep: blobs.keep',
  'BlobsController.read: blobs.read',
  'BlobsController.take: blobs.keep',
  'CopiesController.list: keep.safe',
  'CopiesController.make: keep.safe',
  'CrowdController.outage: yard.use',
  'CrowdController.start: yard.use',
  'CrowdController.state: yard.read',
  'CrowdController.stop: yard.use',
  'DeskController.export: frames.read',
  'DeskController.list: frames.read',
  'DeskController.listeners: desk.read',
  'HealthController.health: health.read',
  'JournalController.after: entries.read',
  'JournalController.append: entries.append',
  'KeptController.kept: entries.read',
  'KeysController.ask: sign.in',
  'KeysController.askNew: own.keep',
  'KeysController.end: own.keep',
  'KeysController.list: own.keep',
  'KeysController.make: own.keep',
  'KeysController.signIn: sign.in',
  'LogbookController.find: entries.read',
  'MetricsController.metrics: desk.read',
  'NodesController.heard: frames.read',
  'NodesController.try: remote.use',
  'OnceController.close: remote.use',
  'OnceController.open: remote.use',
  'OnceController.state: remote.use',
  'PapersController.openapi: health.read',
  'PicturesController.come: blobs.keep',
  'PicturesController.read: blobs.read',
  'PicturesController.take: blobs.keep',
  'PollsController.ask: remote.use',
  'PollsController.doors: remote.use',
  'PollsController.state: frames.read',
  'RemoteController.close: remote.use',
  'RemoteController.session: remote.use',
  'RemoteController.state: remote.use',
  'RemoteController.stop: remote.use',
  'RemoteController.test: remote.use',
  'RemoteController.tested: remote.use',
  'SecretsController.key: secrets.seal',
  'SecretsController.reveal: secrets.reveal',
  'SecretsController.traits: secrets.seal',
  'StationsController.across: stations.read',
  'StationsController.beside: stations.read',
  'StationsController.list: stations.read',
  'StationsController.preview: stations.read',
  'StationsController.secrets: access.read',
  'StationsController.shared: stations.read',
  'StationsController.sent: frames.read',
  'StationsController.sheets: stations.read',
  'TelephoneController.authority: sign.in',
  'TelephoneController.telephone: own.keep',
  'WatchController.state: stations.read',
  'YardController.act: yard.use',
  'YardController.ask: yard.use',
  'YardController.call: yard.use',
  'YardController.clock: yard.use',
  'YardController.dale: yard.read',
  'YardController.keep: yard.use',
  'YardController.through: yard.use',
  'YardController.scenario: yard.read',
  'YardController.sent: yard.read',
  'YardController.spec: yard.read',
  'YardController.start: yard.use',
  'YardController.station: yard.read',
  'YardController.stop: yard.use',
  'YardController.view: yard.read',
];

test('[P1] every HTTP handler and every gateway carries a permission mark', () => {
  const modules = [...server.running.app.get(ModulesContainer).values()];
  const classes = modules.flatMap((of) =>
    [...of.controllers.values(), ...of.providers.values()].flatMap(({ metatype }) => (typeof metatype === 'function' ? [metatype] : [])),
  );
  const handlers = classes.flatMap((of) => {
    const prototype = of.prototype as object | undefined;
    return prototype === undefined
      ? []
      : Object.getOwnPropertyNames(prototype).map((name) => ({
          name: `${of.name}.${name}`,
          handler: Object.getOwnPropertyDescriptor(prototype, name)?.value as unknown,
        }));
  });
  const routes = handlers.filter(
    ({ handler }) =>
      typeof handler === 'function' && (Reflect.hasMetadata(METHOD_METADATA, handler) || Reflect.hasMetadata(MESSAGE_METADATA, handler)),
  );
  // The whole table: a handler under another, weaker permission than its own fails here.
  const found = routes.map(({ name, handler }) => `${name}: ${String(Reflect.getMetadata(markName, handler as object))}`);
  expect(found.sort()).toEqual([...table].sort());
  const gateways = classes.filter((of) => Reflect.hasMetadata(GATEWAY_METADATA, of));
  expect(gateways.map(({ name }) => name)).toEqual(['LiveGateway']);
  for (const of of gateways) expect(Reflect.getMetadata(markName, of)).toBe('live.listen');
  expect(permissions).toEqual(expect.arrayContaining([...new Set(table.map((row) => row.split(': ')[1]))]));
});

@Controller('planted')
class Unmarked {
  @Get() answer(): string {
    return 'should not be said';
  }
}
@Module({
  controllers: [Unmarked],
  providers: [
    { provide: APP_GUARD, useClass: MayGuard },
    { provide: Sessions, useValue: { caller: () => Promise.resolve(null) } },
  ],
})
class Planted {}

test('[P1] a handler without a mark is refused by the guard', async () => {
  const app = await NestFactory.create(Planted, { logger: false });
  await app.listen(0, '127.0.0.1');
  const response = await fetch(`${await app.getUrl()}/planted`);
  expect(response.status).toBe(403);
  expect(await response.text()).not.toContain('should not be said');
  await app.close();
});
test('[P2] a foreign Host or Origin is refused, on requests and on the live channel', async () => {
  expect((await server.fetch('/api/health', { headers: { origin: 'http://elsewhere.example' } })).status).toBe(403);
  expect((await server.fetch('/api/health', { headers: { origin: server.running.web } })).status).toBe(200);
  expect(foreign({ headers: { host: 'elsewhere.example:4180' } })).toBe('Host');
  expect(foreign({ headers: { host: '127.0.0.1.elsewhere.example' } })).toBe('Host');
  expect(foreign({ headers: {} })).toBe('Host');
  expect(foreign({ headers: { host: '127.0.0.1:4180', origin: 'http://127.0.0.1:9999' } })).toBe('Origin');
  expect(
    foreign({ headers: { host: 'desk.varrow.example', origin: 'https://desk.varrow.example' } }, ['desk.varrow.example'], true),
  ).toBeNull();
  expect(foreign({ headers: { host: 'desk.varrow.example', origin: 'http://desk.varrow.example' } }, ['desk.varrow.example'], true)).toBe(
    'Origin',
  );
  expect(foreign({ headers: { host: '[fd00::7]:4180' } }, ['fd00::7'])).toBeNull();
  expect(foreign({ headers: { host: 'desk.varrow.example@127.0.0.1' } }, ['desk.varrow.example'])).toBe('Host');
  const refused = new WebSocket(`${server.running.web.replace('http', 'ws')}/ws`, { origin: 'http://elsewhere.example' });
  expect(
    await new Promise((done) => {
      refused.once('error', ({ message }) => done(message));
    }),
  ).toMatch(/401/);
});
test('[P2] bodies are JSON only, and the page’s policy lets nothing else in', async () => {
  expect(
    (await server.fetch('/api/entries', { method: 'POST', body: 'entries=x', headers: { 'content-type': 'text/plain' } })).status,
  ).toBe(415);
  const { headers } = await server.fetch('/api/health');
  expect(headers.get('content-security-policy')).toMatch(/default-src 'self';script-src 'self';/);
  expect(headers.get('strict-transport-security')).toBeNull();
});
test('the live channel says the cursor at once, after every commit, and shows frames', async () => {
  const socket = new WebSocket(`${server.running.web.replace('http', 'ws')}/ws`);
  const heard: { cursor?: number; frames?: { account: string }[]; listeners?: unknown[] }[] = [];
  socket.on('message', (data: Buffer) => heard.push(JSON.parse(data.toString()) as (typeof heard)[number]));
  await new Promise((done) => socket.once('open', done));
  const before = server.journal.cursor;
  await server.station('5001');
  await server.send('5001;;event=door\n');
  await new Promise((done) => setTimeout(done, 200));
  expect(heard[0]).toMatchObject({
    cursor: before,
    listeners: [
      { kind: 'line' },
      { kind: 'dc09' },
      { kind: 'dc09', by: 'udp' },
      { kind: 'http' },
      { kind: 'mqtt' },
      { kind: 'serial' },
      { kind: 'radio' },
    ],
  });
  expect(heard.at(-1)?.cursor ?? heard.findLast(({ cursor }) => cursor !== undefined)?.cursor).toBe(before + 10);
  expect(heard.some(({ frames }) => frames?.[0]?.account === '5001')).toBe(true);
  socket.close();
});
test('the API describes itself, and what is not there is answered as problems', async () => {
  const { paths } = await server.get<{ paths: object }>('/api/openapi.json');
  for (const path of ['/api/entries', '/api/stations', '/api/frames', '/api/health', '/api/secrets/key'])
    expect(paths).toHaveProperty([path]);
  const missing = await server.fetch('/api/nothing');
  expect(missing.status).toBe(404);
  expect(await missing.json()).toMatchObject({ problems: [{ code: 'refused' }] });
});
