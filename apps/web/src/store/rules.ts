// The published versions of house rules and profiles, as this browser keeps them.
import { houseStream, profilesStream } from '@green-lamp/core/name';
import type { State } from '@green-lamp/core/journal';
import { foldedStream } from './fold.ts';

export type Published = { readonly house: State; readonly profiles: State };

export const publishedHere = async (): Promise<Published> => ({
  house: (await foldedStream(houseStream)).state,
  profiles: (await foldedStream(profilesStream)).state,
});
