// The yard's world: the dale's carriers and air, the office, and the virtual equipment of each station. Plain JSON; it moves only by acts and by its own time.
import { type Instant, instant } from '../../quantity/index.ts';
import { type AerialState, type Air, calmAir, heardAt, type Spot } from '../air/index.ts';
import { type Carriers, carriers, type Subscription } from '../carrier/index.ts';
import { type Around, type VirtualModem } from '../modem/index.ts';
import { type Arrived, type Office, type Portal, type Site, type Supply, supplyHolds, usualOffice, usualPortal } from '../site/index.ts';
import type { UnitProtocol, VirtualUnit } from '../unit/index.ts';

export const pathWays = ['cellular', 'ethernet', 'wifi', 'text'] as const;
export type PathWay = (typeof pathWays)[number];
export type WorldPath = {
  readonly id: string;
  readonly label: string;
  readonly way: PathWay;
  readonly modem: string | null;
  readonly slot: number;
  /** Its own address on this computer, from which its calls come. */
  readonly address: string;
};
/** The aerial system of a modem. */
export type Aerials = {
  readonly main: AerialState;
  readonly diversity: AerialState;
  readonly cable: number;
  readonly interference: number;
  readonly swing: number;
};
export const goodAerials: Aerials = { main: 'right', diversity: 'right', cable: 2, interference: 0, swing: 1.5 };
/** The serial line between the unit and a modem, and what the modem does with a call. */
export type SerialLink = {
  readonly unitSpeed: string;
  readonly modemSpeed: string;
  readonly unitFrame: string;
  readonly modemFrame: string;
  readonly cable: 'right' | 'crossed' | 'out';
  /** It closes a connection that is silent for so long, ms. */
  readonly idle: number;
};
export const goodLink: SerialLink = {
  unitSpeed: '19200',
  modemSpeed: '19200',
  unitFrame: '8N1',
  modemFrame: '8N1',
  cable: 'right',
  idle: 90_000,
};
/** What the desk expects of the station: its own truth, whatever the unit was told. */
/** What the desk has of the station: empty where the sheet leaves it open. */
export type DeskTruth = {
  readonly host: string;
  readonly port: string;
  readonly account: string;
  readonly protocol: string;
  readonly transport: string;
};

export const parts = ['modem', 'unit', 'site'] as const;
export type Part = (typeof parts)[number];
export type Outfit = {
  readonly id: string;
  readonly name: string;
  readonly seed: number;
  readonly at: Spot;
  readonly behind: number;
  /** What of it is simulated; the rest is real and is left alone. */
  readonly parts: readonly Part[];
  readonly modems: { readonly [id: string]: VirtualModem };
  readonly aerials: { readonly [modem: string]: Aerials };
  readonly links: { readonly [modem: string]: SerialLink };
  readonly paths: readonly WorldPath[];
  readonly unit: VirtualUnit;
  readonly site: Site;
  readonly supply: Supply;
  readonly desk: DeskTruth;
};

export type TextUnderWay = {
  readonly to: string;
  readonly from: string;
  readonly text: string;
  readonly due: Instant;
  readonly tries: number;
};
export type Planted = { readonly fault: string; readonly station: string; readonly blind: boolean; readonly since: Instant };
export type ArrivedCall = Arrived & { readonly station: string; readonly path: string };
export type World = {
  readonly seed: number;
  readonly at: Instant;
  /** Calls go over real sockets to the real desk; else the world's own desk answers them. */
  readonly live: boolean;
  readonly carriers: Carriers;
  readonly air: Air;
  readonly cards: readonly Subscription[];
  readonly office: Office;
  readonly portal: Portal;
  readonly texts: readonly TextUnderWay[];
  readonly arrived: readonly ArrivedCall[];
  readonly outfits: { readonly [station: string]: Outfit };
  readonly planted: readonly Planted[];
};

/** What the world gives out while it moves: bytes at a modem's port, a call that wants the real desk. */
export type Out =
  | { readonly out: 'bytes'; readonly station: string; readonly modem: string; readonly bytes: string }
  | {
      readonly out: 'call';
      readonly station: string;
      readonly path: string;
      readonly address: string;
      /** What the unit speaks and which port of the desk it calls, as it is set; the port is empty where nothing is. */
      readonly protocol: UnitProtocol;
      readonly port: string;
      readonly frame: string;
      readonly n: number;
    }
  | { readonly out: 'text'; readonly to: string; readonly from: string; readonly text: string }
  | { readonly out: 'webhook'; readonly to: string; readonly body: string };

export const newWorld = (seed: number, at: number, live = false): World => ({
  seed,
  at: instant(at),
  live,
  carriers,
  air: calmAir,
  cards: [],
  office: usualOffice,
  portal: usualPortal,
  texts: [],
  arrived: [],
  outfits: {},
  planted: [],
});

export const withOutfit = (world: World, id: string, change: (outfit: Outfit) => Outfit): World => {
  const outfit = world.outfits[id];
  return outfit === undefined ? world : { ...world, outfits: { ...world.outfits, [id]: change(outfit) } };
};
export const withModem = (outfit: Outfit, id: string, change: (modem: VirtualModem) => VirtualModem): Outfit => {
  const modem = outfit.modems[id];
  return modem === undefined ? outfit : { ...outfit, modems: { ...outfit.modems, [id]: change(modem) } };
};
export const withUnit = (outfit: Outfit, change: (unit: VirtualUnit) => VirtualUnit): Outfit => ({ ...outfit, unit: change(outfit.unit) });
export const withSite = (outfit: Outfit, change: Partial<Site>): Outfit => ({ ...outfit, site: { ...outfit.site, ...change } });
export const withCarrier = (world: World, name: Subscription['carrier'], change: Partial<Carriers[Subscription['carrier']]>): World => ({
  ...world,
  carriers: { ...world.carriers, [name]: { ...world.carriers[name], ...change } },
});
export const withSubscription = (world: World, iccid: string, change: Partial<Subscription>): World => ({
  ...world,
  cards: world.cards.map((card) => (card.iccid === iccid ? { ...card, ...change } : card)),
});

/** What a station's modem hears and may ask: the world around it. */
export const aroundOf = (world: World, outfit: Outfit, modemId: string): Around => ({
  carriers: world.carriers,
  subscription: (iccid) => world.cards.find((card) => card.iccid === iccid) ?? null,
  powerHolds: supplyHolds(outfit.supply, world.at, true),
  hears: (modem, at) => {
    const aerials = outfit.aerials[modemId] ?? goodAerials;
    const bands = modem.told.bands.length === 0 ? modem.bands : modem.bands.filter((band) => modem.told.bands.includes(band));
    const heard = {
      at: outfit.at,
      behind: outfit.behind + (outfit.site.doorOpen ? -6 : 0),
      ...aerials,
      bands,
      radios: modem.radios,
      seed: modem.seed,
    };
    return heardAt(world.air, heard, at, modem.refresh).filter(({ cell }) => {
      const retired = world.carriers[cell.carrier].retires[cell.radio];
      return !world.carriers[cell.carrier].outage && (retired === undefined || at < retired);
    });
  },
});
