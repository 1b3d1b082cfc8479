// Looks over a stream's chain away from the page: every hash, every link, from the first entry on.
import { chainFault } from '@green-lamp/core/journal';
import type { ChainAsked, ChainSaid } from './chain-words.ts';

addEventListener('message', ({ data: { stream, kept } }: MessageEvent<ChainAsked>) => {
  const from = performance.now();
  const fault = chainFault(stream, kept);
  postMessage({ fault, count: kept.length, took: performance.now() - from } satisfies ChainSaid);
});
