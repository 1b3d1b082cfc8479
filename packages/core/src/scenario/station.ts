// Makes stations in the trade's words: entries, frames and secrets with a clock of its own. For tests and for the demo data.
import {
  type ElementId,
  type Group,
  type Json,
  type LampName,
  settingKey,
  type SettingKey,
  type Stream,
  stationStream,
  type Ulid,
} from '../name/index.ts';
import {
  advance,
  type DataOf,
  type Entry,
  emptyState,
  type KindName,
  ordOf,
  type Part,
  placedEntry,
  type State,
  stageOf,
  standing,
  wanted,
  type Who,
  write,
} from '../journal/index.ts';
import { nowhere, plainZone, readingOf, type Turn } from '../evidence/index.ts';
import {
  accountsOf,
  allLamps,
  evidenceOf,
  type Heard,
  type Knowing,
  type Line,
  type LampResult,
  lamps,
  makeables,
  type Matched,
  matched,
  type Rules,
  shippedRules,
} from '../lamp/index.ts';
import { type Instant, instant } from '../quantity/index.ts';
import { definitionOf, type Device } from '../sheet/index.ts';
import { deviceWork } from '../walk/index.ts';
import { bytesOf, type Call, forListeners, listeners, type ListenerKind, type StreamKind } from '../wire/index.ts';
import type { Chance } from './chance.ts';

export type Frame = {
  readonly listener: StreamKind;
  readonly bytes: Uint8Array;
  readonly source: { readonly address: string; readonly port: number };
};
export type Step =
  | { readonly at: Instant; readonly is: 'entry'; readonly entry: Entry; readonly secret?: { readonly ref: Ulid; readonly value: string } }
  | { readonly at: Instant; readonly is: 'frame'; readonly frame: Frame };

export type HowRead = {
  readonly by?: DataOf<'reading.taken'>['by'];
  readonly item?: ElementId;
  readonly blind?: boolean;
  readonly simulated?: boolean;
  readonly re?: readonly Ulid[];
};

export type Writer = { readonly person: Ulid; readonly device: Ulid };

/** One station being made. Every word moves its clock on by some seconds; `wait` moves it by more. */
export class StationMaker {
  readonly stream: Stream;
  readonly steps: Step[] = [];
  state: State;
  heard: Heard[] = [];
  /** How the last frame came. */
  lastFrame: (Matched & { readonly frame: number; readonly received: Instant }) | null = null;
  rules: Rules = shippedRules;
  #now: number;
  #frames = 0;
  readonly #chance: Chance;
  #writer: Writer;

  constructor(of: { chance: Chance; start: Instant; writer: Writer; name: string; demo?: boolean }) {
    this.#chance = of.chance;
    this.#now = of.start;
    this.#writer = of.writer;
    this.stream = stationStream(of.chance.ulid(of.start));
    this.state = emptyState(this.stream);
    this.add('station.opened', { name: of.name, demo: of.demo ?? false });
  }

