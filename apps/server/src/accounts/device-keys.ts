// Devices' own keys (W3C Web Authentication): a device makes one for this desk's name, keeps it behind its finger, face or code, and signs what it is asked. The desk keeps the public half.
import { isIP } from 'node:net';
import { randomBytes } from 'node:crypto';
import { HttpStatus, Injectable } from '@nestjs/common';
import {
  type AuthenticationResponseJSON,
  type AuthenticatorTransportFuture,
  generateAuthenticationOptions,
  generateRegistrationOptions,
  type RegistrationResponseJSON,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
} from '@simplewebauthn/server';
import type { KeyView } from '@green-lamp/core/api';
import { accessStream, isObject, isUlid, type Ulid } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import { deskEnters } from '../journal/desk-enters.ts';
import { Journal } from '../journal/journal.ts';
import type { NewDeviceKey } from '../journal/turn.ts';
import { Clock, Ids } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { DeviceKeyRow } from './device-key.row.ts';

/** What is asked is good for so long (ms), once, and so many stand at a time; so many keys one person may have. Ours. */
const good = 5 * 60_000;
const mostAsked = 1000;
const mostKeys = 20;

type Asked = { readonly id: string; readonly options: string };

const refuse = (status: HttpStatus, why: string): never => {
  throw new ProblemException(status, [problem('refused', 'key', { why })]);
};
const known = (row: NewDeviceKey) => ({
  id: row.id,
  transports: row.transports.split(',').filter((one) => one !== '') as AuthenticatorTransportFuture[], // as the browser named them, and read by browsers alone
});
const parsed = (text: string): object | null => {
  try {
    const value: unknown = JSON.parse(text);
    return isObject(value) && isObject(value['response']) && typeof value['id'] === 'string' ? value : null;
  } catch {
    return null;
  }
};
/** The name that a key is made for. A browser makes none for a bare address. */
const hostOf = (origin: string): string => {
  const { hostname } = new URL(origin);
  return isIP(hostname.replace(/^\[|\]$/g, '')) === 0
    ? hostname
    : refuse(
        HttpStatus.UNPROCESSABLE_ENTITY,
        `devices make keys for a name alone, and this page was opened by the bare address ${hostname}. Open it by the desk’s name (localhost on the desk itself).`,
      );
};

@Injectable()
export class DeviceKeys {
  readonly #rows = new Map<string, NewDeviceKey>();
  readonly #asked = new Map<string, { readonly challenge: string; readonly person: Ulid | null; readonly until: number }>();

  constructor(
    private readonly database: Database,
    private readonly journal: Journal,
    private readonly clock: Clock,
    private readonly ids: Ids,
  ) {}

  async open(): Promise<void> {
    for (const row of await this.database.em().find(DeviceKeyRow, {})) this.#rows.set(row.id, { ...row });
  }

  of(person: Ulid): KeyView[] {
    return this.#own(person).map(({ id, label, host, made, used }) => ({ id, device: label, host, made, used }));
  }

