// What people deliver: each entry is judged on its own, and a refused one never blocks those behind it.
import { Injectable } from '@nestjs/common';
import { isObject, type Json, peopleStream, type Role, type Stream, type Ulid } from '@green-lamp/core/name';
import { bad, type Parsed, type Problem, problem } from '@green-lamp/core/problem';
import { doorFaults, type Entry, type Known, readData, readEntry } from '@green-lamp/core/journal';
import { isSecret } from '@green-lamp/core/sheet';
import { type Answer, leadKinds } from '@green-lamp/core/api';
import { told } from '../shell/problem-reply.ts';
import { hashOf } from '../shell/sha256.ts';
import { Vault } from '../secrets/vault.ts';
import type { SealedBody } from './append.body.ts';
import { compared } from './compare.ts';
import { Journal } from './journal.ts';
import type { NewEntry, Turn } from './turn.ts';

/** Kinds that only a part of the server writes. */
const partsOnly: { readonly [kind: string]: string } = {
  'call.arrived': 'desk',
  'checkins.seen': 'desk',
  'clock.jumped': 'desk',
  'lapse.found': 'desk',
  'lapse.closed': 'desk',
  'desk.down': 'desk',
  'log.came': 'desk',
  'signed.in': 'desk',
  'signed.out': 'desk',
  'sign-in.held': 'desk',
  'code.made': 'desk',
  'password.set': 'desk',
  'token.made': 'desk',
  'token.ended': 'desk',
  'device-key.made': 'desk',
  'device-key.ended': 'desk',
};

/** Who delivers, and with what role. */
export type By = { readonly person: Ulid | null; readonly role: Role | null };

/** What was decided of an entry. What a kept one is answered with is known once it is committed. */
type Decided = { readonly is: 'kept' | 'already'; readonly row: NewEntry } | Refused;
type Refused = Extract<Answer, { is: 'refused' }>;
const refused = (id: string | null, problems: readonly Problem[]): Refused => ({ id, is: 'refused', problems: problems.map(told) });
const asAnswer = (of: Decided): Answer => {
  if (of.is === 'refused') return of;
  const { id, hash, seq, received, link, n } = of.row;
  return { id, is: of.is, hash, seq, received, link, n };
};

const idIn = (text: string): string | null => {
  const found = /"id":"([0-9A-Z]{26})"/.exec(text);
  return found?.[1] ?? null;
};

/** References of secrets in an entry's data. */
const secretsIn = (data: Json): string[] => {
  if (isSecret(data)) return [data.secret];
  if (Array.isArray(data)) return data.flatMap((member: Json) => secretsIn(member));
  return typeof data === 'object' && data !== null ? Object.values(data).flatMap((member) => secretsIn(member)) : [];
};

@Injectable()
export class Take {
  constructor(
    private readonly journal: Journal,
    private readonly vault: Vault,
  ) {}

