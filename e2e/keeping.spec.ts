import { readFile } from 'node:fs/promises';
import { expect } from '@playwright/test';
import { goTo, headline, openDemo, openNewRig, saved, test, testAlone, visit, WAGTAIL } from './helpers';

test('what is typed is kept through an immediate reload', async ({ page }) => {
  await openNewRig(page, 'Audit');
  await page.getByRole('button', { name: 'Add the first load' }).click();
  await page.getByLabel('Name of unnamed load').pressSequentially('Depth sounder');
  await page.reload();
  await expect(page.getByLabel('Name of Depth sounder')).toHaveValue('Depth sounder');
});

testAlone('two tabs on one rig do not overwrite each other in silence', async ({ page, context }) => {
  await openDemo(page, 'rig');
  const other = await context.newPage();
  await other.goto(`${WAGTAIL}/rig`);

  await test.step('an idle tab follows', async () => {
    await page.getByLabel('Place', { exact: true }).fill('Lower Lindre');
    await saved(page);
    await expect(other.getByLabel('Place', { exact: true })).toHaveValue('Lower Lindre');
  });

  await test.step('a tab that has written meanwhile is asked', async () => {
    // The other tab's save lands between this tab's last read and its write.
    await other.evaluate(async () => {
      const open = indexedDB.open('coulan');
      const db = await new Promise<IDBDatabase>((resolve) => (open.onsuccess = () => resolve(open.result)));
      const store = db.transaction('rigs', 'readwrite').objectStore('rigs');
      const get = store.get('demo-pied-wagtail');
      await new Promise((resolve) => (get.onsuccess = resolve));
      const row = get.result as { revision: number; rig: { purpose: string } };
      store.put({ ...row, revision: row.revision + 1, rig: { ...row.rig, purpose: 'from the other tab' } });
      db.close();
    });
    await page.getByLabel('Place', { exact: true }).fill('Upper Lindre');
    await expect(page.getByText('Another tab has saved this rig')).toBeVisible();
    await page.getByRole('button', { name: 'Keep mine as a copy' }).click();
    await expect(headline(page)).toHaveText('Pied Wagtail (this tab)');
    await expect(page.getByLabel('Place', { exact: true })).toHaveValue('Upper Lindre');
    await goTo(page, 'Logbook');
    await expect(headline(page)).toContainText('Charging keeps up');
  });
});

test('the whole rig goes out as one file and comes back identical in another browser', async ({ page, browser }) => {
  await openDemo(page);
  const ledger = await page.getByRole('table', { name: 'Day ledger' }).innerText();
  await visit(page, `${WAGTAIL}/rig`);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the rig' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('pied-wagtail.coulan.zip');
  const bytes = await readFile(await download.path());

  const context = await browser.newContext({ baseURL: test.info().project.use.baseURL, serviceWorkers: 'block' });
  const there = await context.newPage();
  await there.goto('/');
  await there
    .getByLabel('Import a rig file')
    .setInputFiles({ name: 'rig.zip', mimeType: 'application/zip', buffer: bytes });
  await expect(headline(there)).toContainText('a usual day takes 57.0 Ah');
  await goTo(there, 'Logbook');
  await expect(headline(there)).toContainText('Charging keeps up');
  expect(await there.getByRole('table', { name: 'Day ledger' }).innerText()).toBe(ledger);
  await visit(there, `${WAGTAIL}/rig`);
  const [again] = await Promise.all([
    there.waitForEvent('download'),
    there.getByRole('button', { name: 'Export the rig' }).click(),
  ]);
  expect((await readFile(await again.path())).equals(bytes)).toBe(true);
  await context.close();
});

test('a wrong rig file is refused with the path of its first wrong field', async ({ page }) => {
  await openDemo(page, 'rig');
  const file = await (await page.request.get('/demo/pied-wagtail.rig.json')).text();
  await page.goto('/');
  const bring = (content: string) =>
    page
      .getByLabel('Import a rig file')
      .setInputFiles({ name: 'edited.json', mimeType: 'application/json', buffer: Buffer.from(content) });
  await bring(file.replace('"parallelCount": 2', '"parallelCount": 0'));
  await expect(page.getByRole('alert')).toContainText('rig.bank.parallelCount');
  await bring(file.slice(0, 700));
  await expect(page.getByRole('alert')).toContainText('cut off');
  await bring(file.replace(/"version": \d+/, '"version": 99'));
  await expect(page.getByRole('alert')).toContainText('newer Coulan (file version 99');
  await expect(page.getByRole('link', { name: 'Pied Wagtail' })).toHaveCount(1);
});

testAlone('a browser that keeps nothing is said, and the rig can still be exported', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      value: {
        open: () => {
          throw new DOMException('denied', 'InvalidStateError');
        },
      },
    });
  });
  await page.goto('/');
  await expect(page.getByRole('alert')).toContainText('This browser cannot store anything');
  await page.getByRole('button', { name: 'Start a new rig' }).click();
  await expect(page.getByText('could not be saved')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Unkept');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('main').getByRole('button', { name: 'Export the rig' }).first().click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^unkept\.coulan\.(json|zip)$/);
});

test.describe('with the service worker', () => {
  testAlone.use({ serviceWorkers: 'allow' });
  testAlone('opens and works with the server out of reach', async ({ page, context }) => {
    await openDemo(page);
    await expect(page.getByText('offline ready')).toBeVisible({ timeout: 30_000 });
    await context.setOffline(true);
    await page.reload();
    await expect(headline(page)).toContainText('Charging keeps up');
    await goTo(page, 'Monitor');
    await expect(headline(page)).toContainText('in the meter were derived from figures that have changed');
    await page.keyboard.press('r');
    await expect(page.getByRole('dialog').getByLabel('Voltage')).toBeFocused();
    await page.keyboard.type('26.4');
    await page.getByRole('button', { name: 'Save the reading' }).click();
    await saved(page);
    await page.goto(`${WAGTAIL}/logbook/readings`);
    await expect(page.getByRole('table', { name: 'Readings' })).toContainText('26.40');
  });
});
