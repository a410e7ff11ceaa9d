import { describe, expect, it } from 'vitest';
import { openPage } from '../../testing/open-page';
import { keyedIn, sampleRig } from '../../testing/sample-rig';
import { SettingsPage } from './settings-page';

const row = (page: { element: HTMLElement }, name: string) =>
  [...page.element.querySelectorAll('table.settings tbody tr')].find((one) => one.textContent!.includes(name))!;
const cell = (page: { element: HTMLElement }, name: string, column: number) =>
  row(page, name).querySelector(`td:nth-child(${column})`)!.textContent!.replace(/\s+/g, ' ').trim();

describe('the monitor’s settings', () => {
  it('follow from the bank: 200 Ah, full from 28.1 V, below 8 A; nineteen of them', async () => {
    const page = await openPage(SettingsPage, sampleRig());
    expect(page.text('h1')).toBe('Full is marked from 28.10 V, held below 8.0 A.');
    expect(cell(page, 'Capacity', 2)).toBe('200.0 Ah');
    expect(cell(page, 'Capacity', 3)).toBe('200 Ah');
    expect(page.element.querySelectorAll('button.open')).toHaveLength(19);
  });
  it('follow from the chargers that are planned', async () => {
    const rig = sampleRig();
    const sources = rig.charging.sources.map((one, k) => (k === 0 ? { ...one, absorptionV: 27.8, floatV: 26.8 } : one));
    const page = await openPage(SettingsPage, { ...rig, charging: { ...rig.charging, sources } });
    expect(page.text('h1')).toContain('Full is marked from 27.50 V');
    expect(page.field('Lowest absorption voltage').placeholder).toBe('27.8');
    expect(page.text('.sun')).toBe('The sun charges too, as under Charging.');
    await page.type('Lowest absorption voltage', '28.0');
    expect(page.text('h1')).toContain('Full is marked from 27.70 V');
    await page.type('They stop at', '7');
    expect(cell(page, 'Tail current', 3)).toBe('4.3 %');
  });
  it('say when float and absorption leave no room for a full mark', async () => {
    const page = await openPage(SettingsPage, sampleRig());
    await page.type('Lowest absorption voltage', '27.0');
    expect(page.texts('.more .warned, tr.more td.warned').join()).toContain('No voltage fits');
    // A bank at rest stands at 27.6 V, above all that a charger reaches: no range is left, and no step of a menu is missed.
    expect(page.text('h1')).toBe(
      'No voltage marks full: 26.70 V is no higher than the bank stands in float or at rest.',
    );
    expect(cell(page, 'Full voltage', 4)).toBe('none');
    expect(page.texts('tr.more td.warned')).toHaveLength(1);
    await page.type('Lowest absorption voltage', '27.8');
    expect(cell(page, 'Full voltage', 4)).toBe('27.6 to 27.8 V');
    expect(page.text('h1')).toContain('Full is marked from 27.50 V');
  });
  it('keep what was typed in, in the unit of the menu, and turn stale when the bank changes under it', async () => {
    const rig = sampleRig();
    const fields = rig.monitor.meter.fields.map((field) =>
      field.id === 'tail-current' ? { ...field, unit: 'A' as const, step: 0.5 } : field,
    );
    const page = await openPage(SettingsPage, {
      ...rig,
      monitor: { ...rig.monitor, meter: { ...rig.monitor.meter, fields } },
    });
    row(page, 'Capacity').querySelector<HTMLButtonElement>('.state button')!.click();
    await page.settle();
    expect(page.rig().monitor.entries).toMatchObject([{ values: [{ id: 'capacity', value: 200 }] }]);
    expect(row(page, 'Capacity').textContent).toContain('agrees');
    await page.type('Tail current, as entered in the meter', '8');
    expect(page.rig().monitor.entries[0]!.values.at(-1)).toMatchObject({ id: 'tail-current', value: 0.04 });
    expect(row(page, 'Tail current').textContent).toContain('agrees');
    await page.press('usable part');
    expect(page.text('h1')).toContain('derived from figures that have changed since');
    expect(row(page, 'Capacity').textContent).toContain('re-enter');
    expect(page.texts('.moved')).toContain('usable share: new, 80.0 %');
    await page.type('Capacity, as entered in the meter', '');
    expect(page.rig().monitor.entries[0]!.values.map(({ id }) => id)).toEqual(['tail-current']);
    await page.undo();
    expect(page.rig().monitor.entries[0]!.values).toHaveLength(2);
  });
  it('name what is wrong with what was keyed in, with its remedy', async () => {
    const rig = sampleRig();
    const monitor = { ...rig.monitor, entries: [keyedIn('full-voltage', 26.5), keyedIn('hold-time', 1)] };
    const page = await openPage(SettingsPage, { ...rig, monitor });
    expect(page.texts('.findings li')).toEqual([
      'As entered: Full from 26.50 V is no higher than float or a rested full bank, 27.60 V: it is marked at rest. Raise the full voltage above both.Rests on: a full bank stands at 27.60 V',
      'As entered: A hold of 1.0 min is shorter than clouds last, 7 min and more. Lengthen the hold time; the test bench shows from where on no day is fooled.',
    ]);
  });
  it('say once what is wrong as it was entered and as derived', async () => {
    const rig = sampleRig();
    const [source, ...others] = rig.charging.sources;
    const sources = [{ ...source!, absorptionV: 27.8 }, ...others];
    const monitor = { ...rig.monitor, entries: [keyedIn('full-voltage', 27.7)] };
    const page = await openPage(SettingsPage, { ...rig, monitor, charging: { ...rig.charging, sources } });
    const [first, second] = page.texts('.findings li');
    expect(first).toMatch(/^As entered, and as derived: A charger absorbs at 27.80 V where this bank asks for 28.40 V/);
    expect(second ?? '').not.toContain('A charger absorbs');
  });
  it('open with their reason, and what goes wrong on either side', async () => {
    const page = await openPage(SettingsPage, sampleRig());
    await page.press('Dead band');
    expect(page.text('tr.more dl')).toMatch(/Set too low.+Set too high/);
    expect(page.text('tr.more td > p:last-child')).toMatch(/A band above it would hide [\d.]+ Ah a week/);
  });
  it('tell what is worth knowing of the shunt', async () => {
    const page = await openPage(SettingsPage, sampleRig());
    await page.type('Starter through the shunt', '350');
    expect(page.margin.textContent).toMatch(/largest current\s*350/);
    expect(cell(page, 'Shunt, rated current', 3)).toBe('500 A');
  });
  it('wait for a bank', async () => {
    const page = await openPage(SettingsPage, { ...sampleRig(), bank: null });
    expect(page.text('h1')).toBe('The settings follow from the bank.');
  });
  it('leave the sun to the person while nothing is planned', async () => {
    const rig = sampleRig();
    const page = await openPage(SettingsPage, { ...rig, charging: { ...rig.charging, sources: [] } });
    expect(cell(page, 'Hold time', 3)).toBe('10 min');
    page.element.querySelector<HTMLElement>('input[type=checkbox]')!.click();
    await page.settle();
    expect(cell(page, 'Hold time', 3)).toBe('3 min');
  });
});
