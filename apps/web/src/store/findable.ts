// What can be found and pressed by typing: each screen that is open says what it has, with the very press that its own button makes.
import { useEffect, useRef } from 'react';

export type Findable = {
  readonly id: string;
  /** What it is: 'chapter', 'setting', 'command'. */
  readonly kind: string;
  readonly label: string;
  /** The key that does the same, where it has one. */
  readonly key?: string;
  readonly press: () => void;
};

const sources = new Map<string, () => readonly Findable[]>();

/** Offers what a part of the page has, as long as it is drawn. It is asked only when somebody looks. */
export const useFindable = (source: string, make: () => readonly Findable[]): void => {
  const latest = useRef(make);
  useEffect(() => {
    latest.current = make;
  });
  useEffect(() => {
    sources.set(source, () => latest.current());
    return () => {
      sources.delete(source);
    };
  }, [source]);
};

/** Everything that is offered now, in the order of its sources. */
export const findables = (): readonly Findable[] => [...sources.values()].flatMap((make) => make());

const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** Those of which every typed word is a part, those that begin with the text first. */
export const found = (of: readonly Findable[], typed: string): readonly Findable[] => {
  const text = plain(typed.trim());
  const words = text.split(/\s+/).filter((word) => word !== '');
  if (words.length === 0) return of;
  const hits = of.filter(({ label, kind }) => words.every((word) => plain(`${label} ${kind}`).includes(word)));
  const rank = ({ label }: Findable): number => (plain(label).startsWith(text) ? 0 : 1);
  return [...hits].sort((a, b) => rank(a) - rank(b));
};
