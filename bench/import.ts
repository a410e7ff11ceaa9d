import type { Page } from '@playwright/test';
import { bundled } from './bundled';
import { knowHelper, launch, median, rendererPeakMB, serve } from './chromium';
import { MONTH_ROWS, monthFile } from './month-file';

const OTHER_ROWS = 500_000;
const START = Date.parse('2026-03-01T00:00:00Z');

const rowsOf = (head: string, row: (iso: string, k: number) => string): string =>
  `${head}\n${Array.from({ length: OTHER_ROWS }, (_, k) => row(new Date(START + k * 1000).toISOString(), k)).join('\n')}\n`;
const amps = (k: number) => (Math.sin(k / 700) * 20).toFixed(2);

/** What the plain path does not know. */
const OTHER_FORMATS: Record<string, () => string> = {
  'day first, decimal comma': () =>
    rowsOf('time;voltage;current', (iso, k) => {
      const [year, month, day] = iso.slice(0, 10).split('-');
      return `${day}.${month}.${year} ${iso.slice(11, 19)};26,10;${amps(k).replace('.', ',')}`;
    }),
  'ISO with an offset': () => rowsOf('time,voltage,current', (iso, k) => `${iso.slice(0, 19)}+01:00,26.10,${amps(k)}`),
  'seconds since 1970': () => rowsOf('time,voltage,current', (_iso, k) => `${START / 1000 + k},26.10,${amps(k)}`),
};

interface Run {
  rows: number;
  outAh: number;
  ms: number;
}

/** A month at 1 Hz: parse and integrate in a warm Chromium worker against papaparse, then the whole import in the real app. */
export async function importBench(): Promise<void> {
  const file = monthFile();
  const scripts = {
    worker: await bundled('bench/import.worker.ts'),
    fetcher: await bundled('app/workers/file.worker.ts'),
  };
  const browser = await launch();
  const page = await browser.newPage();
  await knowHelper(page);
  await page.goto('about:blank');
  await page.setContent('<input type="file">');
  await page.setInputFiles('input', file);
  await page.evaluate((codes) => {
    const start = (code: string) => new Worker(URL.createObjectURL(new Blob([code], { type: 'text/javascript' })));
    Object.assign(window, { worker: start(codes.worker), fetcher: start(codes.fetcher) });
  }, scripts);
  const runs = { coulan: [] as Run[], papaparse: [] as Run[] };
  for (let k = 0; k < 9; k++) {
    runs.coulan.push(await inWorker(page, 'coulan'));
    if (k % 3 === 2) runs.papaparse.push(await inWorker(page, 'papaparse'));
  }
  const rate = (ms: number, rows = MONTH_ROWS) => rows / ms / 1000;
  const [ours, theirs] = [runs.coulan.slice(1), runs.papaparse].map((of) => of.map(({ ms }) => ms)) as [
    number[],
    number[],
  ];
  const say = (name: string, of: number[]) => {
    console.log(`${name}: median ${rate(median(of)).toFixed(2)}, best ${rate(Math.min(...of)).toFixed(2)} M rows/s`);
  };
  const [mine] = runs.coulan;
  console.log(
    `rows ${mine!.rows}, Ah out ${mine!.outAh.toFixed(2)}; papaparse with a plain sum ${runs.papaparse[0]!.outAh.toFixed(2)}`,
  );
  say('parse + integrate, warm worker', ours);
  say('papaparse, same worker and file', theirs);
  const ratio = (of: (ms: number[]) => number) => (of(theirs) / of(ours)).toFixed(1);
  console.log(`ratio: of medians ${ratio(median)}, of bests ${ratio((ms) => Math.min(...ms))}`);
  for (const [name, text] of Object.entries(OTHER_FORMATS)) {
    await page.setInputFiles('input', { name: 'other.csv', mimeType: 'text/csv', buffer: Buffer.from(text()) });
    const times: number[] = [];
    for (let k = 0; k < 4; k++) times.push((await inWorker(page, 'coulan')).ms);
    console.log(`${name}: best ${rate(Math.min(...times), OTHER_ROWS).toFixed(2)} M rows/s`);
  }
  await browser.close();
  await wholeImport(file);
}

function inWorker(page: Page, by: 'coulan' | 'papaparse'): Promise<Run> {
  return page.evaluate((name) => {
    const { worker, fetcher } = window as unknown as { worker: Worker; fetcher: Worker };
    const file = document.querySelector('input')!.files![0]!;
    const { port1, port2 } = new MessageChannel();
    return new Promise<Run>((resolve) => {
      worker.onmessage = ({ data }: MessageEvent<Run>) => resolve(data);
      fetcher.postMessage({ file, encoding: 'utf-8', port: port1 }, [port1]);
      worker.postMessage({ file, by: name, port: port2 }, [port2]);
    });
  }, by);
}

async function wholeImport(file: string): Promise<void> {
  const server = await serve();
  const browser = await launch();
  try {
    const page = await browser.newPage();
    await knowHelper(page);
    await page.goto(server.address);
    await page.getByRole('button', { name: 'Start a new rig' }).click();
    await page.getByRole('link', { name: /^Logbook/ }).click();
    await page.getByRole('link', { name: 'Import a file' }).click();
    await page.locator('input[type=file]').setInputFiles(file);
    const read = page.getByRole('button', { name: 'Import it into the book' });
    await read.waitFor();
    const before = rendererPeakMB();
    await page.evaluate(() => {
      const tasks: number[] = [];
      (window as unknown as { longTasks: number[] }).longTasks = tasks;
      new PerformanceObserver((list) => tasks.push(...list.getEntries().map(({ duration }) => duration))).observe({
        entryTypes: ['longtask'],
      });
    });
    const start = Date.now();
    await read.click();
    await page.getByRole('link', { name: 'To the ledger' }).waitFor({ timeout: 120_000 });
    const seconds = (Date.now() - start) / 1000;
    const longTasks = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks);
    console.log(
      `whole import in the app, stored in IndexedDB: ${seconds.toFixed(2)} s, ${(MONTH_ROWS / seconds / 1e6).toFixed(2)} M rows/s`,
    );
    console.log(`renderer peak: ${rendererPeakMB().toFixed(0)} MB (${before.toFixed(0)} MB before)`);
    console.log(
      `main-thread tasks over 50 ms meanwhile: ${longTasks.length}${longTasks.length > 0 ? `, longest ${Math.max(...longTasks).toFixed(0)} ms` : ''}`,
    );
  } finally {
    await browser.close();
    server.stop();
  }
}
