// The world's own time: whatever is due next moves, until nothing is due before the instant that is asked for. However many steps it is asked in, it comes out the same.
import { type Instant, instant } from '../../quantity/index.ts';
import { clockWindow, writeFrame } from '../../wire/index.ts';
import { textArrives } from '../carrier/index.ts';
import { cardTouched, deliverText, modemDue, powerOff, powerOn, restart, runModem } from '../modem/index.ts';
import { batteryEnds, portalHears } from '../site/index.ts';
import {
  busFault,
  busMeasure,
  busValue,
  callDone,
  callFailed,
  callBytes,
  clockOff,
  hearDesk,
  hearLine,
  inAlarm,
  kindFacts,
  type LocalDevice,
  protocolOf,
  unitDue,
  unitOff,
  unitOn,
  unitStarted,
  type UnitEvent,
  uplinkOf,
  type VirtualUnit,
  switchOutputs,
  waiting,
  withEvent,
} from '../unit/index.ts';
import { endings } from '../endings.ts';
import { leadsOut, trace } from './trace.ts';
import {
  aroundOf,
  type Out,
  type Outfit,
  type TextUnderWay,
  type World,
  type WorldPath,
  withModem,
  withOutfit,
  withUnit,
} from './world.ts';

export type Stepped = { readonly world: World; readonly out: readonly Out[] };
export const still = (world: World): Stepped => ({ world, out: [] });

/** Power goes from everything of a station, or comes back to it. */
export const outfitOff = (outfit: Outfit): Outfit => ({
  ...outfit,
  unit: unitOff(outfit.unit),
  modems: Object.fromEntries(Object.entries(outfit.modems).map(([id, modem]) => [id, powerOff(modem)])),
});
export const outfitOn = (outfit: Outfit, at: Instant): Outfit => ({
  ...outfit,
  unit: unitOn(outfit.unit, at),
  modems: Object.fromEntries(Object.entries(outfit.modems).map(([id, modem]) => [id, powerOn(modem, at)])),
});

/** The paths that the unit tries, in its order; behind a router that probes, the one that carries now. */
export const waysOf = (outfit: Outfit): readonly WorldPath[] => {
  const { active, probe } = outfit.site;
  const carrying = probe.asks === 'none' ? undefined : outfit.paths.find(({ id }) => id === active);
  return carrying === undefined ? outfit.paths.filter(({ way }) => way !== 'text') : [carrying];
};

const bytesText = (bytes: Uint8Array): string => Array.from(bytes, (byte) => String.fromCharCode(byte)).join('');
const labelOf = (event: Parameters<typeof callBytes>[2]): string =>
  typeof event === 'string' ? event : `zone ${event.zone} ${event.rest ? 'rest' : 'alarm'}`;

/** What the world's own desk answers where no real one is called. */
const ownDesk = (world: World, outfit: Outfit, at: Instant): string => {
  const { unit, desk } = outfit;
  if (protocolOf(unit.running['unit.protocol']) !== 'dc09')
    return desk.account === '' || desk.account === unit.caller.account ? 'OK 1\n' : 'NO 1 account\n';
  const wait = clockOff(unit, at) - world.office.clock;
  if (wait < -clockWindow.behind || wait > clockWindow.ahead)
    return bytesText(writeFrame({ id: 'NAK', sequence: '0000', account: null, at: instant(at + world.office.clock) }));
  const event = waiting(unit)?.event;
  const known = desk.account === '' || desk.account === unit.caller.account;
  const sequence = event === 'null' ? '0000' : String(unit.caller.sequence).padStart(4, '0');
  return bytesText(writeFrame({ id: known ? 'ACK' : 'DUH', sequence, account: unit.caller.account, at: null }));
};

