import { describe, expect, it } from 'vitest';
import { Rig } from '@core/rig/rig';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { PlacePage } from './place-page';

const open = () => openPage(PlacePage, sampleRig());
const headline = (page: Awaited<ReturnType<typeof open>>) =>
  page
    .text('h1')
    .match(/[\d.]+/g)!
    .map(Number);

async function bring(page: Awaited<ReturnType<typeof open>>, name: string, text: string): Promise<void> {
  const picker = page.element.querySelector<HTMLInputElement>('input[type=file]')!;
  const file = new File([text], name);
  Object.defineProperty(picker, 'files', { configurable: true, value: [file] });
  picker.dispatchEvent(new Event('change'));
  await page.until(() => page.text('.note, [role=alert]') !== '');
}

/** A year of level irradiance by the hour: a share of a half sine from 6 to 18, stronger in summer. */
function hourlyYear(share: number, more: readonly string[] = []): string {
  const rows = ['time,GHI W/m2'];
  for (let day = 0; day < 365; day++) {
    const topW = share * (700 - 400 * Math.cos((2 * Math.PI * (day + 10)) / 365));
    for (let hour = 0; hour < 24; hour++) {
      const watts = hour > 6 && hour < 18 ? topW * Math.sin((Math.PI * (hour - 6)) / 12) : 0;
      rows.push(`${new Date(Date.UTC(2025, 0, 1 + day, hour)).toISOString().slice(0, 16)},${watts.toFixed(2)}`);
    }
  }
  return [...rows, ...more].join('\n');
}

describe('the place', () => {
  it('has more sun in June than in December, and less of both further north', async () => {
    const page = await open();
    const [dull, bright] = headline(page);
    expect(bright!).toBeGreaterThan(2 * dull!);
    await page.type('Latitude, north', '60');
    expect(headline(page)[0]!).toBeLessThan(dull!);
    expect(page.rig().place.latitudeDeg).toBe(60);
  });
  it('turns its seasons round south of the equator', async () => {
    const page = await open();
    await page.type('Latitude, north', '-48');
    expect(page.text('h1')).toMatch(/in (June|July),.* in (December|January)\.$/);
  });
  it('asks north or south where only the time zone could say it, and takes the answer', async () => {
    const rig = sampleRig();
    const place = { ...rig.place, timeZone: 'Pacific/Auckland', latitudeDeg: null, longitudeDeg: null };
    const page = await openPage(PlacePage, { ...rig, place });
    expect(page.text('.ask')).toContain('lies south of the equator');
    expect(page.text('h1')).toMatch(/in (June|July),.* in (December|January)\.$/);
    await page.press('North, 49');
    expect(page.rig().place.latitudeDeg).toBe(49);
    expect(page.text('.ask')).toBe('');
    expect(page.text('h1')).toMatch(/in (December|January),.* in (June|July)\.$/);
  });
  it('takes twelve clearnesses by hand, begun from the climate’s', async () => {
    const page = await open();
    const before = headline(page);
    await page.choose('Clearness', 'clearness by hand');
    expect(headline(page)[0]).toBeCloseTo(before[0]!, 1);
    await page.type('Clearness in June', '0.12');
    expect((page.rig().charging.weather as { clearness: number[] }).clearness[5]).toBe(0.12);
    expect(page.text('tbody tr:nth-child(6) td:nth-child(6)')).toBe('1.4'); // of 11.6 h
  });
  it('takes peak-sun hours by hand, and says where no sky lets through so much', async () => {
    const page = await open();
    await page.choose('Clearness', 'peak-sun hours by hand');
    await page.type('Peak-sun hours in December', '1.5');
    expect((page.rig().charging.weather as { hours: number[] }).hours[11]).toBe(1.5);
    expect(page.texts('.caution')).toEqual([]);
    await page.type('Peak-sun hours in December', '8');
    expect(page.text('.caution')).toMatch(/^More than the clearest sky lets through .* December \([\d.]+ h\)\.$/);
  });
  it('has its own temperatures, all twelve in the plan once one is typed', async () => {
    const page = await open();
    await page.type('Mean temperature in January', '-9');
    expect(page.rig().charging.tempC).toHaveLength(12);
    expect(page.rig().charging.tempC![0]).toBe(-9);
  });
  it('is another in months spent elsewhere', async () => {
    const page = await open();
    const dull = headline(page)[0]!;
    await page.press('Add a stop');
    await page.type('Where', 'Cape of Oranges');
    await page.type('Latitude', '48');
    expect(page.texts('.where').filter((text) => text === 'Cape of Oranges')).toHaveLength(3);
    expect(headline(page)[0]!).toBeGreaterThan(dull);
    await page.press('remove');
    expect(page.rig().charging.stops).toEqual([]);
  });
  it('reads an hourly file, and lists what it leaves out', async () => {
    const page = await open();
    await bring(page, 'roof.csv', hourlyYear(0.5, ['not a time,5', '2025-06-01T12:00,abc']));
    expect(page.text('.note')).toBe('roof.csv: 8760 rows read; 2 rows left out:');
    expect(page.texts('co-remark-list li')).toEqual([
      'row 8762: “not a time” is no time',
      'row 8763: “abc” is no number',
    ]);
    expect(page.rig().charging.weather).toMatchObject({ by: 'file', name: 'roof.csv' });
    expect(Rig.safeParse(page.rig()).success).toBe(true);
    const [dull, bright] = headline(page);
    // 150 and 550 W · 2 · 12 h ÷ π = 1.15 and 4.2 kWh
    expect(dull).toBeCloseTo(1.2, 0);
    expect(bright).toBeCloseTo(4.2, 0);
  });
  it('says which days are brighter than any sky', async () => {
    const page = await open();
    await bring(page, 'tilted.csv', hourlyYear(1));
    expect(page.text('.note')).toMatch(/\d+ days brighter than the clearest sky lets through .* are counted as that/);
  });
  it.each([
    ['nothing in it', '', /there are no rows in it/],
    ['no heads', 'a,b\n1,2\n', /no head names a time/],
    ['kilowatts', hourlyYear(0.001), /Is it in kW\?/],
    ['no times', 'time,GHI\nnoon,5\n', /no row tells its time: the first has “noon”/],
    ['joules', 'time,GHI\n2025-06-01 12:00,2500000\n', /Is it in joules\?/],
    ['no December', hourlyYear(0.5).replace(/\n\d+-12-.*/g, ''), /it covers no day of December; 7 are needed/],
  ])('refuses a file with %s, and keeps the weather', async (_, text, says) => {
    const page = await open();
    await bring(page, 'odd.csv', text);
    expect(page.text('[role=alert]')).toMatch(says);
    expect(page.text('[role=alert]')).toContain('The weather stays as it was.');
    expect(page.rig().charging.weather).toEqual({ by: 'climate' });
  });
  it('is seen by a tilted plane in one of two ways', async () => {
    const page = await open();
    await page.press('even sky');
    expect(page.rig().charging.skyModel).toBe('isotropic');
  });
});
