// Work ends: what was undone for it is noted and put back, and somebody signs for how it is left.
import { isSha256, type Ulid } from '@green-lamp/core/name';
import type { DataOf, UndoneKind } from '@green-lamp/core/journal';
import { frozen } from '@green-lamp/core/walk';
import { append } from '../store/append.ts';
import type { Station } from '../store/use-station.ts';

export const noteUndone = (station: Station, what: UndoneKind, words: string): Promise<unknown> =>
  append(station.stream, [{ kind: 'undone.noted', data: { what, words: words.slice(0, 200) } }]);
export const putUndoneBack = (station: Station, undone: Ulid, words: string): Promise<unknown> =>
  append(station.stream, [{ kind: 'undone.back', data: { undone, words: words.slice(0, 200) } }]);

export type Signing = Pick<DataOf<'signed.off'>, 'ending' | 'name' | 'words' | 'signature' | 'returns' | 'untrue' | 'closed'> & {
  readonly reasons: { readonly [lampAndPath: string]: string };
};
export const signOff = (station: Station, { reasons, ...of }: Signing): Promise<unknown> =>
  append(station.stream, [
    {
      kind: 'signed.off',
      data: { ...of, ...frozen(station.state, station.line, station.rules, reasons), head: isSha256(station.head) ? station.head : null },
    },
  ]);
