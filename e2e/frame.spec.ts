import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import type { RunOptions } from 'axe-core';
import { goTo, headline, openDemo, SALTMARSH, visit, WAGTAIL, test, testAlone } from './helpers';
import { PAGES } from './pages';

test('every figure opens its working, down to what was entered', async ({ page }) => {
  await openDemo(page, 'bank');
  await page
    .getByRole('button', { name: /3\.4 days/ })
    .first()
    .click();
  const margin = page.getByRole('complementary');
  await expect(margin).toContainText('lasts without charge = usable Ah ÷ Ah a day');
  await margin.getByRole('button', { name: 'worked out' }).first().click();
  await expect(margin).toContainText('rated capacity × usable share × what losses leave');
});

test('keys: stages, list, find, undo and redo', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('1');
  await expect(headline(page)).toContainText('usual day takes');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Write down a quick reading');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('/');
  await expect(page.getByRole('combobox', { name: 'Find or do' })).toBeFocused();
  await page.keyboard.type('soldering');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name of Soldering bench')).toBeFocused();

  await page.getByLabel('Soldering bench: power of one, W').fill('100');
  await expect(headline(page)).toContainText('57.6 Ah');
  await page.keyboard.press('Control+z');
  await expect(headline(page)).toContainText('57.0 Ah');
  await expect(page.getByLabel('Soldering bench: power of one, W')).toHaveValue('88');
  await page.keyboard.press('Control+Shift+z');
  await expect(headline(page)).toContainText('57.6 Ah');
});

test('units are chosen once: shown and typed imperial, kept metric', async ({ page }) => {
  await openDemo(page, 'bank/voltage');
  await expect(page.locator('main')).toContainText('mm²');
  await page.keyboard.press('/');
  await expect(page.getByRole('combobox', { name: 'Find or do' })).toBeFocused();
  await page.keyboard.type('imperial');
  await page.keyboard.press('Enter');
  await expect(page.locator('main')).toContainText('12 AWG');
  await visit(page, `${WAGTAIL}/wiring/runs`);
  await page.getByLabel('W12: length').fill('10');
  await page.reload();
  await expect(page.getByLabel('W12: length')).toHaveValue('10');
  await visit(page, `${WAGTAIL}/rig`);
  await page.getByLabel('Units, on this device').selectOption({ label: 'metric: m, kg, °C, mm²' });
  await visit(page, `${WAGTAIL}/wiring/runs`);
  await expect(page.getByLabel('W12: length')).toHaveValue('3.048');
});

testAlone('single keys can be switched off', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('?');
  await page.getByLabel(/Single keys act/).uncheck();
  await page.keyboard.press('Escape');
  await page.keyboard.press('1');
  await page.keyboard.press('r');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(headline(page)).toContainText('Charging keeps up');
});

test('an edit shows what it moved and what it made stale', async ({ page }) => {
  await openDemo(page, 'bank');
  await page.getByLabel('Strings in parallel').fill('1');
  const margin = page.getByRole('complementary');
  await expect(margin.getByRole('heading', { name: 'Changed by your last edit' })).toBeVisible();
  await expect(margin).toContainText(/Bank: rated capacity\s*320\.0.*160\.0/);
  await page.getByLabel('Capacity of one battery').fill('220');
  await expect(margin.getByRole('heading', { name: 'Now out of date in the meter' })).toBeVisible();
  await goTo(page, 'Monitor');
  await expect(headline(page)).toContainText('derived from figures that have changed');
});

test('nobody meets a stage that is not built: an address of one leads to the first', async ({ page }) => {
  await openDemo(page);
  const spine = page.getByRole('navigation', { name: 'Stages of the work' });
  await expect(spine.getByRole('link')).toHaveText([
    /^1\s*Audit/,
    /^2\s*Bank/,
    /^3\s*Charging/,
    /^4\s*Wiring/,
    /^5\s*Commissioning/,
    /^6\s*Monitor/,
    /^7\s*Logbook/,
  ]);
  await page.goto(`${WAGTAIL}/upkeep`);
  await expect(headline(page)).toContainText('usual day takes');
});

test('deep links open what they name, and an unknown rig is said', async ({ page }) => {
  await page.goto(`${SALTMARSH}/logbook?day=2026-10-10`);
  await expect(page.getByRole('heading', { name: 'Saturday 10 October 2026' })).toBeVisible();
  await page.goto('/rig/nobody/audit');
  await expect(page.getByText('There is no rig nobody on this device.')).toBeVisible();
});

declare const axe: typeof import('axe-core');
const AXE = 'node_modules/axe-core/axe.min.js';
const AT_AA = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'];

/** What axe, which came into the page with it, finds wrong within a part of it. By all its rules unless only some are asked. */
const faultsOf = (page: Page, within: string, runOnly?: RunOptions['runOnly']): Promise<string[]> =>
  page.evaluate(
    async ({ part, options }) => {
      const { violations } = await axe.run(part, { resultTypes: ['violations'], ...options });
      return violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).join(', ')}`);
    },
    { part: within, options: runOnly === undefined ? {} : { runOnly } },
  );

/** Themes differ by their colours alone, whose contrast tools/contrast.spec.ts holds: one page of each stage shows what is laid over. */
const LOOKS = PAGES.filter(({ address, picture }) => picture !== null && !address.includes('/'));
/** All pages in two halves, so that two workers share them; in the other themes one page of each look. */
const WALKS = [
  { theme: 'light', says: 'the light theme', pages: PAGES.filter((_, k) => k % 2 === 0) },
  { theme: 'light', says: 'the light theme, other pages', pages: PAGES.filter((_, k) => k % 2 === 1) },
  { theme: 'dark', says: 'the dark theme', pages: LOOKS },
  { theme: 'night', says: 'the night theme', pages: LOOKS },
];
/** Presses the key for the next theme until it is this one. */
async function inTheme(page: Page, theme: string): Promise<void> {
  const now = () => page.locator('html').getAttribute('data-theme');
  for (let before = await now(); before !== theme; before = await now()) {
    await page.keyboard.press('t');
    await expect.poll(now).not.toBe(before);
  }
}
for (const { theme, says, pages } of WALKS) {
  test(`no accessibility fault in ${says}`, async ({ page }) => {
    test.slow();
    await openDemo(page);
    await inTheme(page, theme);
    await page.evaluate(readFileSync(AXE, 'utf8'));
    const faults: string[] = [];
    for (const { address: view } of pages) {
      await visit(page, `${WAGTAIL}/${view}`);
      // Themes differ by their colours alone.
      const found = await faultsOf(page, 'html', theme === 'light' ? AT_AA : ['color-contrast']);
      faults.push(...found.map((fault) => `${view}: ${fault}`));
    }
    expect(faults).toEqual([]);
    await page.keyboard.press('r');
    await expect(page.getByRole('dialog')).toBeVisible();
    await expect.poll(() => page.locator('.ant-modal').evaluate((modal) => getComputedStyle(modal).opacity)).toBe('1');
    expect(await faultsOf(page, '.ant-modal')).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await inTheme(page, 'light');
  });
}
