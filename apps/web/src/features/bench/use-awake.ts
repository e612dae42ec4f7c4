import { useEffect } from 'react';

/**
 * Keeps the screen on while a check is open, if the browser supports it; requested again when the page becomes visible.
 */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const keep = (): void => {
      if (gone || document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
      // A low battery or a setting may refuse it: the screen then sleeps as usual.
      navigator.wakeLock.request('screen').then(
        (held) => {
          if (gone) void held.release();
          else lock = held;
        },
        () => undefined,
      );
    };
    keep();
    document.addEventListener('visibilitychange', keep);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', keep);
      void lock?.release();
    };
  }, []);
}
