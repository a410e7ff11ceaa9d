import { describe, expect, it } from 'vitest';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { DayPage } from './day-page';
import { WorthPage } from './worth-page';

describe('the day', () => {
  it('stacks the loads, standing losses first, and its hours sum up to the day', async () => {
    const page = await openPage(DayPage, sampleRig());
    expect(page.texts('.legend li').map((text) => text.replace(/ Ah$/, ''))).toEqual([
      'standing losses 2.4',
      'Fan 10.0',
      'Warming plate 10.0',
      'Lamp 4.0',
    ]);
    const hours = page.texts('details tbody tr td:last-child').map(Number);
    expect(hours).toHaveLength(24);
    // 26.4 Ah · 25.6 V
    expect(hours.reduce((sum, watts) => sum + watts, 0)).toBeCloseTo(26.4 * 25.6, 0);
    expect(page.text('.why')).toContain('Most is drawn from 17 to 18');
    expect(page.text('h1')).toContain('nine in ten less than');
  });
  it('draws the smaller loads together', async () => {
    const rig = sampleRig();
    const more = Array.from({ length: 8 }, (_, k) => ({ ...rig.loads[0]!, id: `l${k}`, name: `Lamp ${k}` }));
    const page = await openPage(DayPage, { ...rig, loads: [...rig.loads, ...more] });
    expect(page.texts('.legend li').at(-1)).toMatch(/^5 smaller loads 20\.0/);
  });
  it('is empty without loads', async () => {
    const page = await openPage(DayPage, { ...sampleRig(), loads: [] });
    expect(page.text('h1')).toBe('The day is empty until there are loads.');
  });
});

describe('what halving is worth', () => {
  it('by hand: half of 10 Ah, for two days of 80 %, and of 3 h of sun', async () => {
    const page = await openPage(WorthPage, sampleRig());
    expect(page.text('h1')).toMatch(/^Halving (Fan|Warming plate) saves the most: 5\.0 Ah a day\.$/);
    const [, , saved, bank, solar] = page.texts('tbody tr:first-child td');
    // 5 Ah · 2 days ÷ 0.8; 128 Wh ÷ 3 h ÷ what charging loses
    expect([saved, bank]).toEqual(['5.0', '13']);
    expect(Number(solar)).toBeGreaterThanOrEqual(43);
    await page.type('Peak-sun hours a day', '6');
    expect(Math.abs(Number(page.text('tbody tr:first-child td:last-child')) * 2 - Number(solar))).toBeLessThanOrEqual(
      1,
    );
  });
  it('says what it cannot without a bank, and without loads', async () => {
    const page = await openPage(WorthPage, { ...sampleRig(), bank: null });
    expect(page.text('tbody td:nth-child(4)')).toBe('no bank yet');
  });
});
