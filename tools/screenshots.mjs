// npm run screenshots: takes docs/screenshots anew from the demo rigs, in headless Chromium.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { ensureBuilt, ensureChromium, ensureInstalled } from './steps.mjs';

ensureInstalled();
ensureBuilt();
const { chromium } = await import('@playwright/test');

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const WAGTAIL = '/rig/demo-pied-wagtail';
const SALTMARSH = '/rig/demo-saltmarsh-survey';
/** The year has been played. */
const played = (page) => page.locator('main table').first().waitFor();
const VIEWS = [
  { name: 'start', path: '/', theme: 'light', size: DESK },
  { name: 'audit', path: `${WAGTAIL}/audit`, theme: 'light', size: DESK },
  { name: 'audit-details', path: `${WAGTAIL}/audit?load=chiller`, theme: 'light', size: DESK },
  { name: 'audit-day', path: `${WAGTAIL}/audit/day`, theme: 'light', size: DESK },
  { name: 'audit-inverters', path: `${WAGTAIL}/audit/inverters`, theme: 'light', size: DESK },
  { name: 'audit-record-phone', path: `${WAGTAIL}/audit/record/chiller`, theme: 'light', size: PHONE },
  { name: 'bank', path: `${WAGTAIL}/bank`, theme: 'light', size: DESK },
  { name: 'bank-configurations', path: `${WAGTAIL}/bank/configurations`, theme: 'light', size: DESK },
  { name: 'bank-sag', path: `${WAGTAIL}/bank/sag`, theme: 'light', size: DESK },
  { name: 'charging', path: `${WAGTAIL}/charging`, theme: 'light', size: DESK, then: played },
  { name: 'charging-sources', path: `${WAGTAIL}/charging/sources`, theme: 'light', size: DESK },
  { name: 'charging-year', path: `${WAGTAIL}/charging/year`, theme: 'dark', size: DESK, then: played },
  {
    name: 'charging-remedies',
    path: `${WAGTAIL}/charging/remedies`,
    theme: 'light',
    size: DESK,
    then: async (page) => {
      await page.getByRole('button', { name: 'Find the smallest remedies' }).click();
      await page.getByRole('table', { name: 'Remedies by cost' }).waitFor({ timeout: 120_000 });
    },
  },
  { name: 'monitor', path: `${WAGTAIL}/monitor`, theme: 'light', size: DESK },
  { name: 'ledger', path: `${WAGTAIL}/logbook?day=2026-03-12`, theme: 'light', size: DESK },
  { name: 'ledger-behind-dark', path: `${SALTMARSH}/logbook?day=all`, theme: 'dark', size: DESK },
  { name: 'ledger-phone-night', path: `${WAGTAIL}/logbook`, theme: 'night', size: PHONE },
  {
    name: 'quick-reading-phone',
    path: `${WAGTAIL}/audit`,
    theme: 'light',
    size: PHONE,
    then: (page) => page.locator('.thumb .strong').click(),
  },
  {
    name: 'import',
    path: `${SALTMARSH}/logbook/import`,
    theme: 'light',
    size: DESK,
    then: async (page) => {
      await page.locator('input[type=file]').setInputFiles('demo/files/saltmarsh-october.csv');
      await page.getByRole('button', { name: 'Read it into the book' }).waitFor();
    },
  },
];

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
for (const { name, path, theme, size, then } of VIEWS) {
  if (asked.length > 0 && !asked.includes(name)) continue;
  await page.setViewportSize(size);
  await page.evaluate((chosen) => localStorage.setItem('coulan-theme', chosen), theme);
  await page.goto(address + path);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.waitForTimeout(900);
  if (then) await then(page);
  await page.waitForTimeout(500);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  console.log(`docs/screenshots/${name}.png`);
}
await browser.close();
server.kill();
