import { expect, type Page } from '@playwright/test';
import { goTo, headline, openDemo, openNewRig, test, testAlone, visit } from './helpers';
import { soundOfCompressor } from './sound-file';

async function oneLoad(page: Page, name: string): Promise<void> {
  await openNewRig(page, 'rig');
  await visit(page, page.url().replace(/rig$/, 'audit'));
  await page.getByRole('button', { name: 'Add the first load' }).click();
  await page.getByLabel('Name of unnamed load').fill(name);
}
const states = (page: Page) => page.getByRole('table', { name: 'States' });

test.describe('the stopwatch on a phone', () => {
  testAlone.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  testAlone('times states through a reload, takes a press back, and becomes the duty of the load', async ({ page }) => {
    const at = (time: string) => page.clock.setFixedTime(new Date(`2026-05-04T${time}:00Z`));
    await at('08:00');
    await oneLoad(page, 'Fridge');
    await page.getByRole('link', { name: 'Record it' }).click();
    await page.getByLabel('Power while on').fill('50');
    const press = (name: RegExp) => page.getByRole('group', { name: 'States' }).getByRole('button', { name }).click();

    await press(/^on/);
    await at('08:15');
    await press(/^off/);
    await at('08:25');
    await press(/^on/);
    await page.getByRole('button', { name: 'Undo the last press' }).click();
    await expect(page.getByRole('button', { name: /^off/ })).toHaveAttribute('aria-pressed', 'true');

    await page.reload();
    await expect(page.getByRole('button', { name: /^off/ })).toHaveAttribute('aria-pressed', 'true');
    await at('08:45');
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    // 15 min at 50 W, 30 min at rest: 16.7 W
    await expect(headline(page)).toContainText('takes 16.7 W on average');
    await expect(page.getByText(/Record longer: fewer than three whole cycles/)).toBeVisible();
    await expect(states(page).getByRole('row', { name: /^on/ })).toContainText('33.3');
    await page.getByRole('button', { name: 'Use it in the audit' }).click();
    // 16.67 W × 24 h ÷ 12.8 V
    await expect(headline(page)).toContainText(/31\.[23] Ah/);
  });
});

test('a table of clock times gives the duty too', async ({ page }) => {
  await oneLoad(page, 'Pump');
  await page.getByRole('link', { name: 'Record it' }).click();
  await page.getByText('Table of times').click();
  await page.getByLabel(/a list of clock times/).fill('23:00 23:20 00:00 00:20 01:00 01:2x');
  await expect(page.getByRole('alert')).toContainText('“01:2x”, the 6th time');
  await page.getByLabel(/a list of clock times/).fill('23:00 23:20 00:00 00:20 01:00');
  await expect(page.getByRole('table', { name: 'Stretches' }).getByRole('row')).toHaveCount(5);
  await expect(states(page)).toContainText('33.3');
});

test('a sound recording is split into states, whose boundaries can be moved', async ({ page }) => {
  await oneLoad(page, 'Fridge');
  await page.getByRole('link', { name: 'Record it' }).click();
  await page.getByText('Sound', { exact: true }).click();
  await page.getByLabel('Power while on').fill('60');
  // 30 s off, 20 s on, 40 s off, 30 s on: 50 of 120 s
  await page.getByLabel('Open a recording').setInputFiles({
    name: 'fridge.wav',
    mimeType: 'audio/wav',
    buffer: soundOfCompressor([30, 20, 40, 30]),
  });
  const share = states(page).getByRole('row').nth(2);
  await expect(page.getByText('2 states, 4 stretches over 2.0 min.')).toBeVisible();
  await expect(share).toContainText(/41\.[2-9]|42\.[0-2]/);
  const edge = page.getByRole('button', { name: /^Boundary at/ }).first();
  await edge.press('ArrowLeft');
  await expect(share).toContainText(/42\.[0-9]|43\.0/);
  await page.getByRole('button', { name: 'Use it in the audit' }).click();
  await expect(headline(page)).toContainText(/4[6-9]\.\d Ah/);

  await page.goBack();
  await page.getByText('Sound', { exact: true }).click();
  await page
    .getByLabel('Open a recording')
    .setInputFiles({ name: 'note.wav', mimeType: 'audio/wav', buffer: Buffer.from('not a sound at all') });
  await expect(page.getByRole('alert')).toContainText('note.wav could not be read as sound');
});

