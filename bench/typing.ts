import { knowHelper, launch, serve } from './chromium';
import { keystrokes } from './keystroke';

const LOADS = 60;
const KEYS = 60;

/** One keystroke in a load's field, typed fast, until every dependent figure is painted, on a rig of 60 loads with a bank. */
export async function typingBench(): Promise<void> {
  const server = await serve();
  const browser = await launch();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await knowHelper(page);
    await page.goto(server.address);
    const demo = (await (await page.request.get(`${server.address}demo/pied-wagtail.rig.json`)).json()) as {
      rig: { loads: { id: string; name: string }[] };
    };
    const some = demo.rig.loads;
    demo.rig.loads = Array.from({ length: LOADS }, (_, k) => ({
      ...some[k % some.length]!,
      id: `load-${k}`,
      name: `Load ${k}`,
    }));
    await page
      .getByLabel('Import a rig file')
      .setInputFiles({ name: 'rig.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(demo)) });
    const field = page.getByLabel('Load 30: power of one, W');
    const said = await keystrokes(
      page,
      field,
      Array.from({ length: KEYS }, (_, k) => 20 + 37 * k),
    );
    console.log(`keystroke to painted figures, ${LOADS} loads: ${said}`);
    console.log('each includes waiting for two frames, up to 33 ms of it at 60 frames a second');
  } finally {
    await browser.close();
    server.stop();
  }
}
