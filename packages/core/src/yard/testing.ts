// What the yard's tests stand on: one practice station, and its modem's port as a person at a terminal has it.
import { type Instant, instant } from '../quantity/index.ts';
import {
  aroundOf,
  hearModem,
  type Outfit,
  perform,
  type Practice,
  practiceWorld,
  runModem,
  runWorld,
  type VirtualModem,
  type World,
} from './index.ts';

/** 12 November 2026, 14:06 UTC. */
export const start = instant(1_794_492_360_000);
export const later = (by: number): Instant => instant(start + by);
export const station = 'a';
export const worldWith = (of: Partial<Practice> = {}): World => practiceWorld(start, { id: station, seed: 41, ...of });
export const outfitIn = (world: World, id = station): Outfit => {
  const outfit = world.outfits[id];
  if (outfit === undefined) throw new Error(`no station ${id}`);
  return outfit;
};
export const modemIn = (world: World, id = station): VirtualModem => {
  const modem = outfitIn(world, id).modems['modem'];
  if (modem === undefined) throw new Error('no modem');
  return modem;
};
/** Does an act that has to be let happen. */
export const act = (world: World, given: object, at: number = world.at): World => {
  const done = perform(world, given, instant(at));
  if (!done.ok || done.value.refused !== null) throw new Error(JSON.stringify(done.ok ? done.value.refused : done.problems));
  return done.value.world;
};
export const run = (world: World, by: number): World => runWorld(world, instant(world.at + by)).world;

/** A person at the port: types, waits, and remembers all that came. */
export class Port {
  modem: VirtualModem;
  at: Instant;
  constructor(readonly world: World = worldWith()) {
    this.modem = modemIn(world);
    this.at = world.at;
  }
  get #around() {
    return aroundOf({ ...this.world, at: this.at }, outfitIn(this.world), 'modem');
  }
  /** Types lines, each with its end. */
  ask(...lines: string[]): string {
    return this.type(lines.map((line) => `${line}\r`).join(''));
  }
  type(bytes: string): string {
    const { modem, answer } = hearModem(this.modem, bytes, this.at, this.#around);
    this.modem = modem;
    return answer;
  }
  wait(by: number): string {
    this.at = instant(this.at + by);
    const { modem, answer } = runModem(this.modem, this.at, this.#around);
    this.modem = modem;
    return answer;
  }
  /** Without echo, and with errors as numbers. */
  plain(): this {
    this.ask('ATE0', 'AT+CMEE=1');
    return this;
  }
  with(change: Partial<VirtualModem>): this {
    this.modem = { ...this.modem, ...change };
    return this;
  }
}
/** A port on a world after some acts. */
export const portAfter = (acts: readonly object[], of: Partial<Practice> = {}, wait = 0): Port => {
  const world = acts.reduce<World>((was, one) => act(was, { station, ...one }), worldWith(of));
  return new Port(wait === 0 ? world : run(world, wait)).plain();
};