  async entries(texts: readonly string[], secrets: readonly SealedBody[], by: By): Promise<Answer[]> {
    // All at once: they wait in their order and share the writer's turns.
    return Promise.all(texts.map((text) => this.#one(text, secrets, by)));
  }

  async #one(text: string, secrets: readonly SealedBody[], by: By): Promise<Answer> {
    const read = readEntry(text);
    if (!read.ok) return refused(idIn(text), read.problems);
    const entry = read.value;
    const judged = judge(entry, by);
    if (!judged.ok) return refused(entry.id, judged.problems);
    return asAnswer(await this.journal.append((turn) => this.#decide(turn, entry, text, judged.value, secrets, by.role)));
  }

  #decide(turn: Turn, entry: Entry, text: string, known: Known | null, secrets: readonly SealedBody[], role: Role | null): Decided {
    const there = turn.found(entry.id);
    if (there !== null)
      return there.hash === hashOf(text) ? { is: 'already', row: there } : refused(entry.id, [problem('other-hash', '', {})]);
    if (!isKnown(turn, entry)) return refused(entry.id, [problem('no-person', 'who.person', {})]);
    const head = turn.head(entry.stream);
    if (entry.stream.startsWith('station:') && head.seq === 0 && entry.kind !== 'station.opened')
      return refused(entry.id, [problem('no-station', 'stream', { stream: entry.stream })]);
    const taken = known?.kind === 'setting.set' ? this.#takenBy(turn, entry.stream, known.data) : null;
    if (taken !== null) return refused(entry.id, [taken]);
    const marked = this.#markFault(turn, entry, known);
    if (marked !== null) return refused(entry.id, [marked]);
    const last = lastLeadFault(turn, known);
    if (last !== null) return refused(entry.id, [last]);
    const faults =
      known === null
        ? []
        : [...doorFaults(entry, known, head.state), ...compared(turn, entry, known, head.state, { here: this.journal.here, role })];
    if (faults.length > 0) return refused(entry.id, faults);
    const absent = entry.blobs?.find((hash) => !turn.hasBlob(hash));
    if (absent !== undefined) return refused(entry.id, [problem('blob-missing', 'blobs', { hash: absent })]);
    const missing = this.#takeSecrets(turn, entry, secrets);
    if (missing.length > 0) return refused(entry.id, missing);
    if (known?.kind === 'secret.erased') turn.erase(entry.stream, known.data.ref);
    return { is: 'kept', row: turn.keep(entry, text) };
  }

  #takenBy(turn: Turn, stream: Stream, data: { key: string; value: Json }): Problem | null {
    if (!/^receiver:.*\.account$/.test(data.key) || typeof data.value !== 'string') return null;
    const owner = turn.station(data.value);
    if (owner === null || owner === stream) return null;
    const name = turn.head(owner).state.station?.name ?? owner;
    return problem('account-taken', 'data.value', { account: data.value, station: name });
  }

  /** [Y2] The mark follows the yard's own captures: what refers to one is simulated, and nothing else is. */
  #markFault(turn: Turn, entry: Entry, known: Known | null): Problem | null {
    if (known === null) return null;
    const sources = (entry.re ?? []).map((id) => turn.found(id));
    const fromYard = sources.some((row) => row !== null && isYardCapture(row.text));
    const marked = 'simulated' in known.data && known.data.simulated;
    // A frame's mark is compared with its row; a hold from a modem is the yard's own, or nobody's.
    if (known.kind === 'call.attributed' || known.kind === 'drill.run') return null;
    if (known.kind === 'hold.run' && known.data.source === 'modem' && !fromYard)
      return problem('not-in-capture', 're', { what: 'a modem' });
    if (marked && !fromYard) return problem('mark', 'data.simulated', {});
    return fromYard && !marked ? problem('mark-missing', 'data', {}) : null;
  }

  #takeSecrets(turn: Turn, entry: Entry, secrets: readonly SealedBody[]): Problem[] {
    const problems: Problem[] = [];
    const rows = [];
    for (const ref of new Set(secretsIn(entry.data))) {
      if (turn.hasSecret(ref)) continue;
      const sealed = secrets.find((one) => one.ref === ref);
      const row =
        sealed === undefined
          ? null
          : this.vault.accept(entry.stream, ref, { to: sealed.to, from: sealed.from, nonce: sealed.nonce, box: sealed.box });
      if (row !== null) rows.push(row);
      else
        problems.push(
          sealed === undefined ? problem('secret-missing', 'data.value', { ref }) : problem('secret-unreadable', 'data.value', { ref }),
        );
    }
    if (problems.length === 0) for (const row of rows) turn.secret(row);
    return problems;
  }
}

/** The last one who leads stays: nobody could give a role any more. */
const lastLeadFault = (turn: Turn, known: Known | null): Problem | null => {
  if (known?.kind !== 'role.given' || known.data.role === 'lead') return null;
  const { roles } = turn.head(peopleStream).state;
  const leads = Object.keys(roles).filter((person) => roles[person] === 'lead');
  return leads.length === 1 && leads[0] === known.data.person
    ? problem('refused', 'data.role', { why: 'nobody would lead any more. Make somebody else a lead first.' })
    : null;
};

/** Whether an entry's writer is on the people's list, or puts themselves there with it. */
const isKnown = (turn: Turn, { who, kind, stream, data }: Entry): boolean => {
  if ('part' in who) return true;
  const adds = kind === 'person.added' && stream === peopleStream && isObject(data) && data['id'] === who.person;
  return adds || turn.head(peopleStream).state.people[who.person] !== undefined;
};

/** What may be delivered by a person over the network: own entries of kinds that people write. */
const judge = (entry: Entry, { person, role }: By): Parsed<Known | null> => {
  if ('part' in entry.who) return bad(problem('part-only', 'who', { part: entry.who.part }));
  if (entry.who.person !== person) return bad(problem('not-you', 'who.person', {}));
  const part = partsOnly[entry.kind];
  if (part !== undefined) return bad(problem('part-only', 'kind', { part }));
  if (role !== 'lead' && leadKinds.includes(entry.kind)) return bad(problem('refused', 'kind', { why: 'only a lead writes it' }));
  return readData(entry);
};

const isYardCapture = (text: string): boolean => {
  const read = readEntry(text);
  return read.ok && read.value.kind === 'capture.kept' && 'part' in read.value.who && read.value.who.part === 'yard';
};
