import { DestroyRef, inject, type Signal, signal } from '@angular/core';

/** Changes every so often, and when the page comes back from sleep: for what is read off the clock. @param everyMs  between two looks */
export function clockTick(everyMs: number): Signal<number> {
  const ticks = signal(0);
  const look = () => ticks.update((count) => count + 1);
  const timer = setInterval(look, everyMs);
  document.addEventListener('visibilitychange', look);
  inject(DestroyRef).onDestroy(() => {
    clearInterval(timer);
    document.removeEventListener('visibilitychange', look);
  });
  return ticks;
}
