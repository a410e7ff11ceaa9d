import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { CHEMISTRIES } from '@core/cells/chemistry.data';
import { newLoad } from '@core/audit/fresh';
import { laidOut } from '../../testing/laid-out';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { ChemistryPage } from './chemistry-page';
import { ConfigurationsPage } from './configurations-page';
import { NeedPage } from './need-page';
import { WorkingStore } from '../../ui/working-store';
import { SagPage } from './sag-page';
import { ShelfPage } from './shelf-page';
import { VoltagePage } from './voltage-page';

describe('the need', () => {
  it('ends its steps at the capacity, and is chosen by school', async () => {
    const page = await openPage(NeedPage, sampleRig());
    const needed = page.text('h1').match(/need ([\d.]+) Ah/)![1];
    expect(Math.round(Number(page.texts('table:first-of-type tbody tr td:last-child b').at(-1)))).toBe(Number(needed));
    expect(page.texts('tr.sel')).toHaveLength(1);
    await page.press('use this');
    expect(page.rig().bank).not.toEqual(sampleRig().bank);
    await page.undo();
    expect(page.rig().bank).toEqual(sampleRig().bank);
  });
  it('asks for what is missing', async () => {
    const page = await openPage(NeedPage, { ...sampleRig(), bank: null });
    expect(page.text('.btn.main')).toBe('Choose the bank');
  });
});

describe('arrangements', () => {
  it('meet the need, and the chosen one becomes the bank', async () => {
    const page = await openPage(ConfigurationsPage, sampleRig());
    expect(page.text('h1')).toMatch(/^\d+ arrangements meet the need; \d+ are beaten by no other\.$/);
    await page.choose('Order', 'lightest first');
    const masses = page.texts('tbody tr td:nth-child(7)').map(Number);
    expect(masses).toEqual([...masses].sort((a, b) => a - b));
    await page.press('Choose LFP');
    expect(page.text('tr.sel .how')).toContain('chosen');
    expect(page.rig().bank!.autonomyDays).toBe(2);
  });
  it('say what is to spare for the peak and for what charges at once, by school', async () => {
    const page = await openPage(ConfigurationsPage, sampleRig());
    const spare = () => page.texts('tbody tr td:nth-child(14)');
    expect(spare().some((text) => /^[+−]\d+$/.test(text))).toBe(true);
    const before = spare();
    await page.press('sum');
    expect(page.rig().bank!.currentSchool).toBe('sum');
    expect(spare()).not.toEqual(before);
    expect(page.margin.textContent).toMatch(/\d+ out, \d+ in/);
  });
  it('last by the middle day and by nine in ten, and say what the inverter needs', async () => {
    const page = await openPage(ConfigurationsPage, sampleRig());
    const days = page
      .texts('tbody tr')
      .map((_, k) => [5, 6].map((n) => Number(page.texts(`tbody tr td:nth-child(${n})`)[k])));
    for (const [p50, p90] of days) expect(p50!).toBeGreaterThanOrEqual(p90!);
    expect(page.text('.how')).toMatch(/inverter needs \d/);
  });
  it('go by all loads at once where no sheet gives an inverter’s rating', async () => {
    const bare = { ...sampleRig().inverters[0]!, continuousW: null };
    const page = await openPage(ConfigurationsPage, { ...sampleRig(), inverters: [bare] });
    expect(page.text('.how')).toMatch(/peak needs \d/);
  });
  it('cannot say what charges while no source is planned', async () => {
    const rig = sampleRig();
    const page = await openPage(ConfigurationsPage, { ...rig, charging: { ...rig.charging, sources: [] } });
    expect(new Set(page.texts('tbody tr td:nth-child(14)'))).toEqual(new Set(['–']));
    expect(page.margin.textContent).not.toContain('take all sources');
  });
  it('stand side by side with the bank as it is, and name the chargers that no longer fit', async () => {
    const rig = sampleRig();
    const sources = rig.charging.sources.map((source) => ({ ...source, absorptionV: 28.4, floatV: 27 }));
    const page = await openPage(ConfigurationsPage, { ...rig, charging: { ...rig.charging, sources } });
    const lead = page.texts('tbody .what b').findIndex((name) => name.startsWith('AGM'));
    page.element.querySelectorAll<HTMLInputElement>('tbody .what input')[lead]!.click();
    await page.settle();
    expect(page.texts('co-compared-banks thead th')).toHaveLength(3);
    const mass = page.texts('co-compared-banks tbody tr').find((text) => text.startsWith('mass'))!;
    expect(mass).toMatch(/^mass kg\s*44\s*88\s*\+44$/);
    expect(page.texts('co-compared-banks .caution').some((text) => /AGM.*\(Roof\); AGM usually wants/.test(text))).toBe(
      true,
    );
  });
  it('are none at a voltage that the shelf cannot make, or for a need beyond it', async () => {
    const rig = sampleRig();
    const page = await openPage(ConfigurationsPage, { ...rig, bank: { ...rig.bank!, autonomyDays: 1000 } });
    expect(page.text('h1')).toBe('No arrangement on the shelf meets the need.');
    expect(page.text('.teach')).toContain('fewer days without charge');
    expect(page.text('.teach')).not.toContain('Audit');
  });
  it('wait for a load', async () => {
    const page = await openPage(ConfigurationsPage, { ...sampleRig(), loads: [], inverters: [] });
    expect(page.text('.teach')).toContain('Audit at least one load first');
    expect(page.text('.teach')).not.toContain('fewer days');
  });
});