const startCall = (world: World, outfit: Outfit, at: Instant): World => {
  const pending = waiting(outfit.unit);
  const ways = waysOf(outfit);
  const pinned = pending?.over == null ? undefined : outfit.paths.find(({ id }) => id === pending.over);
  const path = pinned ?? ways[(pending?.tries ?? 0) % Math.max(1, ways.length)];
  if (pending === null || path === undefined)
    return withOutfit(world, outfit.id, (of) => withUnit(of, (unit) => ({ ...unit, next: null })));
  const way = trace(world, outfit, path, at);
  return withOutfit(world, outfit.id, (of) => {
    const called = withUnit(of, (unit) => ({
      ...unit,
      next: null,
      call: { is: 'reaching', n: pending.n, path: path.id, since: at, until: instant(at + Math.max(1, Math.round(way.ms))), why: way.why },
    }));
    return way.why === 'burst resets' && path.modem !== null ? withModem(called, path.modem, (modem) => restart(modem, at)) : called;
  });
};

/** The desk's answer reaches the unit, or nothing does. */
export const answered = (world: World, station: string, answer: string, at: Instant): Stepped => {
  const outfit = world.outfits[station];
  const call = outfit?.unit.call;
  const pending = outfit === undefined ? null : waiting(outfit.unit);
  if (outfit === undefined || call?.is !== 'waiting' || pending === null) return still(world);
  const { unit } = outfit;
  const heard = hearDesk({ ...unit.caller, clock: clockOff(unit, at) }, answer, at);
  const ways = Math.max(1, waysOf(outfit).length);
  if (heard.said === 'ACK') {
    const done = withOutfit(world, station, (of) => withUnit(of, (was) => callDone(was, { ...heard.unit, clock: was.caller.clock }, at)));
    const arrival = { station, path: call.path, account: unit.caller.account, event: labelOf(pending.event), at };
    return toPortal({ ...done, arrived: [...done.arrived, arrival].slice(-200) }, outfit, at);
  }
  if (heard.said === 'NAK') {
    const set = (was: VirtualUnit): VirtualUnit => ({ ...was, call: null, caller: heard.unit, set: at, next: at });
    return still(withOutfit(world, station, (of) => withUnit(of, (was) => retold(set(was), pending.n, call.path, at))));
  }
  const said = heard.said === 'DUH' ? 'the desk can’t process it (DUH)' : 'no answer';
  return still(withOutfit(world, station, (of) => withUnit(of, (was) => callFailed(was, { said, at, ways }))));
};
/** A refusal for its clock is remembered; the same event goes again over the same path. */
const retold = (unit: VirtualUnit, n: number, path: string, at: Instant): VirtualUnit => ({
  ...unit,
  store: unit.store.map((one) => (one.n === n ? { ...one, over: path } : one)),
  told: [...unit.told, { n, event: waiting(unit)?.event ?? 'test', path, at, said: 'its clock was refused, and set by the desk’s' }],
});
const toPortal = (world: World, outfit: Outfit, at: Instant): Stepped => {
  const { side, serial } = outfit.unit;
  if (side === null || busFault(side) !== null) return still(world);
  const measure = busMeasure(side);
  const event = {
    id: serial,
    at,
    value: String(busValue(side, outfit.seed, at)),
    in: measure,
    against: measure === 'V' ? outfit.supply.volts : null,
  };
  const { portal, shown } = portalHears(world.portal, event);
  const { webhook } = portal;
  return {
    world: { ...world, portal },
    out: shown && webhook !== '' ? [{ out: 'webhook', to: webhook, body: JSON.stringify({ ...event, simulated: true }) }] : [],
  };
};

