import { describe, expect, it } from 'vitest';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { HowLongPage } from './how-long-page';

/** No Peukert, so that hours are plain Ah over A. */
const plain = () => ({
  ...sampleRig(),
  chemistryEdits: { lfp: { peukertExponent: { value: 1, source: 'for the calculator' } } },
});

describe('how long', () => {
  it('begins with what must never stop: 160 Ah ÷ 0.1 A, and 15 % less in the flat school', async () => {
    const page = await openPage(HowLongPage, plain());
    expect(page.text('h1')).toBe('These run for 1600 h, 67 days.');
    expect(page.texts('dl.pairs dd').slice(1, 3)).toEqual(['1600 h', '1360 h']);
  });
  it('adds loads as they run, and whatever else is typed in', async () => {
    const page = await openPage(HowLongPage, plain());
    await page.press('Lamp');
    await page.type('Anything else, watts', '23.04');
    // 2.56 + 25.6 + 23.04 W are 2 A
    expect(page.text('h1')).toBe('These run for 80.0 h, 3.3 days.');
    await page.type('Usable share', '50');
    expect(page.text('h1')).toBe('These run for 50.0 h, 2.1 days.');
  });
  it('goes down to an end voltage under the load instead of a share', async () => {
    const page = await openPage(HowLongPage, plain());
    await page.press('end voltage');
    // Rested lithium has 3.0 V a cell with 3 % left: 97 % of 200 Ah at 0.1 A.
    expect(page.field('Down to, under load').value).toBe('24');
    expect(page.text('h1')).toBe('These run for 1940 h, 81 days.');
    await page.type('Down to, under load', '26.4');
    const [share] = page.texts('dl.pairs dd');
    expect(Number(share!.replace(' %', ''))).toBeLessThan(60);
    await page.press('80 %');
    expect(page.text('h1')).toBe('These run for 1600 h, 67 days.');
  });
  it('takes the inverter along that an AC load needs, and answers for one that idles', async () => {
    const rig = plain();
    const page = await openPage(HowLongPage, { ...rig, inverters: [{ ...rig.inverters[0]!, standbyW: 12.8 }] });
    await page.press('Alarm');
    await page.press('Warming plate');
    // 90 W ÷ 0.9 and 12.8 W of standby are 112.8 W: 160 Ah · 25.6 V ÷ 112.8 W
    expect(page.text('h1')).toBe(`These run for ${((160 * 25.6) / 112.8).toFixed(1)} h.`);
    const standby = page.field('Inverter, standby');
    expect([standby.checked, standby.disabled]).toEqual([true, true]);
    await page.press('Warming plate');
    await page.press('Inverter, standby');
    expect(page.text('h1')).toBe('These run for 320 h, 13 days.');
  });
  it('offers the plain method: usable amp-hours ÷ amperes at the loads, and what own trials say of it', async () => {
    const rig = { ...sampleRig(), bank: { ...sampleRig().bank!, ageingFraction: 0.8 } };
    const trial = { id: 't', atMs: 0, says: 'x', drawW: 5, method: 'plain', predictedH: 10, observedH: 8 } as const;
    const page = await openPage(HowLongPage, { ...rig, trials: [trial] });
    await page.press('Fan');
    // 53.76 W ÷ 25.6 V = 2.1 A: 160 ÷ 2.1 = 76.2 h plain; four fifths of it aged; 85 % flat
    expect(page.texts('dl.pairs dd').slice(1, 4)).toEqual(['61.0 h', '64.8 h', '76.2 h']);
    await page.press('plain');
    expect(page.text('h1')).toContain('76.2 h');
    expect(page.text('.why')).toContain('0.80, out of 1 trial: 61.0 h');
  });
  it('asks when nothing runs', async () => {
    const page = await openPage(HowLongPage, plain());
    await page.press('Alarm');
    expect(page.text('h1')).toBe('How long will these loads run on this battery?');
    expect(page.rig().loads[2]!.must).toBe(true);
  });
  it('keeps an answer as a trial, compares it with what was observed, and learns from it', async () => {
    const page = await openPage(HowLongPage, plain());
    await page.press('Fan');
    await page.press('Alarm');
    await page.type('Keep it as a trial called', 'Fair day');
    await page.press('Keep');
    expect(page.rig().trials).toMatchObject([
      { says: 'Fair day', method: 'itemised', predictedH: 80, observedH: null },
    ]);
    await page.type('Fair day: observed hours', '72');
    expect(page.text('.trials tbody td:nth-child(7)')).toBe('−10');
    expect(page.text('.why')).toBe('By your own correction factor of 0.90, out of 1 trial: 72.0 h.');
    await page.press('flat loss');
    expect(page.text('.why')).toContain('Save a prediction');
    await page.type('Fair day: observed hours', '');
    expect(page.rig().trials[0]!.observedH).toBeNull();
    await page.press('remove');
    expect(page.rig().trials).toEqual([]);
  });
  it('names a trial after its loads where no name was given', async () => {
    const page = await openPage(HowLongPage, plain());
    await page.press('Fan');
    await page.press('Keep');
    expect(page.rig().trials[0]!.says).toBe('Fan, Alarm');
  });
  it('answers for a battery off the shelf where the rig has no bank', async () => {
    const page = await openPage(HowLongPage, { ...plain(), bank: null });
    expect(page.text('h1')).toMatch(/^These run for [\d ]+ h/);
  });
});
