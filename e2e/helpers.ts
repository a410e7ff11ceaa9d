import { writeFileSync } from 'node:fs';
import { type BrowserContext, expect, type Page, test as base } from '@playwright/test';

export const WAGTAIL = '/rig/demo-pied-wagtail';
export const SALTMARSH = '/rig/demo-saltmarsh-survey';

type BrowserState = Awaited<ReturnType<BrowserContext['storageState']>>;

/** Tests whose browser has the two demo rigs: they are loaded once by each worker, through the program itself. */
export const test = base.extend<object, { demoState: BrowserState }>({
  demoState: [
    async ({ browser }, use, worker) => {
      const { baseURL = '', timezoneId = 'UTC', locale = 'en-GB' } = worker.project.use;
      const context = await browser.newContext({ baseURL, timezoneId, locale, serviceWorkers: 'block' });
      const page = await context.newPage();
      await page.goto('/');
      await page.getByRole('button', { name: 'Load the demo rigs' }).click();
      await expect(headline(page)).toContainText('Charging keeps up', { timeout: 40_000 });
      await use(await context.storageState({ indexedDB: true }));
      await context.close();
    },
    { scope: 'worker' },
  ],
  storageState: ({ demoState }, use) => use(demoState),
});

/** A page of the first demo rig: its ledger where none is named. */
export async function openDemo(page: Page, path = 'logbook'): Promise<void> {
  await page.goto(`${WAGTAIL}/${path}`);
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
