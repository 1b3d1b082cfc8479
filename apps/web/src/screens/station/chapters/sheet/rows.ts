// What the rows of a sheet share: the station, how it is read, what is open, and what is typed in place.
import { createContext, useContext } from 'react';
import type { Finding } from '@green-lamp/core/check';
import type { SettingKey } from '@green-lamp/core/name';
import type { Station } from '../../../../store/use-station.ts';

export type SheetReading = 'planned' | 'runs';
/** A row is open with all that there is about it, or as a field that the keyboard walks through. */
export type OpenRow = { readonly key: string; readonly how: 'whole' | 'field' };
export type Rows = {
  readonly station: Station;
  readonly reading: SheetReading;
  readonly findings: readonly Finding[];
  readonly open: OpenRow | null;
  readonly setOpen: (row: OpenRow | null) => void;
};

export const RowsContext = createContext<Rows | null>(null);
export const useRows = (): Rows => {
  const rows = useContext(RowsContext);
  if (rows === null) throw new Error('a row stands outside of a sheet');
  return rows;
};

/** Buttons of the rows that are drawn, in their order. */
const drawn = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('[data-row]')];
/** The key of the row that stands so many rows behind another; null at the end. */
export const rowBeside = (key: string, by: number): SettingKey | null => {
  const all = drawn();
  const at = all.findIndex((of) => of.dataset['row'] === key);
  return at < 0 ? null : ((all[at + by]?.dataset['row'] ?? null) as SettingKey | null); // written by the rows themselves
};
/** The row that is to have the focus once it is drawn as it will be. */
let due: string | null = null;
export const focusRow = (key: string): void => {
  const of = document.querySelector<HTMLElement>(`[data-row="${CSS.escape(key)}"]`);
  // A row that is open is drawn anew as it closes: its button is another one then.
  if (of === null || of.getAttribute('aria-expanded') === 'true') due = key;
  else of.focus();
};
/** Called by a row that has been drawn. */
export const takeFocus = (key: string, button: HTMLElement | null): void => {
  if (due !== key || button === null) return;
  due = null;
  button.focus();
};
/** The keys of the rows from one on, in their order. */
export const rowsFrom = (key: string): readonly string[] => {
  const all = drawn().flatMap((of) => of.dataset['row'] ?? []);
  return all.slice(Math.max(0, all.indexOf(key)));
};

/** Whether the keyboard walks through the rows: only then does a letter write into one. A press anywhere ends it. */
let walking = false;
export const isWalking = (): boolean => walking;
export const walk = (): void => {
  walking = true;
};
window.addEventListener(
  'pointerdown',
  () => {
    walking = false;
  },
  true,
);
