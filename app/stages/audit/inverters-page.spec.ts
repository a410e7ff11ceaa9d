import { describe, expect, it } from 'vitest';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { InvertersPage } from './inverters-page';

/** P = 8 + 1.05·P, measured at 25 V. */
const bench = (...watts: readonly number[]) => watts.map((acW) => ({ acW, dcV: 25, dcA: (8 + 1.05 * acW) / 25 }));
const withBench = (...watts: readonly number[]) => {
  const rig = sampleRig();
  return { ...rig, inverters: [{ ...rig.inverters[0]!, bench: bench(...watts) }] };
};

describe('inverters', () => {
  it('of which no standby is entered say so, and what each ten watts of it would be', async () => {
    const page = await openPage(InvertersPage, sampleRig());
    // 240 Wh at 25.6 V
    expect(page.text('h1')).toMatch(
      /^What Inverter takes while it idles is not entered: left on all day, each 10 W take 9\.4 Ah/,
    );
    expect(page.field('Standby').value).toBe('');
    await page.type('Standby', '10');
    expect(page.text('h1')).toMatch(/^Left on all day, Inverter takes 9\.4 Ah for nothing/);
    await page.type('Standby', '0');
    expect(page.text('[role=alert]')).toBe('Not below 0.01 W.');
    expect(page.rig().inverters[0]!.standbyW).toBe(10);
    await page.type('Standby', '');
    expect(page.rig().inverters[0]!.standbyW).toBe(0);
    expect(page.text('.why')).toContain('None is counted');
  });
  it('off their sheet: standby for a day against the hours of their loads', async () => {
    const page = await openPage(InvertersPage, sampleRig());
    await page.type('Standby', '10');
    // 240 Wh and 25.6 Wh (2.56 h) of standby at 25.6 V
    expect(page.texts('h1 button')).toEqual(['9.4 Ah', '1.0 Ah']);
    await page.press('when needed');
    expect(page.rig().inverters[0]!.switched).toBe('when-needed');
    expect(page.texts('label').some((text) => text.startsWith('Left on, a day'))).toBe(false);
  });
  it('off the bench: the fit in words, and every pair against it', async () => {
    const page = await openPage(InvertersPage, withBench(0, 50, 100, 200));
    expect(page.text('.why')).toBe('From the bank: 8.0 W standby + 1.050 × P.');
    expect(page.texts('.bench tbody tr td:nth-child(5)')).toEqual(['8.0', '60.5', '113.0', '218.0']);
  });
  it('add a pair at the next likely load, change it, take it away', async () => {
    const page = await openPage(InvertersPage, withBench(0, 50));
    await page.press('Add a pair');
    expect(page.rig().inverters[0]!.bench[2]).toEqual({ acW: 100, dcV: 25, dcA: 0 });
    await page.type('Pair 3, amps before', '4.52');
    expect(page.text('.why')).toBe('From the bank: 8.0 W standby + 1.050 × P.');
    await page.press('Remove pair 1');
    expect(page.rig().inverters[0]!.bench.map(({ acW }) => acW)).toEqual([50, 100]);
  });
  it('begin a bench test at the voltage of the rig', async () => {
    const page = await openPage(InvertersPage, sampleRig());
    expect(page.text('.bench tbody')).toContain('One gives a ratio');
    await page.press('Add a pair');
    expect(page.rig().inverters[0]!.bench).toEqual([{ acW: 0, dcV: 25.6, dcA: 0 }]);
  });
  it('name the pair that stands off', async () => {
    const rig = withBench(0, 50, 100, 150, 200, 300);
    rig.inverters[0]!.bench[3]!.dcA += 3;
    const page = await openPage(InvertersPage, rig);
    expect(page.text('.warned')).toMatch(/The pair at 150 W is off the fitted curve by \+\d+ W: measure it again/);
  });
  it('say when their loads are too much for them', async () => {
    const page = await openPage(InvertersPage, sampleRig());
    await page.type('Continuous', '80');
    expect(page.text('.caution')).toBe('Its loads all at once take 90 W; its sheet allows 80 W continuously.');
  });
  it('are several, each picked by its name, and can be taken away', async () => {
    const page = await openPage(InvertersPage, sampleRig());
    await page.press('Another inverter');
    await page.type('Name', 'Small one');
    expect(page.texts('.which button')).toEqual(['Inverter', 'Small one']);
    await page.press('Remove this one');
    await page.press('Remove this one');
    expect(page.text('h1')).toBe('No inverter is entered.');
    await page.undo();
    expect(page.rig().inverters).toHaveLength(1);
  });
});
