import { type DebugElement, getDebugNode, type Type } from '@angular/core';
import { describe, expect, it } from 'vitest';
import { readQuantity } from '@core/text/quantity-text';
import { UNITS } from '@core/quantity/unit';
import { type OpenPage, openPage } from '../testing/open-page';
import { GIVEN, wholeRig } from '../testing/whole-rig';
import { Choice } from '../ui/choice';
import { QuantityField } from '../ui/quantity-field';
import { TextField } from '../ui/text-field';
import { STAGES } from './stages';

/** Fields that ask something of their page and are no part of the plan. */
const APART: Record<string, string[]> = {
  'audit/': ['Group the loads', 'Order of the loads'],
  'audit/how-long': ['Anything else, watts', 'Usable share', 'Keep it as a trial called'],
  // Kept on the device until they become the duty of the load.
  'audit/record/:loadId': ['Power while off, W', 'Power while on, W', 'Name of state 1', 'Name of state 2'],
  'bank/configurations': ['System voltage', 'Order'],
  'bank/voltage': ['Power at the bank', 'Length, one way', 'Voltage drop allowed', 'Solar'],
  'bank/sag': ['Load', 'Bank at', 'Inverter off below'],
  'bank/chemistry': ['Chemistry or model'],
  'charging/one-charge': ['From', 'Bank at', 'Loads meanwhile', 'Any other charger', 'Lasts'],
  'wiring/runs': ['What it is'],
  'wiring/negatives': ['Where', 'What it serves', 'Lands on'],
};

/** Of fields of one kind on a page so many are tried, spread over all of them: the rows of a table are alike. */
const TRIED_MOST = 12;

type Field = QuantityField | TextField | Choice;
type Opened = OpenPage<unknown>;

const TAGS = new Map<Type<Field>, string>([
  [QuantityField, 'co-quantity'],
  [TextField, 'co-text'],
  [Choice, 'co-choice'],
]);
/** By their tags: the debugging tree would be walked whole for each kind, over and over. */
const all = ({ element }: Opened, kind: Type<Field>) =>
  [...element.querySelectorAll(TAGS.get(kind)!)].map((native) => getDebugNode(native) as DebugElement);
const native = (field: DebugElement) => field.nativeElement as HTMLElement;
const inputOf = (field: DebugElement) => native(field).querySelector<HTMLInputElement>('input, select')!;
const nameOf = (field: DebugElement) =>
  (inputOf(field).getAttribute('aria-label') ?? native(field).querySelector('label')?.textContent ?? '').trim();

async function put(page: Opened, field: DebugElement, text: string): Promise<void> {
  const input = inputOf(field);
  input.value = text;
  for (const kind of ['input', 'change']) input.dispatchEvent(new Event(kind, { bubbles: true }));
  await page.settle();
}

/** What may be written into a field in place of what it holds, and what its part then has to be given back. */
function others(field: DebugElement): { text: string; value: unknown }[] {
  const part = field.componentInstance as Field;
  if (part instanceof TextField) return [{ text: `${part.value()}x`, value: `${part.value()}x` }];
  if (part instanceof Choice)
    return part.options().flatMap(({ id }) => (id === part.chosen() ? [] : [{ text: id, value: id }]));
  const held = Number(inputOf(field).value) || 0;
  return [held + 1, held - 1, held * 1.05, held * 0.95, 1, 2, 10, 50, 400, 0.5]
    .map((number) => String(Number(number.toFixed(3))))
    .flatMap((text) => {
      const read = readQuantity(text, part.unit(), 'either', UNITS[part.unit()]);
      return read.ok && text !== inputOf(field).value ? [{ text, value: read.value }] : [];
    });
}

const heldBy = (field: DebugElement | undefined): unknown => {
  const part = field?.componentInstance as Field | undefined;
  return part instanceof Choice ? part.chosen() : part?.value();
};

/**
 * Writes into one field. What was written comes back to it from the plan, or from the page; undo brings the plan back as it was, and
 * the field with it.
 * @returns whether the plan holds it, or null where nothing else can be written
 */
async function tryField(page: Opened, kind: Type<Field>, at: number): Promise<boolean | null> {
  const before = page.rig();
  const tried = all(page, kind)[at]!;
  const held = heldBy(tried);
  for (const { text, value } of others(tried)) {
    await put(page, tried, text);
    const stays = all(page, kind).find(({ componentInstance }) => componentInstance === tried.componentInstance);
    if (stays && native(stays).querySelector('.issue')) continue;
    // It may have gone with what it belongs to, or stand elsewhere by now: a load in another group.
    if (stays) expect(heldBy(stays)).toEqual(typeof value === 'number' ? expect.closeTo(value, 9) : value);
    else if (kind !== Choice) expect(all(page, kind).map(heldBy)).toContain(value);
    const isKept = page.rig() !== before;
    if (isKept) {
      await page.undo();
      expect(page.rig()).toEqual(before);
      expect(heldBy(all(page, kind)[at])).toEqual(held);
    }
    return isKept;
  }
  return null;
}

describe('every field of every page', () => {
  for (const { id, pages } of STAGES)
    for (const { path, title, load } of pages) {
      const address = `${id}/${path}`;
      it(`${title} (${address}) holds what is written into it, and undo gives back what it held`, async () => {
        const page = await openPage((await load()) as Type<unknown>, wholeRig(), GIVEN[address] ?? {});
        const apart: string[] = [];
        for (const kind of [QuantityField, TextField, Choice] as Type<Field>[])
          for (let at = 0; at < all(page, kind).length; at += Math.ceil(all(page, kind).length / TRIED_MOST)) {
            const name = nameOf(all(page, kind)[at]!);
            const isKept = await tryField(page, kind, at);
            if (isKept === false) apart.push(name);
          }
        expect([...new Set(apart)]).toEqual(APART[address] ?? []);
      });
    }
});
