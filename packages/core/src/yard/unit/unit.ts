// A virtual unit: what was typed into it and how far that has got, its clock, what it has to tell, and the call that it is at.
//   event ─► store ─► reaching ─the way holds─► waiting ─ACK─► done        reaching ─it does not─► next path, then later
import { type Instant, instant } from '../../quantity/index.ts';
import type { Power } from '../modem/index.ts';
import type { Why } from '../endings.ts';
import { type Caller, newCaller, type UnitEvent } from './calls.ts';
import { kindFacts, profileOf, type UnitKind } from './kinds.ts';
import { type InputTurn, nextSwitch, type OutputSet, type Switched } from './outputs.ts';
import type { Uplink } from './uplink.ts';
import { type BusSide, type LocalDevice, newBus, newDevice } from './local.ts';

export type Values = { readonly [key: string]: string };
export type Pending = {
  readonly n: number;
  readonly event: UnitEvent;
  readonly made: Instant;
  readonly tries: number;
  /** The one path that it is to go over; null for the unit's own order. */
  readonly over: string | null;
};
export type Reaching = {
  readonly is: 'reaching';
  readonly n: number;
  readonly path: string;
  readonly since: Instant;
  readonly until: Instant;
  readonly why: Why | null;
};
export type Awaiting = {
  readonly is: 'waiting';
  readonly n: number;
  readonly path: string;
  readonly since: Instant;
  readonly until: Instant;
};
export type Happened = {
  readonly n: number;
  readonly event: UnitEvent;
  readonly path: string | null;
  readonly at: Instant;
  readonly said: string;
};
export type Setup = {
  readonly until: Instant;
  /** The prompt that is shown, by its place, for a unit with a display. */
  readonly prompt: number;
  readonly entry: string;
};
export type VirtualUnit = {
  readonly kind: UnitKind;
  readonly serial: string;
  readonly power: Power;
  /** Typed and not kept, kept and not applied, applied and not started with, and what it runs by. */
  readonly typed: Values;
  readonly saved: Values;
  readonly applied: Values;
  readonly running: Values;
  readonly caller: Caller;
  /** Parts in a million by which its clock runs away, and since when. */
  readonly drift: number;
  readonly set: Instant;
  readonly store: readonly Pending[];
  readonly counted: number;
  readonly lost: number;
  readonly call: Reaching | Awaiting | null;
  readonly next: Instant | null;
  readonly test: Instant | null;
  readonly told: readonly Happened[];
  readonly setup: Setup | null;
  readonly button: Instant | null;
  /** The last thing that it beeped, flashed or showed. */
  readonly sign: string;
  readonly devices: readonly LocalDevice[];
  readonly side: BusSide | null;
  /** Its cover and its other tampers; an open one holds up the end check. */
  readonly coverOpen: boolean;
  /** Whose texts it takes as its programmer's. */
  readonly textsTo: readonly string[];
  readonly outputs: readonly OutputSet[];
  /** How its inputs have turned, how its outputs have switched, and up to when that was looked at. */
  readonly turns: readonly InputTurn[];
  readonly switched: readonly Switched[];
  readonly uplinks: readonly Uplink[];
  readonly looked: Instant;
};

export const mostTold = 40;
/** How long it waits before it tries again, ms; the last holds on. */
export const retries = [10_000, 60_000, 300_000, 900_000] as const;

export const newUnit = (of: {
  kind: UnitKind;
  account: string;
  serial: string;
  values: Values;
  textsTo: readonly string[];
  devices?: readonly LocalDevice[];
  outputs?: readonly OutputSet[];
  side?: BusSide | null;
}): VirtualUnit => ({
  kind: of.kind,
  serial: of.serial,
  power: { is: 'off' },
  typed: {},
  saved: of.values,
  applied: of.values,
  running: of.values,
  caller: newCaller(of.account),
  drift: 0,
  set: instant(0),
  store: [],
  counted: 0,
  lost: 0,
  call: null,
  next: null,
  test: null,
  told: [],
  setup: null,
  button: null,
  sign: '',
  devices: of.devices ?? Array.from({ length: kindFacts[of.kind].devices }, (_, i) => newDevice(i + 1, `device ${i + 1}`)),
  side: of.side ?? (({ side }) => (side === null ? null : newBus(side)))(kindFacts[of.kind]),
  coverOpen: false,
  textsTo: of.textsTo,
  outputs: of.outputs ?? [],
  turns: [],
  switched: [],
  uplinks: [],
  looked: instant(0),
});

/** Its clock less the true time, ms, with what it has run away since it was set. */
export const clockOff = ({ caller, drift, set }: VirtualUnit, at: Instant): number => caller.clock + Math.round(((at - set) * drift) / 1e6);

