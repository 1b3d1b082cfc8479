// What the environment says. Wrong values end the start in one sentence.
import { join, resolve } from 'node:path';

export type Env = {
  readonly port: number;
  readonly webHost: string;
  readonly listenHost: string;
  readonly linePort: number;
  readonly dc09Port: number;
  /** The yard's bench modem as a raw byte stream; on loopback only. */
  readonly modemPort: number;
  /** The instrument of the yard's bench logger, as Modbus over TCP; on loopback only. */
  readonly modbusPort: number;
  /** Opened for a session only. */
  readonly programmingPort: number;
  readonly data: string;
  readonly keys: string;
  readonly web: string;
  readonly demo: boolean;
  /** For tests and pictures: the instant at which the server's clock starts. */
  readonly clockFrom: string | null;
  /** For tests: 127.0.9.0/24 stands for the world outside, and may be a path's own. */
  readonly testPaths: boolean;
};

export class StartError extends Error {}

const port = (name: string, text: string | undefined, otherwise: number): number => {
  if (text === undefined || text === '') return otherwise;
  const n = Number(text);
  if (!Number.isInteger(n) || n < 0 || n > 65_535)
    throw new StartError(`${name} is '${text}'; it should be a port from 1 to 65535, or 0 for a free one.`);
  return n;
};

const loopback = ['127.0.0.1', 'localhost', '::1'];

export const readEnv = (env: NodeJS.ProcessEnv, root: string): Env => {
  const webHost = env['GREENLAMP_WEB_HOST'] ?? '127.0.0.1';
  if (!loopback.includes(webHost))
    throw new StartError(
      `GREENLAMP_WEB_HOST is '${webHost}'. Until Green Lamp has accounts, anyone who reaches its pages may change everything, so only loopback is allowed: 127.0.0.1, localhost or ::1.`,
    );
  const data = resolve(env['GREENLAMP_DATA'] ?? join(root, '.data', 'journal'));
  const keys = resolve(env['GREENLAMP_KEYS'] ?? join(root, '.data', 'keys'));
  if (`${keys}/`.startsWith(`${data}/`))
    throw new StartError(
      `GREENLAMP_KEYS (${keys}) lies inside the data folder. Keep the keys elsewhere, so that a copy of the data does not open its secrets.`,
    );
  return {
    port: port('PORT', env['PORT'], 4180),
    webHost,
    listenHost: env['GREENLAMP_LISTEN_HOST'] ?? '127.0.0.1',
    linePort: port('GREENLAMP_LINE_PORT', env['GREENLAMP_LINE_PORT'], 4110),
    dc09Port: port('GREENLAMP_DC09_PORT', env['GREENLAMP_DC09_PORT'], 4109),
    modemPort: port('GREENLAMP_MODEM_PORT', env['GREENLAMP_MODEM_PORT'], 4111),
    modbusPort: port('GREENLAMP_MODBUS_PORT', env['GREENLAMP_MODBUS_PORT'], 4113),
    programmingPort: port('GREENLAMP_PROGRAMMING_PORT', env['GREENLAMP_PROGRAMMING_PORT'], 4112),
    data,
    keys,
    web: join(root, 'apps', 'web', 'dist', 'page'),
    demo: env['GREENLAMP_DEMO'] === '1',
    clockFrom: env['GREENLAMP_CLOCK'] ?? null,
    testPaths: env['GREENLAMP_TEST_PATHS'] === '1',
  };
};
