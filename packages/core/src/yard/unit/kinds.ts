// The kinds of units that the yard has. Holds, windows, start and prompts come from the shipped profile of the kind; how it is set up and how it reports stands here. Invented and generic.
import { type Profile, shippedProfiles } from '../../sheet/index.ts';
import type { BusSide } from './local.ts';

export const unitKinds = [
  'reporting module',
  'logger',
  'I/O controller',
  'panel',
  'long-range gateway',
  'bus bridge',
  'handheld',
  'branch gateway',
] as const;
export type UnitKind = (typeof unitKinds)[number];
/** How it is set up: lines over its serial port, prompts on its display, a page in its own network, texts. */
export type Manner = 'lines' | 'menu' | 'page' | 'texts';
type KindFacts = {
  readonly profile: string;
  readonly manner: Manner;
  /** What a value goes through after it was typed. */
  readonly through: readonly ('saved' | 'applied' | 'restarted')[];
  /** Set-up is open only in a window after a button's hold. */
  readonly windowed: boolean;
  readonly keeps: number;
  readonly side: BusSide['kind'] | null;
  readonly devices: number;
  /** Contact ID event of its zones: 130 burglary, 150 something else that is watched day and night (SIA DC-05, from memory). */
  readonly zones: '130' | '150';
  /** Answers to nothing for so long between connecting and sending, ms. */
  readonly think: number;
  /** What the desk's answer may take, ms. */
  readonly patience: number;
};
const usual = {
  through: ['saved', 'restarted'],
  windowed: false,
  keeps: 100,
  side: null,
  devices: 0,
  zones: '150',
  think: 400,
  patience: 10_000,
} as const;
export const kindFacts: { readonly [K in UnitKind]: KindFacts } = {
  'reporting module': { ...usual, profile: 'reporting-module', manner: 'lines', devices: 2 },
  logger: { ...usual, profile: 'logger-with-modem', manner: 'lines', side: 'Modbus', keeps: 500, think: 8000 },
  'I/O controller': { ...usual, profile: 'io-controller', manner: 'texts', through: ['saved'], devices: 2 },
  panel: { ...usual, profile: 'keypad-panel', manner: 'menu', windowed: true, devices: 3, keeps: 250, zones: '130' },
  'long-range gateway': {
    ...usual,
    profile: 'long-range-gateway',
    manner: 'page',
    windowed: true,
    through: ['saved', 'applied'],
    devices: 3,
  },
  'bus bridge': {
    ...usual,
    profile: 'bus-bridge',
    manner: 'page',
    windowed: true,
    through: ['saved', 'applied', 'restarted'],
    side: 'CAN',
  },
  handheld: { ...usual, profile: 'handheld', manner: 'menu', keeps: 20 },
  'branch gateway': { ...usual, profile: 'branch-gateway', manner: 'page', through: ['saved', 'applied'] },
};
const empty: Pick<Profile, 'boot' | 'holds' | 'windows' | 'menu' | 'indicators'> = {
  boot: 20_000,
  holds: [],
  windows: [],
  menu: [],
  indicators: [],
};
/** What the shipped profile of a kind says of its start, holds, windows and prompts. */
export const profileOf = (kind: UnitKind): Pick<Profile, 'boot' | 'holds' | 'windows' | 'menu' | 'indicators'> =>
  shippedProfiles.find(({ id }) => id === kindFacts[kind].profile) ?? empty;
