// Signing in and out, passwords and codes. Every step of it is an entry of the desk; none holds a password, code or token.
import { randomInt } from 'node:crypto';
import { HttpStatus, Injectable, Logger } from '@nestjs/common';
import type { AccountView, SessionView, SignedIn, TokenView } from '@green-lamp/core/api';
import { accessStream, isRole, isUlid, peopleStream, type Role, sure, type Ulid } from '@green-lamp/core/name';
import { inWords } from '@green-lamp/core/quantity';
import { type DataOf, type KindName } from '@green-lamp/core/journal';
import { type Problem, problem } from '@green-lamp/core/problem';
import { deskEnters } from '../journal/desk-enters.ts';
import { Journal } from '../journal/journal.ts';
import type { Plain, Turn } from '../journal/turn.ts';
import { Clock, Ids } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { Attempts, type Try } from './attempts.ts';
import { DeviceKeys } from './device-keys.ts';
import { LoginRow } from './login.row.ts';
import { isPassword, keepPassword, passwordFaults } from './password.ts';
import { type Caller, idOf, type Session, Sessions } from './sessions.ts';

type Login = Plain<LoginRow>;
/** From where somebody comes, and by which browser. */
export type Place = { readonly from: string; readonly device: string; readonly known: string | null };
/** What a browser is given: the secret of its sign-in, and the one by which it is known later. */
export type Given = { readonly who: SignedIn; readonly page: string; readonly device: string };

const codeLasts = 7 * 86_400_000;
/** Passwords that are tried at once. */
const atOnce = 6;
/** Read out over a telephone: no letter or digit that is taken for another. */
const letters = '23456789ABCDEFGHJKMNPQRSTUVWXYZ';
const newCode = (): string =>
  Array.from({ length: 4 }, () => Array.from({ length: 4 }, () => letters[randomInt(letters.length)] ?? '').join('')).join('-');
const plainCode = (code: string): string => code.toUpperCase().replace(/[^0-9A-Z]/g, '');

const refuse = (status: HttpStatus, ...problems: readonly Problem[]): never => {
  throw new ProblemException(status, problems);
};

@Injectable()
export class Accounts {
  readonly #log = new Logger('Accounts');
  readonly #logins = new Map<string, Login>();
  #trying = 0;
  /** Of the first lead, while nobody has an account; said on the console. */
  #first: string | null = null;

  constructor(
    private readonly database: Database,
    private readonly journal: Journal,
    private readonly sessions: Sessions,
    private readonly attempts: Attempts,
    private readonly keys: DeviceKeys,
    private readonly clock: Clock,
    private readonly ids: Ids,
  ) {}

  /** Gives the first lead's one-time code where nobody has an account yet. */
  async open(demo: boolean): Promise<string | null> {
    await this.sessions.open(demo);
    await this.keys.open();
    for (const row of await this.database.em().find(LoginRow, {})) this.#logins.set(row.person, { ...row });
    this.#first = demo || (await this.#leads()).length > 0 ? null : newCode();
    return this.#first;
  }

  get by(): 'press' | 'password' | 'first code' {
    return this.sessions.demo ? 'press' : this.#first === null ? 'password' : 'first code';
  }

