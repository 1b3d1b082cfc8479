// The chapters of a station, in the order of the work, each under the number that it keeps for good. One that a station has no use for is not drawn.
import type { Station } from '../../../store/use-station.ts';

export type Chapter = { readonly key: string; readonly to: string; readonly label: string; readonly has?: (station: Station) => boolean };

/** Whether one of its paths is by radio. */
const hasRadio = ({ line }: Station): boolean => line.strands.some(({ lamps }) => lamps.some(({ lamp }) => lamp === 'Signal'));

/** Whether there is a path that can be made to fail: one alone is drilled for coming back by itself. */
const hasPaths = ({ line, state }: Station): boolean => line.strands.length > 0 || state.drill !== null;

const all: readonly Chapter[] = [
  { key: '1', to: 'plan', label: 'Plan' },
  { key: '2', to: 'sheet', label: 'Sheet' },
  { key: '3', to: 'bench', label: 'Bench' },
  { key: '4', to: 'signal', label: 'Signal', has: hasRadio },
  { key: '5', to: 'proof', label: 'Proof' },
  { key: '6', to: 'standby', label: 'Standby', has: hasPaths },
  { key: '7', to: 'watch', label: 'Watch' },
  { key: '8', to: 'handover', label: 'Handover' },
];

export const chaptersOf = (station: Station): readonly Chapter[] => all.filter(({ has }) => has?.(station) ?? true);
