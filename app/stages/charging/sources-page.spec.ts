import { describe, expect, it } from 'vitest';
import type { Source } from '@core/sources/source';
import { Rig } from '@core/rig/rig';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { SourcesPage } from './sources-page';

const open = () => openPage(SourcesPage, sampleRig());
type Page = Awaited<ReturnType<typeof open>>;
const cells = (page: Page, name: string) => {
  const row = [...page.element.querySelectorAll('tbody tr')].find((one) => one.textContent!.includes(name))!;
  return [...row.querySelectorAll('co-figure')].map((one) => Number(one.textContent));
};
const source = <Kind extends Source['kind']>(page: Page, kind: Kind) =>
  page.rig().charging.sources.find((one) => one.kind === kind) as Extract<Source, { kind: Kind }>;

describe('the sources', () => {
  it('show a usual day by month: 30 A for 1.5 h on two days of seven is about 13 Ah, every month', async () => {
    const page = await open();
    const drive = cells(page, 'Engine');
    expect(drive).toHaveLength(12);
    for (const ah of drive) expect(Math.abs(ah - 13)).toBeLessThanOrEqual(2); // some months have five Fridays
    const sun = cells(page, 'Roof');
    expect(sun[5]!).toBeGreaterThan(2 * sun[11]!);
    expect(page.text('h1')).toMatch(
      /^All sources offer \d+ Ah on a usual day of December, \d+ Ah in (May|June|July)\.$/,
    );
  });
  it('are changed as they are typed: half the drive, half the Ah', async () => {
    const page = await open();
    await page.press('Engine');
    await page.type('Current', '15');
    const half = cells(page, 'Engine')[0]!;
    await page.undo();
    expect(Math.abs(cells(page, 'Engine')[0]! - 2 * half)).toBeLessThanOrEqual(1);
  });
  it('are named where their profile does not suit the bank', async () => {
    const page = await open();
    await page.type('Absorption', '29.6');
    expect(page.text('.caution')).toMatch(/^Roof .*29\.6 V.*28\.4 V/);
    await page.type('Absorption', '');
    expect(source(page, 'solar').absorptionV).toBeNull();
  });
  it('count by their months, and not at all while they are off', async () => {
    const page = await open();
    await page.press('Engine');
    await page.press('January');
    expect(source(page, 'engine').months).not.toContain(1);
    expect(cells(page, 'Engine').slice(0, 2)).toEqual([0, 13]);
    page.field('included').click();
    await page.settle();
    expect(page.text('tr.off')).toContain('off');
  });
  it('change their order, which is undone in one step', async () => {
    const page = await open();
    await page.press('Use Engine earlier');
    expect(page.rig().charging.sources.map(({ kind }) => kind)).toEqual(['engine', 'solar', 'shore']);
    await page.undo();
    expect(page.rig().charging.sources.map(({ kind }) => kind)).toEqual(['solar', 'engine', 'shore']);
  });
  it('carry several arrays on one controller, fixed or laid out', async () => {
    const page = await open();
    await page.press('Add an array');
    const [, second] = source(page, 'solar').arrays;
    expect(second!.powerW).toBe(100);
    const before = cells(page, 'Roof')[5]!;
    page.element.querySelectorAll<HTMLInputElement>('section.array')[1]!.querySelectorAll('input')[4]!.value = '2';
    page.element
      .querySelectorAll<HTMLInputElement>('section.array')[1]!
      .querySelectorAll('input')[4]!
      .dispatchEvent(new Event('input', { bubbles: true }));
    await page.settle();
    expect(source(page, 'solar').arrays[1]!.laidOutDaysPerWeek).toBe(2);
    expect(cells(page, 'Roof')[5]!).toBeLessThan(before);
    await page.press('remove');
    expect(source(page, 'solar').arrays).toHaveLength(1);
  });
  it('go through a relay, whose caution stands beside it', async () => {
    const page = await open();
    await page.press('Engine');
    await page.choose('Through', 'relay to the alternator');
    expect(source(page, 'engine').mode).toEqual({ by: 'relay', alternatorV: 14.2, pathOhm: 0.02, limitA: 30 });
    expect(page.texts('.caution').some((text) => text.startsWith('A relay limits nothing.'))).toBe(true);
    // A 12 V alternator gives nothing to a 24 V bank.
    expect(cells(page, 'Engine')[0]).toBe(0);
    await page.type('Alternator', '28.4');
    expect(cells(page, 'Engine')[0]!).toBeGreaterThan(5);
  });
  it('follow trips instead of the week', async () => {
    const page = await open();
    await page.press('Engine');
    await page.press('Add a trip');
    await page.type('Hours a day', '6');
    await page.choose('To', 'August');
    expect(source(page, 'engine').trips).toEqual([{ fromDay: '07-01', toDay: '08-07', fromHour: 9, hours: 6 }]);
    expect(cells(page, 'Engine')[6]).toBe(180);
    await page.press('remove');
    expect(source(page, 'engine').trips).toEqual([]);
  });
  it('are quiet at night where that is agreed', async () => {
    const page = await open();
    await page.press('Shore charger');
    // 20 A for 12 h on two days of seven
    const all = cells(page, 'Shore charger')[0]!;
    expect(Math.abs(all - 69)).toBeLessThanOrEqual(8);
    page.field('quiet hours').click();
    await page.settle();
    // Quiet from 22 to 8: of 18 to 6 o'clock four hours are left
    expect(Math.abs(cells(page, 'Shore charger')[0]! - all / 3)).toBeLessThanOrEqual(2);
    await page.type('Quiet from', '20');
    expect(source(page, 'shore').quiet).toEqual({ fromHour: 20, toHour: 8 });
    await page.choose('Fed by', 'generator');
    expect(source(page, 'shore').supply).toBe('generator');
  });
  it('come out of an inverter that charges too, or of another’s charger, which one feeds at a time', async () => {
    const page = await open();
    await page.press('Add shore or generator');
    const added = () => page.rig().charging.sources.at(-1)!;
    await page.type('Name', 'Set');
    await page.choose('Comes out of', 'the charger of Shore charger');
    expect(added()).toMatchObject({ through: { sourceId: 'shore' } });
    // It runs by the same hours as the mains, which go first: nothing is left of them.
    expect(cells(page, 'Set')[0]).toBe(0);
    await page.choose('Comes out of', 'Inverter, which charges too');
    expect(added()).toMatchObject({ through: { inverterId: 'inv' } });
    expect(cells(page, 'Set')[0]).toBe(cells(page, 'Shore charger')[0]);
    expect(page.element.textContent).toContain('passes the mains on');
    await page.choose('Comes out of', 'a charger of its own');
    expect(added()).toMatchObject({ through: null });
  });
  it('are added by kind, and taken away', async () => {
    const page = await open();
    await page.press('Add other');
    expect(cells(page, 'Wind')[0]).toBe(24);
    await page.type('12', '13');
    expect(source(page, 'other').hoursA[12]).toBe(13);
    expect(cells(page, 'Wind')[0]).toBe(36);
    await page.press('Remove it');
    expect(page.rig().charging.sources).toHaveLength(3);
    expect(Rig.safeParse(page.rig()).success).toBe(true);
  });
  it('are bounded by what may go in', async () => {
    const page = await open();
    // two of 50 A, one of which may drop out
    expect(page.margin.querySelector('.limit dd')!.textContent!.trim()).toMatch(/^50/);
    await page.type('Limit, if one is set', '35');
    expect(page.margin.querySelector('.limit dd')!.textContent!.trim()).toMatch(/^35/);
  });
  it('teach where there is none, and wait for a bank with their amps', async () => {
    const rig = sampleRig();
    const page = await openPage(SourcesPage, { ...rig, bank: null, charging: { ...rig.charging, sources: [] } });
    expect(page.text('h1')).toBe('What charges this bank?');
    await page.press('Solar');
    expect(page.text('h1')).toBe('The amp-hours of a day follow once a bank is chosen.');
  });
});
