// Every protocol that the desk listens for.
import type { Ear } from './call.ts';
import { dc09Ear } from './dc09/ear.ts';
import { dc09Why } from './dc09/words.en.ts';
import { lineEar } from './line/ear.ts';
import { lineWhy } from './line/words.en.ts';

export const listenerKinds = ['line', 'dc09'] as const;
export type ListenerKind = (typeof listenerKinds)[number];
export const isListenerKind = (value: unknown): value is ListenerKind => listenerKinds.some((kind) => kind === value);

export const ears: { readonly [K in ListenerKind]: Ear } = { line: lineEar, dc09: dc09Ear };
export const listenerWords: { readonly [K in ListenerKind]: string } = { line: 'line records', dc09: 'DC-09 frames' };

/** Said of a call that was kept. */
const kept = {
  'perhaps a repeat':
    'Its number and its contents are those of the call before; only its timestamp differs: perhaps that call, sent again.',
};
const whys: { readonly [why: string]: string } = { ...lineWhy, ...dc09Why, ...kept };
/** Why something was not understood, as a sentence. */
export const whyWords = (why: string): string => whys[why] ?? 'Not understood.';
