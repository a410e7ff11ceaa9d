import { expect } from '@playwright/test';
import { headline, openDemo, visit, WAGTAIL, testAlone as test } from './helpers';
import { PAGES } from './pages';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('the thin chain on a phone: stages, a load, a working, a reading', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'stage Logbook' }).click();
  await page.getByRole('link', { name: /Audit/ }).click();
  await expect(headline(page)).toContainText('usual day takes');
  await page.getByLabel('Soldering bench: power of one, W').fill('50');
  await page.getByRole('button', { name: 'margin Working' }).click();
  await expect(page.getByRole('complementary')).toContainText('Changed by your last edit');
  await page.getByRole('button', { name: 'Close the margin' }).click();
  await page.getByRole('button', { name: 'quick Reading' }).click();
  await page.getByRole('dialog').getByLabel('Voltage').fill('26.1');
  await page.getByRole('button', { name: 'Save the reading' }).click();
  await page.goto(`${WAGTAIL}/logbook/readings`);
  await expect(page.getByRole('table', { name: 'Readings' })).toContainText('26.10');
});

test('nothing is wider than the screen, and what is pressed is big enough', async ({ page }) => {
  await openDemo(page);
  for (const { address } of PAGES) {
    await visit(page, `${WAGTAIL}/${address}`);
    const wide = await page.evaluate(() => {
      const main = document.querySelector('main')!;
      return [document.documentElement.scrollWidth - innerWidth, main.scrollWidth - main.clientWidth];
    });
    expect(wide, address).toEqual([0, 0]);
    const small = await page
      .locator('main .btn:visible, .thumb button:visible')
      .evaluateAll((buttons) =>
        buttons.filter((button) => button.getBoundingClientRect().height < 48).map((button) => button.textContent),
      );
    expect(small, address).toEqual([]);
  }
});
