// A server of a few lines for the store's tests: keeps what it is given, refuses what it is told to, and can be away.
import { isObject, isUlid, type Ulid } from '@green-lamp/core/name';
import { firstLink, hashOf, linkOf, readEntry } from '@green-lamp/core/journal';
import { instant } from '@green-lamp/core/quantity';
import type { KeptRow } from '../store/db.ts';
import type { Answer } from '@green-lamp/core/api';

export class FakeServer {
  life = 'LIFE1';
  away = false;
  refuses: (text: string) => string | null = () => null;
  /** Happens while entries are on their way. */
  meanwhile: (() => Promise<void>) | null = null;
  /** What this server breaks at: it answers 500. */
  breaksAt: (body: string) => boolean = () => false;
  /** Where the desk finds a secret in a text; null where in none. */
  standsIn: (text: string) => [number, number][] | null = () => null;
  /** What the network carries in time, in octets of one body; more is cut off. */
  carries = Number.POSITIVE_INFINITY;
  /** How many pieces come before the network is gone. */
  pieces = Number.POSITIVE_INFINITY;
  readonly #coming = new Map<string, string>();
  badBody: (texts: readonly string[]) => boolean = () => false;
  readonly kept: KeptRow[] = [];
  readonly posts: { path: string; person: string; texts: string[] }[] = [];
  /** Who is signed in: in the demo by a press, else whoever the test says. */
  by: 'press' | 'password' = 'press';
  signedIn: Ulid | null = null;
  readonly texts = new Map<string, string>();
  now = 1_780_000_000_000;

  install(): this {
    globalThis.fetch = ((path: string, init?: RequestInit) => this.#answer(path, init)) as typeof fetch;
    return this;
  }

  async #answer(path: string, init?: RequestInit): Promise<Response> {
    if (this.away) throw new TypeError('fetch failed');
    if (path === '/api/entries' && init?.method === 'POST') await this.meanwhile?.();
    const every = { now: this.now, cursor: this.kept.length, wire: 2, life: this.life };
    const reply = (body: object, status = 200): Promise<Response> =>
      Promise.resolve(new Response(JSON.stringify({ ...body, ...every }), { status }));
    if (init?.method === 'POST' && path.includes('/pieces?')) return this.#piece(path, init.body, reply);
    if (init?.method === 'POST') {
      if (typeof init.body === 'string' && init.body.length > this.carries) throw new TypeError('cut off');
      const body: unknown = JSON.parse(typeof init.body === 'string' ? init.body : '');
      const texts = isObject(body) && Array.isArray(body['entries']) ? body['entries'].map(String) : [];
      if (path === '/api/sign-in') {
        this.signedIn = isObject(body) && isUlid(body['person']) ? body['person'] : null;
        return reply({ who: this.#who() });
      }
      if (this.signedIn === null)
        return reply({ problems: [{ code: 'signed-out', path: '', args: {}, sentence: 'Nobody is signed in.' }] }, 401);
      const person = this.signedIn;
      this.posts.push({ path, person, texts });
      if (this.breaksAt(typeof init.body === 'string' ? init.body : '')) return reply({ problems: [] }, 500);
      if (path === '/api/blobs') {
        const text = isObject(body) ? String(body['text']) : '';
        const at = this.standsIn(text);
        if (at !== null)
          return reply({ problems: [{ code: 'secret-stands', path: 'text', args: { at }, sentence: 'A secret stands in it.' }] }, 422);
        this.texts.set(hashOf(text), text);
        return reply({ hash: hashOf(text) });
      }
      if (this.badBody(texts))
        return reply({ problems: [{ code: 'refused', path: 'body', args: {}, sentence: 'The body was refused.' }] }, 400);
      return reply({ answers: texts.map((text) => this.#keep(text)) });
    }
    if (path === '/api/me') return reply({ by: this.by, who: this.#who() });
    if (path.startsWith('/api/kept')) {
      const query = new URL(path, 'http://x').searchParams;
      const streams = (query.get('streams') ?? '').split(',');
      return reply({
        entries: this.kept.filter(({ n, stream }) => n > Number(query.get('after')) && streams.includes(stream)),
        more: false,
        upTo: this.kept.length,
        here: { addresses: [], networks: [], outside: [], hidden: false, testPaths: false },
        key: 'ab'.repeat(32),
        beside: streams
          .filter((stream) => stream.startsWith('station:'))
          .map((stream) => ({ stream, heard: [], traits: [], head: { seq: 1, link: 'x', state: 'y' } })),
      });
    }
    if (path.endsWith('/pieces')) return reply({ have: (this.#coming.get(path.split('/')[3] ?? '') ?? '').length, kept: false });
    if (path.startsWith('/api/blobs/')) {
      const text = this.texts.get(path.slice('/api/blobs/'.length));
      return text === undefined
        ? reply({ problems: [{ code: 'refused', path: 'hash', args: {}, sentence: 'No such text is kept here.' }] }, 404)
        : reply({ text });
    }
    return reply({ key: 'ab'.repeat(32) });
  }

  async #piece(path: string, body: RequestInit['body'], reply: (body: object, status?: number) => Promise<Response>): Promise<Response> {
    if (this.pieces-- <= 0) throw new TypeError('cut off');
    const hash = path.split('/')[3] ?? '';
    const of = Number(new URL(path, 'http://x').searchParams.get('of'));
    const text = (this.#coming.get(hash) ?? '') + (await new Response(body).text());
    this.#coming.set(hash, text);
    this.posts.push({ path: '/pieces', person: '', texts: [] });
    if (text.length < of) return reply({ have: text.length, kept: false });
    this.texts.set(hashOf(text), text);
    return reply({ have: of, kept: true });
  }

  #who(): object | null {
    return this.signedIn === null ? null : { person: this.signedIn, name: 'Ina', role: 'lead', until: this.now + 1000 };
  }

  #keep(text: string): Answer {
    const read = readEntry(text);
    if (!read.ok) throw new Error(text);
    const { id, stream } = read.value;
    const why = this.refuses(text);
    if (why !== null) return { id, is: 'refused', problems: [{ code: 'refused', path: '', args: {}, sentence: why }] };
    const there = this.kept.find((row) => row.id === id);
    if (there !== undefined) return { ...there, is: 'already' };
    const mine = this.kept.filter((row) => row.stream === stream);
    const seq = mine.length + 1;
    const received = instant(Math.max(this.now, (mine.at(-1)?.received ?? 0) + 1));
    const hash = hashOf(text);
    const row: KeptRow = {
      id,
      n: this.kept.length + 1,
      stream,
      seq,
      text,
      hash,
      received,
      link: linkOf(firstLink(stream), hash, seq, received),
    };
    this.kept.push(row);
    return { ...row, is: 'kept' };
  }
}
