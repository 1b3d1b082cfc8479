// Published versions, newest first, as this browser keeps them.
import { isObject, plainText } from '@green-lamp/core/name';
import type { State } from '@green-lamp/core/journal';
import { type Published, publishedHere } from '../../store/rules.ts';
import { useLiveQuery } from '../../store/use-stream.ts';

export type Version = State['published'][string];

export const useVersions = (of: keyof Published): readonly Version[] | undefined => {
  const published = useLiveQuery(publishedHere, []);
  return published === undefined
    ? undefined
    : Object.values(published[of].published).sort((a, b) => (a.id === b.id ? b.version - a.version : a.id < b.id ? -1 : 1));
};

export const nameOf = ({ body, id }: Version): string => (isObject(body) ? plainText(body['name'] ?? id) : id);

/** The version that comes after all of an id. */
export const nextVersion = (versions: readonly Version[], id: string): number =>
  1 + Math.max(0, ...versions.filter((of) => of.id === id).map(({ version }) => version));
