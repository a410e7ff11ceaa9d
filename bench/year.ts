import type { Page } from '@playwright/test';
import { bundled } from './bundled';
import { knowHelper, launch, median, serve } from './chromium';

const RUNS = 10_000;
const HOURS = 8760;

/** The year simulated hour by hour in one and in two Chromium workers, then a what-if slider in the real app. */
export async function yearBench(): Promise<void> {
  const script = await bundled('bench/year.worker.ts');
  const browser = await launch();
  try {
    const page = await browser.newPage();
    await knowHelper(page);
    await page.goto('about:blank');
    await page.evaluate((code) => {
      const start = () => new Worker(URL.createObjectURL(new Blob([code], { type: 'text/javascript' })));
      Object.assign(window, { workers: [start(), start()] });
    }, script);
    const one: number[] = [];
    const two: number[] = [];
    const tables: number[] = [];
    let firstMs = 0;
    for (let k = 0; k < 5; k++) {
      const alone = await ask(page, [{ ask: 'runs', first: 0, count: 2500 }]);
      one.push((2500 * HOURS) / alone.ms / 1000);
      firstMs = alone.firstMs;
      const half = RUNS / 2;
      two.push(
        (
          await ask(page, [
            { ask: 'runs', first: 0, count: half },
            { ask: 'runs', first: half, count: half },
          ])
        ).ms,
      );
      tables.push((await ask(page, [{ ask: 'tables' }])).ms);
    }
    const rate = (RUNS * HOURS) / median(two) / 1000;
    console.log(
      `one worker: median ${median(one).toFixed(1)} M hour-steps/s (target 30), best ${Math.max(...one).toFixed(1)}`,
    );
    console.log(
      `two workers, ${RUNS} years: median ${(median(two) / 1000).toFixed(2)} s (target 2.5), ${rate.toFixed(1)} M steps/s, ${(rate / median(one)).toFixed(2)} × one worker`,
    );
    console.log(`tables of a plan: first ${firstMs.toFixed(0)} ms, with a what-if ${median(tables).toFixed(0)} ms`);
  } finally {
    await browser.close();
  }
  await whatIf();
}

function ask(page: Page, messages: object[]): Promise<{ ms: number; firstMs: number }> {
  return page.evaluate(async (all) => {
    const { workers } = window as unknown as { workers: Worker[] };
    const start = performance.now();
    const answers = await Promise.all(
      all.map(
        (message, k) =>
          new Promise<{ firstMs: number }>((resolve) => {
            workers[k]!.onmessage = ({ data }: MessageEvent<{ firstMs: number }>) => resolve(data);
            workers[k]!.postMessage(message);
          }),
      ),
    );
    return { ms: performance.now() - start, firstMs: answers[0]!.firstMs };
  }, messages);
}

/** From a slider's step to the first answer on screen, in the real app with the first demo rig. */
async function whatIf(): Promise<void> {
  const server = await serve();
  const browser = await launch();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await knowHelper(page);
    const demo = await (await page.request.get(`${server.address}demo/pied-wagtail.rig.json`)).body();
    await page.goto(server.address);
    await page
      .getByLabel('Import a rig file')
      .setInputFiles({ name: 'rig.json', mimeType: 'application/json', buffer: demo });
    const stages = page.getByRole('navigation', { name: 'Stages of the work' });
    await stages.getByRole('link', { name: /^Charging/ }).click();
    await page.getByRole('link', { name: 'What if' }).click();
    const slider = page.locator('#stayPutDays');
    await slider.waitFor();
    const times: number[] = [];
    for (let k = 0; k < 12; k++) {
      await page.waitForTimeout(700);
      times.push(
        await slider.evaluate(
          (input: HTMLInputElement, value) => {
            const shown = () => document.querySelector('main table')?.textContent ?? '';
            const before = shown();
            const start = performance.now();
            input.value = String(value);
            input.dispatchEvent(new Event('input', { bubbles: true }));
            return new Promise<number>((resolve) => {
              const look = () => {
                if (shown() !== before) requestAnimationFrame(() => resolve(performance.now() - start));
                else requestAnimationFrame(look);
              };
              requestAnimationFrame(look);
            });
          },
          2 + 2 * k,
        ),
      );
    }
    const later = times.slice(2);
    console.log(
      `what-if slider to first answer painted: median ${median(later).toFixed(0)} ms, longest ${Math.max(...later).toFixed(0)} ms (target 200)`,
    );
  } finally {
    await browser.close();
    server.stop();
  }
}
