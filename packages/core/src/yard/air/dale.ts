// Varrow Dale as the yard knows it: where the masts stand and what hangs on them, and where the stations are. All of it is made up.
// East and north in kilometres from the dale's south-west corner.
import type { CarrierName } from '../carrier/names.ts';

export type Spot = { readonly east: number; readonly north: number };
export const daleSize = { east: 30, north: 18 } as const;

export const yardRadios = ['2G', '3G', 'LTE', 'LTE-M', 'NB-IoT', '5G'] as const;
export type YardRadio = (typeof yardRadios)[number];

export type Mast = { readonly id: string; readonly name: string; readonly at: Spot; readonly height: number };
export const masts: readonly Mast[] = [
  { id: 'holm', name: 'Holm landing', at: { east: 4.5, north: 6 }, height: 32 },
  { id: 'skell', name: 'Skell bridge', at: { east: 9.5, north: 9.5 }, height: 30 },
  { id: 'thorn', name: 'Thorn bank', at: { east: 13.5, north: 5.2 }, height: 38 },
  { id: 'varrow', name: 'Varrow town hall', at: { east: 16.5, north: 10.2 }, height: 28 },
  { id: 'gable', name: 'Gable shoulder', at: { east: 21, north: 14 }, height: 24 },
  { id: 'lune', name: 'Lune head', at: { east: 25.5, north: 8 }, height: 35 },
];

export type Cell = {
  readonly id: number;
  /** Location or tracking area. */
  readonly area: number;
  readonly mast: string;
  readonly carrier: CarrierName;
  readonly radio: YardRadio;
  readonly band: string;
  readonly mhz: number;
  /** Radiated power of one reference element, dBm: what the level formulas start from. */
  readonly sent: number;
};

/** Downlink in the middle of what the carrier has of a band, MHz. */
const middle: { readonly [band: string]: number } = { B1: 2140, B3: 1840, B8: 942, B20: 806, B28: 780, n28: 780, n78: 3500 };
/** 46 dBm over 600 subcarriers and 15 dBi are 33 dBm for each; narrower radios put more into each. */
const sentBy: { readonly [R in YardRadio]: number } = { '2G': 55, '3G': 45, LTE: 33, 'LTE-M': 33, 'NB-IoT': 39, '5G': 34 };
const area: { readonly [C in CarrierName]: number } = { Fellwave: 0x7001, Tarnlink: 0x0501, Moorcell: 0x9901 };

type Row = readonly [mast: string, carrier: CarrierName, ...on: readonly (readonly [YardRadio, string])[]];
const rows: readonly Row[] = [
  ['holm', 'Fellwave', ['LTE', 'B20'], ['2G', 'B8']],
  ['holm', 'Tarnlink', ['LTE', 'B3']],
  ['skell', 'Fellwave', ['LTE', 'B3'], ['LTE-M', 'B20']],
  ['skell', 'Tarnlink', ['LTE', 'B20'], ['LTE', 'B3'], ['2G', 'B8']],
  ['thorn', 'Fellwave', ['LTE', 'B20'], ['LTE-M', 'B20']],
  ['thorn', 'Moorcell', ['LTE', 'B8'], ['NB-IoT', 'B28']],
  ['varrow', 'Fellwave', ['LTE', 'B3'], ['LTE', 'B20'], ['3G', 'B1'], ['5G', 'n78']],
  ['varrow', 'Tarnlink', ['LTE', 'B20'], ['LTE', 'B3'], ['2G', 'B8']],
  ['varrow', 'Moorcell', ['LTE', 'B8'], ['LTE', 'B28'], ['NB-IoT', 'B28']],
  ['gable', 'Fellwave', ['LTE', 'B20'], ['LTE-M', 'B20']],
  ['gable', 'Moorcell', ['LTE', 'B28'], ['NB-IoT', 'B28']],
  ['lune', 'Fellwave', ['LTE', 'B20'], ['2G', 'B8']],
  ['lune', 'Tarnlink', ['LTE', 'B20'], ['LTE', 'B3']],
  ['lune', 'Moorcell', ['LTE', 'B8'], ['NB-IoT', 'B28']],
];
export const cells: readonly Cell[] = rows.flatMap(([mast, carrier, ...on], site) =>
  on.map(([radio, band], sector) => ({
    id: (0x0a1b00 + site) * 256 + sector + 1,
    area: area[carrier],
    mast,
    carrier,
    radio,
    band,
    mhz: middle[band] ?? 900,
    sent: sentBy[radio],
  })),
);

/** Where a station of the demo stands, and how deep in a hollow or behind walls, dB. */
const known: { readonly [name: string]: { readonly at: Spot; readonly behind: number } } = {
  'Light controller, Holm ferry slip': { at: { east: 3.6, north: 5.4 }, behind: 6 },
  'Oxygen monitor, Skell hatchery': { at: { east: 8.8, north: 9.0 }, behind: 18 },
  'Gauge reader, river warden': { at: { east: 11.2, north: 8.2 }, behind: 4 },
  'Frost mast, Thorn orchard': { at: { east: 13.0, north: 4.6 }, behind: 4 },
  'Long-range gateway, Ling apiary': { at: { east: 14.8, north: 3.4 }, behind: 8 },
  'Climate panel, Dale museum store': { at: { east: 17.3, north: 10.9 }, behind: 24 },
  'Branch gateway, seed bank': { at: { east: 14.6, north: 11.8 }, behind: 12 },
  'Chiller, Ewe cheese cellar': { at: { east: 18.6, north: 8.4 }, behind: 26 },
  'Reporting module, Crag lime kiln': { at: { east: 20.6, north: 10.6 }, behind: 10 },
  'Wind mast, Gable cable-way': { at: { east: 21.6, north: 14.9 }, behind: 2 },
  'Snow-depth mast, Cold Hause': { at: { east: 23.4, north: 13.2 }, behind: 12 },
  'Signal box, heritage railway': { at: { east: 25.9, north: 7.4 }, behind: 8 },
};
/** Where a station stands; one that is not of the demo stands near the town, by its seed. */
export const spotOf = (name: string, seed: number): { readonly at: Spot; readonly behind: number } =>
  known[name] ?? { at: { east: 15 + (seed % 30) / 10, north: 9 + ((seed >>> 5) % 25) / 10 }, behind: 6 };
