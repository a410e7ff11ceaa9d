import { expect } from '@playwright/test';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { navigate, openDemo, testAlone as test } from './helpers';
import { PICTURES } from './pages';
import { VIEWS } from './views';

test('every picture has its subject in it, is there, and is linked from the README', async ({ page }) => {
  test.setTimeout(240_000);
  // As the pictures are taken; what fades in must still end visible.
  await page.emulateMedia({ reducedMotion: 'reduce' });
  const readme = readFileSync('README.md', 'utf8');
  expect(readdirSync('docs/screenshots').sort()).toEqual(VIEWS.map(({ name }) => `${name}.png`).sort());
  // Whatever page of a stage names a picture has one.
  expect(VIEWS.map(({ name }) => name)).toEqual(expect.arrayContaining([...PICTURES]));
  await openDemo(page);
  for (const { name, path, size, then, subject } of VIEWS) {
    await test.step(name, async () => {
      expect(existsSync(`docs/screenshots/${name}.png`)).toBe(true);
      expect(readme).toContain(`docs/screenshots/${name}.png`);
      await page.setViewportSize(size);
      await navigate(page, path);
      await then?.(page);
      await expect(subject(page)).toBeInViewport({ timeout: 90_000 });
      await expect.poll(() => subject(page).evaluate(leastOpacity)).toBe(1);
    });
  }
});

/** The least opacity of an element and all around it: Playwright takes what is see-through for visible. */
function leastOpacity(element: Element): number {
  let least = 1;
  for (let one: Element | null = element; one; one = one.parentElement)
    least = Math.min(least, Number(getComputedStyle(one).opacity));
  return least;
}
