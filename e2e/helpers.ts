import { writeFileSync } from 'node:fs';
import { type BrowserContext, expect, type Page, test as base } from '@playwright/test';
import { putRigTables, type RigTables, rigTables } from './rig-tables';

export const WAGTAIL = '/rig/demo-pied-wagtail';
export const SALTMARSH = '/rig/demo-saltmarsh-survey';

/** What is kept between tests: the rigs as the demo has them, for a page or a browser that has none yet. */
interface Demo {
  /** The one page of the worker that stays open. */
  page: Page;
  rows: RigTables;
  state: Awaited<ReturnType<BrowserContext['storageState']>>;
}

/** Tests in a browser of their own that has the two demo rigs: what needs a phone, a clock, a network of its own. */
export const testAlone = base.extend<object, { demo: Demo }>({
  demo: [
    async ({ browser }, use, worker) => {
      const { baseURL = '', timezoneId = 'UTC', locale = 'en-GB', viewport = null } = worker.project.use;
      const context = await browser.newContext({ baseURL, timezoneId, locale, viewport, serviceWorkers: 'block' });
      const page = await context.newPage();
      await page.goto('/');
      await page.getByRole('button', { name: 'Load the demo rigs' }).click();
      await expect(headline(page)).toContainText('Charging keeps up', { timeout: 40_000 });
      await use({ page, rows: await rigTables(page), state: await context.storageState({ indexedDB: true }) });
      await context.close();
    },
    { scope: 'worker' },
  ],
  storageState: ({ demo }, use) => use(demo.state),
});

/**
 * Tests on the page that stays open: the demo is loaded once by each worker, through the program itself, and each test
 * finds its two rigs as they came, and a new rig open. A test that fails ends its worker, and the page with it.
 */
export const test = testAlone.extend({
  page: async ({ demo: { page, rows } }, use) => {
    await putBack(page, rows);
    await use(page);
  },
});

/** Opens an address: by loading the program where it is not open yet. */
export const open = async (page: Page, address: string): Promise<unknown> =>
  page.url() === 'about:blank' ? page.goto(address) : visit(page, address);

/** A page of the first demo rig: its ledger where none is named. */
export async function openDemo(page: Page, path = 'logbook'): Promise<void> {
  await open(page, `${WAGTAIL}/${path}`);
  await expect(headline(page)).toContainText(path === 'logbook' ? 'Charging keeps up' : /\S/, { timeout: 20_000 });
}

/** A new rig, at the given stage. */
export async function openNewRig(page: Page, stage: string): Promise<void> {
  await (page.url() === 'about:blank' ? page.goto('/') : navigate(page, '/'));
  await page.getByRole('button', { name: 'Start a new rig' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('New rig');
  if (stage !== 'rig') await goTo(page, stage);
}

export const goTo = async (page: Page, stage: string) => {
  await page
    .getByRole('navigation', { name: 'Stages of the work' })
    .getByRole('link', { name: new RegExp(`^${stage}`, 'i') })
    .click();
};

/** Goes to another address without loading the program anew. */
export const navigate = (page: Page, path: string): Promise<void> =>
  page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: null }));
  }, path);

/** Opens another page of the rig without loading the program anew. */
export async function visit(page: Page, path: string): Promise<void> {
  const before = await page.title();
  await navigate(page, path);
  await expect.poll(() => page.title(), { intervals: [30, 60, 100] }).not.toBe(before);
  await expect(headline(page)).toBeVisible();
}

/** Makes the page that stays open as it was before the tests: its rigs as they came, nothing remembered, a new rig open. */
async function putBack(page: Page, rows: RigTables): Promise<void> {
  // What the last test edited must have been written before it is written over.
  if (page.url().includes('/rig/')) await saved(page);
  await putRigTables(page, rows);
  await page.evaluate(() => localStorage.clear());
  await openNewRig(page, 'rig');
}

/** Waits until the footer says that the newest edit is kept. */
export async function saved(page: Page): Promise<void> {
  await expect(page.getByRole('status').filter({ hasText: /^Saved here/ })).toBeVisible();
}

export const headline = (page: Page) => page.getByRole('heading', { level: 1 });

/** Drops a text as a file on the import page; from the disk, for a long one would go to the browser as one message. */
export async function dropFile(page: Page, name: string, content: string | Buffer): Promise<void> {
  const file = test.info().outputPath(name);
  writeFileSync(file, content);
  await page.locator('input[type=file]').setInputFiles(file);
}
