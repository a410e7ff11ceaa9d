import { describe, expect, it } from 'vitest';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { MonitorPage } from './monitor-page';

const row = (page: { element: HTMLElement }, name: string) =>
  [...page.element.querySelectorAll('table.settings tbody tr')].find((one) => one.textContent!.includes(name))!;
const derived = (page: { element: HTMLElement }, name: string) =>
  row(page, name).querySelector('td:nth-child(2)')!.textContent!.replace(/\s+/g, ' ').trim();

describe('the monitor’s settings', () => {
  it('follow from the bank: 200 Ah, full from 28.1 V, below 8 A', async () => {
    const page = await openPage(MonitorPage, sampleRig());
    expect(page.text('h1')).toBe('Full is marked from 28.10 V, held below 8.0 A.');
    expect(derived(page, 'Capacity')).toBe('200 Ah');
  });
  it('follow from the chargers that are planned', async () => {
    const rig = sampleRig();
    const sources = rig.charging.sources.map((one, k) => (k === 0 ? { ...one, absorptionV: 27.8, floatV: 26.8 } : one));
    const page = await openPage(MonitorPage, { ...rig, charging: { ...rig.charging, sources } });
    expect(page.text('h1')).toContain('Full is marked from 27.50 V');
    expect(page.field('Lowest absorption voltage').placeholder).toBe('27.8');
    expect(page.text('.sun')).toBe('The sun charges too, as under Charging.');
    await page.type('Lowest absorption voltage', '28.0');
    expect(page.text('h1')).toContain('Full is marked from 27.70 V');
  });
  it('say when float and absorption leave no room for a full mark', async () => {
    const page = await openPage(MonitorPage, sampleRig());
    await page.type('Lowest absorption voltage', '27.0');
    expect(page.text('tr.more .warned, tr.more.warned, .more td.warned')).not.toBe('');
  });
  it('keep what was typed in, and turn stale when the bank changes under it', async () => {
    const page = await openPage(MonitorPage, sampleRig());
    row(page, 'Capacity').querySelector<HTMLButtonElement>('.state button')!.click();
    await page.settle();
    expect(page.rig().monitor.entered.capacity!.value).toBe(200);
    expect(row(page, 'Capacity').textContent).toContain('agrees');
    await page.press('usable part');
    expect(page.text('h1')).toBe('One setting in the meter was derived from figures that have changed since.');
    expect(row(page, 'Capacity').textContent).toContain('re-enter');
    expect(page.texts('.moved')).toEqual(['usable share: new, 80.0 %']);
    await page.type('Capacity, as entered in the meter', '');
    expect(page.rig().monitor.entered.capacity).toBeUndefined();
  });
  it('open with their reason, and what goes wrong on either side', async () => {
    const page = await openPage(MonitorPage, sampleRig());
    await page.press('Dead band');
    expect(page.text('tr.more dl')).toMatch(/Set too low.+Set too high/);
    expect(page.text('tr.more td > p:last-child')).toMatch(/A band above it would hide [\d.]+ Ah a week/);
  });
  it('wait for a bank', async () => {
    const page = await openPage(MonitorPage, { ...sampleRig(), bank: null });
    expect(page.text('h1')).toBe('The settings follow from the bank.');
  });
  it('leave the sun to the person while nothing is planned', async () => {
    const rig = sampleRig();
    const page = await openPage(MonitorPage, { ...rig, charging: { ...rig.charging, sources: [] } });
    expect(derived(page, 'Hold time')).toBe('10 min');
    page.element.querySelector<HTMLElement>('input[type=checkbox]')!.click();
    await page.settle();
    expect(derived(page, 'Hold time')).toBe('3 min');
  });
});
