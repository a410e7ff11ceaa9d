import { expect, test } from '@playwright/test';
import { dropFile, goTo, headline, openNewRig, saved } from './helpers';

/** Eight whole days at one row a minute: 2 A out all night, 3 A in for ten hours by day. */
function meterFile(): string {
  const start = Date.parse('2026-06-01T00:00:00+02:00');
  const rows = Array.from({ length: 8 * 1440 + 1 }, (_, k) => {
    const hour = (k % 1440) / 60;
    const amps = hour >= 7 && hour < 18 ? 3 : -2;
    return `${new Date(start + k * 60_000).toISOString()},${amps > 0 ? '13.40' : '12.90'},${amps}`;
  });
  return `when,battery volts,battery amps\n${rows.join('\n')}\n`;
}

test('from a list of loads and a meter’s file to the verdict', async ({ page }) => {
  await openNewRig(page, 'rig');
  await page.getByLabel('Name', { exact: true }).fill('Tern');
  await expect(headline(page)).toHaveText('Tern');

  await goTo(page, 'Audit');
  await page.getByRole('button', { name: 'Add the first load' }).click();
  await page.getByLabel('Name of unnamed load').fill('Fridge');
  await page.getByLabel('Fridge: power of one, W').fill('40');
  const details = page.getByRole('region', { name: 'Details of Fridge' });
  await details.getByLabel('Runs').selectOption('% of the time');
  await page.getByLabel('Fridge: share of the time, %').fill('30');
  // 40 W × 7.2 h = 288 Wh; no bank yet: ÷ 12.8 V = 22.5 Ah
  await expect(headline(page)).toContainText('22.5 Ah');

  await page.keyboard.press('Enter');
  await page.keyboard.press('n');
  await page.getByLabel('Name of unnamed load').fill('Kettle');
  await page.getByRole('region', { name: 'Details of Kettle' }).getByLabel('Supply').selectOption('AC, by an inverter');
  await page.getByLabel('Kettle: power of one, W').fill('900');
  await page.getByLabel('Kettle: hours a day, h').fill('0,1');
  await expect(page.getByText('divided by a default efficiency of 90 %')).toBeVisible();
  // 90 Wh ÷ 0.9 = 100 Wh more
  await expect(headline(page)).toContainText('30.3 Ah');

  await goTo(page, 'Bank');
  await page.getByRole('button', { name: 'Lithium iron phosphate' }).click();
  await expect(headline(page)).toContainText('The bank fits: it lasts 2.2 days');
  await page.getByLabel('Days without charge').fill('4');
  await expect(headline(page)).toContainText('too small');
  await page.getByLabel('Strings in parallel').fill('2');
  await expect(headline(page)).toContainText('fits');

  await goTo(page, 'Monitor');
  await expect(headline(page)).toContainText('14.05 V');
  await page.getByLabel('Capacity, as entered in the meter').fill('200');
  await expect(page.getByText('agrees', { exact: true })).toBeVisible();

  await goTo(page, 'Logbook');
  await page.getByRole('link', { name: 'Import a meter’s file' }).click();
  await dropFile(page, 'tern.csv', meterFile());
  await expect(headline(page)).toContainText('Is tern.csv read correctly?');
  await expect(page.getByRole('region', { name: 'The first rows' })).toContainText('12.90 V, 2.00 A out');
  await page.getByRole('button', { name: 'Import it into the book' }).click();
  await expect(headline(page)).toHaveText(/^11\s521 rows of tern\.csv are in the book\.$/);
  await page.getByRole('link', { name: 'To the ledger' }).click();
  // Out 13 h × 2 A = 26 Ah, in 11 h × 3 A = 33 Ah; 0.99 · 33 ÷ 26 = 1.26
  await expect(headline(page)).toContainText('Charging keeps up: each amp-hour was replaced 1.26 times');
  const row = page.getByRole('row', { name: /Tue 2/ });
  await expect(row).toContainText('26.0');
  await expect(row).toContainText('33.0');
  const margin = page.getByRole('complementary');
  await expect(margin).toContainText('predicted, a day');
  await expect(margin).toContainText('measured out, a day');
  await saved(page);
});
