// Plays a sheet for a day away from the page; it is stopped by ending the worker.
import { dryRun } from '@green-lamp/core/yard';
import type { DryRunAsked, DryRunSaid } from './dry-run-words.ts';

const say = (said: DryRunSaid): void => {
  postMessage(said);
};

addEventListener('message', ({ data: { state, name, at, profiles } }: MessageEvent<DryRunAsked>) => {
  let told = 0;
  const run = dryRun(state, { id: state.stream, name, at, profiles }, (share) => {
    if (share - told >= 0.02 || share < told) say({ is: 'progress', share: (told = share) });
    return true;
  });
  say({ is: 'done', run });
});
