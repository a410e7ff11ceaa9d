import type { Locator, Page } from '@playwright/test';
import { median } from './chromium';

/** A fast typist; the odd milliseconds spread the keys over the phases of a frame. */
const BETWEEN_KEYS_MS = 100;

/**
 * Types values into a field, one a keystroke, and measures each until the headline has changed and been painted.
 * @returns a line of what was measured; each time includes waiting for two frames, up to 33 ms of it at 60 frames a second
 */
export async function keystrokes(page: Page, field: Locator, values: readonly number[]): Promise<string> {
  await field.focus();
  const times: number[] = [];
  for (const [k, typed] of values.entries()) {
    await page.waitForTimeout(BETWEEN_KEYS_MS + ((7 * k) % 17));
    times.push(
      await field.evaluate((input: HTMLInputElement, value) => {
        const shown = () => document.querySelector('main h1')!.textContent;
        const before = shown();
        const start = performance.now();
        input.value = String(value);
        input.dispatchEvent(new Event('input', { bubbles: true }));
        return new Promise<number>((resolve) => {
          const look = () => {
            // The frame after the one in which the headline changed has been painted.
            if (shown() !== before) requestAnimationFrame(() => resolve(performance.now() - start));
            else requestAnimationFrame(look);
          };
          requestAnimationFrame(look);
        });
      }, typed),
    );
  }
  const sorted = [...times].sort((a, b) => a - b);
  return `median ${median(times).toFixed(1)} ms, nine in ten under ${sorted[Math.floor(times.length * 0.9)]!.toFixed(1)} ms, longest ${sorted.at(-1)!.toFixed(1)} ms`;
}