export const unitOn = (unit: VirtualUnit, at: Instant): VirtualUnit =>
  unit.power.is === 'off' ? { ...unit, power: { is: 'booting', until: instant(at + profileOf(unit.kind).boot) }, sign: 'starting' } : unit;
/** Without power it keeps what was saved and the events in its store; what was only typed is gone. */
export const unitOff = (unit: VirtualUnit): VirtualUnit => ({
  ...unit,
  power: { is: 'off' },
  typed: {},
  call: null,
  setup: null,
  button: null,
  sign: '',
});
export const unitStarted = (unit: VirtualUnit, at: Instant): VirtualUnit => {
  const running = { ...unit.applied, ...(kindFacts[unit.kind].through.includes('applied') ? {} : unit.saved) };
  const account = running['unit.account'] ?? unit.caller.account;
  const every = Number(running['unit.testEvery'] ?? 0);
  return {
    ...unit,
    power: { is: 'on' },
    applied: running,
    running,
    caller: { ...unit.caller, account },
    next: unit.store.length > 0 ? at : null,
    test: every > 0 ? instant(at + every) : null,
    sign: 'ready',
    looked: at,
  };
};

/** An event goes to the store; a full store loses its oldest. */
export const withEvent = (unit: VirtualUnit, of: { event: UnitEvent; over: string | null; at: Instant }): VirtualUnit => {
  const { keeps } = kindFacts[unit.kind];
  const { event, over, at } = of;
  const store = [...unit.store, { n: unit.counted + 1, event, made: at, tries: 0, over }];
  const busy = unit.call !== null || (unit.next !== null && unit.next <= at);
  return {
    ...unit,
    store: store.slice(-keeps),
    counted: unit.counted + 1,
    lost: unit.lost + Math.max(0, store.length - keeps),
    next: busy ? unit.next : at,
  };
};
export const withTold = (unit: VirtualUnit, told: Happened): VirtualUnit => ({ ...unit, told: [...unit.told, told].slice(-mostTold) });

/** The first event that waits. */
export const waiting = (unit: VirtualUnit): Pending | null => unit.store[0] ?? null;
/** A call came to nothing: the event stays. The next path is tried at once; where all were tried, the unit waits. */
export const callFailed = (unit: VirtualUnit, of: { said: string; at: Instant; ways: number }): VirtualUnit => {
  const pending = waiting(unit);
  if (unit.call === null || pending === null) return { ...unit, call: null };
  const tries = pending.tries + 1;
  const rounds = Math.floor(tries / Math.max(1, of.ways));
  const wait = tries % Math.max(1, of.ways) !== 0 ? 1000 : (retries[Math.min(rounds, retries.length) - 1] ?? 900_000);
  return withTold(
    {
      ...unit,
      call: null,
      next: instant(of.at + wait),
      store: unit.store.map((one) => (one.n === pending.n ? { ...one, tries, over: null } : one)),
    },
    { n: pending.n, event: pending.event, path: unit.call.path, at: of.at, said: of.said },
  );
};
/** The desk took it. */
export const callDone = (unit: VirtualUnit, caller: Caller, at: Instant): VirtualUnit => {
  const pending = waiting(unit);
  if (unit.call === null || pending === null) return { ...unit, call: null };
  const store = unit.store.filter(({ n }) => n !== pending.n);
  return withTold(
    { ...unit, caller, call: null, store, next: store.length > 0 ? at : null },
    { n: pending.n, event: pending.event, path: unit.call.path, at, said: 'ACK' },
  );
};

export const unitDue = (unit: VirtualUnit): Instant | null => {
  if (unit.power.is === 'booting') return unit.power.until;
  if (unit.power.is === 'off') return null;
  const outputs = unit.outputs.map((one) => nextSwitch(one, unit.turns, unit.looked)?.at ?? null);
  const dues = [...outputs, unit.call?.until ?? null, unit.call === null ? unit.next : null, unit.test, unit.setup?.until ?? null];
  return dues.reduce((first, due) => (due !== null && (first === null || due < first) ? due : first), null);
};

const mostSwitched = 40;
/** Its outputs up to an instant: what has switched since it was looked at last, oldest first. */
export const switchOutputs = (unit: VirtualUnit, to: Instant): { unit: VirtualUnit; began: readonly OutputSet[] } => {
  const edges = unit.outputs.flatMap((one) => {
    const next = nextSwitch(one, unit.turns, unit.looked);
    return next === null || next.at > to ? [] : [{ one, ...next }];
  });
  const switched = edges.map(({ one, on, at }) => ({ output: one.name, on, at }));
  return {
    unit: { ...unit, looked: to, switched: [...unit.switched, ...switched].slice(-mostSwitched) },
    began: edges.filter(({ on }) => on).map(({ one }) => one),
  };
};
