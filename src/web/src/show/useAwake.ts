import { useEffect } from 'react';

/** Keeps the screen awake for as long as it is shown; where the system does not let us, nothing is lost. */
export function useAwake() {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let gone = false;
    const hold = async () => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
      const held = await navigator.wakeLock.request('screen').catch(() => undefined);
      if (gone) void held?.release();
      else lock = held;
    };
    void hold();
    // A window that was hidden has lost it.
    document.addEventListener('visibilitychange', hold);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', hold);
      void lock?.release();
    };
  }, []);
}
