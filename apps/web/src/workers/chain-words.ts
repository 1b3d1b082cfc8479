// What a page asks of the chain's worker, and what it says.
import type { Stream } from '@green-lamp/core/name';
import type { ChainFault, Kept } from '@green-lamp/core/journal';

export type ChainAsked = { readonly stream: Stream; readonly kept: readonly Kept[] };
export type ChainSaid = { readonly fault: ChainFault | null; readonly count: number; readonly took: number };
