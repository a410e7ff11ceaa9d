import type { Locator, Page } from '@playwright/test';
import { median } from './chromium';

/** A fast typist; the odd milliseconds spread the keys over the phases of a frame. */
const BETWEEN_KEYS_MS = 100;

/** Frames after which what lies beside is taken for unmoved by a keystroke. */
const FRAMES_MOST = 15;

/**
 * Types values into a field, one a keystroke, and measures each until the headline has changed and been painted; and until the spine beside
 * has, where a keystroke moves it.
 * @returns a line of what was measured; each time includes waiting for two frames, up to 33 ms of it at 60 frames a second
 */
export async function keystrokes(page: Page, field: Locator, values: readonly number[]): Promise<string> {
  await field.focus();
  // Looked up once: to find a field by its label takes the page 10 ms, and leaves garbage that is collected while one measures.
  const input = await field.elementHandle();
  if (!input) throw new Error('no such field');
  const headline: number[] = [];
  const beside: number[] = [];
  for (const [k, typed] of values.entries()) {
    await page.waitForTimeout(BETWEEN_KEYS_MS + ((7 * k) % 17));
    const painted = await input.evaluate(paintedAfter, { typed, framesMost: FRAMES_MOST });
    headline.push(painted.headlineMs);
    if (painted.besideMs !== null) beside.push(painted.besideMs);
  }
  return beside.length === 0 ? spread(headline) : `${spread(headline)}; the spine beside it: ${spread(beside)}`;
}

/** In the page: types a value, and tells when the headline and the spine were painted with what follows from it. */
function paintedAfter(
  field: HTMLElement | SVGElement,
  { typed, framesMost }: { typed: number; framesMost: number },
): Promise<{ headlineMs: number; besideMs: number | null }> {
  const input = field as HTMLInputElement;
  const texts = () => ['main h1', 'nav.spine'].map((part) => document.querySelector(part)!.textContent);
  const [headline, spine] = texts();
  const start = performance.now();
  input.value = String(typed);
  input.dispatchEvent(new Event('input', { bubbles: true }));
  return new Promise((resolve) => {
    let [headlineMs, besideMs, frames] = [0, 0, 0];
    const look = () => {
      frames++;
      const [headlineNow, spineNow] = texts();
      // The frame after the one in which a text changed has been painted.
      const painted = () => performance.now() - start;
      if (headlineMs === 0 && headlineNow !== headline) requestAnimationFrame(() => (headlineMs = painted()));
      if (besideMs === 0 && spineNow !== spine) requestAnimationFrame(() => (besideMs = painted()));
      const over = headlineMs > 0 && (besideMs > 0 || frames > framesMost);
      if (over) resolve({ headlineMs, besideMs: besideMs === 0 ? null : besideMs });
      else requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
}

function spread(times: readonly number[]): string {
  const sorted = [...times].sort((a, b) => a - b);
  const nineInTen = sorted[Math.floor(times.length * 0.9)]!;
  return `median ${median([...times]).toFixed(1)} ms, nine in ten under ${nineInTen.toFixed(1)} ms, longest ${sorted.at(-1)!.toFixed(1)} ms`;
}
