import { expect } from '@playwright/test';
import { goTo, headline, openDemo, test, testAlone, visit, WAGTAIL } from './helpers';

test('a meter is told what it has, a false mark is dragged away, a set is searched, keyed in, and made stale by another battery', async ({
  page,
}) => {
  test.slow();
  await openDemo(page, 'monitor/meter');
  await page.getByLabel('Tail current, unit').selectOption('A');
  await page.getByRole('checkbox', { name: 'Averaging time' }).check();
  await expect(headline(page)).toHaveText('Your meter asks for 17 settings.');

  await page.goto(`${WAGTAIL}/monitor`);
  await expect(page.getByRole('table', { name: 'Settings of the shunt monitor' })).toContainText('12.8 A');

  await page.getByRole('link', { name: 'Test bench' }).click();
  await expect(headline(page)).toHaveText('Broken cloud would mark full falsely at 10:41, with 85 % in the bank.');
  const hold = page.getByRole('slider', { name: /^hold/ });
  const grip = (await hold.locator('.grip').boundingBox())!;
  await page.mouse.move(grip.x + 8, grip.y + grip.height / 2);
  await page.mouse.down();
  await page.mouse.move(grip.x + 24, grip.y + grip.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(headline(page)).toHaveText('Broken cloud: the full charge is marked, and nothing else.');
  await hold.press('ArrowDown');
  await expect(page.locator('.bench')).toContainText(/2 min\s*\d+ min/);

  await page.getByRole('button', { name: 'Find the set that survives every day' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'sets on all days' })).toContainText('0 false marks', {
    timeout: 90_000,
  });
  await expect(page.getByRole('table', { name: 'Sets over all traces' })).toContainText('found');
  await page.getByRole('button', { name: 'Keyed into the meter' }).click();

  await page.getByRole('link', { name: 'As entered' }).click();
  await page.getByRole('button', { name: 'All keyed in' }).click();
  await expect(headline(page)).toHaveText(/The meter is set as derived|differ/);
  const before = await page.getByRole('list', { name: 'To key in' }).getByRole('listitem').count();

  await visit(page, `${WAGTAIL}/bank`);
  await page.getByTitle('Lithium iron phosphate', { exact: true }).click();
  await page.getByTitle('Lead-acid, absorbed glass mat', { exact: true }).click();
  await goTo(page, 'Monitor');
  await page.getByRole('link', { name: 'As entered' }).click();
  await expect(headline(page)).toContainText('out of date');
  const due = page.getByRole('list', { name: 'To key in' });
  await expect(due.getByRole('listitem').filter({ hasText: 'Coulombic efficiency' })).toContainText(/99 %\s*94 %/);
  expect(await due.getByRole('listitem').count()).toBeGreaterThan(before);
  await page.reload();
  await expect(headline(page)).toContainText('out of date');
});

test('the own log is tried too, and a mark can be looked at closely', async ({ page }) => {
  await openDemo(page, 'monitor/bench');
  await page.getByRole('button', { name: 'pied-wagtail-march.csv' }).click();
  await expect(headline(page)).toContainText('pied-wagtail-march.csv');
  await expect(page.locator('.legend')).toContainText('rows');
  await page.getByRole('button', { name: 'Broken cloud' }).click();
  await page.getByRole('button', { name: '10:41' }).click();
  await expect(page.getByRole('button', { name: 'The whole trace' })).toBeVisible();
  await page.reload();
  await expect(headline(page)).toContainText('Broken cloud');
});

testAlone('on a phone the list of what to key in is ticked one by one', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openDemo(page, 'monitor/entered');
  await expect(headline(page)).toContainText('2 settings in the meter are out of date');
  await page.getByRole('button', { name: 'Keyed in: Capacity 320 Ah' }).click();
  await expect(headline(page)).toContainText('1 setting in the meter is out of date');
  await page.keyboard.press('Control+z');
  await expect(headline(page)).toContainText('2 settings in the meter are out of date');
});
