// Who is signed in: sign-ins that stand, browsers that are known, tokens of machines. All of them are in memory; what is written goes through the one writer.
import { createHash, randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { isRole, isUlid, peopleStream, type Role, type Ulid } from '@green-lamp/core/name';
import { Journal } from '../journal/journal.ts';
import type { Plain } from '../journal/turn.ts';
import { Clock } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import { SessionRow } from './session.row.ts';

export type Session = Plain<SessionRow>;
const day = 86_400_000;
/** How long a sign-in lasts without being used, and at most; how long a browser is known. Ours. */
const idle = 30 * day;
const lasts = 90 * day;
const knownFor = 400 * day;
/** How often (ms) it is written down that one is used. */
const noted = 10 * 60_000;

/** Who asks: a person or a machine, with what they may do; null where nobody is signed in. */
export type Caller = { readonly person: Ulid | null; readonly role: Role; readonly session: Session | null };

export const idOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

@Injectable()
export class Sessions {
  readonly #rows = new Map<string, Session>();
  readonly #ended = new Set<(ids: readonly string[]) => void>();
  /** In the demo nobody needs to sign in to look. */
  demo = false;

  constructor(
    private readonly database: Database,
    private readonly journal: Journal,
    private readonly clock: Clock,
  ) {}

  async open(demo: boolean): Promise<void> {
    this.demo = demo;
    for (const row of await this.database.em().find(SessionRow, {})) this.#rows.set(row.id, { ...row });
  }

  onEnded(hear: (ids: readonly string[]) => void): void {
    this.#ended.add(hear);
  }

  /** Makes one, and gives the secret by which it is shown from now on: 256 bits by the system's own generator. */
  async make(
    of: Pick<Session, 'kind' | 'person' | 'role' | 'label' | 'from'> & { readonly days?: number },
  ): Promise<{ secret: string; session: Session }> {
    const secret = randomBytes(32).toString('base64url');
    const now = this.clock.now();
    const { days, ...rest } = of;
    const until = now + (days !== undefined ? days * day : of.kind === 'device' ? knownFor : idle);
    const session: Session = { ...rest, id: idOf(secret), made: now, seen: now, until };
    await this.#write(session);
    return { secret, session };
  }

  /** The one that a secret shows, where it stands. */
  shown(secret: string | null, kind: string): Session | null {
    const row = secret === null ? undefined : this.#rows.get(idOf(secret));
    return row?.kind === kind && row.until > this.clock.now() ? row : null;
  }

  /** Who shows a page's or a machine's secret; in the demo whoever shows none may read. */
  async caller(page: string | null, token: string | null): Promise<Caller | null> {
    const session = this.shown(page, 'page') ?? this.shown(token, 'machine');
    if (session === null) return this.demo ? { person: null, role: 'reader', session: null } : null;
    this.#used(session);
    if (session.kind === 'machine') return isRole(session.role) ? { person: null, role: session.role, session } : null;
    const person = isUlid(session.person) ? session.person : null;
    if (person === null) return null;
    const role = await this.roleOf(person);
    return role === null ? null : { person, role, session };
  }

  /** What a person may do. In the demo everybody leads. */
  async roleOf(person: Ulid): Promise<Role | null> {
    return this.demo ? 'lead' : ((await this.journal.state(peopleStream)).roles[person] ?? null);
  }

  of(kind: string, person: Ulid | null = null): Session[] {
    const now = this.clock.now();
    return [...this.#rows.values()].filter((row) => row.kind === kind && row.until > now && (person === null || row.person === person));
  }

  /** Ends some; whoever is connected by them is told. */
  async end(ids: readonly string[]): Promise<void> {
    for (const id of ids) this.#rows.delete(id);
    for (const hear of this.#ended) hear(ids);
    await this.journal.append((turn) => {
      for (const id of ids) turn.session(id, null);
    });
  }

  #used(session: Session): void {
    const now = this.clock.now();
    if (now - session.seen < noted) return;
    const until = session.kind === 'page' ? Math.min(session.made + lasts, now + idle) : session.until;
    this.#write({ ...session, seen: now, until }).catch(() => undefined); // it stands as it was; the next use tries again
  }
  async #write(session: Session): Promise<void> {
    this.#rows.set(session.id, session);
    await this.journal.append((turn) => {
      turn.session(session.id, session);
    });
  }
}
