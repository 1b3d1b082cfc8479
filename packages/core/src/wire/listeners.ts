// Every protocol that the desk listens for, a row each: who hears it, on which port, by which variable that is changed, and what comes.
import type { Ear } from './call.ts';
import { dc09Ear } from './dc09/ear.ts';
import { dc09Why } from './dc09/words.en.ts';
import { lineEar } from './line/ear.ts';
import { lineWhy } from './line/words.en.ts';

type Listener = {
  readonly ear: Ear;
  readonly port: number;
  readonly env: string;
  readonly label: string;
  /** Heard as datagrams too, on the same port. */
  readonly datagrams: boolean;
};
export const listeners = {
  line: { ear: lineEar, port: 4110, env: 'GREENLAMP_LINE_PORT', label: 'line records', datagrams: false },
  dc09: { ear: dc09Ear, port: 4109, env: 'GREENLAMP_DC09_PORT', label: 'DC-09 frames', datagrams: true },
} as const satisfies { readonly [kind: string]: Listener };
export type ListenerKind = keyof typeof listeners;
export const isListenerKind = (value: unknown): value is ListenerKind => typeof value === 'string' && Object.hasOwn(listeners, value);
export const listenerKinds: readonly ListenerKind[] = Object.keys(listeners).filter(isListenerKind);

/** Something for each listener. */
export const forListeners = <T>(make: (kind: ListenerKind) => T): { readonly [K in ListenerKind]: T } =>
  Object.fromEntries(listenerKinds.map((kind) => [kind, make(kind)])) as { [K in ListenerKind]: T }; // one for each kind, by construction

/** Said of a call that was kept. */
const kept = {
  'perhaps a repeat':
    'Its number and its contents are those of the call before; only its timestamp differs: perhaps that call, sent again.',
};
const whys: { readonly [why: string]: string } = { ...lineWhy, ...dc09Why, ...kept };
/** Why something was not understood, as a sentence. */
export const whyWords = (why: string): string => whys[why] ?? 'Not understood.';
