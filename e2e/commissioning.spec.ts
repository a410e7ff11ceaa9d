import { expect, type Page } from '@playwright/test';
import { headline, openDemo, testAlone as test, WAGTAIL } from './helpers';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: 'allow' });

const strong = (page: Page) => page.locator('.thumbs .strong');
const stepOf = (page: Page) => new URL(page.url()).searchParams.get('step') ?? '';
const numberIn = (text: string) => Number(text.replace('−', '-').replace(/[^\d.-]/g, ''));

/** The range that is expected in a row of the small table: [from, to]. */
async function expectedIn(page: Page, row = 0): Promise<[number, number]> {
  const text = (await page.locator('co-expected dd').nth(row).textContent()) ?? '';
  const [from = '', to = ''] = text.split(' to ');
  return [numberIn(from), numberIn(to)];
}

/** Presses the right thumb, and waits until another step stands on the screen. */
async function goOn(page: Page): Promise<void> {
  const before = await headline(page).textContent();
  await strong(page).click();
  await expect.poll(() => headline(page).textContent(), { intervals: [20, 40, 80] }).not.toBe(before);
}

/** Ticks through steps of which nothing is read, until one of another kind. */
async function throughTicks(page: Page, kinds: RegExp): Promise<number> {
  let steps = 0;
  for (; kinds.test(stepOf(page)); steps++) await goOn(page);
  return steps;
}

const field = (page: Page, caption: string) => page.getByLabel(caption, { exact: true });

/** Calls a load or a source that reads as it should: what it left on is the next one’s base. */
async function callIt(page: Page, baseA: number): Promise<number> {
  const [from, to] = await expectedIn(page);
  const afterA = Number((baseA + (from + to) / 2).toFixed(2));
  await field(page, 'shown before').fill(baseA.toFixed(2));
  await field(page, 'shown after').fill(afterA.toFixed(2));
  await expect(page.locator('co-answer h2')).toHaveText('It reads.');
  await goOn(page);
  return afterA;
}

test('a whole round on the phone finds the negative beside the shunt, mends it, repeats that step and ends proven', async ({
  page,
  context,
}) => {
  await openDemo(page, 'commissioning');
  await page.getByRole('button', { name: 'Begin again from the first step' }).click();
  await expect(headline(page)).toHaveText('Get ready: tools, hands, air.');
  // A photo of the first step, made small enough to be kept, and in the record at the end.
  await page
    .locator('co-file input')
    .setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: await page.screenshot() });
  await expect(page.getByAltText('Photo taken at this step')).toBeVisible();
  await goOn(page);
  expect(await throughTicks(page, /^(breakers|crimp|torque|polarity|fuses|monitor)/)).toBeGreaterThan(70);

  // Batteries that stand apart: one is charged alone, both are measured anew.
  const measure = async (volts: string) => {
    await field(page, 'volts at its posts').fill(volts);
    await field(page, 'rested for').fill('5');
    await field(page, 'it is at').fill('15');
    await goOn(page);
  };
  await measure('26.62');
  await measure('25.10');
  await expect(page.locator('co-answer h2')).toHaveText('These must not be joined yet.');
  await page.getByLabel('Charger gives').fill('20');
  await page.getByRole('button', { name: 'Charging begins now' }).click();
  await expect(page.getByText(/^on since/)).toBeVisible();
  await goOn(page);
  await measure('26.62');
  await measure('26.58');
  await expect(page.locator('co-answer h2')).toHaveText('They may be joined.');
  await goOn(page);
  await throughTicks(page, /^join/);
  while (stepOf(page).startsWith('power')) {
    await field(page, 'shown').fill('0');
    await goOn(page);
  }
  await field(page, 'shown').fill('0.05');
  await expect(page.locator('co-answer')).toContainText('8.4 Ah a week');
  await field(page, 'after zeroing again, if you can').fill('0');
  await goOn(page);

  // Put away, and gone on with another day, without a network.
  let baseA = await callIt(page, 0);
  await field(page, 'shown before').fill(baseA.toFixed(2));
  await page.locator('.why, .how').first().click();
  await expect.poll(() => page.evaluate(async () => Boolean((await navigator.serviceWorker.ready).active))).toBe(true);
  await context.setOffline(true);
  await page.reload();
  await expect(headline(page)).toHaveText('Switch the router and modem on.');
  await expect(field(page, 'shown before')).toHaveValue(String(baseA));

  // An answer is taken back, and given again.
  const here = page.url();
  await callIt(page, baseA);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.goBack();
  await expect.poll(() => page.url()).toBe(here);
  await expect(field(page, 'shown before')).toHaveValue(String(baseA));
  baseA = await callIt(page, baseA);
  while (!stepOf(page).includes('maintainer')) baseA = await callIt(page, baseA);

  await field(page, 'shown before').fill(baseA.toFixed(2));
  await field(page, 'shown after').fill((baseA + 0.01).toFixed(2));
  await expect(page.locator('co-answer h2')).toHaveText('Its negative passes the shunt by.');
  await expect(page.locator('co-answer')).toContainText('Look at W92');
  const maintainer = page.url();
  await page.getByRole('button', { name: 'Moved, and tight: draw it so' }).click();
  expect(page.url()).toBe(maintainer);
  await expect(page.getByText('Something changed since it was answered.')).toBeVisible();
  // Only this one is asked for again: then the round goes on where it was.
  baseA = await callIt(page, baseA);
  expect(stepOf(page)).toBe('roll-call:source:roof');
  baseA = await callIt(page, baseA);
  await callIt(page, baseA);

  while (stepOf(page).startsWith('drop')) {
    const stretches = await page.locator('co-expected dd').count();
    let volts = 26.4;
    await field(page, 'current').fill('-20');
    await field(page, 'across the posts').fill(volts.toFixed(2));
    for (let row = 0; row < stretches; row++) {
      const [from, to] = await expectedIn(page, row);
      volts -= (20 * (from + to)) / 2000;
      await field(page, row < stretches - 1 ? 'across the bars' : 'across its terminals').fill(volts.toFixed(2));
    }
    await expect(page.locator('co-answer h2')).toHaveText('Its way is good.');
    await goOn(page);
  }

  await page.clock.install();
  for (const minutes of [0, 6]) {
    await page.clock.fastForward(minutes * 60_000);
    await field(page, 'volts').fill('28.4');
    await field(page, 'current').fill('11');
    await strong(page).click();
    await expect(field(page, 'volts')).toHaveValue('');
  }
  await expect(page.locator('co-answer h2')).toHaveText('It is full.');
  await page.clock.resume();
  await goOn(page);
  await throughTicks(page, /^set-full/);
  await expect(headline(page)).toHaveText('Put your name to it.');
  await page.getByRole('textbox', { name: 'Your name' }).fill('Jana');
  await page.getByRole('button', { name: 'Sign: proven' }).click();
  await expect(headline(page)).toHaveText('Proven, signed by Jana.');
  await expect(page.getByRole('row', { name: /Its negative passes the shunt by/ })).toBeVisible();
  const photo = page.getByAltText('Photo of this step');
  await expect(photo).toHaveAttribute('src', /^data:image\/jpeg;base64,/);
  expect(((await photo.getAttribute('src')) ?? '').length).toBeLessThan(270_000);
  await page.goto(`${WAGTAIL}/wiring`);
  await expect(headline(page)).not.toContainText('beside the shunt');
});