describe('system voltages', () => {
  it('halve the current of the largest load with each step', async () => {
    const page = await openPage(VoltagePage, sampleRig());
    // The plate takes 90 ÷ 0.9 = 100 W: at 12.8, 25.6 and 51.2 V
    expect(page.texts('tbody tr:first-child td')).toEqual(['7.8 A', '3.9 A', '2.0 A']);
    expect(page.text('th.now')).toBe('24 V, as now');
  });
  it('size the controller for the arrays that are planned', async () => {
    const page = await openPage(VoltagePage, sampleRig());
    expect(page.field('Solar').value).toBe('400');
    expect(page.texts('tbody tr:nth-child(7) td')).toEqual(['31 A', '16 A', '8 A']);
  });
  it('take the way that leads to that load, as laid out', async () => {
    const heater = { ...newLoad('heater', 'Cabin'), name: 'Heater', power: { by: 'watts', powerW: 500 } as const };
    const page = await openPage(VoltagePage, laidOut({ ...sampleRig(), loads: [heater] }));
    // Out 0.5 m to the bar, 1 m by the switch, 0.1 + 4 m to the block and 0.1 + 3 m of its own; back 3, 4, 0.1, 0.5 and 0.5 m.
    expect(page.field('Length, one way').value).toBe('8.4');
  });
  it('say when no section is enough', async () => {
    const page = await openPage(VoltagePage, sampleRig());
    await page.type('Power at the bank', '9000');
    await page.type('Length, one way', '20');
    expect(page.texts('tbody tr:nth-child(2) td')[0]).toBe('over 150 mm²');
    expect(page.text('.why')).toContain('20.0 m');
  });
});

