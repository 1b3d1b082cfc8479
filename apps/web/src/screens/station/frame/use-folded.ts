// Low windows and scrolled pages fold the circuit into one strip. The page is scrolled by what the line above it grew or shrank, so that nothing moves under a finger.
import { type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';

/** How long the page lies still at its top before the circuit unfolds above it, in ms. */
const restBeforeUnfolding = 700;

export const useFolded = (
  strands: number,
): { folded: boolean; line: RefObject<HTMLElement | null>; page: RefObject<HTMLDivElement | null>; onScroll: () => void } => {
  const low = useCallback((): boolean => window.innerHeight < 640 || (strands > 3 && window.innerHeight < 900), [strands]);
  const [folded, setFolded] = useState(low);
  const line = useRef<HTMLElement>(null);
  const page = useRef<HTMLDivElement>(null);
  const height = useRef<number | null>(null);
  /** Where the page stood when it folded: at its foot the browser moves it by itself as soon as the page grows. */
  const stood = useRef<number | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout> | null>(null);
  useEffect(() => {
    const look = (): void => {
      setFolded(low());
    };
    look();
    window.addEventListener('resize', look);
    return () => {
      window.removeEventListener('resize', look);
    };
  }, [low]);
  useLayoutEffect(() => {
    const is = line.current?.offsetHeight ?? 0;
    // At the top the page stays at its top: it rests, and nobody presses.
    const from = stood.current ?? page.current?.scrollTop ?? 0;
    if (height.current !== null && page.current !== null) page.current.scrollTop = from === 0 ? 0 : from + is - height.current;
    height.current = is;
    stood.current = null;
  }, [folded]);
  const onScroll = useCallback(() => {
    const of = page.current;
    if (of === null) return;
    const whole = line.current?.offsetHeight ?? 0;
    const fold = (to: boolean): void => {
      if (to === folded) return;
      stood.current = of.scrollTop;
      flushSync(() => {
        setFolded(to);
      });
    };
    if (rest.current !== null) clearTimeout(rest.current);
    rest.current = null;
    if (of.scrollTop > whole && of.scrollHeight - of.clientHeight > 2 * whole) fold(true);
    // At its top the page unfolds once it rests: in the moment of arriving there a press would land beside its button.
    else if (of.scrollTop === 0 && folded)
      rest.current = setTimeout(() => {
        if (of.scrollTop === 0) fold(low());
      }, restBeforeUnfolding);
  }, [low, folded]);
  useEffect(() => {
    // A press that begins meanwhile keeps the page as it is until it is scrolled again.
    const hold = (): void => {
      if (rest.current !== null) clearTimeout(rest.current);
      rest.current = null;
    };
    window.addEventListener('pointerdown', hold, true);
    return () => {
      window.removeEventListener('pointerdown', hold, true);
      hold();
    };
  }, []);
  return { folded, line, page, onScroll };
};
