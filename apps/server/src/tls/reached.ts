// By which names and addresses the page is reached, under which certificate; kept fresh while the desk runs.
import type { IncomingMessage } from 'node:http';
import type { Server } from 'node:https';
import { hostname, networkInterfaces } from 'node:os';
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { compile } from 'proxy-addr';
import type { Env } from '../shell/env.ts';
import { fingerprint, givenTls, namesIn, ownTls, type Tls } from './certificates.ts';

const loopback = ['localhost', '127.0.0.1', '::1'];
/** How often (ms) it is looked whether a certificate runs out, or the machine has got another address. */
const every = 6 * 3_600_000;

/** The machine's names and addresses: whatever a telephone might type. */
const machineNames = (): string[] => {
  const own = hostname().toLowerCase();
  const addresses = Object.values(networkInterfaces())
    .flatMap((one) => one ?? [])
    .flatMap(({ address, internal, family }) => (internal || (family === 'IPv6' && address.startsWith('fe80')) ? [] : [address]));
  return [own, ...(own.includes('.') ? [] : [`${own}.local`]), ...addresses];
};

export const namesOf = ({ names }: Pick<Env, 'names'>): string[] => [...new Set([...names, ...machineNames(), ...loopback])];

export const tlsOf = async (env: Env, now: number): Promise<Tls | null> => {
  if (env.tls === 'off') return null;
  return env.tls === 'own' ? ownTls(env.keys, namesOf(env), now) : givenTls(env.tls.cert, env.tls.key, now);
};

@Injectable()
export class Reached implements OnApplicationShutdown {
  readonly #log = new Logger('Tls');
  #tls: Tls | null = null;
  #web = '';
  #env: Env | null = null;
  #timer: NodeJS.Timeout | null = null;
  #trusts: ReturnType<typeof compile> = () => false;

  /** By what it is known before anything listens. */
  know(env: Env, tls: Tls | null): void {
    this.#env = env;
    this.#tls = tls;
    this.#trusts = compile([...env.proxies]);
  }
  open(web: string, server: unknown): void {
    this.#web = web;
    if (this.#tls === null) return;
    this.#timer = setInterval(() => {
      this.look(server as Server, Date.now()).catch((error: unknown) => {
        this.#log.error(`the certificate could not be renewed: ${error instanceof Error ? error.message : String(error)}`);
      });
    }, every);
    this.#timer.unref();
  }
  onApplicationShutdown(): void {
    if (this.#timer !== null) clearInterval(this.#timer);
  }

  /** Takes a newer certificate where there is one; connections go on. */
  async look(server: Pick<Server, 'setSecureContext'>, now: number): Promise<void> {
    if (this.#env === null) return;
    const tls = await tlsOf(this.#env, now);
    if (tls === null || tls.cert === this.#tls?.cert) return;
    this.#tls = tls;
    server.setSecureContext({ cert: tls.cert, key: tls.key });
    this.#log.log(`the certificate holds until ${new Date(tls.until).toISOString().slice(0, 10)}`);
  }

  /** Whether a request came under TLS: to us, or to a proxy that we believe. */
  isSecure({ socket, headers }: IncomingMessage): boolean {
    if ('encrypted' in socket) return true;
    return this.#trusts(socket.remoteAddress ?? '', 0) && headers['x-forwarded-proto'] === 'https';
  }

  get authority(): string | null {
    return this.#tls?.authority ?? null;
  }
  get state(): { addresses: string[]; secure: boolean; authority: string | null; until: number | null } {
    const env = this.#env;
    const port = new URL(this.#web === '' ? 'http://x' : this.#web).port;
    const outside = env !== null && !loopback.includes(env.webHost);
    const names = env === null || !outside ? [] : [...env.names, ...machineNames()];
    const scheme = this.#tls === null ? 'http' : 'https';
    return {
      addresses: names.map((name) => `${scheme}://${name.includes(':') ? `[${name}]` : name}${port === '' ? '' : `:${port}`}`),
      secure: this.#tls !== null,
      authority: this.authority === null ? null : fingerprint(this.authority),
      until: this.#tls?.until ?? null,
    };
  }
  /** Names under which a request may ask for the page. */
  get names(): readonly string[] {
    return this.#tls === null ? (this.#env?.names ?? []) : [...(this.#env?.names ?? []), ...machineNames(), ...namesIn(this.#tls.cert)];
  }
}
