// The watch: who takes a silence, and why nobody is sent for a while.
import type { Ulid } from '@green-lamp/core/name';
import { type Instant } from '@green-lamp/core/quantity';
import { append } from '../store/append.ts';
import type { Station } from '../store/use-station.ts';

export const takeLapse = (station: Station, lapse: Ulid, words: string): Promise<unknown> =>
  append(station.stream, [{ kind: 'lapse.taken', data: { lapse, words } }]);
export const muteWatch = (station: Station, until: Instant, reason: string): Promise<unknown> =>
  append(station.stream, [{ kind: 'watch.muted', data: { until, reason } }]);
export const unmuteWatch = (station: Station): Promise<unknown> => append(station.stream, [{ kind: 'watch.unmuted', data: { words: '' } }]);
