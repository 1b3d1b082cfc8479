// A lamp's name as it is read out, and the words beside its mark.
import { type LampResult, verdictWords } from '@green-lamp/core/lamp';
import { lampWords } from '@green-lamp/core/name';

/** 'Network, path 1, weak, grade 2, bench, simulated, a change waits'. */
export const lampName = (lamp: LampResult, path: number | null): string =>
  [
    lampWords[lamp.lamp],
    path === null ? null : `path ${path}`,
    verdictWords[lamp.is],
    lamp.grade === null ? null : `grade ${lamp.grade}`,
    lamp.rehearsal ? 'bench' : null,
    lamp.simulated ? 'simulated' : null,
    lamp.waits.length > 0 ? 'a change waits' : null,
  ]
    .filter((part) => part !== null)
    .join(', ');
