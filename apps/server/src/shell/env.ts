// What the environment says. Wrong values end the start in one sentence.
import { isIP } from 'node:net';
import { join, resolve } from 'node:path';
import { keysApart } from './data-folder.ts';
import { forListeners, type ListenerKind, listeners } from '@green-lamp/core/wire';
import type { Bounds } from '../desk/gate.ts';
import type { Keeps } from '@green-lamp/core/api';
import { StartError } from './start-error.ts';

export type Env = {
  readonly port: number;
  readonly webHost: string;
  /** Other names by which the page is reached: what a proxy or a name server says. */
  readonly names: readonly string[];
  /** https by an authority of one's own, or by files; off is plain http. */
  readonly tls: 'off' | 'own' | { readonly cert: string; readonly key: string };
  /** Reverse proxies whose word on where a request came from is believed. */
  readonly proxies: readonly string[];
  readonly listenHost: string;
  /** The ports on which each protocol is heard; the first is the one that sheets are made with. */
  readonly ports: { readonly [K in ListenerKind]: readonly number[] };
  /** The ports on which each is heard under TLS besides; none unless they are named. */
  readonly tlsPorts: { readonly [K in ListenerKind]: readonly number[] };
  /** The yard's bench modem as a raw byte stream; on loopback only. */
  readonly modemPort: number;
  /** The instrument of the yard's bench logger, as Modbus over TCP; on loopback only. */
  readonly modbusPort: number;
  /** Opened for a session only. */
  readonly programmingPort: number;
  /** What the desk takes in at most, and how long calls are kept. */
  readonly bounds: Bounds;
  readonly keeps: Keeps;
  readonly data: string;
  /** Where copies of the database go, how often (hours; 0 never), and how many stay (0 all). */
  readonly backups: string;
  readonly backupHours: number;
  readonly backupsKept: number;
  readonly keys: string;
  readonly web: string;
  /** How the log is written. */
  readonly log: 'json' | 'plain';
  readonly demo: boolean;
  /** People sign in by password, or, in the demo and in tests, by a press. */
  readonly accounts: 'own' | 'demo';
  /** How often (ms) a unit of the demo calls; 0 is never. */
  readonly demoCalls: number;
  /** Where a silence is told: the address of a webhook, and mail by a server of the operator's. */
  readonly tellHook: string | null;
  readonly tellMail: { readonly smtp: string; readonly from: string; readonly to: readonly string[] } | null;
  /** For tests and pictures: the instant at which the server's clock starts. */
  readonly clockFrom: string | null;
  /** For tests: 127.0.9.0/24 stands for the world outside, and may be a path's own. */
  readonly testPaths: boolean;
};

const port = (name: string, text: string | undefined, otherwise: number): number => {
  if (text === undefined || text === '') return otherwise;
  const n = Number(text);
  if (!Number.isInteger(n) || n < 0 || n > 65_535)
    throw new StartError(`${name} is '${text}'; it should be a port from 1 to 65535, or 0 for a free one.`);
  return n;
};

/** One port, or several with commas between: a spare receiver is a listener of its own. */
const portsOf = (name: string, text: string | undefined, otherwise: number): number[] =>
  (text ?? '').split(',').map((one) => port(name, one.trim(), otherwise));

const most = (name: string, env: NodeJS.ProcessEnv, otherwise: number): number => {
  const text = env[name];
  if (text === undefined || text === '') return otherwise;
  const n = Number(text);
  if (!Number.isInteger(n) || n < 0 || n > 1e9) throw new StartError(`${name} is '${text}'; it should be a whole number, 0 for no limit.`);
  return n;
};

const loopback = ['127.0.0.1', 'localhost', '::1'];

const wordsOf = (text: string | undefined): string[] => (text ?? '').split(/[\s,]+/).filter((word) => word !== '');
const tlsIn = (env: NodeJS.ProcessEnv): Env['tls'] => {
  const [cert, key] = [env['GREENLAMP_TLS_CERT'] ?? '', env['GREENLAMP_TLS_KEY'] ?? ''];
  if ((cert === '') !== (key === '')) throw new StartError('GREENLAMP_TLS_CERT and GREENLAMP_TLS_KEY go together: one of them is missing.');
  if (cert !== '') return { cert: resolve(cert), key: resolve(key) };
  const asked = env['GREENLAMP_TLS'] ?? '';
  if (!['', 'on', 'off'].includes(asked)) throw new StartError(`GREENLAMP_TLS is '${asked}'; it should be on or off.`);
  return asked === 'on' ? 'own' : 'off';
};
const proxiesIn = (env: NodeJS.ProcessEnv): string[] => {
  const proxies = wordsOf(env['GREENLAMP_PROXIES']);
  const wrong = proxies.find((one) => isIP(one.split('/')[0] ?? '') === 0);
  if (wrong !== undefined)
    throw new StartError(`GREENLAMP_PROXIES names '${wrong}'; it should be addresses or networks, such as 127.0.0.1 or 10.0.0.0/24.`);
  return proxies;
};

/** People sign in by a press in the demo, and where it is asked for; never where somebody else can reach the page. */
const accountsIn = (env: NodeJS.ProcessEnv, webHost: string): Env['accounts'] => {
  const asked = env['GREENLAMP_ACCOUNTS'] ?? '';
  if (!['', 'own', 'press'].includes(asked))
    throw new StartError(`GREENLAMP_ACCOUNTS is '${asked}'; it should be own (passwords) or press (a press is enough, on loopback only).`);
  const byPress = asked === 'press' || (asked === '' && env['GREENLAMP_DEMO'] === '1');
  if (byPress && !loopback.includes(webHost))
    throw new StartError(
      `On ${webHost} others reach the page, so a press is not enough to sign in: set GREENLAMP_ACCOUNTS=own, or leave GREENLAMP_WEB_HOST on loopback.`,
    );
  return byPress ? 'demo' : 'own';
};

