// A crowd of simulated stations, one to ten thousand, that call the desk's real listeners over real sockets: for demo, tests and load. Each has a world of its own; all is marked as simulated.
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { type ElementId, isElementId, settingKey, type Stream, stationStream, sure } from '@green-lamp/core/name';
import { type DataOf, type KindName, textOf, write } from '@green-lamp/core/journal';
import type { CrowdState } from '@green-lamp/core/api';
import {
  type CarrierName,
  crowdAccount,
  type CrowdOf,
  crowdStation,
  crowdWorld,
  Earliest,
  nextAt,
  type Out,
  perform,
  runWorld,
  type World,
} from '@green-lamp/core/yard';
import { instant } from '@green-lamp/core/quantity';
import { Desk } from '../desk/desk.ts';
import { Journal } from '../journal/journal.ts';
import type { Turn } from '../journal/turn.ts';
import { Clock, Ids } from '../shell/clock.ts';
import { Carrier } from './carrier.ts';

const tickEvery = 50;
/** How long (ms) one tick goes on with worlds; then others get their turn. */
const longestTick = 25;
/** Stations that are opened on the desk in one turn, and calls that are under way at most. */
const openedAtOnce = 50;
const mostUnderWay = 500;

type Member = { world: World; readonly station: Stream | null; readonly path: ElementId | null };

@Injectable()
export class Crowd implements OnApplicationShutdown {
  #of: (CrowdOf & { readonly count: number; readonly stations: boolean }) | null = null;
  #members: Member[] = [];
  #queue = new Earliest();
  #timer: NodeJS.Timeout | null = null;
  #making: Promise<void> = Promise.resolve();
  #underWay = 0;
  #told = { calls: 0, acknowledged: 0, refused: 0, unanswered: 0, heldBack: 0, latest: 0 };
  readonly #out = new Set<CarrierName>();

  constructor(
    private readonly journal: Journal,
    private readonly desk: Desk,
    private readonly carrier: Carrier,
    private readonly clock: Clock,
    private readonly ids: Ids,
  ) {}

  onApplicationShutdown(): void {
    this.stop();
  }

