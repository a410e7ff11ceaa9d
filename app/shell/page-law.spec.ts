import type { Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import { describe, expect, it } from 'vitest';
import { newBank } from '@core/bank/fresh';
import { newBattery } from '@core/cells/new-battery';
import type { Figure, Working } from '@core/formula/figure';
import { newRig } from '@core/rig/new-rig';
import type { Rig } from '@core/rig/rig';
import { type OpenPage, openPage } from '../testing/open-page';
import { sampleRig } from '../testing/sample-rig';
import { GIVEN, wholeRig } from '../testing/whole-rig';
import { FigurePart } from '../ui/figure';
import { WorkingStore } from '../ui/working-store';
import { STAGES } from './stages';

const leadRig = (strings: number) => () =>
  wholeRig({ ...sampleRig(), bank: newBank(newBattery('b', 'agm', 6, 110.123456789), 2, strings) });
const RIGS: Record<string, () => Rig> = {
  'lithium, laid out': () => wholeRig(),
  'lead, laid out': leadRig(2),
  'lead, one string of two, laid out': leadRig(1),
  empty: () => newRig('sample', 'New rig', 'UTC'),
};

/** What no page says: numbers that are none, things that are not words, and more decimals than anybody reads. */
const NEVER = /NaN|undefined|Infinity|\[object|\bnull\b|\d\.\d{5}/;

/** A working and all that its terms open. */
function deep(working: Working, depth = 0): Working[] {
  expect(depth, working.words).toBeLessThan(12);
  return [working, ...working.terms.flatMap(({ working: own }) => (own ? deep(own(), depth + 1) : []))];
}

function expectExplained(figure: Figure): void {
  expect(figure.id).not.toBe('');
  expect(figure.working().result.value, figure.id).toBe(figure.value);
  for (const { words, source, terms, result } of deep(figure.working())) {
    expect(`${words}|${source}`, figure.id).toMatch(/\S\|\S/);
    expect(Number.isFinite(result.value), `${figure.id}: ${result.says}`).toBe(true);
    for (const { says, value } of terms) {
      expect(says, figure.id).toMatch(/\S/);
      expect(Number.isFinite(value), `${figure.id}: ${says}`).toBe(true);
    }
  }
}

/** Each text by itself: cells of a row would run into one another. */
function textsOf({ element, margin }: OpenPage<unknown>): string[] {
  const texts: string[] = [];
  for (const root of [element, margin]) {
    const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
    while (walker.nextNode()) texts.push(walker.currentNode.textContent ?? '');
  }
  return texts;
}

describe.each(Object.entries(RIGS))('every page of a rig that is %s', (_, rig) => {
  for (const { id, pages } of STAGES)
    for (const { path, title, load } of pages)
      it(`${title} (${id}/${path}) says so in its headline, prints no raw number, and opens every figure to the ground`, async () => {
        const page = await openPage((await load()) as Type<unknown>, rig(), GIVEN[`${id}/${path}`] ?? {});
        if (page.element.querySelector('h1')) expect(page.text('h1')).toMatch(/\S/);
        expect(textsOf(page).filter((text) => NEVER.test(text))).toEqual([]);
        const parts = page.fixture.debugElement.queryAll(By.directive(FigurePart));
        for (const { componentInstance, nativeElement } of parts) {
          const figure = (componentInstance as FigurePart).figure();
          expectExplained(figure);
          (nativeElement as HTMLElement).querySelector('button')!.click();
          expect(TestBed.inject(WorkingStore).figure()).toBe(figure);
        }
      });
});
