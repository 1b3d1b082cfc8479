// What the screens watch that is no entry: the connection, the listeners, the tail of frames, how much waits.
import { create } from 'zustand';
import type { Ulid } from '@green-lamp/core/name';
import { SignedOut } from './api.ts';
import { chosenPerson } from './device.ts';
import { inWords } from './full.ts';
import type { FrameView, ListenerState, Says, SignedIn, whoAmI } from '@green-lamp/core/api';

type Live = {
  connected: boolean;
  /** The desk answers, and fails at what is offered to it. */
  deskFails: boolean;
  /** Why the desk can keep nothing at present, in its words. */
  deskTrouble: string | null;
  listeners: readonly ListenerState[];
  /** Rises whenever rows of the list of stations were judged anew. */
  board: number;
  frames: readonly FrameView[];
  /** Presses whose entries are just being written into this browser's own store. */
  writing: number;
  waiting: number;
  refused: number;
  person: Ulid | null;
  /** How one signs in at this desk; null until it has said so. */
  signInBy: Says<typeof whoAmI>['by'] | null;
  /** Who is signed in at the desk by this browser, as last heard; `until` when it ends by itself. */
  signedIn: SignedIn | null;
  /** The desk wants a sign-in; what is written waits meanwhile. */
  signedOut: boolean;
  /** A card's number is being typed from the card itself: the sheet's is out of sight meanwhile. */
  hidesCards: boolean;
  askPerson: boolean;
  /** What went wrong last, in words; stays until it is put away. */
  trouble: string | null;
};

export const useLive = create<Live>(() => ({
  connected: false,
  deskFails: false,
  deskTrouble: null,
  listeners: [],
  board: 0,
  frames: [],
  writing: 0,
  waiting: 0,
  refused: 0,
  person: chosenPerson(),
  signInBy: null,
  signedIn: null,
  signedOut: false,
  hidesCards: false,
  askPerson: chosenPerson() === null,
  trouble: null,
}));

const mostFrames = 200;

/** Adds frames to the tail, newest first, each once. */
export const addFrames = (frames: readonly FrameView[]): void => {
  useLive.setState(({ frames: there }) => {
    const known = new Map([...there, ...frames].map((frame) => [frame.id, frame]));
    return { frames: [...known.values()].sort((a, b) => b.id - a.id).slice(0, mostFrames) };
  });
};

/** Says in words what went wrong where nobody asked for an answer. */
export const tell = (error: unknown): void => {
  if (error instanceof SignedOut) return;
  const said = inWords(error);
  useLive.setState({ trouble: said instanceof Error ? said.message : 'Something went wrong.' });
};
