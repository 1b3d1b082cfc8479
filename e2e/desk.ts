// A server of one's own for each worker: its data folder, its free ports, its clock. And a plain socket client that shares no code with the core.
import type { Every, Route } from '@green-lamp/core/api';
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { test as base } from '@playwright/test';

const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** The address that a test gives to the nth path of its station: on this computer, and still that path's own. */
export const pathAddress = (n: number): string => `127.0.9.${n}`;

export class Desk {
  web = '';
  linePort = 0;
  dc09Port = 0;
  httpPort = 0;
  mqttPort = 0;
  serialPort = 0;
  radioPort = 0;
  modemPort = 0;
  output = '';
  /** Rises when its data are lost: nobody is signed in any more. */
  life = 0;
  #process: ChildProcess | null = null;
  readonly folder: string;

  constructor(private readonly env: { readonly [name: string]: string } = {}) {
    this.folder = mkdtempSync(join(tmpdir(), 'green-lamp-'));
  }

  get data(): string {
    return join(this.folder, 'data');
  }

  /** Starts the built server; a second start takes the ports of the first, so that pages find it again. */
  async start(): Promise<this> {
    const env = {
      ...process.env,
      GREENLAMP_DATA: this.data,
      GREENLAMP_KEYS: join(this.folder, 'keys'),
      PORT: this.web === '' ? '0' : new URL(this.web).port,
      GREENLAMP_LINE_PORT: String(this.linePort),
      GREENLAMP_DC09_PORT: String(this.dc09Port),
      GREENLAMP_HTTP_PORT: String(this.httpPort),
      GREENLAMP_MQTT_PORT: String(this.mqttPort),
      GREENLAMP_SERIAL_PORT: String(this.serialPort),
      GREENLAMP_RADIO_PORT: String(this.radioPort),
      GREENLAMP_MODEM_PORT: String(this.modemPort),
      GREENLAMP_PROGRAMMING_PORT: '0',
      GREENLAMP_MODBUS_PORT: '0',
      GREENLAMP_TEST_PATHS: '1',
      GREENLAMP_ACCOUNTS: 'press',
      GREENLAMP_DEMO_CALLS: '0',
      ...this.env,
    };
    const server = spawn(process.execPath, [join(root, 'apps/server/dist/main.js')], { env, stdio: ['ignore', 'pipe', 'pipe', 'ipc'] });
    const { stdout, stderr } = server;
    if (stdout === null || stderr === null) throw new Error('a server without its output');
    this.#process = server;
    // What an earlier start has said stands in the output too, and is none of this one.
    const before = this.output.length;
    await new Promise<void>((done, failed) => {
      const hear = (chunk: Buffer): void => {
        this.output += chunk.toString();
        const started = this.output.slice(before);
        const web = /Green Lamp\s+(https?:\S+)/.exec(started);
        const port = (kind: string): string | undefined => new RegExp(`Listener\\s+${kind}\\s+\\S+:(\\d+)\\s`).exec(started)?.[1];
        const [line, dc09, http, mqtt] = [port('line'), port('dc09'), port('http'), port('mqtt')];
        const modem = /Modem\s+\S+:(\d+)\s/.exec(started)?.[1];
        if (web?.[1] === undefined || line === undefined || dc09 === undefined || modem === undefined) return;
        this.web = web[1];
        this.linePort = Number(line);
        this.dc09Port = Number(dc09);
        this.httpPort = Number(http);
        this.mqttPort = Number(mqtt);
        this.serialPort = Number(port('serial'));
        this.radioPort = Number(port('radio/udp'));
        this.modemPort = Number(modem);
        done();
      };
      stdout.on('data', hear);
      stderr.on('data', hear);
      server.once('exit', (code) => {
        failed(new Error(`the server ended with ${code}: ${this.output}`));
      });
    });
    return this;
  }

  async stop(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    const server = this.#process;
    this.#process = null;
    if (server?.exitCode !== null) return;
    const ended = once(server, 'exit');
    server.kill(signal);
    await ended;
  }

  /** Lets so many ms pass for a desk whose clock was set; sockets stay in real time. */
  pass(by: number): void {
    this.#process?.send({ step: by });
  }

  /** As a restore from nothing would: the data are gone, the keys are still there. */
  forget(): Promise<void> {
    this.life++;
    rmSync(this.data, { recursive: true, force: true });
    return Promise.resolve();
  }

  async end(): Promise<void> {
    await this.stop('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** Sends records as any client would, from the address of the first path, and gives the desk's answers, a line each. */
  async send(...records: string[]): Promise<string[]> {
    return this.sendFrom(pathAddress(1), ...records);
  }
  async sendFrom(from: string, ...records: string[]): Promise<string[]> {
    return this.sendBytes(Buffer.from(records.map((record) => `${record}\n`).join('')), from);
  }

  sendBytes(bytes: Uint8Array, localAddress = pathAddress(1)): Promise<string[]> {
    return new Promise((done, failed) => {
      const socket = connect({ port: this.linePort, host: '127.0.0.1', localAddress }, () => socket.end(bytes));
      let answer = '';
      socket.on('data', (chunk) => (answer += chunk.toString()));
      socket.on('error', failed);
      socket.on('close', () => {
        done(answer.split('\n').filter((line) => line !== ''));
      });
    });
  }

  readonly #cookies = new Map<string, string>();
  /** Posts as somebody who has signed in by a press, as the demo allows. */
  async post(path: string, body: object, person = '01KAV000000000000000000000'): Promise<Response> {
    const headers = { 'content-type': 'application/json' };
    const key = `${this.life} ${person}`;
    if (!this.#cookies.has(key)) {
      const response = await fetch(`${this.web}/api/sign-in`, {
        method: 'POST',
        headers,
        body: JSON.stringify({ person, device: 'a test' }),
      });
      this.#cookies.set(
        key,
        response.headers
          .getSetCookie()
          .map((one) => one.split(';')[0])
          .join('; '),
      );
    }
    return fetch(`${this.web}${path}`, {
      method: 'POST',
      headers: { ...headers, cookie: this.#cookies.get(key) ?? '' },
      body: JSON.stringify(body),
    });
  }

  /** Asks a route of the desk; its answer is read by the route's own shape. */
  async get<Q, A>(
    route: Route<Q, unknown, A>,
    { query, names = {} }: { query?: Q; names?: { readonly [name: string]: string } } = {},
  ): Promise<A & Every> {
    const search = new URLSearchParams(Object.entries(query ?? {}).map(([name, value]) => [name, String(value)]));
    const path = route.path.replace(/:(\w+)/g, (_, name: string) => names[name] ?? '');
    const read = route.answer(await (await fetch(`${this.web}${path}?${search.toString()}`)).json(), '');
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    return read.value;
  }
}

export const test = base.extend<object, { desk: Desk }>({
  desk: [
    // biome-ignore lint: Playwright wants the pattern
    async ({}, use) => {
      const desk = await new Desk({ GREENLAMP_DEMO: '1', GREENLAMP_CLOCK: '2026-11-12T14:40:00Z' }).start();
      await use(desk);
      await desk.end();
    },
    { scope: 'worker' },
  ],
});
export { expect } from '@playwright/test';
