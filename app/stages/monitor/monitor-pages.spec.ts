import { describe, expect, it, vi } from 'vitest';
import { openPage } from '../../testing/open-page';
import { keyedIn, sampleRig } from '../../testing/sample-rig';
import { EnteredPage } from './entered-page';
import { HistoryPage } from './history-page';
import { MeterPage } from './meter-page';
import { ProfilesPage } from './profiles-page';

describe('which meter', () => {
  it('asks for everything until it is said what it has; what it lacks is priced', async () => {
    const page = await openPage(MeterPage, sampleRig());
    expect(page.text('h1')).toBe('Your meter asks for 19 settings.');
    await page.press('Hold time');
    expect(page.text('h1')).toBe('Your meter asks for 18 settings; without its hold time full marks need care.');
    expect(page.texts('.without').join()).toContain(
      'A passing cloud marks full: raise the voltage, or set full by hand.',
    );
    await page.press('Coulombic efficiency');
    // 26.4 Ah a day · (1 ÷ 0.99 − 1) · 7
    expect(page.texts('.without').join()).toContain('1.9 Ah a week');
    await page.press('Hold time');
    expect(page.rig().monitor.meter.fields.map(({ id }) => id)[3]).toBe('hold-time');
    await page.choose('It marks full', 'only when a person says so');
    expect(page.text('h1')).toBe('Your meter asks for 18 settings and is set full by hand.');
    await page.choose('It marks full', 'by voltage alone');
    expect(page.text('h1')).toBe('Your meter asks for 17 settings; without its tail current full marks need care.');
    expect(page.rig().monitor.meter.automaticFull).toBe(true);
    await page.choose('It marks full', 'by voltage and current together');
    expect(page.rig().monitor.meter.fields.map(({ id }) => id)[2]).toBe('tail-current');
  });
  it('asks in its own units and steps; its relay by charge or by volts', async () => {
    const page = await openPage(MeterPage, sampleRig());
    await page.choose('Tail current, unit', 'A');
    await page.type('Tail current, step', '0.5');
    expect(page.rig().monitor.meter.fields.find(({ id }) => id === 'tail-current')).toEqual({
      ...{ id: 'tail-current', unit: 'A', step: 0.5 },
    });
    await page.choose('Its relay switches', 'by volts');
    expect(page.rig().monitor.meter.fields.find(({ id }) => id === 'cut-off')!.unit).toBe('V');
    await page.type('Shows with all off', '-0.1');
    await page.type('What you call it', 'Cab');
    expect(page.rig().monitor.meter).toMatchObject({ offsetA: -0.1, name: 'Cab', relayBy: 'volts' });
  });
  it('may have nothing to set at all', async () => {
    const rig = sampleRig();
    const meter = { ...rig.monitor.meter, fields: [] };
    const page = await openPage(MeterPage, { ...rig, monitor: { ...rig.monitor, meter } });
    expect(page.text('h1')).toContain('nothing to set');
  });
});

describe('what was keyed in', () => {
  it('is a list to take along, worst first; each is noted as it is keyed in, all in one step', async () => {
    const rig = sampleRig();
    const monitor = { ...rig.monitor, entries: [keyedIn('capacity', 100), keyedIn('peukert', 1.03)] };
    const page = await openPage(EnteredPage, { ...rig, monitor });
    expect(page.text('h1')).toContain('1 setting in the meter is out of date');
    expect(page.texts('.due li')[0]).toMatch(/^Capacity\s*100 Ah\s*200 Ah/);
    expect(page.texts('.due li')).toHaveLength(18);
    await page.press('Keyed in: Capacity 200 Ah');
    expect(page.texts('.due li')).toHaveLength(17);
    expect(page.text('h1')).toBe('What was keyed in agrees; 17 settings are not noted yet.');
    await page.press('All keyed in');
    expect(page.text('h1')).toBe('The meter is set as derived.');
    await page.undo();
    expect(page.texts('.due li')).toHaveLength(17);
    expect(page.rig().monitor.entries).toHaveLength(3);
  });
  it('keeps who, a note and a photo with each sitting', async () => {
    vi.stubGlobal('createImageBitmap', () => Promise.reject(new Error('no picture')));
    const rig = sampleRig();
    const page = await openPage(EnteredPage, {
      ...rig,
      monitor: { ...rig.monitor, entries: [keyedIn('capacity', 200)] },
    });
    await page.type('By', 'Skipper');
    await page.type('Note', 'at the quay');
    expect(page.rig().monitor.entries[0]).toMatchObject({ by: 'Skipper', note: 'at the quay' });
    const input = page.element.querySelector<HTMLInputElement>('input[type=file]')!;
    Object.defineProperty(input, 'files', { value: [new File(['x'], 'x.jpg')] });
    input.dispatchEvent(new Event('change'));
    await page.until(() => page.texts('[role=alert]').length > 0);
    expect(page.text('[role=alert]')).toContain('no picture');
    expect(page.text('article')).toContain('Capacity 200 Ah');
    vi.unstubAllGlobals();
  });
  it('is nothing yet', async () => {
    const page = await openPage(EnteredPage, sampleRig());
    expect(page.text('h1')).toBe('Nothing has been noted of what stands in the meter.');
  });
});

describe('profiles', () => {
  it('stand side by side; what differs is named; one is on the sheet', async () => {
    const page = await openPage(ProfilesPage, sampleRig());
    expect(page.text('h1')).toBe('One set of settings serves all the year.');
    await page.press('Add a profile');
    expect(page.text('h1')).toBe('The 2 profiles ask for the same settings.');
    await page.type('Left by age, Winter', '70');
    expect(page.text('h1')).toContain('Capacity');
    await page.press('show on the sheet');
    expect(page.rig().monitor.profileId).toBe(page.rig().monitor.profiles[1]!.id);
    await page.press('Take out Winter');
    expect(page.rig().monitor).toMatchObject({ profileId: 'usual', profiles: [{ id: 'usual' }] });
  });
});

describe('the meter’s own history', () => {
  it('comes to mean something over days and over the bank, and contradicts itself where it does', async () => {
    const page = await openPage(HistoryPage, sampleRig());
    await page.press('Enter what it shows now');
    await page.type('Days it has counted', '100');
    await page.type('Ah drawn in all', '2000');
    expect(page.text('h1')).toBe('The meter has seen 20.0 Ah a day drawn.');
    expect(page.text('.means')).toMatch(/equivalent full cycles\s*10/);
    // 26.4 Ah of the audit less 20.
    expect(page.text('.means')).toContain('6.4 Ah a day');
    await page.type('Deepest discharge', '250');
    expect(page.text('h1')).toBe('One thing in the meter’s totals does not go together.');
    expect(page.texts('p.warned').join()).toContain('more than the bank of 200 Ah holds');
    await page.press('Enter what it shows now');
    await page.press('take out');
    expect(page.rig().monitor.totals).toHaveLength(1);
  });
});
