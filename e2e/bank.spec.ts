import { expect } from '@playwright/test';
import { goTo, headline, open, openDemo, SALTMARSH, saved, visit, WAGTAIL, test } from './helpers';

test('an arrangement is chosen off the shelf and becomes the bank', async ({ page }) => {
  await openDemo(page, 'bank/configurations');
  await expect(headline(page)).toContainText('arrangements meet the need');
  await page.getByRole('button', { name: 'Choose LFP 200 Ah, 12 V, 2 × 1', exact: true }).click();
  await expect(page.getByRole('row', { name: /LFP 200 Ah, 12 V.*chosen/ })).toBeVisible();
  await page.getByRole('link', { name: 'Account' }).click();
  await expect(page.getByLabel('Battery model')).toHaveValue('LFP 200 Ah, 12 V');
  await goTo(page, 'Monitor');
  await expect(headline(page)).toContainText('derived from figures that have changed');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('25.6 V LFP, two of 160 Ah in parallel')).toBeVisible();
  await saved(page);
});

test('the old bank and its replacement stand side by side, with the charger voltages that no longer fit', async ({
  page,
}) => {
  await open(page, `${SALTMARSH}/bank/configurations`);
  await page.getByLabel('System voltage').selectOption('12 V');
  await page
    .getByLabel(/^Compare flooded/)
    .first()
    .check();
  await page
    .getByLabel(/^Compare LFP/)
    .first()
    .check();
  const compared = page.getByRole('table', { name: /side by side/i });
  await expect(compared).toContainText('mass');
  await expect(compared).toContainText(/kg/);
  await expect(page.getByRole('main')).toContainText(/charger/i);
});

test('the schools of need stand side by side, each step of the way shown', async ({ page }) => {
  await openDemo(page, 'bank/need');
  await expect(headline(page)).toContainText('Ah');
  await visit(page, `${WAGTAIL}/bank/voltage`);
  await expect(headline(page)).toContainText('a quarter of the current');
  await page.getByLabel('Length, one way').fill('12');
  await expect(page.getByRole('row', { name: /copper section/ })).toContainText('mm²');
  await visit(page, `${WAGTAIL}/bank/sag`);
  await page.getByLabel('Load', { exact: true }).fill('9000');
  await expect(headline(page)).toContainText('At 9000 W the inverter switches off');
  await expect(page.getByRole('table', { name: 'Remedies' })).toContainText('in parallel');
});

test('batteries that do not belong together are warned of, and a second chemistry is refused', async ({ page }) => {
  await openDemo(page, 'bank');
  const mixIn = async (name: string) => {
    await page.getByLabel('Add strings of another kind').click();
    await page.getByTitle(name, { exact: true }).click();
  };
  await page.getByLabel('Bought in').first().fill('2019-04');
  await mixIn('AGM 220 Ah, 12 V');
  await expect(page.getByRole('alert')).toContainText('AGM 220 Ah, 12 V is refused: AGM beside LFP in one bank');
  await mixIn('LFP 100 Ah, 24 V');
  const others = page.getByRole('region', { name: 'Other strings' });
  await expect(others).toContainText(/100 beside 160 Ah/);
  await others.getByLabel('Bought in').fill('2026-03');
  await expect(others).toContainText(/83 months/);
  await others.getByLabel('Reason for doing it anyway').fill('until the new ones come');
  await saved(page);
  await page.reload();
  await expect(others.getByLabel('Reason for doing it anyway')).toHaveValue('until the new ones come');
});

test('a model off the sheet joins the shelf', async ({ page }) => {
  await openDemo(page, 'bank/shelf');
  await page.getByRole('button', { name: 'Copy LFP 200 Ah, 12 V' }).click();
  await expect(headline(page)).toHaveText('One model of your own is on the shelf.');
  await page.getByLabel('Name', { exact: true }).fill('House 210');
  await page.getByLabel('Capacity', { exact: false }).first().fill('210');
  await page.goto(`${WAGTAIL}/bank/configurations`);
  await expect(page.getByRole('row', { name: /House 210/ }).first()).toBeVisible();
});

test('a value of a chemistry is corrected, with its source, and what follows says so', async ({ page }) => {
  await openDemo(page, 'bank/chemistry');
  await page.getByLabel('Peukert exponent, yours').fill('1.06');
  await page.getByLabel('Where your Peukert exponent is from').fill('test of May');
  await expect(headline(page)).toContainText('one value of your own');
  await page.goto(`${WAGTAIL}/audit/how-long`);
  const margin = page.getByRole('complementary');
  await margin.locator('dt', { hasText: 'counts for, by Peukert' }).getByRole('button').click();
  await expect(margin).toContainText('entered: Lithium iron phosphate, test of May');
});