const moveUnit = (world: World, outfit: Outfit, at: Instant): Stepped => {
  const { unit } = outfit;
  const to = (change: (unit: VirtualUnit) => VirtualUnit): Stepped => still(withOutfit(world, outfit.id, (of) => withUnit(of, change)));
  if (unit.power.is === 'booting') return to((was) => unitStarted(was, at));
  if (unit.setup !== null && unit.setup.until <= at)
    return to((was) => ({ ...was, setup: null, typed: {}, sign: 'the set-up window is over: what was typed is gone' }));
  const { unit: looked, began } = switchOutputs(unit, at);
  if (looked.switched.length !== unit.switched.length || looked.switched.at(-1) !== unit.switched.at(-1)) {
    const next = withOutfit(world, outfit.id, (of) => withUnit(of, () => looked));
    return still(began.reduce((told, { text, tells }) => (text === '' ? told : textFrom(told, outfit.id, { text, to: tells }, at)), next));
  }
  const { call } = unit;
  if (call !== null && call.until <= at) {
    const ways = Math.max(1, waysOf(outfit).length);
    if (call.is === 'waiting') return answered(world, outfit.id, '', at);
    const { why } = call;
    if (why !== null) return to((was) => callFailed(was, { said: endings[why].sees, at, ways }));
    const pending = waiting(unit);
    if (pending === null) return to((was) => ({ ...was, call: null }));
    const sent = withOutfit(world, outfit.id, (of) =>
      withUnit(of, (was) => ({
        ...was,
        call: { is: 'waiting', n: call.n, path: call.path, since: at, until: instant(at + kindFacts[was.kind].patience) },
      })),
    );
    if (!world.live) return answered(sent, outfit.id, ownDesk(world, outfit, at), at);
    const protocol = protocolOf(unit.running['unit.protocol']);
    const frame = bytesText(callBytes(protocol, { ...unit.caller, clock: clockOff(unit, at) }, pending.event, at, unit.running));
    const address = outfit.paths.find(({ id }) => id === call.path)?.address ?? '';
    return {
      world: sent,
      out: [
        {
          out: 'call',
          station: outfit.id,
          path: call.path,
          address,
          protocol,
          port: unit.running['unit.deskPort'] ?? '',
          frame,
          n: call.n,
        },
      ],
    };
  }
  if (unit.test !== null && unit.test <= at) {
    const every = Number(unit.running['unit.testEvery'] ?? 0);
    const again = every > 0 ? instant(at + every) : null;
    // A unit with nothing but texts says that it lives by a text of its own, if it has one.
    if (outfit.paths.every(({ way }) => way === 'text')) {
      const own = unit.running['unit.testText'] ?? '';
      const next = withOutfit(world, outfit.id, (of) => withUnit(of, (was) => ({ ...was, test: again })));
      return still(own === '' ? next : textFrom(next, outfit.id, { text: own, to: whomItTells(unit) }, at));
    }
    // A gateway is heard of by its nodes: each sends its figure.
    if (unit.kind === 'long-range gateway' && unit.devices.length > 0)
      return to((was) =>
        was.devices.reduce<VirtualUnit>(
          (now, device) => withEvent(now, { event: routineOf(device, { seed: outfit.seed, at }), over: null, at }),
          { ...was, test: again },
        ),
      );
    return to((was) => withEvent({ ...was, test: again }, { event: 'periodic', over: null, at }));
  }
  if (unit.next !== null && unit.next <= at && unit.call === null) {
    return unit.running['unit.callOn'] === 'false' ? to((was) => ({ ...was, next: null })) : still(startCall(world, outfit, at));
  }
  return still(world);
};

/** Those whom its inputs tell; where they say nobody, all of its list. */
const whomItTells = ({ devices, textsTo }: VirtualUnit): readonly string[] => {
  const tells = [...new Set(devices.flatMap(({ words }) => words?.tells ?? []))];
  return tells.length > 0 ? tells : textsTo;
};
/** A node's figure, sent by itself on a port of its own. */
const routineOf = (device: LocalDevice, { seed, at }: { seed: number; at: Instant }): UnitEvent => ({
  zone: device.zone,
  rest: !inAlarm(device),
  uplink: { ...uplinkOf(device, { seed, alarm: inAlarm(device), at }), port: 1 },
});

/** How long a radio keeps its other card at least, since each change costs a registration, ms. Ours. */
const otherCardFor = 300_000;
/** The router asks over its first path whether there is an outside, and changes over by what it hears. */
const moveProbe = (world: World, outfit: Outfit, at: Instant): World => {
  const { probe, active } = outfit.site;
  const [first, second] = outfit.paths;
  if (first === undefined || second === undefined)
    return withOutfit(world, outfit.id, (of) => ({ ...of, site: { ...of.site, probe: { ...probe, next: null } } }));
  const hostUp = world.office.line;
  // Two cards on one radio: how the first one does is seen only by changing back to it.
  const shared = first.modem === second.modem ? first.modem : null;
  const elsewhere = shared !== null && active === second.id;
  const out = elsewhere || leadsOut(world, outfit, first, at);
  const good =
    probe.asks === 'own LAN' ? outfit.site.line.plug || first.way === 'cellular' : probe.asks === 'one host' ? out && hostUp : out;
  const missed = good ? 0 : probe.missed + 1;
  const goodSince = good ? (probe.goodSince ?? at) : null;
  // Back only after the first path has been good for its hold-down.
  const holdDown = elsewhere ? Math.max(probe.holdDown, otherCardFor) : probe.holdDown;
  const held = goodSince !== null && (active === first.id || at - goodSince >= holdDown);
  const carries = missed >= probe.misses ? second.id : held ? first.id : (active ?? first.id);
  // The other path is the other card, and it has to register first.
  const slot = (carries === second.id ? second : first).slot;
  return withOutfit(world, outfit.id, (of) => {
    const probed = {
      ...of,
      site: { ...of.site, active: carries, probe: { ...probe, missed, goodSince, next: instant(at + probe.every) } },
    };
    if (shared === null || of.modems[shared]?.slot === slot) return probed;
    return withModem(probed, shared, (modem) => cardTouched({ ...modem, slot }, at));
  });
};

