import { describe, expect, it } from 'vitest';
import { CHEMISTRIES } from '@core/cells/chemistry.data';
import { GENERIC_BATTERIES } from '@core/bank/generic-batteries.data';
import type { ChemistryId } from '@core/cells/chemistry';
import { type OpenPage, openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { BankPage } from './bank-page';

/** Sized for the usual day of 26.4 Ah, without Peukert. */
const usualDay = () => {
  const rig = sampleRig();
  return {
    ...rig,
    audit: { ...rig.audit, sizeFor: 'typical' as const },
    chemistryEdits: { lfp: { peukertExponent: { value: 1, source: 'for the calculator' } } },
  };
};

/** What the lists send when something is picked; the lists themselves open in the overlay. */
const choose = (page: OpenPage<BankPage>) =>
  page.fixture.componentInstance as unknown as {
    turnTo(id: ChemistryId): void;
    mixIn(id: string): void;
    pickModel(name: string): void;
  };

describe('the bank', () => {
  it('has 160 Ah for days of 26.4 Ah, needs 52.8 ÷ 0.8 = 66 Ah', async () => {
    const page = await openPage(BankPage, usualDay());
    expect(page.text('h1')).toBe('The bank fits: it lasts 6.1 days without charge.');
    expect(page.text('.tot td:nth-child(3)')).toBe('66.0');
    expect(page.text('.tot td:nth-child(4)')).toBe('200.0');
    expect(page.text('.why')).toContain('Above the requirement by 134 Ah');
  });
  it('is too small for more days, and says for how many it lasts', async () => {
    const page = await openPage(BankPage, usualDay());
    await page.type('Days without charge', '10');
    expect(page.text('h1')).toBe('The bank is too small: it lasts 6.1 days, not the 10 wanted.');
    expect(page.text('.tot .warned')).toContain('−130');
  });
  it('counts series and parallel, and refuses none at all', async () => {
    const page = await openPage(BankPage, usualDay());
    await page.type('Strings in parallel', '3');
    await page.type('Batteries in series', '2');
    expect(page.texts('.account .cells button').at(-1)).toBe('51.2 V');
    await page.type('Strings in parallel', '0');
    expect(page.text('[role=alert]')).toBe('Not below 1.');
    expect(page.rig().bank!.parallelCount).toBe(3);
  });
  it('takes a flat loss instead of the itemised ones', async () => {
    const page = await openPage(BankPage, usualDay());
    await page.press('flat');
    expect(page.rig().bank!.lossSchool).toBe('flat');
    // 52.8 ÷ (0.8 · 0.85)
    expect(page.text('.tot td:nth-child(3)')).toBe('77.6');
    await page.type('Flat loss', '0');
    expect(page.text('.tot td:nth-child(3)')).toBe('66.0');
  });
  it('takes another usable share, by its school or by one’s own word', async () => {
    const page = await openPage(BankPage, usualDay());
    await page.type('Usable share', '65');
    expect(page.margin.textContent).toContain('You have entered a share of your own, 65 %.');
    await page.press('90 %');
    expect(page.rig().bank!.usableFraction).toBe(0.9);
  });
  it('shows the cold', async () => {
    const page = await openPage(BankPage, usualDay());
    await page.type('Coldest temperature of the bank', '0');
    expect(page.text('.tot td:nth-child(3)')).toBe('71.7'); // 66 ÷ 0.92
  });
  it('begins with a chemistry where no bank is chosen', async () => {
    const page = await openPage(BankPage, { ...sampleRig(), bank: null });
    expect(page.text('h1')).toBe('Which bank is it?');
    await page.press(CHEMISTRIES.flooded.name);
    expect(page.rig().bank!.battery.chemistryId).toBe('flooded');
    expect(page.text('.caution')).toContain('hydrogen');
  });
  it('warns of strings of another age, and keeps the reason that is given', async () => {
    const rig = usualDay();
    const bank = rig.bank!;
    const other = { battery: bank.battery, seriesCount: 1, parallelCount: 1, boughtIn: '2025-11', reason: '' };
    const page = await openPage(BankPage, { ...rig, bank: { ...bank, boughtIn: '2023-11', others: [other] } });
    expect(page.text('.other .caution')).toBe('24 months between them: the older one ages the younger.');
    await page.type('Reason for doing it anyway', 'until the spring');
    expect(page.rig().bank!.others[0]!.reason).toBe('until the spring');
    await page.press('Take it out');
    expect(page.rig().bank!.others).toEqual([]);
  });
  it('takes the month of buying in one form, whatever the browser speaks, and asks for any other', async () => {
    const page = await openPage(BankPage, usualDay());
    await page.type('Bought in', '8.2025');
    expect(page.rig().bank!.boughtIn).toBe('2025-08');
    await page.type('Bought in', '25');
    const field = page.element.querySelector<HTMLInputElement>('co-date input')!;
    expect(page.texts('co-date [role=alert]')).toEqual([]);
    field.dispatchEvent(new Event('blur'));
    await page.settle();
    expect(page.text('co-date [role=alert]')).toBe('Write it as 2025-08.');
    expect([page.rig().bank!.boughtIn, field.value]).toEqual(['2025-08', '25']);
    await page.type('Bought in', '');
    expect(page.rig().bank!.boughtIn).toBeNull();
  });
  it('only says what it holds while nothing is audited', async () => {
    const page = await openPage(BankPage, { ...usualDay(), loads: [] });
    expect(page.text('h1')).toBe('The bank holds 160 Ah that can be used.');
  });
  it('turns to another chemistry with its battery and its share, one’s own where there is one', async () => {
    const rig = usualDay();
    const edits = { ...rig.chemistryEdits, agm: { usableFraction: { value: 0.6, source: 'sheet' } } };
    const page = await openPage(BankPage, { ...rig, chemistryEdits: edits });
    choose(page).turnTo('agm');
    await page.settle();
    expect(page.rig().bank).toMatchObject({ usableFraction: 0.6, parallelCount: 2, battery: { chemistryId: 'agm' } });
    choose(page).turnTo('gel');
    expect(page.rig().bank!.usableFraction).toBe(CHEMISTRIES.gel.usableFraction);
  });
  it('begins with one’s own share of a chemistry too', async () => {
    const chemistryEdits = { agm: { usableFraction: { value: 0.6, source: 'sheet' } } };
    const page = await openPage(BankPage, { ...usualDay(), chemistryEdits, bank: null });
    await page.press(CHEMISTRIES.agm.name);
    expect(page.rig().bank!.usableFraction).toBe(0.6);
  });
  it('mixes in strings of its chemistry at its voltage, and refuses another chemistry by name', async () => {
    const page = await openPage(BankPage, usualDay());
    choose(page).mixIn('generic-lfp-4-200');
    await page.settle();
    // Its own batteries have eight cells in a row: two of four make one string.
    expect(page.rig().bank!.others).toMatchObject([{ seriesCount: 2, parallelCount: 1, boughtIn: null }]);
    expect(page.texts('.other .caution').join(' ')).toMatch(/Another capacity, 200 beside 100 Ah/);
    const agm = GENERIC_BATTERIES.find(({ chemistryId }) => chemistryId === 'agm')!;
    choose(page).mixIn(agm.id);
    await page.settle();
    expect(page.rig().bank!.others).toHaveLength(1);
    expect(page.element.textContent).toContain(`${agm.name} is refused: AGM beside LFP in one bank.`);
  });
  it('takes a model off the shelf by its name, and keeps a name that is none', async () => {
    const page = await openPage(BankPage, usualDay());
    const model = GENERIC_BATTERIES.find(({ chemistryId }) => chemistryId === 'lfp')!;
    choose(page).pickModel(model.name);
    expect(page.rig().bank!.battery).toEqual(model);
    choose(page).pickModel('From the attic');
    expect(page.rig().bank!.battery).toEqual({ ...model, name: 'From the attic' });
    await page.undo();
    expect(page.rig().bank!.battery.name).toBe(model.name);
  });
});
