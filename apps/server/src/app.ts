// Puts the server together. Every feature is a folder; this page is the list.
import 'reflect-metadata';
import { existsSync } from 'node:fs';
import type { Server, ServerResponse } from 'node:http';
import { join } from 'node:path';
import { type DynamicModule, Module, ValidationPipe } from '@nestjs/common';
import { APP_FILTER, APP_GUARD, APP_INTERCEPTOR, APP_PIPE, NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { NextFunction, Request, Response } from 'express';
import compression from 'compression';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { parseRfc3339 } from '@green-lamp/core/quantity';
import { AccountsModule } from './accounts/accounts.module.ts';
import { Accounts } from './accounts/accounts.ts';
import { Copies } from './safe/copies.ts';
import { LastingFile } from './safe/lasting.ts';
import { SafeModule } from './safe/safe.module.ts';
import { BlobsModule } from './blobs/blobs.module.ts';
import { Board } from './board/board.ts';
import { Outgoing } from './watch/outgoing.ts';
import { Watch } from './watch/watch.ts';
import { WatchModule } from './watch/watch.module.ts';
import { Pieces } from './blobs/pieces.ts';
import { DemoCalls } from './demo/calls.ts';
import { Demo } from './demo/demo.ts';
import { DemoModule } from './demo/demo.module.ts';
import { ClockWatch } from './desk/clock-watch.ts';
import { Whereabouts } from './desk/here.ts';
import { Desk, portWords } from './desk/desk.ts';
import { DeskModule } from './desk/desk.module.ts';
import { ElsewhereModule } from './elsewhere/elsewhere.module.ts';
import { TheirLogs } from './elsewhere/their-logs.ts';
import { HealthModule } from './health/health.module.ts';
import { Housekeeping } from './journal/housekeeping.ts';
import { Journal } from './journal/journal.ts';
import { JournalModule } from './journal/journal.module.ts';
import { LiveModule } from './live/live.module.ts';
import { OwnPageAdapter } from './live/ws-adapter.ts';
import { Remote } from './remote/remote.ts';
import { RemoteModule } from './remote/remote.module.ts';
import { OnceAddresses } from './once/once.ts';
import { OnceModule } from './once/once.module.ts';
import { Poller } from './polls/poller.ts';
import { PollsModule } from './polls/polls.module.ts';
import { Publish } from './rules/publish.ts';
import { RulesModule } from './rules/rules.module.ts';
import { type KeyRing, openKeyRing } from './secrets/key-ring.ts';
import { SecretRow } from './secrets/secret.row.ts';
import { SecretsModule } from './secrets/secrets.module.ts';
import { VaultModule } from './secrets/vault.module.ts';
import { atHome } from './shell/at-home.ts';
import { Clock } from './shell/clock.ts';
import { Database } from './shell/database.ts';
import type { Env } from './shell/env.ts';
import { StartError } from './shell/start-error.ts';
import { EveryAnswer } from './shell/every-answer.ts';
import { logOf } from './shell/log.ts';
import { MayGuard } from './shell/may.ts';
import { ProblemReply } from './shell/problem-reply.ts';
import { shallow } from './shell/shallow.ts';
import { ShellModule } from './shell/shell.module.ts';
import { StationsModule } from './stations/stations.module.ts';
import { ownTls, type Tls } from './tls/certificates.ts';
import { namesOf, Reached, tlsOf } from './tls/reached.ts';
import { TextsIn } from './texts/texts.ts';
import { TextsModule } from './texts/texts.module.ts';
import { TlsModule } from './tls/tls.module.ts';
import { ModbusPort } from './yard/modbus-port.ts';
import { ModemPort } from './yard/modem-port.ts';
import { Yard } from './yard/yard.ts';
import { YardModule } from './yard/yard.module.ts';

@Module({})
export class AppModule {
  static with(env: Env, database: Database, ring: KeyRing): DynamicModule {
    return {
      module: AppModule,
      imports: [
        ShellModule.with(database),
        VaultModule.with(ring, env.keys),
        BlobsModule,
        JournalModule,
        DeskModule,
        SecretsModule,
        StationsModule,
        LiveModule,
        RulesModule,
        YardModule,
        HealthModule,
        AccountsModule,
        TlsModule,
        SafeModule,
        RemoteModule,
        DemoModule,
        WatchModule,
        PollsModule,
        OnceModule,
        TextsModule,
        ElsewhereModule,
      ],
      providers: [
        { provide: APP_GUARD, useClass: MayGuard },
        { provide: APP_FILTER, useClass: ProblemReply },
        { provide: APP_PIPE, useValue: new ValidationPipe({ whitelist: true, forbidNonWhitelisted: true, transform: true }) },
        {
          provide: APP_INTERCEPTOR,
          useFactory: (clock: Clock, journal: Journal) => new EveryAnswer(clock, journal),
          inject: [Clock, Journal],
        },
      ],
    };
  }
}

const csp = (secure: boolean) => ({
  useDefaults: false,
  directives: {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'"],
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'", secure ? 'wss:' : 'ws:'],
    // The spreadsheets' library zips what is large in a worker that it makes itself; a script of our own has to be running to make one.
    workerSrc: ["'self'", 'blob:'],
    objectSrc: ["'none'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
});

/** The page for every address that is not the API's, so that a deep link can be reloaded. */
const servePage = (app: NestExpressApplication, web: string): void => {
  app.use(
    expressStaticGzip(web, {
      enableBrotli: true,
      index: false,
      orderPreference: ['br', 'gz'],
      serveStatic: {
        setHeaders: (response: ServerResponse, path: string) => {
          response.setHeader('Cache-Control', path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache');
        },
      },
    }),
  );
  app.use((request: Request, response: Response, next: NextFunction) => {
    const page = request.method === 'GET' && !/^\/(?:api|ws|assets)(?:\/|$)/.test(request.path) && request.accepts('html') !== false;
    if (!page) {
      next();
      return;
    }
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(join(web, 'index.html'));
  });
};

/** What a person has said at the start: to give up what a lost log held, or the secrets of a lost key file. */
export type Asked = { readonly withoutLog?: boolean; readonly newKeys?: boolean };
export type Running = {
  readonly app: NestExpressApplication;
  readonly web: string;
  readonly desk: Desk;
  /** With which the first lead makes their account; null where there is one, and in the demo. */
  readonly firstCode: string | null;
  readonly modemPort: number;
  readonly modbusPort: number;
};

export const start = async (env: Env, asked: Asked = {}): Promise<Running> => {
  const database = await Database.open(env, asked);
  let app: NestExpressApplication | null = null;
  try {
    const tls = await tlsOf(env, Date.now());
    app = await made(env, database, asked, tls);
    return await begin(env, app, tls);
  } catch (error) {
    await app?.close().catch(() => undefined); // it closes the database too
    await database.close().catch(() => undefined);
    throw error;
  }
};

/** Opens the web side and gives its address; a port that can't be had is told in one sentence. */
const listen = (server: Server, env: Env): Promise<string> =>
  new Promise((done, failed) => {
    const { port, webHost } = env;
    server.once('error', (error) => {
      failed(new StartError(portWords(error, port, webHost, 'PORT')));
    });
    server.listen(port, webHost, () => {
      const address = server.address();
      const host = webHost.includes(':') ? `[${webHost}]` : webHost;
      done(`${env.tls === 'off' ? 'http' : 'https'}://${host}:${typeof address === 'object' && address !== null ? address.port : port}`);
    });
  });

const made = async (env: Env, database: Database, { newKeys = false }: Asked, tls: Tls | null): Promise<NestExpressApplication> => {
  const sealed = await database.em().count(SecretRow, {});
  const app = await NestFactory.create<NestExpressApplication>(
    AppModule.with(env, database, openKeyRing(env.keys, { sealed, anew: newKeys })),
    {
      logger: logOf(env.log),
      forceCloseConnections: true,
      abortOnError: false,
      ...(tls === null ? {} : { httpsOptions: { cert: tls.cert, key: tls.key } }),
    },
  );
  return app;
};

const begin = async (env: Env, app: NestExpressApplication, tls: Tls | null): Promise<Running> => {
  const reached = app.get(Reached);
  reached.know(env, tls);
  app.useWebSocketAdapter(new OwnPageAdapter(app, reached));
  app.enableShutdownHooks();
  if (env.proxies.length > 0) app.set('trust proxy', [...env.proxies]);
  app.use(atHome(() => reached.names));
  // Whoever has not taken our own authority could not get past a warning any more.
  const strict = typeof env.tls === 'object';
  app.use(helmet({ contentSecurityPolicy: csp(env.tls !== 'off'), strictTransportSecurity: strict }));
  app.useBodyParser('json', { limit: '16mb' });
  app.useBodyParser('raw', { type: 'application/octet-stream', limit: '128kb' });
  app.use(shallow);
  app.use(compression());
  const clock = app.get(Clock);
  if (env.clockFrom !== null) {
    const at = parseRfc3339(env.clockFrom);
    if (at === null) throw new StartError(`GREENLAMP_CLOCK is '${env.clockFrom}'; it should be an instant such as 2026-11-12T14:30:00Z.`);
    clock.startFrom(at);
  }
  if (existsSync(join(env.web, 'index.html'))) servePage(app, env.web);
  const journal = app.get(Journal);
  await journal.open();
  await app.get(LastingFile).open(env.keys);
  const firstCode = await app.get(Accounts).open(env.accounts === 'demo');
  await app.get(Whereabouts).open(env);
  await app.get(Pieces).open(env.data);
  const desk = app.get(Desk);
  const once = app.get(OnceAddresses);
  desk.onVisit((code, visit, of) => once.visited(code, 'page', visit, of));
  const texts = app.get(TextsIn);
  desk.onText((token, body) => texts.posted(token, body));
  const logs = app.get(TheirLogs);
  desk.onLog((...log) => logs.posted(...log));
  app.get(Yard).onText((text) => {
    texts.simulated(text).catch(() => undefined); // the yard's text is lost, as texts are
  });
  once.at(env.listenHost, () => desk.portOf('http'));
  await desk.open(env, async () => (await tlsOf(env, Date.now())) ?? ownTls(env.keys, namesOf(env), Date.now()));
  app.get(Housekeeping).open(env.keeps);
  app.get(Copies).open(env);
  app.get(ClockWatch).open();
  app.get(Remote).at(env.listenHost, env.programmingPort);
  app.get(Yard).open();
  const modem = app.get(ModemPort);
  await modem.open(env.modemPort);
  const modbus = app.get(ModbusPort);
  await modbus.open(env.modbusPort);
  if (env.demo) await app.get(Demo).play(clock.now());
  if (env.demo) app.get(DemoCalls).open(env.demoCalls);
  await app.get(Publish).shipped();
  await app.get(Board).open();
  await app.get(Watch).open(env.data);
  app.get(Outgoing).open(env);
  app.get(Poller).open();
  const caching = setInterval(() => {
    journal.cacheStates().catch(() => undefined); // a cache: the next one comes
  }, 10_000);
  caching.unref();
  await app.init();
  const web = await listen(app.getHttpServer(), env);
  reached.open(web, app.getHttpServer());
  return { app, web, desk, firstCode, modemPort: modem.port, modbusPort: modbus.port };
};
