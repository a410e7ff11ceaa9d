import { describe, expect, it } from 'vitest';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { AuditPage } from './audit-page';

const names = (page: { element: HTMLElement }) =>
  [...page.element.querySelectorAll<HTMLInputElement>('tr[data-load] .name input')].map((input) => input.value);

describe('the audit', () => {
  it('shows each load’s day by hand, and their sum', async () => {
    const page = await openPage(AuditPage, sampleRig());
    expect(names(page)).toEqual(['Lamp', 'Fan', 'Alarm', 'Warming plate']);
    expect(page.texts('tr[data-load] .day button')).toEqual(['4.0', '10.0', '2.4', '10.0']);
    expect(page.text('tfoot .tot td:last-child button')).toBe('26.4');
    expect(page.text('tfoot .sub td button')).toBe('2.4');
  });
  it('changes the sum while typing, and takes one step of undo for it', async () => {
    const page = await openPage(AuditPage, sampleRig());
    await page.type('Fan: power of one', '10');
    await page.type('Fan: power of one', '102.4');
    expect(page.text('tfoot .tot td:last-child button')).toBe('36.4');
    await page.undo();
    expect(page.field('Fan: power of one').value).toBe('51.2');
    expect(page.text('tfoot .tot td:last-child button')).toBe('26.4');
  });
  it('keeps the last figure while what is typed cannot be', async () => {
    const page = await openPage(AuditPage, sampleRig());
    await page.type('Fan: hours a day', '30');
    expect(page.text('[role=alert]')).toBe('Not above 24 h.');
    expect(page.rig().loads[1]!.use).toEqual({ by: 'hours', hoursPerDay: 5 });
  });
  it('finds, groups and orders without touching the plan', async () => {
    const page = await openPage(AuditPage, sampleRig());
    const before = page.rig();
    await page.type('Find a load', 'galley');
    expect(names(page)).toEqual(['Warming plate']);
    await page.type('Find a load', 'nothing such');
    expect(page.text('.none')).toBe('No load matches.');
    await page.type('Find a load', '');
    await page.choose('Group the loads', 'not grouped');
    await page.choose('Order of the loads', 'by name');
    expect(names(page)).toEqual(['Alarm', 'Fan', 'Lamp', 'Warming plate']);
    await page.choose('Order of the loads', 'by power');
    expect(names(page)[0]).toBe('Warming plate');
    await page.choose('Group the loads', 'by supply');
    expect(page.texts('.grp th').slice(0, 2).sort()).toEqual(['DC', 'by an inverter']);
    expect(page.rig()).toBe(before);
  });
  it('moves a row by the arrow keys, into the next group too', async () => {
    const page = await openPage(AuditPage, sampleRig());
    page.element
      .querySelector('[data-load="fan"] .handle')!
      .dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    await page.settle();
    expect(page.rig().loads.map(({ id }) => id)).toEqual(['fan', 'lamp', 'alarm', 'plate']);
    page.element
      .querySelector('[data-load="lamp"] .handle')!
      .dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown' }));
    await page.settle();
    expect(page.rig().loads.find(({ id }) => id === 'lamp')!.group).toBe('Always on');
  });
  it('adds, duplicates and removes, each with its undo', async () => {
    const page = await openPage(AuditPage, sampleRig());
    await page.press('Add a load');
    expect(page.rig().loads).toHaveLength(5);
    expect(page.rig().loads[4]!.group).toBe('Galley');
    page.element.querySelector('[data-load="fan"]')!.dispatchEvent(new FocusEvent('focusin'));
    await page.settle();
    await page.press('Duplicate');
    expect(page.rig().loads.map(({ name }) => name)).toEqual([
      'Lamp',
      'Fan',
      'Fan, another',
      'Alarm',
      'Warming plate',
      '',
    ]);
    await page.press('Remove');
    expect(page.rig().loads).toHaveLength(5);
    for (let k = 0; k < 3; k++) await page.undo();
    expect(page.rig().loads).toEqual(sampleRig().loads);
  });
  it('renames a group once it is left', async () => {
    const page = await openPage(AuditPage, sampleRig());
    await page.type('Name of the group', 'Living');
    expect(
      page
        .rig()
        .loads.filter(({ group }) => group === 'Living')
        .map(({ id }) => id),
    ).toEqual(['lamp', 'fan']);
  });
  it('sizes the bank for another day on request', async () => {
    const page = await openPage(AuditPage, sampleRig());
    await page.press('all high');
    expect(page.rig().audit.sizeFor).toBe('all-high');
  });
  it('teaches where nothing is written down yet, and offers the default for loads without an inverter', async () => {
    const page = await openPage(AuditPage, { ...sampleRig(), loads: [], inverters: [] });
    expect(page.text('h1')).toBe('What uses energy here?');
    expect(page.text('.teach')).toContain('starting with what is always on');
    await page.press('Add the first load');
    await page.choose('Supply', 'AC, by an inverter');
    expect(page.text('.note')).toContain('default efficiency of 90 %');
    await page.press('Enter the inverter');
    expect(page.rig().inverters).toHaveLength(1);
    expect(page.texts('.note')).toEqual([
      'What Inverter takes while it idles is not entered, and none is counted. Enter its standby',
    ]);
  });
  it('opens the load that the address names', async () => {
    const page = await openPage(AuditPage, sampleRig(), { load: 'alarm' });
    expect(page.text('section.panel h2')).toBe('Alarm');
  });
});
