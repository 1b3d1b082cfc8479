// Two stations that the lamp tests stand on, on the bench until a test places them.
import { instant } from '../quantity/index.ts';
import { chance, StationMaker, type Writer } from '../scenario/index.ts';
import type { ElementId } from '../name/index.ts';

export const base = instant(1_780_000_000_000);

const start = (name: string, seed: number): StationMaker => {
  const c = chance(seed);
  const writer: Writer = { person: c.ulid(base), device: c.ulid(base) };
  return new StationMaker({ chance: c, start: base, writer, name });
};

export type OnePath = { m: StationMaker; sim: ElementId; modem: ElementId; unit: ElementId; path: ElementId; receiver: ElementId };

/** The listener on which the station maker's desk hears line records. */
export const atTheDesk = { 'receiver.port': 4110, 'receiver.protocol': 'line' };

/** One cellular path, account 0233, an address of its own, everything in force on its devices. */
export const onePath = (): OnePath => {
  const m = start('Mast', 21);
  const [sim, modem, unit, path, receiver] = [
    m.element('sim', 'card'),
    m.element('modem', 'modem'),
    m.element('unit', 'logger'),
    m.element('path', 'path 1'),
    m.element('receiver', 'desk'),
  ];
  m.set(path, { 'path.kind': 'cellular', 'path.priority': 1, 'path.address': '198.51.100.200' }).set(sim, {
    'sim.addressKind': 'fixed',
    'sim.apn': 'm2m.fellwave.example',
    'sim.iccid': '8999901234567890124',
  });
  m.set(unit, { 'unit.account': '0233' }).set(receiver, { 'receiver.account': '0233', ...atTheDesk });
  for (const device of [modem, unit, 'desk'] as const) m.entered(device).restarted(device);
  return { m, sim, modem, unit, path, receiver };
};

export type TwoSims = {
  m: StationMaker;
  sims: [ElementId, ElementId];
  modems: [ElementId, ElementId];
  paths: [ElementId, ElementId];
  unit: ElementId;
};

/** Two cellular paths, each with a SIM, a modem and a fixed address of its own. */
export const twoSims = (): TwoSims => {
  const m = start('Pair', 22);
  const sims: [ElementId, ElementId] = [m.element('sim', 'card A'), m.element('sim', 'card B')];
  const modems: [ElementId, ElementId] = [m.element('modem', 'modem A'), m.element('modem', 'modem B')];
  const paths: [ElementId, ElementId] = [m.element('path', 'path A'), m.element('path', 'path B')];
  const unit = m.element('unit', 'unit');
  const receiver = m.element('receiver', 'desk');
  for (const i of [0, 1] as const) {
    m.set(paths[i], {
      'path.kind': 'cellular',
      'path.priority': i + 1,
      'path.sim': sims[i],
      'path.modem': modems[i],
      'path.address': `198.51.100.${i + 1}`,
    });
    m.set(sims[i], { 'sim.apn': `net${i}.example`, 'sim.addressKind': 'fixed' });
  }
  m.set(receiver, { 'receiver.account': '0417', ...atTheDesk });
  for (const modem of modems) m.entered(modem).restarted(modem);
  m.entered('desk').restarted('desk');
  return { m, sims, modems, paths, unit };
};

export const from = (last: number): { address: string; port: number } => ({ address: `198.51.100.${last}`, port: 40_000 });
