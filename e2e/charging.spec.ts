import { expect, type Page } from '@playwright/test';
import { goTo, headline, open, openDemo, openNewRig, SALTMARSH, saved, test, visit, WAGTAIL } from './helpers';

const months = (page: Page) => page.getByRole('table', { name: /^The year, month by month/ });
const leaf = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Pages of Charging' }).getByRole('link', { name }).click();

/** A fridge on 200 Ah of lithium, with 160 W flat on the roof and nothing else. */
async function planBySun(page: Page): Promise<void> {
  await openNewRig(page, 'audit');
  await page.getByRole('button', { name: 'Add the first load' }).click();
  await page.getByLabel('Name of unnamed load').fill('Fridge');
  await page.getByLabel('Fridge: power of one, W').fill('40');
  const details = page.getByRole('region', { name: 'Details of Fridge' });
  await details.getByLabel('Runs').selectOption('% of the time');
  await page.getByLabel('Fridge: share of the time, %').fill('40');
  await goTo(page, 'Bank');
  await page.getByRole('button', { name: 'Lithium iron phosphate' }).click();
  await page.getByLabel('Strings in parallel').fill('2');
  await goTo(page, 'Charging');
  await expect(headline(page)).toHaveText('What charges this bank?');
  await page.getByRole('link', { name: 'Enter a source' }).click();
  await page.getByRole('button', { name: 'Solar' }).click();
  await page.getByLabel('Rated').fill('160');
  await leaf(page, 'Place and season');
  await page.getByLabel('Latitude, north +').fill('49');
  await page.getByLabel('Bank heated above').fill('5');
}

test('a plan that falls behind in winter is mended by the solver, and the verdict turns', async ({ page }) => {
  test.slow();
  await planBySun(page);
  await leaf(page, 'Month by month');
  await expect(headline(page)).toContainText(/In \w+ charging falls behind/);
  await expect(months(page).getByRole('row', { name: /^June/ })).toContainText('keeps up');
  await expect(months(page).getByRole('row', { name: /^December/ })).toContainText('falls behind');

  await page.getByRole('link', { name: 'Find the smallest remedy' }).click();
  await page.getByRole('button', { name: 'Find the smallest remedies' }).click();
  const remedies = page.getByRole('table', { name: 'Remedies by cost' });
  await expect(remedies).toBeVisible({ timeout: 60_000 });
  await expect(remedies.getByRole('row', { name: /W more solar/ }).first()).toBeVisible();
  await remedies
    .getByRole('row', { name: /^\d+ W more solar \d/ })
    .getByRole('button')
    .filter({ hasText: 'Apply' })
    .click();
  await expect(headline(page)).toContainText('Charging keeps up all year', { timeout: 20_000 });
  await expect(page.getByText('the list below is of the plan before')).toBeVisible();

  await leaf(page, 'Month by month');
  await expect(headline(page)).toContainText('Charging keeps up all year');
  await expect(months(page).getByRole('row', { name: /^December/ })).toContainText('keeps up');
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(headline(page)).toContainText('falls behind');
  await page.keyboard.press('Control+y');
  await expect(headline(page)).toContainText('keeps up all year');
});

test('the search for remedies can be cancelled, and leaves the plan alone', async ({ page }) => {
  await openDemo(page, 'charging/remedies');
  await page.getByRole('button', { name: 'Find the smallest remedies' }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('button', { name: 'Find the smallest remedies' })).toBeVisible();
  await expect(page.getByRole('table', { name: 'Remedies by cost' })).toHaveCount(0);
});

test('every source shows a usual day of each month, and what its voltages would do', async ({ page }) => {
  await openDemo(page, 'charging/sources');
  const table = page.getByRole('table', { name: 'A usual day of each source, Ah' });
  const engine = table.getByRole('row', { name: /^Round by engine/ });
  // 2 × 1.25 h a week × 30 A ÷ 7 = 10.7; the trip of August adds 7 × 3 h
  await expect(engine).toContainText('11');
  await engine.getByRole('button', { name: /^Round by engine/ }).click();
  await page.getByLabel('Tue, hours').fill('4.75');
  // 6 h a week × 30 A ÷ 7
  await expect(engine).toContainText('26');
  await page.getByLabel('Absorption').fill('29.6');
  await expect(page.getByText('absorbs at 29.6 V; this bank needs 28.4 V')).toBeVisible();
  await page.getByLabel('Through').selectOption('relay to the alternator');
  await expect(page.getByText('A relay limits nothing.')).toBeVisible();

  await table.getByRole('button', { name: /^Roof modules/ }).click();
  await page.getByLabel('At most', { exact: true }).fill('5');
  const roof = table.getByRole('row', { name: /^Roof modules/ });
  await expect(roof).not.toContainText('139');
  await page.getByLabel('Rated').first().fill('-3');
  await expect(page.getByText('Not below 1 W.')).toBeVisible();
  await page.getByRole('button', { name: 'Use Round by engine earlier' }).click();
  await expect(table.locator('tbody tr').first()).toContainText('Round by engine');
  await page.getByLabel('included').uncheck();
  await expect(roof).toContainText('off');
});

