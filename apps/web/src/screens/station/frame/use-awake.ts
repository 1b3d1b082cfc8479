// The screen stays awake while something runs, where the browser can do that; hidden and shown again, it asks once more.
import { useEffect } from 'react';

export const useAwake = (runs: boolean): void => {
  useEffect(() => {
    if (!runs || !('wakeLock' in navigator)) return undefined;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const ask = (): void => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock
        .request('screen')
        .then((got) => {
          if (over) void got.release();
          else lock = got;
        })
        .catch(() => undefined); // a low battery or no secure context: the screen sleeps as it always does
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, [runs]);
};