  async who({ person, role, session }: Caller): Promise<SignedIn | null> {
    return person === null || session === null ? null : { person, name: await this.#nameOf(person), role, until: session.until };
  }

  /** In the demo a person's id is enough: it says so on every screen. */
  async press(person: Ulid, place: Place): Promise<Given> {
    if (!this.sessions.demo)
      return refuse(HttpStatus.FORBIDDEN, problem('refused', 'password', { why: 'here one signs in by name and password.' }));
    return this.#begin(person, 'lead', 'press', place);
  }

  async signIn(name: string, password: string, place: Place): Promise<Given> {
    const person = await this.#personOf(name);
    const login = person === null ? undefined : this.#logins.get(person);
    const tried: Try = { name, address: place.from, known: person !== null && this.#knows(person, place) };
    const wait = this.attempts.wait(tried, this.clock.now());
    if (wait > 0)
      return refuse(
        HttpStatus.TOO_MANY_REQUESTS,
        problem('refused', 'password', { why: `too many sign-ins failed. Wait ${inWords(wait)}, or ask a lead for a one-time code.` }),
      );
    const right = await this.#tried(() => isPassword(password, login?.password ?? null));
    const role = right && person !== null ? await this.sessions.roleOf(person) : null;
    if (!right || person === null || role === null) {
      if (this.attempts.failed(tried, this.clock.now())) await this.#enter('sign-in.held', { name: name.slice(0, 60), from: place.from });
      return refuse(HttpStatus.UNAUTHORIZED, problem('refused', 'password', { why: 'name and password do not belong together.' }));
    }
    this.attempts.passed(tried);
    return this.#begin(person, role, 'password', place);
  }

  /** Sets a password by a code. The first lead's makes the account with it. */
  async byCode(code: string, name: string, password: string, place: Place): Promise<Given> {
    const tried: Try = { name: 'code', address: place.from, known: false };
    const wait = this.attempts.wait(tried, this.clock.now());
    if (wait > 0)
      return refuse(HttpStatus.TOO_MANY_REQUESTS, problem('refused', 'code', { why: `too many codes were wrong. Wait ${inWords(wait)}.` }));
    const isFirst = this.#first !== null && plainCode(code) === plainCode(this.#first);
    const person = await this.#personOf(name);
    const login = person === null ? undefined : this.#logins.get(person);
    const fits =
      isFirst ||
      (login?.code === idOf(plainCode(code)) &&
        login.codeUntil !== null &&
        login.codeUntil !== undefined &&
        login.codeUntil > this.clock.now());
    if (!fits || name.trim() === '') {
      this.attempts.failed(tried, this.clock.now());
      return refuse(HttpStatus.UNAUTHORIZED, problem('refused', 'code', { why: 'this code is not, or no longer, one of this name.' }));
    }
    const faults = passwordFaults(password, name);
    if (faults.length > 0) return refuse(HttpStatus.UNPROCESSABLE_ENTITY, ...faults);
    const of = person ?? this.ids.ulid(this.clock.now());
    if (isFirst) {
      await this.#firstLead(of, name.trim(), person === null);
      this.#first = null;
    }
    await this.#setPassword(of, password);
    const role = await this.sessions.roleOf(of);
    return role === null
      ? refuse(HttpStatus.FORBIDDEN, problem('refused', 'name', { why: 'a lead has to give this person a role first.' }))
      : this.#begin(of, role, 'code', place);
  }

  /** Runs a way of signing in that knows nobody by name: what fails counts against the address that it came from. */
  async held<T>(place: Place, run: () => Promise<T>): Promise<T> {
    const tried: Try = { name: 'key', address: place.from, known: false };
    const wait = this.attempts.wait(tried, this.clock.now());
    if (wait > 0)
      return refuse(HttpStatus.TOO_MANY_REQUESTS, problem('refused', 'key', { why: `too many sign-ins failed. Wait ${inWords(wait)}.` }));
    try {
      const of = await run();
      this.attempts.passed(tried);
      return of;
    } catch (error) {
      this.attempts.failed(tried, this.clock.now());
      throw error;
    }
  }
  /** By a device's key that has just signed what it was asked. */
  async byKey(person: Ulid, place: Place): Promise<Given> {
    const role = await this.sessions.roleOf(person);
    return role === null
      ? refuse(HttpStatus.FORBIDDEN, problem('refused', 'key', { why: 'a lead has to give this person a role first.' }))
      : this.#begin(person, role, 'key', place);
  }

  async signOut(session: Session): Promise<void> {
    await this.#ended(session, 'press');
  }

  async changePassword({ person, session }: Caller, old: string, password: string): Promise<void> {
    if (person === null) return refuse(HttpStatus.FORBIDDEN, problem('refused', '', { why: 'a machine has no password.' }));
    const name = await this.#nameOf(person);
    const tried: Try = { name, address: 'own', known: true };
    if (this.attempts.wait(tried, this.clock.now()) > 0 || !(await isPassword(old, this.#logins.get(person)?.password ?? null))) {
      this.attempts.failed(tried, this.clock.now());
      return refuse(HttpStatus.UNPROCESSABLE_ENTITY, problem('refused', 'old', { why: 'it is not the password that stands.' }));
    }
    const faults = passwordFaults(password, name);
    if (faults.length > 0) return refuse(HttpStatus.UNPROCESSABLE_ENTITY, ...faults);
    await this.#setPassword(person, password, session?.id);
  }

  sessionsOf(person: Ulid, here: string | null): SessionView[] {
    return this.sessions
      .of('page', person)
      .map(({ id, label, from, made, seen, until }) => ({ id, device: label, from, made, seen, until, here: id === here }));
  }

  /** Ends one of one's own; a lead ends anybody's, and tokens. */
  async end(id: string, caller: Caller): Promise<void> {
    const own = this.sessions.of('page', caller.person).find((one) => one.id === id);
    const other =
      caller.role === 'lead' ? [...this.sessions.of('page'), ...this.sessions.of('machine')].find((one) => one.id === id) : undefined;
    const session = own ?? other;
    if (session === undefined || caller.person === null)
      return refuse(HttpStatus.NOT_FOUND, problem('refused', 'id', { why: 'there is no such sign-in, or it is not yours.' }));
    if (session.kind === 'machine') {
      await this.#enter('token.ended', { label: session.label, by: caller.person });
      await this.sessions.end([id]);
    } else await this.#ended(session, own === undefined ? 'lead' : 'another');
  }

  async list(here: string | null): Promise<{ accounts: AccountView[]; tokens: TokenView[] }> {
    const { people, roles } = await this.journal.state(peopleStream);
    const accounts = Object.entries(people).flatMap(([id, name]): AccountView[] => {
      if (!isUlid(id)) return [];
      const login = this.#logins.get(id);
      const code = login?.codeUntil ?? null;
      return [
        {
          person: id,
          name,
          role: roles[id] ?? null,
          password: login?.password != null,
          code: code !== null && code > this.clock.now() ? code : null,
          sessions: this.sessionsOf(id, here),
        },
      ];
    });
    const tokens = this.sessions
      .of('machine')
      .map(({ id, label, role, made, seen, until }) => ({ id, label, role: sure(isRole, role), made, seen, until }));
    return { accounts, tokens };
  }

  async makeCode(person: Ulid, by: Ulid): Promise<{ code: string; until: number }> {
    if ((await this.journal.state(peopleStream)).people[person] === undefined)
      return refuse(HttpStatus.NOT_FOUND, problem('refused', 'person', { why: 'nobody of this id is on the list of people.' }));
    const [code, until] = [newCode(), this.clock.now() + codeLasts];
    await this.#keep(
      { person, password: this.#logins.get(person)?.password ?? null, code: idOf(plainCode(code)), codeUntil: until },
      (turn) => {
        this.#entry(turn, 'code.made', { person, by });
      },
    );
    return { code, until };
  }

  async makeToken(label: string, role: Role, days: number, by: Ulid): Promise<string> {
    const { secret } = await this.sessions.make({ kind: 'machine', person: null, role, label, from: '', days });
    await this.#enter('token.made', { label, role, by });
    return secret;
  }

  /** Whoever has lost their role is signed out. To be asked after roles have changed. */
  async endOrphans(): Promise<void> {
    for (const session of this.sessions.of('page'))
      if (isUlid(session.person) && (await this.sessions.roleOf(session.person)) === null) await this.#ended(session, 'lead');
  }

  /** Whether somebody leads besides a person: the last lead stays. */
  async leadsBeside(person: Ulid): Promise<boolean> {
    return (await this.#leads()).some((one) => one !== person);
  }

  async #leads(): Promise<string[]> {
    const { roles } = await this.journal.state(peopleStream);
    return Object.entries(roles).flatMap(([person, role]) =>
      role === 'lead' && this.#logins.get(person)?.password != null ? [person] : [],
    );
  }
  async #nameOf(person: Ulid): Promise<string> {
    return (await this.journal.state(peopleStream)).people[person] ?? 'somebody';
  }
  async #personOf(name: string): Promise<Ulid | null> {
    const { people, roles } = await this.journal.state(peopleStream);
    const of = Object.entries(people).filter(([, one]) => one.trim().toLowerCase() === name.trim().toLowerCase());
    const [found] = of.find(([id]) => roles[id] !== undefined) ?? of[0] ?? [];
    return isUlid(found) ? found : null;
  }
  /** Passwords cost the machine some tenths of a second each: no more than a few are tried at once, so that a flood of them leaves it to others. */
  async #tried<T>(work: () => Promise<T>): Promise<T> {
    if (this.#trying >= atOnce)
      return refuse(
        HttpStatus.TOO_MANY_REQUESTS,
        problem('refused', 'password', { why: 'many sign in at this moment. Try again in a few seconds.' }),
      );
    this.#trying++;
    try {
      return await work();
    } finally {
      this.#trying--;
    }
  }
  #knows(person: Ulid, { known }: Place): boolean {
    return this.sessions.shown(known, 'device')?.person === person;
  }

  async #begin(person: Ulid, role: Role, by: DataOf<'signed.in'>['by'], place: Place): Promise<Given> {
    const label = place.device.slice(0, 200);
    const { secret: page, session } = await this.sessions.make({ kind: 'page', person, role: null, label, from: place.from });
    const device =
      this.#knows(person, place) && place.known !== null
        ? place.known
        : (await this.sessions.make({ kind: 'device', person, role: null, label, from: place.from })).secret;
    await this.#enter('signed.in', { person, by, device: label, from: place.from });
    return { who: { person, name: await this.#nameOf(person), role, until: session.until }, page, device };
  }
  async #ended(session: Session, by: DataOf<'signed.out'>['by']): Promise<void> {
    await this.sessions.end([session.id]);
    if (isUlid(session.person)) await this.#enter('signed.out', { person: session.person, by, device: session.label });
  }

  /** Every other sign-in of the person ends with it, and so do the code and the keys of devices. */
  async #setPassword(person: Ulid, password: string, but?: string): Promise<void> {
    await this.#keep({ person, password: await keepPassword(password), code: null, codeUntil: null }, (turn) => {
      this.#entry(turn, 'password.set', { person });
    });
    for (const session of this.sessions.of('page', person)) if (session.id !== but) await this.#ended(session, 'another');
    await this.keys.end(person);
  }

  async #firstLead(person: Ulid, name: string, isNew: boolean): Promise<void> {
    await this.journal.append((turn) => {
      if (isNew) this.#entry(turn, 'person.added', { id: person, name });
      this.#entry(turn, 'role.given', { person, role: 'lead' });
    });
    this.#log.log(`${name} leads here from now on.`);
  }

  async #keep(row: Login, also: (turn: Turn) => void): Promise<void> {
    await this.journal.append((turn) => {
      turn.login(row);
      also(turn);
    });
    this.#logins.set(row.person, row);
  }
  async #enter<N extends KindName>(kind: N, data: DataOf<N>): Promise<void> {
    await this.journal.append((turn) => {
      this.#entry(turn, kind, data);
    });
  }
  #entry<N extends KindName>(turn: Turn, kind: N, data: DataOf<N>): void {
    deskEnters(turn, this.ids, kind === 'person.added' || kind === 'role.given' ? peopleStream : accessStream, kind, data);
  }
}
