// A whole server in the test's own process: a folder and free ports of its own, a person who writes, a plain socket.
import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ElementId, Stream, Ulid } from '@green-lamp/core/name';
import { type DataOf, type Entry, type KindName, ordOf, textOf, write } from '@green-lamp/core/journal';
import { instant } from '@green-lamp/core/quantity';
import { chance } from '@green-lamp/core/scenario';
import { peopleStream, type SettingKey, settingKey, stationStream } from '@green-lamp/core/name';
import { forListeners, type ListenerKind, sealTo } from '@green-lamp/core/wire';
import { type Running, start } from '../app.ts';
import { Journal } from '../journal/journal.ts';
import type { Answer } from '@green-lamp/core/api';
import { Vault } from '../secrets/vault.ts';
import type { Env } from '../shell/env.ts';
import { keepsContract } from './contract.ts';

const root = join(__dirname, '..', '..', '..', '..');

/** The address that test stations have on their sheets: on this computer, and still a path's own. */
export const testSource = '127.0.9.1';

export class TestServer {
  running!: Running;
  readonly folder = mkdtempSync(join(tmpdir(), 'green-lamp-server-'));
  readonly chance = chance(99);
  readonly me = { person: this.chance.ulid(Date.now()), device: this.chance.ulid(Date.now()) };
  readonly #seen = new Map<Stream, number>();
  /** What each person's browser shows the desk. */
  readonly #cookies = new Map<Ulid, Promise<string>>();

  env(more: Partial<Env> = {}): Env {
    return {
      port: 0,
      webHost: '127.0.0.1',
      names: [],
      tls: 'off',
      proxies: [],
      listenHost: '127.0.0.1',
      ports: forListeners(() => [0]),
      tlsPorts: forListeners(() => []),
      programmingPort: 0,
      modemPort: 0,
      modbusPort: 0,
      bounds: { connections: 0, connectionsOfOne: 0, framesOfOne: 0, strangersOfOne: 0, waitingBytes: 0, pages: 0 },
      keeps: { routineDays: 0, routineMegabytes: 0, strangerDays: 0, strangerMegabytes: 0 },
      data: join(this.folder, 'data'),
      backups: join(this.folder, 'copies'),
      backupHours: 0,
      backupsKept: 3,
      keys: join(this.folder, 'keys'),
      web: join(root, 'no-page'),
      log: 'plain',
      demo: false,
      accounts: 'demo',
      demoCalls: 0,
      tellHook: null,
      tellMail: null,
      clockFrom: null,
      testPaths: true,
      ...more,
    };
  }
  async open(more: Partial<Env> = {}): Promise<this> {
    this.running = await start(this.env(more));
    this.#cookies.clear();
    if (more.tls !== undefined) return this; // Node's own fetch does not know its authority
    const known = (await this.journal.state(peopleStream)).people[this.me.person] !== undefined;
    if (!known) await this.deliver(this.entry(peopleStream, 'person.added', { id: this.me.person, name: 'Ina' }));
    return this;
  }
  async close(): Promise<void> {
    await this.running.app.close();
  }
  async end(): Promise<void> {
    await this.close().catch(() => undefined);
    rmSync(this.folder, { recursive: true, force: true });
  }
  get journal(): Journal {
    return this.running.app.get(Journal);
  }
  get linePort(): number {
    return this.running.desk.portOf('line');
  }
  get dc09Port(): number {
    return this.running.desk.portOf('dc09');
  }

