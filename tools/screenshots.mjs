// npm run screenshots: takes docs/screenshots anew from the demo rigs, in headless Chromium.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { VIEWS } from '../e2e/views.ts';
import { ensureBuilt, ensureChromium, ensureInstalled } from './steps.mjs';

ensureInstalled();
ensureBuilt();
const { chromium } = await import('@playwright/test');

const server = spawn(process.execPath, ['dist-server/main.mjs', '--port', '0', '--demo'], {
  stdio: ['ignore', 'pipe', 'inherit'],
});
const [line] = await once(server.stdout, 'data');
const address = /http:\S+\//.exec(line.toString())[0].slice(0, -1);
const asked = process.argv.slice(2);
const browser = await chromium.launch({
  executablePath: ensureChromium(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const context = await browser.newContext({
  locale: 'en-GB',
  timezoneId: 'Europe/Berlin',
  serviceWorkers: 'block',
  reducedMotion: 'reduce',
});
const page = await context.newPage();
await page.goto(address);
await page.getByRole('link', { name: 'Saltmarsh Survey' }).waitFor();
await page.locator('.loading').waitFor({ state: 'detached' });
for (const { name, path, theme, size, then, subject } of VIEWS) {
  if (asked.length > 0 && !asked.includes(name)) continue;
  await page.setViewportSize(size);
  await page.evaluate((chosen) => localStorage.setItem('coulan-theme', chosen), theme);
  await page.goto(address + path);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await then?.(page);
  await subject(page).waitFor({ timeout: 120_000 });
  // Greyed figures are about to be replaced; fonts and a dialog's way in are over by then.
  await page.locator('body:not(:has(main .pending))').waitFor();
  await page.getByText('simulating the year').waitFor({ state: 'detached', timeout: 60_000 });
  await page.waitForTimeout(900);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  console.log(`docs/screenshots/${name}.png`);
}
await browser.close();
server.kill();
