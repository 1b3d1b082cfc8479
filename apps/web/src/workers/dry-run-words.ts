// What the page and the worker that plays a sheet say to each other.
import type { State } from '@green-lamp/core/journal';
import type { Instant } from '@green-lamp/core/quantity';
import type { Profile } from '@green-lamp/core/sheet';
import type { DryRun } from '@green-lamp/core/yard';

export type DryRunAsked = { readonly state: State; readonly name: string; readonly at: Instant; readonly profiles: readonly Profile[] };
export type DryRunSaid = { readonly is: 'progress'; readonly share: number } | { readonly is: 'done'; readonly run: DryRun };
