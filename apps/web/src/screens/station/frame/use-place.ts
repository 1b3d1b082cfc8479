// Each chapter opens at its top, and remembers where it was left and what of it was open, also over a reload.
import { type RefObject, useEffect, useLayoutEffect, useRef } from 'react';

const store = 'green-lamp:places';
/** Most chapters of which the place is remembered. */
const most = 100;
type Place = { readonly top: number; readonly search: string };
const read = (): Map<string, Place> => {
  try {
    const of: unknown = JSON.parse(sessionStorage.getItem(store) ?? '[]');
    return new Map(Array.isArray(of) ? (of as [string, Place][]) : []); // written by this file
  } catch {
    return new Map();
  }
};
const places = read();
window.addEventListener('pagehide', () => {
  sessionStorage.setItem(store, JSON.stringify([...places].slice(-most)));
});

/** How long (ms) a place that is further down than what is drawn so far is waited for, unless somebody scrolls, presses or types: a slow machine draws long. */
const grows = 20_000;
/** How long (ms) it is held once it is there and nothing grows any more: what comes late above it would move it each time that it is opened. */
const rest = 1500;

const put = (chapter: string, place: Place): void => {
  places.delete(chapter);
  places.set(chapter, place);
};

/** What somebody does who moves a page. */
const inputs = ['wheel', 'pointerdown', 'keydown'] as const;

/** What is passing: a door, a row that is open. */
const passing = ['lamp', 'field', 'how'] as const;

/** The address at which a chapter was left. */
export const leftAt = (chapter: string): string => `${chapter}${places.get(chapter)?.search ?? ''}`;

export const usePlace = (page: RefObject<HTMLDivElement | null>, chapter: string, search: string): (() => void) => {
  useEffect(() => {
    const kept = new URLSearchParams(search);
    for (const name of passing) kept.delete(name);
    put(chapter, { top: places.get(chapter)?.top ?? 0, search: kept.size === 0 ? '' : `?${kept.toString()}` });
  }, [chapter, search]);
  const at = useRef(chapter);
  /** Whether somebody has done anything since it was opened: else what comes late above it has moved it, and it was not left there. */
  const acted = useRef(false);
  useEffect(() => {
    const act = (): void => {
      acted.current = true;
    };
    for (const name of inputs) window.addEventListener(name, act, { capture: true, passive: true });
    return () => {
      for (const name of inputs) window.removeEventListener(name, act, { capture: true });
    };
  }, []);
  /** What is still to be reached: a page that is being drawn is too short for it at first. */
  const due = useRef<number | null>(null);
  useLayoutEffect(() => {
    at.current = chapter;
    acted.current = false;
    // Whoever comes for a field is led there by the field.
    const to = new URLSearchParams(window.location.search).has('field') ? 0 : (places.get(chapter)?.top ?? 0);
    due.current = to;
    page.current?.scrollTo({ top: to });
  }, [page, chapter]);
  useEffect(() => {
    const of = page.current;
    if (of === null) return undefined;
    let frame = 0;
    let rests: number | null = null;
    let height = 0;
    const settle = (): void => {
      if (due.current === null) return;
      // The line folds as the page is scrolled there, and moves it once more: it is held there until all of it rests.
      if (of.scrollHeight !== height) {
        height = of.scrollHeight;
        rests = null;
      }
      if (of.scrollHeight - of.clientHeight >= due.current) rests ??= performance.now();
      if (Math.abs(of.scrollTop - due.current) > 1) of.scrollTo({ top: due.current });
      if (rests !== null && performance.now() - rests > rest) done();
      else frame = requestAnimationFrame(settle);
    };
    const done = (): void => {
      due.current = null;
      cancelAnimationFrame(frame);
    };
    if (due.current !== null && due.current > 0) settle();
    const timer = setTimeout(done, grows);
    const left = new AbortController();
    for (const name of inputs) of.addEventListener(name, done, { once: true, passive: true, signal: left.signal });
    return () => {
      // What is due is the next chapter's by now.
      clearTimeout(timer);
      cancelAnimationFrame(frame);
      left.abort();
    };
  }, [page, chapter]);
  return () => {
    const top = page.current?.scrollTop ?? 0;
    if (!acted.current || (due.current !== null && top < due.current)) return;
    put(at.current, { top, search: places.get(at.current)?.search ?? '' });
  };
};