  get state(): CrowdState {
    const of = this.#of;
    return {
      running: of !== null,
      count: of?.count ?? 0,
      made: this.#members.length,
      protocol: of?.protocol ?? 'line',
      every: of?.every ?? 0,
      stations: of?.stations ?? false,
      outages: [...this.#out],
      ...this.#told,
    };
  }

  start(of: CrowdOf & { readonly count: number; readonly stations: boolean }): void {
    this.stop();
    this.#of = of;
    this.#told = { calls: 0, acknowledged: 0, refused: 0, unanswered: 0, heldBack: 0, latest: 0 };
    this.#timer = setInterval(() => {
      this.#tick();
    }, tickEvery).unref();
  }
  stop(): void {
    if (this.#timer !== null) clearInterval(this.#timer);
    this.#timer = null;
    this.#of = null;
    this.#members = [];
    this.#queue = new Earliest();
    this.#out.clear();
  }
  /** A carrier of all of them fails, or comes back. */
  outage(carrier: CarrierName, on: boolean): void {
    if (on) this.#out.add(carrier);
    else this.#out.delete(carrier);
    this.#members.forEach((member, n) => {
      this.#act(member, n, { act: 'carrier', carrier, change: { outage: on } });
    });
  }

  #tick(): void {
    const until = performance.now() + longestTick;
    const now = this.clock.now();
    while (performance.now() < until) {
      const n = this.#queue.take(now);
      if (n === null) break;
      const member = this.#members[n];
      if (member === undefined) continue;
      const due = nextAt(member.world) ?? now;
      this.#told = { ...this.#told, latest: Math.max(0, now - due) };
      this.#moved(member, n, runWorld(member.world, now));
    }
    this.#make(until);
  }
  /** Makes as many more as there is time for. */
  #make(until: number): void {
    const of = this.#of;
    if (of === null || this.#members.length >= of.count) return;
    if (of.stations) {
      this.#making = this.#making.then(() => this.#open(of)).catch(() => undefined); // a full disk: it is tried again with the next tick
      return;
    }
    while (performance.now() < until && this.#members.length < of.count) this.#add(of, null, null);
  }
  #add(of: CrowdOf, station: Stream | null, path: ElementId | null): void {
    const n = this.#members.length;
    const member: Member = { world: crowdWorld(n, of, this.clock.now()), station, path };
    this.#members.push(member);
    for (const carrier of this.#out) this.#act(member, n, { act: 'carrier', carrier, change: { outage: true } });
    this.#queue.put(n, nextAt(member.world));
  }
  /** A few more stations on the desk, where it has none of their account yet. */
  async #open(of: CrowdOf & { readonly count: number }): Promise<void> {
    if (this.#of !== of) return;
    const from = this.#members.length;
    const numbers = Array.from({ length: Math.min(openedAtOnce, of.count - from) }, (_, i) => from + i);
    const opened = await this.journal.append((turn) => numbers.map((n) => this.#station(turn, n, of)));
    if (this.#of !== of || this.#members.length !== from) return;
    for (const { station, path } of opened) this.#add(of, station, path);
  }
  #station(turn: Turn, n: number, { protocol, every }: CrowdOf): { station: Stream; path: ElementId } {
    const account = crowdAccount(n);
    const element = (i: number): ElementId => sure(isElementId, `${['w', 'p', 'r'][i] ?? 'x'}${String(n % 100_000).padStart(5, '0')}`);
    const [unit, path, receiver] = [element(0), element(1), element(2)];
    const there = turn.station(account);
    if (there !== null) return { station: there, path };
    const station = stationStream(this.ids.ulid(turn.now));
    const enter = <N extends KindName>(kind: N, data: DataOf<N>): void => {
      const { last } = turn.head(station).state;
      const pen = { id: this.ids.ulid(turn.now), at: turn.now, skew: 0, since: last?.ord ?? 0, who: { part: 'yard' } as const };
      const entry = write(pen, station, kind, data);
      turn.keep(entry, textOf(entry));
    };
    const set = (key: ReturnType<typeof settingKey>, value: string | number): void => {
      enter('setting.set', { key, value, origin: 'typed', simulated: true, over: null });
    };
    enter('station.opened', { name: `Crowd ${String(n + 1).padStart(5, '0')}`, demo: true });
    enter('element.added', { group: 'unit', id: unit, label: 'unit' });
    enter('element.added', { group: 'path', id: path, label: 'cellular' });
    enter('element.added', { group: 'receiver', id: receiver, label: 'desk' });
    set(settingKey('path', path, 'kind'), 'cellular');
    set(settingKey('unit', unit, 'testEvery'), every);
    set(settingKey('receiver', receiver, 'account'), account);
    set(settingKey('receiver', receiver, 'protocol'), protocol);
    set(settingKey('receiver', receiver, 'port'), this.desk.portOf(protocol));
    return { station, path };
  }

  #act(member: Member, n: number, act: Parameters<typeof perform>[1]): void {
    const at = instant(Math.max(this.clock.now(), member.world.at));
    const done = perform(member.world, act, at);
    if (done.ok) this.#moved(member, n, done.value);
  }
  #moved(member: Member, n: number, { world, out }: { readonly world: World; readonly out: readonly Out[] }): void {
    member.world = world;
    this.#queue.put(n, nextAt(world));
    for (const one of out) if (one.out === 'call') void this.#carry(member, n, one);
  }
  async #carry(member: Member, n: number, { address, protocol, frame }: Extract<Out, { out: 'call' }>): Promise<void> {
    if (this.#underWay >= mostUnderWay) {
      // It is told nothing, as by a full network: its unit tries again.
      this.#told = { ...this.#told, heldBack: this.#told.heldBack + 1 };
      return;
    }
    this.#underWay++;
    const mark = { station: member.station, path: member.path };
    const answer = await this.carrier
      .carry({ mark, account: crowdAccount(n), address, protocol, port: this.desk.portOf(protocol), frame: Buffer.from(frame, 'latin1') })
      .finally(() => {
        this.#underWay--;
      });
    const good = /"ACK"|^OK /.test(answer);
    const { calls, acknowledged, refused, unanswered } = this.#told;
    this.#told = {
      ...this.#told,
      calls: calls + 1,
      acknowledged: acknowledged + (good ? 1 : 0),
      refused: refused + (!good && answer !== '' ? 1 : 0),
      unanswered: unanswered + (answer === '' ? 1 : 0),
    };
    if (this.#members[n] === member) this.#act(member, n, { act: 'answered', station: crowdStation, answer });
  }
}
