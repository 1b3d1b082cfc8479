// A lamp's name as it is read out, and the words beside its mark.
import type { LampResult } from '@green-lamp/core/lamp';

/** 'Bearer, path 1, marginal, grade 2, bench, simulated, a change waits'. */
export const lampName = (lamp: LampResult, path: number | null): string =>
  [
    lamp.lamp,
    path === null ? null : `path ${path}`,
    lamp.is,
    lamp.grade === null ? null : `grade ${lamp.grade}`,
    lamp.rehearsal ? 'bench' : null,
    lamp.simulated ? 'simulated' : null,
    lamp.waits.length > 0 ? 'a change waits' : null,
  ]
    .filter((part) => part !== null)
    .join(', ');
