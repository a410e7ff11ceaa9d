import { knowHelper, launch, serve } from './chromium';

/** What crosses the wire from a cold cache until the first screen can be used, and when its largest part is painted. */
export async function firstLoadBench(): Promise<void> {
  const server = await serve();
  const browser = await launch();
  try {
    const page = await (await browser.newContext({ serviceWorkers: 'block' })).newPage();
    await knowHelper(page);
    const client = await page.context().newCDPSession(page);
    await client.send('Network.enable');
    let bytes = 0;
    client.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength));
    await page.goto(server.address);
    await page.getByRole('button', { name: 'Start a new rig' }).waitFor();
    await page.waitForLoadState('networkidle');
    const largestMs = await page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          new PerformanceObserver((list) => resolve(list.getEntries().at(-1)!.startTime)).observe({
            type: 'largest-contentful-paint',
            buffered: true,
          });
        }),
    );
    console.log(
      `first screen: ${(bytes / 1000).toFixed(0)} kB over the wire, compressed, fonts included; largest paint at ${largestMs.toFixed(0)} ms`,
    );
  } finally {
    await browser.close();
    server.stop();
  }
}
