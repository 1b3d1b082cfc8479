// [R2] Programming from afar: one value of the sheet is written to a unit that calls in, and read back. What is shown of it, the unit has said.
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { type ElementId, type Json, keyParts, type SettingKey, type Stream, type Ulid } from '@green-lamp/core/name';
import { type DataOf, type KindName, standing, type State, textOf, wanted, write } from '@green-lamp/core/journal';
import { proves } from '@green-lamp/core/evidence';
import { asPlanned, attribute, rulesOf } from '@green-lamp/core/lamp';
import { houseStream, profilesStream } from '@green-lamp/core/name';
import { definitionOf, isSecret } from '@green-lamp/core/sheet';
import { faultWords } from '@green-lamp/core/wire';
import { compose, lockout } from '@green-lamp/core/walk';
import { unitAccount, wokenWords } from '@green-lamp/core/yard';
import { Blobs } from '../blobs/blobs.ts';
import { portWords } from '../desk/desk.ts';
import { Whereabouts } from '../desk/here.ts';
import type { Mark } from '../desk/ingest.ts';
import { MarkedSockets } from '../desk/marked.ts';
import { Journal } from '../journal/journal.ts';
import { Vault } from '../secrets/vault.ts';
import { Clock, Ids } from '../shell/clock.ts';
import { Yard } from '../yard/yard.ts';
import type { RemoteSession } from '@green-lamp/core/api';
import { Listening, type Said } from './listening.ts';

type Asked = {
  readonly stream: Stream;
  readonly path: ElementId;
  readonly key: SettingKey;
  readonly words: string;
  readonly virtual: boolean;
  readonly from: string;
};
type Run = { state: RemoteSession; readonly listening: Listening; readonly timer: NodeJS.Timeout };

/** How long a unit may take from the text to its call, ms: ours. */
const patience = 90_000;

@Injectable()
export class Remote implements OnApplicationShutdown {
  readonly #runs = new Map<Stream, Run>();
  #host = '127.0.0.1';
  #port = 0;

  constructor(
    private readonly journal: Journal,
    private readonly yard: Yard,
    private readonly vault: Vault,
    private readonly marked: MarkedSockets,
    private readonly blobs: Blobs,
    private readonly clock: Clock,
    private readonly ids: Ids,
    private readonly where: Whereabouts,
  ) {}

  /** Where a session will be listened for; nothing is opened before one is asked for. */
  at(host: string, port: number): void {
    [this.#host, this.#port] = [host, port];
  }
  get host(): string {
    return this.#host;
  }
  state(stream: Stream): RemoteSession | null {
    return this.#runs.get(stream)?.state ?? null;
  }
  stop(stream: Stream): void {
    this.#runs.get(stream)?.listening.close();
    this.#over(stream, 'It was stopped.');
  }
  onApplicationShutdown(): void {
    for (const { listening, timer } of this.#runs.values()) {
      clearTimeout(timer);
      listening.close();
    }
  }

  /** Begins a session; gives why it can't begin, as a sentence. */
  async begin(asked: Asked): Promise<string | null> {
    const { stream, path, key } = asked;
    const state = await this.journal.state(stream);
    const value = wanted(state, key) ?? null;
    const fault = this.#fault(asked, state, value);
    if (fault !== null) return fault;
    const running = this.#runs.get(stream);
    if (running !== undefined && running.state.is !== 'over')
      return 'A session of this station is open already: stop it, or wait for its end.';
    const listening = new Listening({ account: unitAccount(state, path), key, value }, this.marked, (is) => {
      if (is === 'traffic') this.#change(stream, { is: 'talking', traffic: this.clock.now() });
      else void this.#finish(asked);
    });
    let port: number;
    try {
      port = await listening.open(this.#host, this.#port);
    } catch (error) {
      return portWords(error, this.#port, this.#host, 'GREENLAMP_PROGRAMMING_PORT');
    }
    const timer = setTimeout(() => {
      this.#runs.get(stream)?.listening.close();
      const strayed = listening.strayed;
      this.#over(
        stream,
        strayed === null
          ? 'No unit has called within 90 s. Look at the sender, the word, and the way in.'
          : `This unit has not called within 90 s; one with the account ${strayed} did, and was hung up on. Look at the unit’s own account.`,
      );
    }, patience);
    timer.unref();
    const began: RemoteSession = {
      key,
      is: 'listening',
      port,
      since: this.clock.now(),
      traffic: null,
      ended: null,
      lines: [],
      before: null,
      after: null,
      good: false,
      why: null,
      text: null,
      simulated: false,
    };
    this.#runs.set(stream, { state: began, listening, timer });
    if (asked.virtual) await this.#wake(asked, state, port);
    return null;
  }

  #fault({ stream, path, key, words, virtual }: Asked, state: State, value: Json): string | null {
    if (definitionOf(key)?.enteredOn !== 'unit') return 'Only what is entered on the unit can be changed from afar.';
    if (value === null) return 'The sheet has no value for it: put the new value on the sheet first.';
    if (isSecret(value)) return 'A secret is not sent this way: over a path without a tunnel it would travel in clear.';
    if (virtual && this.yard.place(stream, path) === null) return 'The yard is not running for this path: start it first.';
    return lockout(asPlanned(state), key).askWords && words.trim() === ''
      ? 'If this goes wrong, nobody gets back in without a drive. Say first how you would get back.'
      : null;
  }

  /** Sends the start message to the yard's unit, with its word, inside of this process only. */
  async #wake({ stream, path, from }: Asked, state: State, port: number): Promise<void> {
    const published = { house: await this.journal.state(houseStream), profiles: await this.journal.state(profilesStream) };
    const unit = rulesOf(state, published).profiles.find(({ role, texts = [] }) => role === 'unit' && texts.length > 0);
    const view = asPlanned(state);
    const opened = await this.vault.opened(stream);
    const shown = unit === undefined ? undefined : compose(unit, view)[0];
    const sent = unit === undefined ? undefined : compose(unit, view, { plain: (ref) => opened.get(ref) ?? null })[0];
    if (shown === undefined || sent === undefined) {
      this.#stop(stream, 'No adopted profile of the unit has a message to start a session with.');
      return;
    }
    this.#change(stream, { text: shown.text });
    const woken = await this.yard.wake(stream, path, { text: sent.text, from, port, plain: (ref) => opened.get(ref) ?? null });
    if (woken !== 'calls') this.#stop(stream, `The virtual unit keeps silent. ${wokenWords[woken]}`);
  }