describe('voltage sag', () => {
  it('is a map of load against charge, with the edge where the inverter switches off', async () => {
    const page = await openPage(SagPage, sampleRig());
    expect(page.text('.why')).toMatch(/Bank \d\.\d\d mΩ at 25 °C\.$/);
    expect(page.text('h1')).toMatch(/stays on until the bank is empty/);
    await page.type('Load', '4000');
    await page.type('Inverter off below', '24.5');
    expect(page.text('h1')).toMatch(/At 4000 W the inverter switches off with \d+ % still in the bank\./);
    expect(page.texts('.map td.off').length).toBeGreaterThan(10);
    expect(page.texts('.remedies tbody tr')).toHaveLength(4);
    await page.type('Length, one way', '0.2');
    expect(page.rig().wiring.inverterRun.lengthM).toBe(0.2);
  });
  it('opens the working of the edge, of every cell and of what a remedy gains', async () => {
    const page = await openPage(SagPage, sampleRig());
    const shown = () => TestBed.inject(WorkingStore).figure();
    expect(shown()!.id).toBe('bank.sag.edge');
    page.element.querySelector<HTMLElement>('.reach button')!.click();
    await page.settle();
    expect(shown()!.id).toBe('bank.sag.power');
    await page.type('Load', '4000');
    await page.type('Inverter off below', '24.5');
    page.element.querySelector<HTMLElement>('h1 co-figure button')!.click();
    await page.settle();
    const [needed] = shown()!.working().terms;
    expect(needed!.value).toBeGreaterThan(24.5);
    page.element.querySelector<HTMLElement>('.map tbody tr:nth-child(2) td:nth-child(4) button')!.click();
    await page.settle();
    expect(page.text('.map tbody tr:nth-child(2) td:nth-child(4)')).toContain(shown()!.value.toFixed(1));
    expect(page.element.querySelectorAll('.map .on')).toHaveLength(1);
    page.element.querySelector<HTMLElement>('.remedies tbody tr td:last-child button')!.click();
    await page.settle();
    expect(
      shown()!
        .working()
        .terms.map(({ says }) => says),
    ).toEqual(['as planned', 'with the remedy']);
  });
  it('is one stop of the Tab key: arrows go from cell to cell, past those without a figure', async () => {
    const page = await openPage(SagPage, sampleRig());
    const buttons = () => [...page.element.querySelectorAll<HTMLElement>('.map button')];
    const stops = () => buttons().filter(({ tabIndex }) => tabIndex === 0);
    expect(buttons().length).toBeGreaterThan(100);
    expect(stops()).toEqual([buttons()[0]]);
    const cell = () => {
      const at = document.activeElement!.closest('td')!;
      return [(at.parentElement as HTMLTableRowElement).sectionRowIndex, at.cellIndex];
    };
    const key = async (name: string, more: KeyboardEventInit = {}) => {
      const event = new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true, ...more });
      document.activeElement!.dispatchEvent(event);
      await page.settle();
      return event.defaultPrevented;
    };
    buttons()[0]!.focus();
    for (const name of ['ArrowDown', 'ArrowRight', 'ArrowRight', 'ArrowUp', 'ArrowLeft']) await key(name);
    expect(cell()).toEqual([0, 2]);
    expect(stops()).toEqual([document.activeElement]);
    await key('ArrowUp');
    expect(cell()).toEqual([0, 2]);
    expect([await key('ArrowDown', { ctrlKey: true }), await key('Enter')]).toEqual([false, false]);
    expect(cell()).toEqual([0, 2]);
    // A load that no charge can deliver leaves the right of the map without figures.
    await page.type('Load', '40000');
    const dashes = page.texts('.map tbody tr:last-child td').filter((text) => text.startsWith('–'));
    expect(dashes.length).toBeGreaterThan(0);
    expect(stops()).toHaveLength(1);
  });
  it('of several inverters begins with the one that goes off first, and shows any', async () => {
    const rig = sampleRig();
    const [own] = rig.inverters;
    const inverters = [own!, { ...own!, id: 'bench', name: 'Bench', cutOffV: 25 }];
    const page = await openPage(SagPage, { ...rig, inverters });
    expect(page.text('.why')).toContain('below 25.0 V');
    await page.choose('Inverter', 'Inverter');
    expect(page.text('.why')).toContain('below 21.0 V');
  });
  it('comes sooner in the cold', async () => {
    const page = await openPage(SagPage, sampleRig());
    const off = () => page.texts('.map td.off').length;
    await page.type('Load', '4000');
    await page.type('Inverter off below', '24.5');
    const warm = off();
    await page.type('Bank at', '-15');
    expect(off()).toBeGreaterThan(warm);
  });
});

describe('the shelf', () => {
  it('copies a generic model, which is then one’s own to correct', async () => {
    const page = await openPage(ShelfPage, sampleRig());
    expect(page.text('h1')).toBe('The shelf holds generic models only.');
    await page.press('Copy LFP');
    await page.type('Mass', '21.5');
    await page.type('Charge, at most', '');
    expect(page.rig().shelf[0]).toMatchObject({ massKg: 21.5, chargeA: null });
    expect(page.rig().shelf[0]!.name).toMatch(/, own$/);
  });
  it('takes a model off its sheet, in steps of undo, and takes it down again', async () => {
    const page = await openPage(ShelfPage, sampleRig());
    await page.press('Add a model');
    await page.choose('Chemistry', 'gel');
    expect(page.rig().shelf[0]).toMatchObject({ chemistryId: 'gel', cellsInSeries: 6 });
    await page.type('Resistance', '4.2');
    expect(page.rig().shelf[0]!.resistanceOhm).toBeCloseTo(0.0042, 12);
    await page.undo();
    expect(page.rig().shelf[0]!.resistanceOhm).toBeNull();
    await page.press('remove');
    expect(page.rig().shelf).toEqual([]);
  });
});

