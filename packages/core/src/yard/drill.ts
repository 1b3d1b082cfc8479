// A drill of a simulated station: what is done to the yard to make a path fail, and to put it back.
import { type DrillKind, drillRow } from '../evidence/index.ts';
import type { StationSpec } from './spec.ts';
import type { Act } from './world/index.ts';

type Doing = { readonly cut: readonly Act[]; readonly back: readonly Act[] };
type SpecPath = StationSpec['paths'][number];

const onLine = (station: string, of: { plug?: boolean; lineSide?: boolean; beyond?: boolean }): Act => ({ act: 'line', station, ...of });
const onSite = (station: string, change: { wifiHeard?: boolean; wifiInternet?: boolean }): Act => ({ act: 'site', station, change });

const cellular = (spec: StationSpec, path: SpecPath, drill: DrillKind): Doing | null => {
  const modem = spec.modems.find(({ id }) => id === path.modem);
  if (modem === undefined) return null;
  const power = (on: boolean): Act => ({ act: 'modem-power', station: spec.id, modem: modem.id, on });
  const radio = (level: 1 | 4): Act => ({ act: 'port', station: spec.id, modem: modem.id, bytes: `AT+CFUN=${level}\r` });
  const card = (state: string): Act => ({ act: 'card-state', station: spec.id, modem: modem.id, slot: path.slot, state });
  const lent = (seated: boolean): Act => ({ act: 'card', station: spec.id, modem: modem.id, slot: path.slot, change: { seated } });
  // A rack lends a card by its own cable and supply: without either the slot is empty, and the radio goes on.
  const rack = path.rack === true && (drill === 'link loss' || drill === 'supply loss');
  if (rack) return { cut: [lent(false)], back: [lent(true)] };
  switch (drill) {
    case 'link loss':
      return { cut: [radio(4)], back: [radio(1)] };
    case 'supply loss':
      return { cut: [power(false)], back: [power(true)] };
    case 'soft failure':
      return { cut: [card('used up')], back: [card('active')] };
    case 'refused card':
      return { cut: [card('suspended')], back: [card('active')] };
    default:
      return null;
  }
};

const onPath = (spec: StationSpec, path: SpecPath, drill: DrillKind): Doing | null => {
  const { id } = spec;
  if (path.way === 'cellular') return cellular(spec, path, drill);
  if (path.way === 'wifi') {
    if (drill === 'soft failure') return { cut: [onSite(id, { wifiInternet: false })], back: [onSite(id, { wifiInternet: true })] };
    return drill === 'link loss' || drill === 'supply loss'
      ? { cut: [onSite(id, { wifiHeard: false })], back: [onSite(id, { wifiHeard: true })] }
      : null;
  }
  if (path.way !== 'ethernet') return null;
  if (drill === 'soft failure') return { cut: [onLine(id, { beyond: false })], back: [onLine(id, { beyond: true })] };
  if (drill === 'link loss') return { cut: [onLine(id, { plug: false })], back: [onLine(id, { plug: true })] };
  return drill === 'supply loss'
    ? { cut: [onLine(id, { plug: false, lineSide: false })], back: [onLine(id, { plug: true, lineSide: true })] }
    : null;
};

/** What makes a drill of a simulated station, and undoes it; null where the yard can't make it. */
export const drillActs = (spec: StationSpec, drill: DrillKind, path: string): Doing | null => {
  const { way } = drillRow(drill);
  if (way === 'slow') return null;
  if (way === 'dark') {
    const mains = (on: boolean): Act => ({ act: 'mains', station: spec.id, on });
    return { cut: [mains(false)], back: [mains(true)] };
  }
  if (way === 'kept') {
    const all = spec.paths.filter((one) => one.way !== 'text').map((one) => onPath(spec, one, 'link loss'));
    const made = all.filter((one) => one !== null);
    return made.length === 0 || made.length < all.length
      ? null
      : { cut: made.flatMap(({ cut }) => cut), back: made.flatMap(({ back }) => back) };
  }
  const of = spec.paths.find(({ id }) => id === path);
  return of === undefined ? null : onPath(spec, of, drill);
};
