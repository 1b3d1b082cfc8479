import type { FrameView } from '../store/wire-types.ts';

/** A frame as the desk shows it, for tests. */
export const frame: FrameView = {
  id: 1,
  at: 1_780_000_000_000,
  kept: 1_780_000_000_002,
  listener: 'line',
  port: 4110,
  address: '192.0.2.7',
  fromPort: 40_000,
  status: 'matched',
  why: null,
  account: '0417',
  instant: '',
  station: null,
  stationName: null,
  pathName: null,
  receiver: null,
  path: null,
  how: 'only',
  event: 'null',
  grade: 6,
  simulated: false,
  repeats: 0,
  entry: null,
  bytes: '',
  fields: {},
  nearest: [],
};
export const appendTo = (to: FrameView, more: Partial<FrameView>): FrameView => ({ ...to, ...more });
