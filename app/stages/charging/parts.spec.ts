import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideStore } from '@ngrx/store';
import { beforeEach, describe, expect, it } from 'vitest';
import { weekOf } from '@core/sources/new-source';
import { HourStrip } from '../../ui/hour-strip';
import { MonthRow } from './month-row';
import { WeekGrid } from './week-grid';

describe('parts of the charging stage', () => {
  beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideStore({})] }));

  it('switch months on and off, in their order', async () => {
    const row = TestBed.createComponent(MonthRow);
    row.componentRef.setInput('months', [2, 12]);
    row.componentRef.setInput('label', 'Months');
    await row.whenStable();
    const sent: number[][] = [];
    row.componentInstance.changed.subscribe((months) => sent.push(months));
    const buttons = [...(row.nativeElement as HTMLElement).querySelectorAll('button')];
    expect(buttons.map((button) => button.getAttribute('aria-pressed')).filter((on) => on === 'true')).toHaveLength(2);
    buttons[5]!.click();
    buttons[1]!.click();
    expect(sent).toEqual([[2, 6, 12], [12]]);
  });

  it('sum the hours of a week and change one day of it', async () => {
    const grid = TestBed.createComponent(WeekGrid);
    grid.componentRef.setInput('week', weekOf([0, 2], 8, 1.5));
    grid.componentRef.setInput('label', 'engine');
    await grid.whenStable();
    const sent: number[][] = [];
    grid.componentInstance.changed.subscribe((week) => sent.push(week.map(({ hours }) => hours)));
    const element = grid.nativeElement as HTMLElement;
    expect(element.querySelector('thead th')!.textContent).toContain('3.0');
    const friday = element.querySelector<HTMLInputElement>('input[aria-label^="Fri, hours"]')!;
    friday.value = '2';
    friday.dispatchEvent(new Event('input', { bubbles: true }));
    expect(sent).toEqual([[1.5, 0, 1.5, 0, 2, 0, 0]]);
  });

  it('turn an hour of shade round clear, whole and half, down to none at all', async () => {
    const strip = TestBed.createComponent(HourStrip);
    const shade = Array<number>(24).fill(0);
    strip.componentRef.setInput('weights', shade);
    strip.componentRef.setInput('most', 1);
    strip.componentRef.setInput('editable', true);
    strip.componentRef.setInput('words', ['clear', 'half shaded', 'shaded']);
    await strip.whenStable();
    strip.componentInstance.changed.subscribe((next) => strip.componentRef.setInput('weights', next));
    const seven = () => (strip.nativeElement as HTMLElement).querySelectorAll('button')[7]!;
    const states: string[] = [];
    for (let k = 0; k < 4; k++) {
      states.push(seven().getAttribute('aria-label')!.split(', ')[1]!);
      seven().click();
      await strip.whenStable();
    }
    expect(states).toEqual(['clear', 'shaded', 'half shaded', 'clear']);
  });
});