/** How often the network offers a text again that cannot come now, and how long it waits. Ours. */
const [textTries, textAgain] = [20, 30_000];
const moveText = (world: World, text: TextUnderWay, at: Instant): Stepped => {
  const rest = { ...world, texts: world.texts.filter((one) => one !== text) };
  const card = world.cards.find(({ number }) => number === text.to);
  if (card === undefined) return { world: rest, out: [{ out: 'text', to: text.to, from: text.from, text: text.text }] };
  for (const outfit of Object.values(world.outfits))
    for (const [id, modem] of Object.entries(outfit.modems)) {
      if (modem.slots[modem.slot]?.card?.iccid !== card.iccid) continue;
      const heard = deliverText(modem, { from: text.from, text: text.text, at });
      if (heard === null) break;
      const arrived = withOutfit(rest, outfit.id, (of) => withModem(of, id, () => heard.modem));
      const out: Out[] = heard.answer === '' ? [] : [{ out: 'bytes', station: outfit.id, modem: id, bytes: heard.answer }];
      return hearsText(arrived, outfit.id, text, { at, out });
    }
  const again = { ...text, tries: text.tries + 1, due: instant(at + textAgain) };
  return still(text.tries >= textTries ? rest : { ...rest, texts: [...rest.texts, again] });
};
/** A unit that is set up by texts takes those of its numbers as lines, and answers them. */
const hearsText = (world: World, station: string, text: TextUnderWay, { at, out }: { at: Instant; out: readonly Out[] }): Stepped => {
  const outfit = world.outfits[station];
  if (outfit === undefined || kindFacts[outfit.unit.kind].manner !== 'texts' || !outfit.unit.textsTo.includes(text.from))
    return { world, out };
  let { unit } = outfit;
  const answers: string[] = [];
  for (const line of text.text.split('\n')) {
    const heard = hearLine(unit, line, at);
    unit = heard.unit;
    if (heard.answer !== '') answers.push(heard.answer);
  }
  const next = withOutfit(world, station, (of) => ({ ...of, unit }));
  return { world: next, out: [...out, { out: 'text', to: text.from, from: text.to, text: answers.join('\n').slice(0, 160) }] };
};

/** A text is given to the network of a card's carrier; by telephone or by the carrier's portal. */
export const sendText = (world: World, of: { to: string; from: string; text: string; by: 'telephone' | 'portal' }, at: Instant): World => {
  const card = world.cards.find(({ number }) => number === of.to);
  if (card === undefined) return world;
  const carrier = world.carriers[card.carrier];
  if (of.by === 'telephone' && carrier.textsByPortalOnly) return world;
  const takes = textArrives(carrier, { at, seed: world.seed });
  if (takes === null) return world;
  const { to, from, text } = of;
  return { ...world, texts: [...world.texts, { to, from, text, tries: 0, due: instant(at + Math.round(takes)) }] };
};

