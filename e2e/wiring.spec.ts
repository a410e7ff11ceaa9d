import { expect } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { headline, open, openDemo, SALTMARSH, saved, test, testAlone } from './helpers';

test('a maintainer’s negative on the battery post is found and moved, and a lug that does not fit', async ({
  page,
}) => {
  await openDemo(page, 'wiring');
  await expect(headline(page)).toHaveText('One negative crosses the line beside the shunt: Maintainer, W92.');
  await expect(page.getByRole('navigation').getByText('1 negative beside the shunt')).toBeVisible();
  await page.getByRole('button', { name: 'Move the end of W92 to the negative bar' }).click();
  await expect(headline(page)).toHaveText('W09: a lug for M10 on a stud of M8.');
  await page.getByRole('button', { name: 'Take a lug for M8' }).click();
  await expect(headline(page)).toHaveText('Every run keeps the rules of drop, ampacity and fuse.');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(headline(page)).toContainText('beside the shunt');
  await saved(page);
});

test('lay out, measure, mend a finding, see it vanish', async ({ page }) => {
  await open(page, `${SALTMARSH}/wiring`);
  await expect(page.getByText('all lengths are guesses')).toBeVisible();
  await page.getByRole('button', { name: /^Pontoon charger/ }).press('Enter');
  await expect(page.getByRole('heading', { name: /^The way to it and back/ })).toContainText('Pontoon charger');
  await page.getByRole('link', { name: /^Runs/ }).click();
  // The drawing has the same field, and what is typed into a page that is just going is lost.
  await expect(page.getByRole('table', { name: 'All runs' })).toBeVisible();
  const section = page.getByLabel('W10: section');
  await page.getByLabel('W10: length').fill('2.4');
  await section.selectOption('1 mm²');
  await expect(page.getByRole('heading', { name: 'W10 is too thin' })).toBeVisible();
  await page.getByRole('button', { name: 'Let the rules choose' }).first().click();
  await expect(page.getByRole('heading', { name: 'W10 is too thin' })).toHaveCount(0);
  await page.reload();
  await expect(page.getByLabel('W10: length')).toHaveValue('2.4');
});

test('an end on the wrong bar is a short circuit, said before all else, and moved back by one press', async ({
  page,
}) => {
  await openDemo(page, 'wiring/runs');
  await page.getByRole('button', { name: 'W08 in full' }).click();
  await page.getByLabel('To', { exact: true }).selectOption({ label: 'Negative bar of the bank' });
  await expect(page.getByRole('heading', { name: 'W08 is a short circuit' })).toBeVisible();
  await expect(page.getByRole('navigation').getByText('a short circuit')).toBeVisible();
  await page.getByRole('link', { name: /^Commissioning/ }).click();
  await expect(page.getByText('One thing is wrong on paper')).toBeVisible();
  await page.getByRole('link', { name: 'See it under Wiring' }).click();
  await expect(headline(page)).toContainText('the first: W08 is a short circuit.');
  await page.getByRole('button', { name: 'Move W08 back' }).first().click();
  await expect(headline(page)).toHaveText('One negative crosses the line beside the shunt: Maintainer, W92.');
  await saved(page);
});

test('ways of joining are compared, and the cut list is saved as CSV', async ({ page }) => {
  await openDemo(page, 'wiring/parallel');
  await expect(headline(page)).toContainText('joined as drawn');
  await expect(page.getByRole('table', { name: 'The course over time' })).toBeVisible();
  await page.getByRole('button', { name: /^end-fed/ }).click();
  await expect(headline(page)).toContainText('would be fair');
  await page.getByRole('button', { name: /^bars, opposite ends/ }).click();
  await expect(headline(page)).toContainText('Each battery carries its fair share');
  await page.getByRole('link', { name: 'Cut list' }).click();
  await page.getByLabel('W02 crimped').check();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const text = readFileSync(await (await download).path(), 'utf8');
  expect(text.split(/\r?\n/)[0]).toBe('label,from,to,cut m,section,colour,lug from,lug to,done');
  expect(text).toMatch(/^W02,.*,crimped\r?$/m);
});

test('a switch is put into a run, a bar makes a net of the drawing, both go again; the drawing is saved', async ({
  page,
}) => {
  await openDemo(page, 'wiring');
  await page.getByRole('button', { name: /^Bench inverter/ }).press('Enter');
  await page.getByRole('button', { name: 'W12 in full' }).click();
  await page.getByRole('button', { name: 'a switch', exact: true }).click();
  await expect(page.getByText('44 runs', { exact: false }).first()).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as SVG' }).click();
  expect(readFileSync(await (await download).path(), 'utf8')).toMatch(/^<svg[^>]*viewBox.*Bench.*<\/svg>$/s);
  await page.getByRole('button', { name: 'a bar', exact: true }).click();
  await expect(page.getByText('so it is drawn as it is joined')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Starter battery, 12 V/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('43 runs', { exact: false }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Draw it as it is joined' }).click();
  await expect(page.getByRole('button', { name: /^Bar/ })).toHaveCount(0);
});

test('the sag map takes the way to the inverter from the circuit', async ({ page }) => {
  await openDemo(page, 'bank/sag');
  await expect(page.getByText('as laid out under Wiring')).toBeVisible();
});

test.describe('on a phone', () => {
  testAlone.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  testAlone('a negative is registered where it is found', async ({ page }) => {
    await openDemo(page, 'wiring/negatives');
    await page.getByLabel('Where').fill('under the sink');
    await page.getByLabel('What it serves').fill('water heater');
    await page.getByLabel('Lands on').selectOption('bank’s negative: not counted');
    await page.getByRole('button', { name: 'Enter it' }).click();
    await expect(page.getByRole('table', { name: 'Negatives found on the vehicle' })).toContainText('water heater');
    await expect(headline(page)).toContainText('2 negatives come back beside the shunt.');
    await page.getByRole('button', { name: 'Draw water heater into the circuit' }).click();
    await expect(page.getByRole('table', { name: 'Negatives of the circuit' })).toContainText('water heater');
    await expect(headline(page)).toContainText('2 negatives come back beside the shunt.');
    await page.reload();
    await expect(page.getByRole('table', { name: 'Negatives found on the vehicle' })).toContainText('water heater');
  });
});
