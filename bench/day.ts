import { bundled } from './bundled';
import { knowHelper, launch, median } from './chromium';

const DRAWS = 100_000;

/** 100,000 days of 60 loads in a Chromium worker, against plain uniform draws through a closure in the same worker. */
export async function dayBench(): Promise<void> {
  const script = await bundled('bench/day.worker.ts');
  const browser = await launch();
  try {
    const page = await browser.newPage();
    await knowHelper(page);
    await page.goto('about:blank');
    const times: Record<string, number[]> = { coulan: [], plain: [] };
    await page.evaluate((code) => {
      const worker = new Worker(URL.createObjectURL(new Blob([code], { type: 'text/javascript' })));
      Object.assign(window, { worker });
    }, script);
    for (let k = 0; k < 10; k++) {
      for (const by of ['coulan', 'plain']) {
        const { ms } = await page.evaluate(
          (asked) => {
            const { worker } = window as unknown as { worker: Worker };
            return new Promise<{ ms: number }>((resolve) => {
              worker.onmessage = ({ data }: MessageEvent<{ ms: number }>) => resolve(data);
              worker.postMessage(asked);
            });
          },
          { by, draws: DRAWS },
        );
        times[by]!.push(ms);
      }
    }
    const [ours, plain] = [median(times['coulan']!), median(times['plain']!)];
    console.log(
      `${DRAWS} days of 60 loads: median ${ours.toFixed(0)} ms, first ${times['coulan']![0]!.toFixed(0)} ms (target 500)`,
    );
    console.log(
      `uniform draws through a closure, same worker: ${plain.toFixed(0)} ms; ratio ${(plain / ours).toFixed(1)}`,
    );
  } finally {
    await browser.close();
  }
}