  /** What a device is to make a key of. */
  async askNew(person: Ulid, name: string, origin: string): Promise<Asked> {
    const own = this.#own(person);
    if (own.length >= mostKeys)
      return refuse(HttpStatus.UNPROCESSABLE_ENTITY, `${mostKeys} keys are the most. End one that you use no more.`);
    const options = await generateRegistrationOptions({
      rpName: 'Green Lamp',
      rpID: hostOf(origin),
      userName: name,
      userID: new TextEncoder().encode(person),
      attestationType: 'none',
      excludeCredentials: own.map(known),
      authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
    });
    return this.#ask(options, person);
  }
  async make(person: Ulid, id: string, response: string, device: string, origin: string): Promise<void> {
    const asked = this.#take(id);
    const of = parsed(response);
    if (asked?.person !== person || of === null)
      return refuse(HttpStatus.UNAUTHORIZED, 'this was not asked here, or longer ago than five minutes. Begin again.');
    const made = await verifyRegistrationResponse({
      response: of as RegistrationResponseJSON, // the library looks at the rest itself
      expectedChallenge: asked.challenge,
      expectedOrigin: origin,
      expectedRPID: hostOf(origin),
      requireUserVerification: true,
    }).catch(() => null);
    if (made?.verified !== true) return refuse(HttpStatus.UNAUTHORIZED, 'what the device made does not fit what it was asked.');
    const { credential } = made.registrationInfo;
    if (this.#rows.has(credential.id)) return refuse(HttpStatus.CONFLICT, 'this key is kept already.');
    const now = this.clock.now();
    const row: NewDeviceKey = {
      id: credential.id,
      person,
      publicKey: Buffer.from(credential.publicKey).toString('base64url'),
      counter: credential.counter,
      transports: (credential.transports ?? []).join(','),
      host: hostOf(origin),
      label: device.slice(0, 200),
      made: now,
      used: now,
    };
    await this.journal.append((turn) => {
      turn.deviceKey(row.id, row);
      deskEnters(turn, this.ids, accessStream, 'device-key.made', { person, device: row.label });
    });
    this.#rows.set(row.id, row);
  }

  /** What a device is to sign; it knows itself for whom. */
  async askSign(origin: string): Promise<Asked> {
    return this.#ask(await generateAuthenticationOptions({ rpID: hostOf(origin), userVerification: 'required' }), null);
  }
  /** Whom a signature signs in. A counter that did not rise is one of a copied key, and is refused. */
  async signed(id: string, response: string, origin: string): Promise<Ulid> {
    const asked = this.#take(id);
    const of = parsed(response);
    const row = of === null ? undefined : this.#rows.get((of as { id: string }).id); // looked at by `parsed`
    if (asked?.person !== null || of === null || row === undefined || !isUlid(row.person))
      return refuse(
        HttpStatus.UNAUTHORIZED,
        'this desk does not know the key of this device, or it was asked longer ago than five minutes.',
      );
    const signed = await verifyAuthenticationResponse({
      response: of as AuthenticationResponseJSON, // as above
      expectedChallenge: asked.challenge,
      expectedOrigin: origin,
      expectedRPID: hostOf(origin),
      requireUserVerification: true,
      credential: { id: row.id, publicKey: Buffer.from(row.publicKey, 'base64url'), counter: row.counter },
    }).catch(() => null);
    if (signed?.verified !== true) return refuse(HttpStatus.UNAUTHORIZED, 'what the device signed does not fit what it was asked.');
    const next = { ...row, counter: signed.authenticationInfo.newCounter, used: this.clock.now() };
    this.#rows.set(row.id, next);
    await this.journal.append((turn) => {
      turn.deviceKey(row.id, next);
    });
    return row.person;
  }

  /** Ends one of a person's keys, or all of them. */
  async end(person: Ulid, id?: string): Promise<void> {
    const rows = this.#own(person).filter((row) => id === undefined || row.id === id);
    if (id !== undefined && rows.length === 0) return refuse(HttpStatus.NOT_FOUND, 'there is no such key, or it is not yours.');
    if (rows.length === 0) return;
    await this.journal.append((turn) => {
      for (const row of rows) {
        turn.deviceKey(row.id, null);
        deskEnters(turn, this.ids, accessStream, 'device-key.ended', { person, device: row.label });
      }
    });
    for (const row of rows) this.#rows.delete(row.id);
  }

  #own(person: Ulid): NewDeviceKey[] {
    return [...this.#rows.values()].filter((row) => row.person === person);
  }
  #ask(options: { readonly challenge: string }, person: Ulid | null): Asked {
    const now = this.clock.now();
    for (const [id, { until }] of this.#asked) if (until < now || this.#asked.size >= mostAsked) this.#asked.delete(id);
    const id = randomBytes(16).toString('base64url');
    this.#asked.set(id, { challenge: options.challenge, person, until: now + good });
    return { id, options: JSON.stringify(options) };
  }
  #take(id: string): { readonly challenge: string; readonly person: Ulid | null } | null {
    const asked = this.#asked.get(id);
    this.#asked.delete(id);
    return asked === undefined || asked.until < this.clock.now() ? null : asked;
  }
}
