import { describe, expect, it } from 'vitest';
import { Rig } from '@core/rig/rig';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { AuditPage } from './audit-page';

const opened = (id: string) => openPage(AuditPage, sampleRig(), { load: id });
const one = (page: Awaited<ReturnType<typeof opened>>, id: string) => page.rig().loads.find((load) => load.id === id)!;

describe('the details of a load', () => {
  it('keep its day when the way of saying its hours changes', async () => {
    const page = await opened('fan');
    await page.choose('Runs', '% of the time');
    expect(one(page, 'fan').use).toEqual({ by: 'share', dutyFraction: 0.2083 });
    await page.choose('Runs', 'h a day');
    expect((one(page, 'fan').use as { hoursPerDay: number }).hoursPerDay).toBeCloseTo(5, 2);
    await page.choose('Runs', 'as logged');
    expect(one(page, 'fan')).toMatchObject({ known: 'logged', use: { unit: 'Wh', days: 7 } });
    expect(page.texts('[data-load="fan"] .day button')[0]).toBe('10.0');
    await page.choose('Runs', 'always on');
    expect(page.text('[data-load="fan"] .day button')).toBe('48.0');
  });
  it('keep its watts when they are said as volts and amps', async () => {
    const page = await opened('fan');
    await page.choose('Power as', 'volts × amps');
    expect(one(page, 'fan').power).toEqual({ by: 'volts-amps', voltageV: 12, currentA: 4.26667 });
    await page.type('Amps', '8');
    expect(page.text('[data-load="fan"] .power button')).toBe('96.0');
  });
  it('push low, typical and high of a log along, so that they stay in order', async () => {
    const page = await opened('fan');
    await page.choose('Runs', 'as logged');
    await page.type('Low', '400');
    expect(one(page, 'fan').use).toMatchObject({ low: 400, typical: 400, high: 400 });
    await page.type('High', '300');
    expect(one(page, 'fan').use).toMatchObject({ low: 300, typical: 300, high: 300 });
    expect(Rig.safeParse(page.rig()).success).toBe(true);
  });
  it('take a low and a high day of one’s own, and give them back to the usual', async () => {
    const page = await opened('lamp');
    await page.type('High day', '200');
    expect(one(page, 'lamp').spread!.highFraction).toBe(2);
    await page.type('High day', '');
    expect(one(page, 'lamp').spread).toBeNull();
  });
  it('switch it by season and by temperature', async () => {
    const page = await opened('fan');
    await page.choose('In the year', 'only when warmer than');
    await page.type('Warmer than', '30');
    expect(page.text('[data-load="fan"] .day button')).toBe('0.0');
    await page.choose('In the year', 'in some months');
    expect(one(page, 'fan').climate).toEqual({ by: 'months', months: [7] });
    await page.press('Jul');
    await page.press('Jan');
    expect(one(page, 'fan').climate).toEqual({ by: 'months', months: [1] });
    expect(page.text('[data-load="fan"] .day button')).toBe('0.0');
  });
  it('never let a compressor be measured in air as cold as its inside', async () => {
    const page = await opened('fan');
    await page.choose('In the year', 'cools against the air');
    await page.type('Ambient, when measured', '4');
    expect(one(page, 'fan').climate).toMatchObject({ by: 'compressor', setTempC: 5, refTempC: 22 });
    await page.type('Ambient, when measured', '32');
    // (22 − 5) ÷ (32 − 5) of its 10 Ah
    expect(page.text('[data-load="fan"] .day button')).toBe('6.3');
  });
  it('give it hours of its own, begun from the pattern it had', async () => {
    const page = await opened('lamp');
    await page.choose('In the day', 'hours of its own');
    const { pattern } = one(page, 'lamp');
    expect(pattern.by === 'hours' && pattern.weights.filter((weight) => weight > 0)).toHaveLength(6);
    await page.choose('In the day', 'all day');
    expect(one(page, 'lamp').pattern).toEqual({ by: 'named', id: 'all-day' });
  });
  it('put it into another group, and among those that must never stop', async () => {
    const page = await opened('lamp');
    await page.type('Group', 'Workshop');
    page.field('must never stop').click();
    await page.settle();
    expect(one(page, 'lamp')).toMatchObject({ group: 'Workshop', must: true });
  });
  it('take it off the inverter, on to 12 V', async () => {
    const page = await opened('plate');
    expect(page.text('[data-load="plate"] .day button')).toBe('10.0');
    await page.choose('Supply', 'DC');
    expect(page.text('[data-load="plate"] .day button')).toBe('9.0');
    await page.choose('Needs', '12 V');
    expect(one(page, 'plate').dcVoltageV).toBe(12);
  });
});
