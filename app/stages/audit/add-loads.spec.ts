import { beforeEach, describe, expect, it } from 'vitest';
import { GENERIC_LOADS } from '@core/audit/generic-loads.data';
import type { Load } from '@core/audit/load';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { AddLoads } from './add-loads';

const all = <One extends HTMLElement>(selector: string) => [...document.querySelectorAll<One>(selector)];
const says = (one: Element) => (one.textContent ?? '').replace(/\s+/g, ' ').trim();
const button = (begins: string) =>
  all<HTMLButtonElement>('.ant-modal button').find((one) => says(one).startsWith(begins))!;

/** The dialog stands in the page’s overlay, beside the page. */
async function open(group = '') {
  const page = await openPage(AddLoads, sampleRig(), { group });
  const sent: Load[][] = [];
  page.fixture.componentInstance.added.subscribe((loads) => sent.push(loads));
  const put = async (selector: string, value: string) => {
    const field = all<HTMLInputElement>(selector)[0]!;
    field.value = value;
    field.dispatchEvent(new Event('input'));
    await page.settle();
  };
  const byTable = async () => {
    all<HTMLInputElement>('co-ways input')[1]!.dispatchEvent(new Event('change'));
    await page.settle();
  };
  return { page, sent, put, byTable };
}

beforeEach(() => document.body.replaceChildren());

describe('loads from the library', () => {
  it('are found by words of name, group and supply, in any order', async () => {
    const { put } = await open();
    expect(all('.list label')).toHaveLength(GENERIC_LOADS.length);
    await put('.ask', 'ac galley');
    const found = all('.list label').map(says);
    expect(found.length).toBeGreaterThan(1);
    expect(found.every((one) => one.includes('AC'))).toBe(true);
    await put('.ask', 'steam engine');
    expect(says(all('.list')[0]!)).toBe('Nothing in the library matches.');
  });
  it('are taken together, each with an id of its own, and the button says how many', async () => {
    const { page, sent } = await open();
    expect(button('Add 0').disabled).toBe(true);
    for (const box of all<HTMLInputElement>('.list input').slice(0, 3)) box.dispatchEvent(new Event('change'));
    await page.settle();
    all<HTMLInputElement>('.list input')[1]!.dispatchEvent(new Event('change'));
    await page.settle();
    button('Add 2 loads').click();
    expect(sent[0]!.map(({ name }) => name)).toEqual([GENERIC_LOADS[0]!.name, GENERIC_LOADS[2]!.name]);
    expect(new Set(sent[0]!.map(({ id }) => id)).size).toBe(2);
  });
  it('stay picked while something else is looked for', async () => {
    const { page, put } = await open();
    all('.list input')[0]!.dispatchEvent(new Event('change'));
    await put('.ask', 'no such thing');
    await page.settle();
    expect(button('Add one load').disabled).toBe(false);
  });
});

describe('loads from a block of a spreadsheet', () => {
  it('are read as they are pasted, into the group that was open', async () => {
    const { put, byTable, sent } = await open('Galley');
    await byTable();
    await put('textarea', 'name\twatts\thours\nFridge\t45\t8\nKettle\t1200\t0.3');
    expect(says(all('[role=status]')[0]!)).toBe('2 loads read.');
    button('Add 2 loads').click();
    expect(sent[0]).toMatchObject([
      { name: 'Fridge', group: 'Galley', power: { powerW: 45 } },
      { name: 'Kettle', group: 'Galley', use: { hoursPerDay: 0.3 } },
    ]);
  });
  it('are listed by row and column where a cell cannot be taken', async () => {
    const { put, byTable } = await open();
    await byTable();
    await put('textarea', 'name,watts,hours\nLamp,ten,2\nFan,20,30');
    expect(says(all('[role=status]')[0]!)).toMatch(/^1 load read, \d cells to look at:$/);
    expect(all('co-remark-list li').map(says)).toContain(
      'row 2, column 2: “ten” is not a number in the unit of its column; taken as not given',
    );
    expect(all('co-remark-list li').map(says)).toContain('row 3, column 3: “30” is out of range; the default holds');
  });
  it('come out of a file too', async () => {
    const { page, byTable } = await open();
    await byTable();
    const picker = all<HTMLInputElement>('input[type=file]')[0]!;
    const file = { text: () => Promise.resolve('name;watts\nPump;60') } as File;
    Object.defineProperty(picker, 'files', { value: [file] });
    picker.dispatchEvent(new Event('change'));
    await page.settle();
    expect(all<HTMLTextAreaElement>('textarea')[0]!.value).toContain('Pump');
    expect(button('Add one load').disabled).toBe(false);
  });
});