  get now(): Instant {
    return instant(this.#now);
  }
  get last(): Entry {
    const entry = this.steps.flatMap((step) => (step.is === 'entry' ? [step.entry] : [])).at(-1);
    if (entry === undefined) throw new RangeError('nothing was written yet');
    return entry;
  }
  wait(by: number): this {
    this.#now += by;
    return this;
  }
  as(writer: Writer): this {
    this.#writer = writer;
    return this;
  }

  /** Appends one entry as it comes from a person whose clock is right and who has seen everything. */
  add<N extends KindName>(
    kind: N,
    data: DataOf<N>,
    more: { re?: readonly Ulid[]; part?: Part; secret?: { ref: Ulid; value: string } } = {},
  ): this {
    this.#now += 7_000;
    const who: Who = more.part === undefined ? this.#writer : { part: more.part };
    const pen = { id: this.#chance.ulid(this.#now), at: instant(this.#now), skew: 0, since: this.state.last?.ord ?? 0, who };
    this.#take(write(pen, this.stream, kind, data, more.re === undefined ? {} : { re: more.re }), more.secret);
    return this;
  }

  #take(entry: Entry, secret?: { ref: Ulid; value: string }): void {
    const next = advance(this.state, [placedEntry(entry, null)]);
    if (next === null) throw new RangeError('an entry of a scenario sorts before the last one');
    this.state = next;
    this.steps.push({ at: instant(this.#now), is: 'entry', entry, ...(secret === undefined ? {} : { secret }) });
  }

  element(group: Group, label: string): ElementId {
    const id = this.#chance.element();
    this.add('element.added', { group, id, label });
    return id;
  }
  key(definition: string, element: ElementId | null): SettingKey {
    const [holder = '', param = ''] = definition.split('.');
    return settingKey(holder, element, param);
  }
  set(element: ElementId | null, values: { readonly [definition: string]: Json }): this {
    for (const [definition, value] of Object.entries(values)) {
      const key = this.key(definition, element);
      this.add('setting.set', { key, value, origin: 'typed', simulated: false, over: standing(this.state, key)?.pos.id ?? null });
    }
    return this;
  }
  secret(element: ElementId, definition: string, value: string): this {
    const key = this.key(definition, element);
    const ref = this.#chance.ulid(this.#now);
    return this.add(
      'setting.set',
      { key, value: { secret: ref }, origin: 'typed', simulated: false, over: standing(this.state, key)?.pos.id ?? null },
      { secret: { ref, value } },
    );
  }
  /** Says that everything wanted on a device is entered there. */
  entered(device: Device): this {
    return this.#stage(device, 'entered');
  }
  /** Says that a device was restarted: what was entered is in force. */
  restarted(device: Device): this {
    return this.#stage(device, 'inForce');
  }
  #stage(device: Device, stage: 'entered' | 'inForce'): this {
    const work = deviceWork(this.state).find((one) => one.device === device);
    const keys = (stage === 'entered' ? work?.toEnter : work?.toRestart) ?? [];
    return keys.length === 0 ? this : this.stage(stage, keys);
  }
  stage(stage: 'entered' | 'applied' | 'inForce' | 'readBack', keys: readonly SettingKey[], asOf?: Instant): this {
    const of = keys.map((key) => ({ key, set: standing(this.state, key)?.pos.id ?? null, value: wanted(this.state, key) ?? null }));
    return this.add('setting.staged', { stage, asOf: asOf ?? instant(this.#now + 7_000), of });
  }
  /** Wants a value and says at once that it is entered on its device. */
  enter(definition: string, element: ElementId, value: Json): this {
    this.set(element, { [definition]: value });
    const key = this.key(definition, element);
    if (definitionOf(key)?.enteredOn == null || stageOf(this.state, key) !== 'wanted') return this;
    return this.stage('entered', [key]);
  }
  /** Takes a reading as a person does: a figure is measured, a press is a word; what a device told, or a card's number typed with the sheet's hidden, is said in `how`. */
  read(
    lamp: LampName,
    path: ElementId | null,
    what: string,
    value: Json,
    measure: DataOf<'reading.taken'>['in'] = null,
    how: HowRead = {},
  ): this {
    const at = instant(this.#now + 7_000);
    const by = how.by ?? (how.blind === true ? 'measured' : (readingOf(what)?.by[0] ?? 'word'));
    const data = { lamp, path, what, value, in: measure, from: at, to: at, item: how.item ?? null, by, blind: how.blind ?? false };
    return this.add('reading.taken', { ...data, simulated: how.simulated ?? false }, how.re === undefined ? {} : { re: how.re });
  }
  none(lamp: LampName | null, path: ElementId | null, reason: string): this {
    return this.add('none.accepted', { lamp, path, reason, lifted: false });
  }

  /** Who the desk is to itself, and whom else it knows: for tests of attribution. */
  knowing: Knowing = { here: nowhere, alone: () => true, profiles: [] };

  /** A line record from outside arrives; the desk hears it as the server would. */
  call(
    account: string,
    fields: { readonly [key: string]: string } = {},
    source = { address: '198.51.100.200', port: 40_000 },
    simulated = false,
  ): this {
    const record = [account, '', ...Object.entries(fields).map(([key, value]) => `${key}=${value}`)].join(';');
    return this.frame('line', bytesOf(`${record}\n`), source, simulated);
  }

  /** Somebody says that an event is made now, over a path where one is meant; the call that comes next answers it. */
  asked({ zone = null, is = 'alarm', path = null }: { zone?: string | null; is?: Turn; path?: ElementId | null } = {}): this {
    const until = instant(this.#now + 900_000);
    const what = makeables({ state: this.state, profiles: [] }).find((one) => one.zone === zone)?.what ?? 'any event';
    return this.add('challenge.made', { path, zone, is, what, until, pressed: instant(this.#now + 7_000), words: '' });
  }

  /** Bytes of one protocol arrive at the desk. */
  frame(listener: StreamKind, bytes: Uint8Array, source: { address: string; port: number }, simulated = false): this {
    this.#now += 3_000;
    const at = instant(this.#now);
    this.steps.push({ at, is: 'frame', frame: { listener, bytes, source } });
    for (const { read } of listeners[listener].ear.hear(bytes).pieces)
      if (read.ok) for (const [part, call] of read.calls.entries()) this.#hear({ call, part }, listener, source, at, simulated);
    return this;
  }

  /** Ports on which the desk listens; a receiver has to name the one that is called. */
  ports: { readonly [K in ListenerKind]: number } = forListeners((kind) => listeners[kind].port);

  #hear(
    { call, part }: { call: Call; part: number },
    listener: StreamKind,
    source: { address: string; port: number },
    at: Instant,
    simulated: boolean,
  ): void {
    const { account, event, grade, fields, is } = call;
    if (call.other !== null || !accountsOf(this.state).includes(account)) return;
    const zone = plainZone(call.zone ?? undefined);
    const port = this.ports[listener];
    const came = {
      account,
      listener,
      port,
      event,
      grade,
      zone,
      is,
      part,
      source,
      fields,
      keyed: call.keyed === true,
      simulated,
      own: null,
    };
    const frame = matched(this.state, came, this.knowing);
    this.lastFrame = { ...frame, frame: ++this.#frames, received: at };
    if (frame.strength === 'impossible') return;
    this.#summed(frame, at);
    const id = this.#chance.ulid(this.#now); // made for every frame, so that what comes after has the ids that the seed gives it
    const entry = evidenceOf(this.state, { ...frame, id: this.#frames, at, seen: this.state.last?.ord ?? 0 }, () => id);
    if (entry === null) return;
    const next = advance(this.state, [{ entry, pos: { ord: ordOf(entry, null), id: entry.id } }]);
    if (next === null) throw new RangeError('a call of a scenario sorts before the last entry');
    this.state = next;
  }

  #summed({ path, receiver, event, strength, simulated, grade }: Matched, at: Instant): void {
    const same = (one: Heard): boolean =>
      one.path === path && one.receiver === receiver && one.event === event && one.strength === strength && one.simulated === simulated;
    const was = this.heard.find(same);
    const recent = [...(was?.recent ?? []), ...(grade === 6 ? [at] : [])].slice(-32);
    const now = { path, receiver, event, strength, simulated, last: at, count: (was?.count ?? 0) + 1, recent };
    this.heard = [...this.heard.filter((one) => !same(one)), now];
  }

  line(now: number = this.#now): Line {
    return lamps(this.state, { ...this.rules, heard: this.heard, now });
  }
  lamp(lamp: LampName, path: ElementId | null = null): LampResult {
    const found = allLamps(this.line()).find((result) => result.lamp === lamp && result.path === path);
    if (found === undefined) throw new RangeError(`the line has no ${lamp} of path ${path ?? 'none'}`);
    return found;
  }
}