test('loads are pasted from a spreadsheet; what cannot be read is said', async ({ page }) => {
  await openNewRig(page, 'Audit');
  await page.getByRole('button', { name: 'From the library, or pasted' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByText('Paste, or a CSV file').click();
  await dialog
    .getByLabel('Rows of a spreadsheet')
    .fill('Load\tWatts\tHours\tQty\nFridge\t45\t8\t1\nLamps\t2,5\t4\t6\nHeater\tmany\t2\t1');
  await expect(dialog).toContainText('2 loads read');
  await expect(dialog).toContainText('row 4, column 2: “many”');
  await dialog.getByRole('button', { name: 'Add 2 loads' }).click();
  await expect(page.getByLabel('Lamps: quantity')).toHaveValue('6');
  await expect(page.getByLabel('Lamps: power of one, W')).toHaveValue('2.5');
  // (45·8 + 6·2.5·4) ÷ 12.8
  await expect(headline(page)).toContainText('32.8 Ah');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(headline(page)).toContainText('What uses energy here?');
});

test('loads come from the library, are filtered, sorted, moved, duplicated', async ({ page }) => {
  await openDemo(page);
  await goTo(page, 'Audit');
  await page.getByRole('button', { name: 'Library, paste' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Find in the library').fill('router');
  await dialog.getByRole('checkbox').first().check();
  await dialog.getByRole('button', { name: 'Add one load' }).click();
  await expect(page.getByRole('row', { name: /router/i })).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await page.getByLabel('Find a load').fill('lapt');
  await expect(page.locator('[data-load]')).toHaveCount(1);
  await page.getByLabel('Find a load').fill('');
  await page.getByLabel('Group the loads').selectOption('not grouped');
  await page.getByLabel('Order of the loads').selectOption('largest first');
  await expect(page.locator('[data-load]').first()).toHaveAttribute('data-load', 'chiller');
  await page.getByLabel('Order of the loads').selectOption('in your order');
  await page.getByRole('button', { name: /^Move Router/ }).press('ArrowDown');
  await expect(page.locator('[data-load]').nth(1)).toHaveAttribute('data-load', 'router');
  await page.getByLabel('Name of Water pump').click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('row', { name: /water pump/i })).toHaveCount(2);
});

test('the list of loads goes out as CSV and comes back the same', async ({ page }) => {
  await openDemo(page);
  await goTo(page, 'Audit');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV', exact: true }).click(),
  ]);
  const path = await download.path();
  await openNewRig(page, 'Audit');
  await page.getByRole('button', { name: 'From the library, or pasted' }).click();
  await page.getByText('Paste, or a CSV file').click();
  await page.getByLabel('Open a CSV file').setInputFiles(path);
  await page.getByRole('button', { name: 'Add 11 loads' }).click();
  await expect(page.getByLabel('Soldering bench: power of one, W')).toHaveValue('88');
});

test('the bench test of an inverter is fitted, names its outlier, and moves every AC load on it', async ({ page }) => {
  await openDemo(page, 'audit/inverters');
  await expect(headline(page)).toContainText('Left on all day, Bench inverter takes 9.1 Ah');
  await page.getByLabel('Pair 4, watts behind').fill('120');
  await expect(page.getByRole('main')).toContainText(/The pair at 120 W is off the fitted curve by/);
  await expect(page.getByRole('complementary')).toContainText('Changed by your last edit');
});

test('a runtime is answered, kept, observed, and teaches the next one', async ({ page }) => {
  await openDemo(page, 'audit/how-long');
  const before = await headline(page).innerText();
  await page.getByLabel('Anything else, watts').fill('200');
  await expect(headline(page)).not.toHaveText(before);
  const hours = Number(/([\d.]+)\sh/.exec((await headline(page).innerText()).replace(/\s+/g, ' '))![1]);
  await page.getByLabel('Keep it as a trial called').fill('Fair day');
  await page.getByRole('button', { name: 'Keep' }).click();
  await page.getByLabel('Fair day: observed hours').fill((hours * 0.9).toFixed(1));
  await expect(page.getByRole('row', { name: /Fair day/ })).toContainText('−10');
  await expect(page.getByText(/own correction factor of 0\.92, out of 3 trials/)).toBeVisible();
});

test('the day shows its hours, and what each load is worth', async ({ page }) => {
  await openDemo(page, 'audit/day');
  await expect(headline(page)).toContainText(
    /Half of the days take less than 57\.\d Ah, nine in ten less than 64\.\d Ah/,
  );
  await page.getByText('The hours behind it').click();
  await expect(page.getByRole('row', { name: /^12/ })).toBeVisible();
  await page.getByRole('link', { name: 'What it is worth' }).click();
  await expect(headline(page)).toContainText('Halving Drinks chiller saves the most');
});
