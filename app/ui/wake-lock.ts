import { DestroyRef, inject } from '@angular/core';

/** Keeps the screen on while the part that asks for it stands, where the browser can; it is asked for again whenever the page comes back. */
export function keepAwake(): void {
  let lock: WakeLockSentinel | null = null;
  let isGone = false;
  const ask = async () => {
    if (document.visibilityState !== 'visible' || isGone) return;
    // Refused where the battery of the device is low, and not everywhere known: then the screen sleeps, and nothing is lost.
    const got = (await navigator.wakeLock?.request('screen').catch(() => null)) ?? null;
    if (isGone) await got?.release().catch(() => undefined);
    else lock = got;
  };
  const again = () => void ask();
  document.addEventListener('visibilitychange', again);
  again();
  inject(DestroyRef).onDestroy(() => {
    isGone = true;
    document.removeEventListener('visibilitychange', again);
    void lock?.release().catch(() => undefined);
  });
}