const urlOf = (name: string, text: string | undefined, schemes: readonly string[]): string | null => {
  if (text === undefined || text.trim() === '') return null;
  const url = URL.parse(text.trim());
  if (url === null || !schemes.includes(url.protocol))
    throw new StartError(`${name} should be an address that begins with ${schemes.map((scheme) => `${scheme}//`).join(' or ')}.`);
  return url.href;
};
/** Mail needs a server, a sender and somebody to get it. */
const mailIn = (env: NodeJS.ProcessEnv): Env['tellMail'] => {
  const smtp = urlOf('GREENLAMP_SMTP', env['GREENLAMP_SMTP'], ['smtp:', 'smtps:']);
  const to = wordsOf(env['GREENLAMP_TELL_MAIL']);
  if (smtp === null && to.length === 0) return null;
  if (smtp === null || to.length === 0 || to.some((one) => !/^[^@\s]+@[^@\s]+$/.test(one)))
    throw new StartError('For mail set both GREENLAMP_SMTP (smtp://host:port) and GREENLAMP_TELL_MAIL (addresses with commas between).');
  return { smtp, from: env['GREENLAMP_MAIL_FROM'] ?? to[0] ?? '', to };
};

export const readEnv = (env: NodeJS.ProcessEnv, root: string): Env => {
  const webHost = env['GREENLAMP_WEB_HOST'] ?? '127.0.0.1';
  const tls = tlsIn(env);
  if (!loopback.includes(webHost) && tls === 'off')
    throw new StartError(
      `GREENLAMP_WEB_HOST is '${webHost}', where others reach the page: set GREENLAMP_TLS=on, or GREENLAMP_TLS_CERT and GREENLAMP_TLS_KEY. Plain http is for loopback (127.0.0.1, localhost or ::1), where a reverse proxy may stand before it.`,
    );
  const data = resolve(env['GREENLAMP_DATA'] ?? join(root, '.data', 'journal'));
  const keys = resolve(env['GREENLAMP_KEYS'] ?? join(root, '.data', 'keys'));
  keysApart(data, keys);
  return {
    port: port('PORT', env['PORT'], 4180),
    webHost,
    names: wordsOf(env['GREENLAMP_NAMES']).map((name) => name.toLowerCase()),
    tls,
    proxies: proxiesIn(env),
    listenHost: env['GREENLAMP_LISTEN_HOST'] ?? '127.0.0.1',
    ports: forListeners((kind) => portsOf(listeners[kind].env, env[listeners[kind].env], listeners[kind].port)),
    tlsPorts: forListeners((kind) => {
      const { tlsEnv } = listeners[kind];
      return tlsEnv === null || (env[tlsEnv] ?? '') === '' ? [] : portsOf(tlsEnv, env[tlsEnv], 0);
    }),
    modemPort: port('GREENLAMP_MODEM_PORT', env['GREENLAMP_MODEM_PORT'], 4111),
    modbusPort: port('GREENLAMP_MODBUS_PORT', env['GREENLAMP_MODBUS_PORT'], 4113),
    programmingPort: port('GREENLAMP_PROGRAMMING_PORT', env['GREENLAMP_PROGRAMMING_PORT'], 4112),
    bounds: {
      connections: most('GREENLAMP_MOST_CONNECTIONS', env, 2000),
      connectionsOfOne: most('GREENLAMP_MOST_CONNECTIONS_OF_ONE', env, 500),
      framesOfOne: most('GREENLAMP_MOST_CALLS_A_MINUTE', env, 6000),
      strangersOfOne: most('GREENLAMP_MOST_STRANGERS_A_MINUTE', env, 600),
      waitingBytes: 1000 * most('GREENLAMP_MOST_WAITING_KILOBYTES', env, 32_000),
      pages: most('GREENLAMP_MOST_PAGES', env, 500),
    },
    keeps: {
      routineDays: most('GREENLAMP_KEEP_DAYS', env, 800),
      routineMegabytes: most('GREENLAMP_KEEP_MEGABYTES', env, 4000),
      strangerDays: most('GREENLAMP_KEEP_STRANGERS_DAYS', env, 90),
      strangerMegabytes: most('GREENLAMP_KEEP_STRANGERS_MEGABYTES', env, 200),
    },
    data,
    backups: resolve(env['GREENLAMP_BACKUPS'] ?? join(data, '..', 'copies')),
    backupHours: most('GREENLAMP_BACKUP_HOURS', env, 24),
    backupsKept: most('GREENLAMP_BACKUPS_KEPT', env, 14),
    keys,
    web: resolve(env['GREENLAMP_PAGE'] ?? join(root, 'apps', 'web', 'dist', 'page')),
    log: env['GREENLAMP_LOG'] === 'json' ? 'json' : 'plain',
    demo: env['GREENLAMP_DEMO'] === '1',
    accounts: accountsIn(env, webHost),
    demoCalls: 1000 * most('GREENLAMP_DEMO_CALLS', env, 40),
    tellHook: urlOf('GREENLAMP_TELL_HOOK', env['GREENLAMP_TELL_HOOK'], ['http:', 'https:']),
    tellMail: mailIn(env),
    clockFrom: env['GREENLAMP_CLOCK'] ?? null,
    testPaths: env['GREENLAMP_TEST_PATHS'] === '1',
  };
};