describe('a chemistry', () => {
  it('takes a value of one’s own with its source, and gives it back', async () => {
    const page = await openPage(ChemistryPage, sampleRig());
    await page.type('taper near full, A for each Ah missing, yours', '9');
    await page.type('Where your taper near full', 'own test');
    expect(page.rig().chemistryEdits.lfp).toEqual({ acceptancePerH: { value: 9, source: 'own test' } });
    expect(page.text('h1')).toContain('one value of your own');
    await page.type('taper near full, A for each Ah missing, yours', '');
    expect(page.rig().chemistryEdits.lfp).toEqual({});
  });
  it('lets no lithium be charged in the frost', async () => {
    const page = await openPage(ChemistryPage, sampleRig());
    await page.type('charge from, yours', '-5');
    expect(page.text('[role=alert]')).toBe('Not below 0 °C.');
    await page.choose('Chemistry or model', CHEMISTRIES.agm.name);
    await page.type('charge from, yours', '-5');
    expect(page.rig().chemistryEdits.agm!.chargeFromTempC!.value).toBe(-5);
  });
  it('takes a curve of one’s own, row by row, and goes back to the usual one', async () => {
    const page = await openPage(ChemistryPage, sampleRig());
    const usual = CHEMISTRIES.lfp.cyclesByDepth;
    await page.press('Type in your own: Cycles in a life');
    expect(page.rig().chemistryEdits.lfp!.cyclesByDepth!.value).toEqual(usual);
    await page.type('Cycles in a life, row 1, cycles', '9000');
    await page.type('Where your Cycles in a life is from', 'sheet of the maker');
    expect(page.rig().chemistryEdits.lfp!.cyclesByDepth).toMatchObject({ source: 'sheet of the maker' });
    expect(page.rig().chemistryEdits.lfp!.cyclesByDepth!.value[0]).toEqual([usual[0]![0], 9000]);
    await page.press('A row after row 1 of Cycles in a life');
    expect(page.rig().chemistryEdits.lfp!.cyclesByDepth!.value).toHaveLength(usual.length + 1);
    await page.undo();
    expect(page.rig().chemistryEdits.lfp!.cyclesByDepth!.value).toHaveLength(usual.length);
    await page.press('Remove row 2 of Cycles in a life');
    expect(page.rig().chemistryEdits.lfp!.cyclesByDepth!.value).toHaveLength(usual.length - 1);
    await page.press('Back to the usual: Cycles in a life');
    expect(page.rig().chemistryEdits.lfp).toEqual({});
  });
  it('keeps the rows of a curve in order, and the ends of the rested voltage where they are', async () => {
    const page = await openPage(ChemistryPage, sampleRig());
    await page.press('Type in your own: Rested voltage');
    await page.type('Rested voltage, row 2, a cell', '4');
    expect(page.text('[role=alert]')).toMatch(/^Not above/);
    expect(() => page.field('Rested voltage, row 1, charge')).toThrow();
    await page.type('Rested voltage, row 2, charge', '50');
    expect(page.texts('[role=alert]').at(-1)).toMatch(/^Not above/);
    expect(page.rig().chemistryEdits.lfp!.restedCellV!.value).toEqual(CHEMISTRIES.lfp.restedCellV);
  });
  it('is one model’s too: the bank’s, or one on the shelf', async () => {
    const rig = sampleRig();
    const shelf = [{ ...rig.bank!.battery, id: 'other', name: 'Other lithium' }];
    const edits = { lfp: { tailFraction: { value: 0.045, source: '' } } };
    const page = await openPage(ChemistryPage, { ...rig, shelf, chemistryEdits: edits }, { of: 'other' });
    expect(page.text('h1')).toBe('Other lithium: as its chemistry throughout.');
    // What is set for the chemistry as a whole holds for its models.
    const row = [...page.element.querySelectorAll('tr')].find((one) => one.textContent!.includes('tail current'))!;
    expect(row.children[1]!.textContent).toContain('4.5 %');
    await page.type('tail current, share of C20, yours', '6');
    expect(page.rig().shelf[0]!.own).toEqual({ tailFraction: { value: 0.06, source: '' } });
    expect(page.rig().chemistryEdits).toEqual(edits);
    await page.choose('Chemistry or model', `${rig.bank!.battery.name}, in the bank`);
    await page.type('tail current, share of C20, yours', '3');
    expect(page.rig().bank!.battery.own).toEqual({ tailFraction: { value: 0.03, source: '' } });
    await page.undo();
    expect(page.rig().bank!.battery.own).toBeUndefined();
  });
});