test('the weather is a climate, twelve figures by hand, or an hourly file', async ({ page }) => {
  await openDemo(page, 'charging/place');
  await expect(headline(page)).toContainText('1.3 hours of full sun a day in December');
  await page.getByLabel('Clearness').selectOption('peak-sun hours by hand');
  await page.getByLabel('Peak-sun hours in December').fill('0.6');
  await expect(headline(page)).toContainText('0.6 hours of full sun a day in December');

  const file = (rows: string) => ({ name: 'roof.csv', mimeType: 'text/csv', buffer: Buffer.from(rows) });
  const picker = page.locator('input[type=file]');
  await picker.setInputFiles(file('when,what\n1,2\n'));
  await expect(page.getByRole('alert')).toContainText('no head names a time and an irradiance');
  await expect(headline(page)).toContainText('0.6 hours');
  const hours = Array.from({ length: 365 * 24 }, (_, k) => {
    const noon = k % 24 >= 8 && k % 24 < 16 ? 250 : 0;
    return `${new Date(Date.UTC(2025, 0, 1, k)).toISOString().slice(0, 16)};${k === 30 ? 'n/a' : noon}`;
  });
  await picker.setInputFiles(file(`time;GHI W/m2\n${hours.join('\n')}\n`));
  await expect(page.getByRole('status').filter({ hasText: '8759 rows read' })).toContainText('one row left out');
  await expect(page.getByText('row 32: “n/a” is no number')).toBeVisible();
  // 8 h × 250 W/m² every day
  await expect(page.getByRole('row', { name: /^June/ })).toContainText('2.0');
  await page.keyboard.press('Control+z');
  await expect(headline(page)).toContainText('0.6 hours');

  await page.getByRole('button', { name: 'Add a stop' }).click();
  await expect(page.getByRole('row', { name: /^December/ })).toContainText('Winter place');
});

test('one charge: lead takes hours for its last fifth, lithium does not begin in the frost', async ({ page }) => {
  await open(page, `${SALTMARSH}/charging/one-charge`);
  await page.getByLabel(/Pontoon charger/).check();
  await expect(page.getByText(/The last fifth alone takes/)).toBeVisible();
  const times = page.getByRole('table', { name: 'Hours to each state of charge' });
  await expect(times.getByRole('row')).toHaveCount(8);
  await page.getByLabel('From', { exact: true }).fill('90');
  await expect(times.getByRole('row')).toHaveCount(4);
  await visit(page, `${WAGTAIL}/charging/one-charge`);
  await page.getByLabel('Bank at').fill('-2');
  await expect(headline(page)).toHaveText('Below 0 °C this bank is not charged at all.');
});

test('the year: fan, a bad week, ten thousand years with cancel', async ({ page }) => {
  test.slow();
  await openDemo(page, 'charging/year');
  await expect(page.getByRole('img', { name: /lowest charge over the year/ })).toBeVisible();
  const week = page.getByRole('img', { name: /^Seven days hour by hour/ });
  await expect(week).toBeVisible();
  const before = await page.getByRole('heading', { level: 2, name: /^A bad week/ }).textContent();
  await page.getByRole('button', { name: 'A week later' }).click();
  await expect(page.getByRole('heading', { level: 2, name: /^A bad week/ })).not.toHaveText(before!);
  const play = page.getByRole('button', { name: 'Simulate 10 000 years' });
  await play.click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(play).toBeEnabled();
  await play.click();
  await expect(page.getByText(/10.000 years were simulated\./)).toBeVisible({ timeout: 60_000 });
  await page
    .getByRole('table', { name: 'The months in figures' })
    .getByRole('row', { name: /^June/ })
    .getByRole('button')
    .first()
    .click();
  await expect(page.getByRole('complementary')).toContainText('into the bank, a day');
  await expect(page.getByRole('complementary')).toContainText(/10.000/);
});

test('what if: sliders answer, and the plan stays as it is', async ({ page }) => {
  await openDemo(page, 'charging/what-if');
  await page.getByLabel('In the month of').selectOption('October');
  await page.getByLabel('Dull days in a row').fill('14');
  await expect(headline(page)).toContainText('October would suffer');
  await expect(page.getByText('1000 years.')).toBeVisible();
  await page.getByRole('button', { name: 'Reset to the plan' }).click();
  await expect(headline(page)).toHaveText('What if it does not go as planned?');
  await page.getByLabel('A source', { exact: true }).selectOption('Roof modules has failed');
  await expect(page.getByRole('row', { name: /^June/ })).toContainText('falls behind');
  await leaf(page, 'Month by month');
  await expect(months(page).getByRole('row', { name: /^June/ })).toContainText('keeps up');
});
