// What the page and the worker that looks through rows say to each other.
import type { FleetSheet } from '@green-lamp/core/check';
import type { State } from '@green-lamp/core/journal';
import type { ManyPreview } from '@green-lamp/core/walk';

export type ManyAsked = {
  readonly text: string;
  readonly model: State;
  readonly existing: readonly FleetSheet[];
  readonly demo: boolean;
  readonly now: number;
};
export type ManySaid =
  | { readonly is: 'progress'; readonly done: number; readonly of: number }
  | { readonly is: 'done'; readonly preview: ManyPreview };