type Due = { readonly at: Instant; readonly move: (world: World) => Stepped };
const earlier = (a: Due | null, b: Due | null): Due | null => (a === null || (b !== null && b.at < a.at) ? b : a);
const moveModem = (world: World, station: string, id: string, at: Instant): Stepped => {
  const outfit = world.outfits[station];
  const modem = outfit?.modems[id];
  if (outfit === undefined || modem === undefined) return still(world);
  const { modem: next, answer } = runModem(modem, at, aroundOf(world, outfit, id));
  const moved = withOutfit(world, station, (was) => withModem(was, id, () => next));
  return { world: sentOut(moved, station, id, at), out: answer === '' ? [] : [{ out: 'bytes', station, modem: id, bytes: answer }] };
};
/** What of a station moves next; worked out once for each state of it. */
const outfitDue = (outfit: Outfit): Due | null => {
  const known = dues.get(outfit);
  if (known !== undefined) return known;
  const { id, unit, site, supply } = outfit;
  const of = (world: World): Outfit => world.outfits[id] ?? outfit;
  let first: Due | null = null;
  for (const [modem, it] of Object.entries(outfit.modems)) {
    const due = modemDue(it);
    if (due !== null) first = earlier(first, { at: due, move: (world) => moveModem(world, id, modem, due) });
  }
  const due = unitDue(unit);
  if (due !== null) first = earlier(first, { at: due, move: (world) => moveUnit(world, of(world), due) });
  const { next, asks } = site.probe;
  if (next !== null && asks !== 'none') first = earlier(first, { at: next, move: (world) => still(moveProbe(world, of(world), next)) });
  const ends = unit.power.is === 'off' ? null : batteryEnds(supply);
  if (ends !== null) first = earlier(first, { at: ends, move: (world) => still(withOutfit(world, id, outfitOff)) });
  dues.set(outfit, first);
  return first;
};
const dues = new WeakMap<Outfit, Due | null>();
/** What moves next, of everything that there is; the first of several at one instant, in a fixed order. */
const nextDue = (world: World): Due | null => {
  let first: Due | null = null;
  for (const text of world.texts) first = earlier(first, { at: text.due, move: (now) => moveText(now, text, text.due) });
  for (const outfit of Object.values(world.outfits)) first = earlier(first, outfitDue(outfit));
  return first;
};
/** When a world moves next by itself; null where nothing in it is due. */
export const nextAt = (world: World): Instant | null => nextDue(world)?.at ?? null;
/** What a modem has sent goes on its way. */
const sentOut = (world: World, station: string, id: string, at: Instant): World => {
  const modem = world.outfits[station]?.modems[id];
  const sent = modem?.outbox ?? [];
  if (modem === undefined || sent.length === 0) return world;
  const number = world.cards.find(({ iccid }) => iccid === modem.slots[modem.slot]?.card?.iccid)?.number ?? '';
  const quiet = withOutfit(world, station, (of) => withModem(of, id, (was) => ({ ...was, outbox: [] })));
  return sent.reduce((next, { to, text }) => handOn(next, { to, from: number, text }, at), quiet);
};
/** A text goes from a card to another card of the yard, by its carrier, or at once out of the world. */
const handOn = (world: World, of: { to: string; from: string; text: string }, at: Instant): World =>
  world.cards.some((card) => card.number === of.to)
    ? sendText(world, { ...of, by: 'telephone' }, at)
    : { ...world, texts: [...world.texts, { ...of, tries: 0, due: at }] };
/** A unit texts somebody from its own card; without a network it tells nobody. */
export const textFrom = (world: World, station: string, of: { text: string; to: readonly string[] }, at: Instant): World => {
  const modem = Object.values(world.outfits[station]?.modems ?? {}).find((one) => one.registration.is === 'on');
  const from = world.cards.find(({ iccid }) => iccid === modem?.slots[modem.slot]?.card?.iccid)?.number;
  return from === undefined ? world : of.to.reduce((next, to) => handOn(next, { to, from, text: of.text }, at), world);
};
/** After a step of its port: what it has sent goes on its way. */
export const afterPort = sentOut;

/** Lets the world's own time run up to an instant. */
export const runWorld = (was: World, to: Instant): Stepped => {
  let world = was;
  const out: Out[] = [];
  for (let due = nextDue(world); due !== null && due.at <= to; due = nextDue(world)) {
    const at = due.at < world.at ? world.at : due.at;
    const step = due.move({ ...world, at });
    world = step.world;
    out.push(...step.out);
  }
  return { world: { ...world, at: to < world.at ? world.at : to }, out };
};