  entry<N extends KindName>(stream: Stream, kind: N, data: DataOf<N>, more: Partial<Entry> = {}): Entry {
    const at = instant(Date.now());
    const pen = { id: this.chance.ulid(at), at, skew: 0, since: this.#seen.get(stream) ?? 0, who: this.me };
    const entry = { ...write(pen, stream, kind, data), ...more };
    this.#seen.set(stream, Math.max(this.#seen.get(stream) ?? 0, ordOf(entry, null)));
    return entry;
  }

  /** Every answer is held against its route. */
  async fetch(path: string, init: RequestInit = {}): Promise<Response> {
    const response = await fetch(`${this.running.web}${path}`, init);
    await keepsContract(init.method ?? 'GET', path, response.clone());
    return response;
  }
  async get<T>(path: string): Promise<T> {
    return (await (await this.fetch(path, { headers: { cookie: await this.cookie() } })).json()) as T;
  }
  /** The cookie of somebody who has signed in by a press. */
  cookie(person = this.me.person): Promise<string> {
    const there = this.#cookies.get(person);
    if (there !== undefined) return there;
    const made = fetch(`${this.running.web}/api/sign-in`, {
      method: 'POST',
      body: JSON.stringify({ person, device: 'a test' }),
      headers: { 'content-type': 'application/json' },
    }).then((response) =>
      response.headers
        .getSetCookie()
        .map((one) => one.split(';')[0])
        .join('; '),
    );
    this.#cookies.set(person, made);
    return made;
  }
  async post(path: string, body: unknown, { as = this.me.person }: { as?: Ulid } = {}): Promise<Response> {
    return this.fetch(path, {
      method: 'POST',
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json', cookie: await this.cookie(as) },
    });
  }
  textOf(entry: object): string {
    return textOf(entry as Entry); // made by `entry`, with another writer
  }
  async deliver(...entries: (Entry | string)[]): Promise<Answer[]> {
    const response = await this.post('/api/entries', {
      entries: entries.map((entry) => (typeof entry === 'string' ? entry : textOf(entry))),
      secrets: [],
    });
    return ((await response.json()) as { answers: Answer[] }).answers;
  }

  /** A station with one Ethernet path from `testSource`, and this account at one of the listeners, delivered. */
  async station(
    account: string,
    listener: ListenerKind = 'line',
  ): Promise<{ stream: Stream; unit: ElementId; path: ElementId; receiver: ElementId }> {
    const stream = stationStream(this.chance.ulid(Date.now()));
    const [unit, path, receiver] = [this.chance.element(), this.chance.element(), this.chance.element()];
    const set = (key: ReturnType<typeof settingKey>, value: string | number): Entry =>
      this.entry(stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over: null });
    const answers = await this.deliver(
      this.entry(stream, 'station.opened', { name: `Station ${account}`, demo: false }),
      this.entry(stream, 'element.added', { group: 'unit', id: unit, label: 'unit' }),
      this.entry(stream, 'element.added', { group: 'path', id: path, label: 'ethernet' }),
      this.entry(stream, 'element.added', { group: 'receiver', id: receiver, label: 'desk' }),
      set(settingKey('path', path, 'kind'), 'ethernet'),
      set(settingKey('path', path, 'address'), testSource),
      set(settingKey('receiver', receiver, 'account'), account),
      set(settingKey('receiver', receiver, 'protocol'), listener),
      set(settingKey('receiver', receiver, 'port'), this.running.desk.portOf(listener)),
    );
    if (answers.some(({ is }) => is !== 'kept')) throw new Error(JSON.stringify(answers));
    return { stream, unit, path, receiver };
  }

  /** Puts a secret of a unit on its sheet, as a page sends it. */
  async secret(stream: Stream, key: SettingKey, plain: string): Promise<void> {
    const ref = this.chance.ulid(Date.now());
    const entry = this.entry(stream, 'setting.set', { key, value: { secret: ref }, origin: 'typed', simulated: false, over: null });
    const to = this.running.app.get(Vault).publicKey;
    const secret = { ref, ...sealTo(to, `${stream} ${ref}`, plain, { key: randomBytes(32), nonce: randomBytes(24) }) };
    const response = await this.post('/api/entries', { entries: [textOf(entry)], secrets: [secret] });
    const { answers } = (await response.json()) as { answers: Answer[] };
    if (answers.some(({ is }) => is !== 'kept')) throw new Error(JSON.stringify(answers));
  }

  socket(port = this.linePort, localAddress = testSource): Promise<Socket> {
    return new Promise((done, failed) => {
      const socket = connect({ port, host: '127.0.0.1', localAddress }, () => done(socket));
      socket.once('error', failed);
    });
  }
  /** Sends bytes on one socket and gives the answers, a line each, once the desk has closed. */
  async send(text: string | Uint8Array, { from = testSource, port = this.linePort } = {}): Promise<string[]> {
    const socket = await this.socket(port, from);
    return new Promise((done) => {
      let answer = '';
      socket.on('data', (chunk) => (answer += chunk.toString()));
      socket.on('close', () => done(answer.split('\n').filter((line) => line !== '')));
      socket.end(text);
    });
  }
  async count(stream: Stream): Promise<number> {
    return (await this.journal.head(stream)).seq;
  }
}