  #stop(stream: Stream, why: string): void {
    this.#runs.get(stream)?.listening.close();
    this.#over(stream, why);
  }
  #change(stream: Stream, to: Partial<RemoteSession>): void {
    const run = this.#runs.get(stream);
    if (run !== undefined) run.state = { ...run.state, ...to };
  }
  #over(stream: Stream, why: string | null): void {
    const run = this.#runs.get(stream);
    if (run === undefined || run.state.is === 'over') return;
    clearTimeout(run.timer);
    run.state = { ...run.state, is: 'over', ended: this.clock.now(), why };
  }

  /** Enters what the session has shown: the dialogue, that one was opened, that a value was changed and read back. */
  async #finish({ stream, path, key, words }: Asked): Promise<void> {
    const run = this.#runs.get(stream);
    if (run === undefined || run.state.is === 'over') return;
    const { session, lines, from, mark } = run.listening.heard;
    const simulated = mark !== null;
    const opened = session.before !== undefined;
    const good = session.fault === null && session.after !== undefined;
    this.#change(stream, { lines, before: session.before ?? null, after: session.after ?? null, good, simulated });
    const sure = opened && (await this.#cameBy(stream, path, { from, mark }));
    if (opened) await this.#enter({ stream, path, key }, { lines, simulated, sure, good, words, after: session.after });
    this.#over(stream, session.fault === null ? null : faultWords(session.fault));
  }

  /** Whether the session came likely by its path: whoever else takes the port is no unit of the station. */
  async #cameBy(stream: Stream, path: ElementId, { from, mark }: { from: string; mark: Mark | null }): Promise<boolean> {
    const state = await this.journal.state(stream);
    const came = attribute(
      state,
      { source: { address: from, port: 0 }, fields: {}, keyed: false, own: mark?.station === stream ? mark.path : null },
      { here: this.where.here, alone: () => false, profiles: [] },
    );
    return came.path === path && proves(came.strength);
  }

  async #enter(
    { stream, path, key }: Pick<Asked, 'stream' | 'path' | 'key'>,
    of: { lines: readonly Said[]; simulated: boolean; sure: boolean; good: boolean; words: string; after: Json | undefined },
  ): Promise<void> {
    const { simulated, good } = of;
    const blob = await this.blobs.putMasked(of.lines.map((line) => `${line.from}: ${line.text}`).join('\n'), stream);
    const { traffic } = this.state(stream) ?? { traffic: null };
    await this.journal.append((turn) => {
      const who = { part: simulated ? 'yard' : 'desk' } as const;
      const keep = <N extends KindName>(kind: N, data: DataOf<N>, more: Parameters<typeof write>[4] = {}): Ulid => {
        const { state } = turn.head(stream);
        const pen = { id: this.ids.ulid(turn.now), at: turn.now, skew: 0, since: state.last?.ord ?? 0, who };
        const entry = write(pen, stream, kind, data, more);
        turn.keep(entry, textOf(entry));
        return entry.id;
      };
      const capture = keep(
        'capture.kept',
        { path, about: 'Programming session', lines: of.lines.length, found: good ? 1 : 0, missed: 0, simulated },
        { blobs: [blob.hash] },
      );
      const seen = (what: string): DataOf<'reading.taken'> => ({
        lamp: 'Reach',
        path: null,
        what,
        value: true,
        in: null,
        from: turn.now,
        to: turn.now,
        item: null,
        by: of.sure ? 'device' : 'word',
        blind: false,
        simulated,
      });
      keep('reading.taken', seen('reach.session'), { re: [capture] });
      const { state } = turn.head(stream);
      const set = standing(state, key)?.pos.id ?? null;
      // A value that a stand-in holds says nothing of the device on the site.
      if (!simulated && of.after !== undefined)
        keep('setting.staged', { stage: 'readBack', asOf: turn.now, of: [{ key, set, value: of.after }] }, { re: [capture] });
      if (good) keep('reading.taken', seen('reach.readBack'), { re: [capture] });
      const label = definitionOf(key)?.label ?? keyParts(key).definition;
      const wait =
        traffic === null
          ? ''
          : ` The unit called ${Math.round((traffic - (this.state(stream)?.since ?? traffic)) / 1000)} s after it was asked for.`;
      keep('note.written', {
        lamp: 'Reach',
        words: `${label} was ${good ? 'changed from afar and read back' : 'asked for from afar, without a good end'}${simulated ? ' (simulated)' : ''}.${wait}${of.words === '' ? '' : ` The way back: ${of.words}`}`,
      });
    });
  }
}
