// What must not come back with an older copy: a role that was taken or lowered, a password that was replaced, a secret that was erased. It stands beside the keys, outside of what is copied, and is held against a desk that has a new life.
import { createHash } from 'node:crypto';
import { closeSync, existsSync, fsyncSync, mkdirSync, openSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Injectable, Logger } from '@nestjs/common';
import { isObject, isRole, isStream, isUlid, peopleStream, type Role, type Stream, type Ulid } from '@green-lamp/core/name';
import type { State } from '@green-lamp/core/journal';
import { LoginRow } from '../accounts/login.row.ts';
import { deskEnters } from '../journal/desk-enters.ts';
import { Events } from '../journal/events.ts';
import { Journal } from '../journal/journal.ts';
import type { Draft } from '../journal/turn.ts';
import { Ids } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';

/** `passwords` by a hash of what is kept of each; null where a person has none. */
type Lasting = {
  readonly life: string;
  readonly roles: ReadonlyMap<Ulid, Role | null>;
  readonly passwords: ReadonlyMap<Ulid, string | null>;
  readonly erased: ReadonlyMap<Ulid, Stream>;
};
const fileName = 'lasting.json';
const markOf = (password: string | null | undefined): string | null =>
  password == null ? null : createHash('sha256').update(password).digest('hex');

const mapOf = <T>(value: unknown, is: (one: unknown) => one is T): ReadonlyMap<Ulid, T> =>
  new Map((isObject(value) ? Object.entries(value) : []).flatMap(([id, one]): [Ulid, T][] => (isUlid(id) && is(one) ? [[id, one]] : [])));
const orNone =
  <T>(is: (one: unknown) => one is T) =>
  (one: unknown): one is T | null =>
    one === null || is(one);
const isText = (one: unknown): one is string => typeof one === 'string';
const rolesIn = ({ people, roles }: State): ReadonlyMap<Ulid, Role | null> =>
  new Map(Object.keys(people).flatMap((id): [Ulid, Role | null][] => (isUlid(id) ? [[id, roles[id] ?? null]] : [])));

@Injectable()
export class LastingFile {
  readonly #log = new Logger('Restored');
  #folder = '';
  #now: Lasting = { life: '', roles: new Map(), passwords: new Map(), erased: new Map() };

  constructor(
    private readonly journal: Journal,
    private readonly database: Database,
    private readonly ids: Ids,
    private readonly events: Events,
  ) {}

  /** Holds what lasts against a desk that was restored; from then on it is written down after each commit that changes it. */
  async open(folder: string): Promise<void> {
    this.#folder = folder;
    const was = this.#read();
    if (was !== null && was.life !== this.journal.life) await this.#hold(was);
    const { life } = this.journal;
    const roles = rolesIn(await this.journal.state(peopleStream));
    const passwords = new Map((await this.#logins()).map((row): [Ulid, string | null] => [row.person as Ulid, markOf(row.password)])); // its key is a person's id
    this.#write({ life, roles, passwords, erased: was?.erased ?? new Map() });
    this.events.onKept((draft) => this.#heed(draft));
  }

  async #logins() {
    return this.database.em().find(LoginRow, {});
  }

  /** Takes back what an older copy has brought back. */
  async #hold({ roles, passwords, erased }: Lasting): Promise<void> {
    const logins = await this.#logins();
    await this.journal.append((turn) => {
      const { people, roles: standing } = turn.head(peopleStream).state;
      for (const [person, role] of roles) {
        if (people[person] === undefined || (standing[person] ?? null) === role) continue;
        deskEnters(turn, this.ids, peopleStream, 'role.given', { person, role });
        this.#log.warn(`the copy had another role of ${people[person]}: it stands as it was before the restore`);
      }
      for (const row of logins) {
        const last = isUlid(row.person) ? passwords.get(row.person) : undefined;
        if (last === undefined || row.password == null || markOf(row.password) === last) continue;
        turn.login({ person: row.person, password: null, code: null, codeUntil: null });
        this.#log.warn(
          `${people[row.person] ?? 'somebody'} has changed their password since the copy: the old one is none, a code sets a new one`,
        );
      }
      for (const [ref, stream] of erased) turn.erase(stream, ref);
    });
  }

  #heed({ heads, logins, erased }: Draft): void {
    const people = heads.get(peopleStream)?.state;
    if (people === undefined && logins.size === 0 && erased.size === 0) return;
    const { life, ...now } = this.#now;
    const passwords = new Map(now.passwords);
    for (const { person, password } of logins.values()) if (isUlid(person)) passwords.set(person, markOf(password));
    const gone = new Map(now.erased);
    for (const [ref, stream] of erased) if (isUlid(ref)) gone.set(ref, stream);
    this.#write({ life, roles: people === undefined ? now.roles : rolesIn(people), passwords, erased: gone });
  }

  #read(): Lasting | null {
    const file = join(this.#folder, fileName);
    if (!existsSync(file)) return null;
    try {
      const of: unknown = JSON.parse(readFileSync(file, 'utf8'));
      if (!isObject(of) || !isText(of['life'])) throw new Error('it has another form');
      return {
        life: of['life'],
        roles: mapOf(of['roles'], orNone(isRole)),
        passwords: mapOf(of['passwords'], orNone(isText)),
        erased: mapOf(of['erased'], isStream),
      };
    } catch (error) {
      this.#log.error(`${file} can’t be read, so nothing is held against a restored copy: ${String(error)}`);
      return null;
    }
  }
  #write(now: Lasting): void {
    this.#now = now;
    const { life, roles, passwords, erased } = now;
    const draft = join(this.#folder, `${fileName}.new`);
    try {
      mkdirSync(this.#folder, { recursive: true, mode: 0o700 });
      const text = { life, roles: Object.fromEntries(roles), passwords: Object.fromEntries(passwords), erased: Object.fromEntries(erased) };
      writeFileSync(draft, JSON.stringify(text, null, 1), { mode: 0o600 });
      const handle = openSync(draft, 'r');
      fsyncSync(handle);
      closeSync(handle);
      renameSync(draft, join(this.#folder, fileName));
    } catch (error) {
      this.#log.error(`what must outlast a restore could not be written to ${this.#folder}: ${String(error)}`);
    }
  }
}
