import { TestBed } from '@angular/core/testing';
import { signal, type Type } from '@angular/core';
import { describe, expect, it, vi } from 'vitest';
import { byDefault, entered, type Figure, measured } from '@core/formula/figure';
import { formula } from '@core/formula/formula';
import { provideCoulan } from '../testing/open-page';
import { Choice } from './choice';
import { FigurePart } from './figure';
import { FlowBar } from './flow-bar';
import { MethodSwitch } from './method-switch';
import { TextField } from './text-field';
import { WorkingPanel } from './working-panel';
import { WorkingStore } from './working-store';

const power = formula({
  id: 'power',
  says: 'power',
  unit: 'W',
  words: 'volts × amps',
  terms: { voltageV: { says: 'voltage', unit: 'V' }, currentA: { says: 'current', unit: 'A' } },
  compute: ({ voltageV, currentA }) => voltageV * currentA,
  source: 'Joule',
  leavesOut: 'heat',
});
const inner = power.figure({ voltageV: measured(12, 'clamp'), currentA: byDefault(2) });
const outer = power.figure({ voltageV: inner, currentA: entered(3) }, { key: 'outer', remark: 'A remark.' });

async function make<Part>(part: Type<Part>, inputs: Record<string, unknown>) {
  TestBed.configureTestingModule({ providers: provideCoulan() });
  const fixture = TestBed.createComponent(part);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  const element = fixture.nativeElement as HTMLElement;
  const text = (selector: string) => (element.querySelector(selector)?.textContent ?? '').replace(/\s+/g, ' ').trim();
  return { fixture, element, text };
}

describe('the working of a figure', () => {
  it('shows rule, terms with unit and origin, result, source and what is left out', async () => {
    const { element, text } = await make(WorkingPanel, { working: inner.working() });
    expect(text('.words')).toBe('power = volts × amps');
    expect([...element.querySelectorAll('dt')].map((dt) => dt.textContent!.replace(/\s+/g, ' ').trim())).toEqual([
      'voltage measured: clamp',
      'current default',
      'power',
    ]);
    expect([...element.querySelectorAll('dd')].map((dd) => dd.textContent!.replace(/\s+/g, ' ').trim())).toEqual([
      '12.00 V',
      '2.00 A',
      '24.0 W',
    ]);
    expect(element.textContent).toContain('By: Joule.');
    expect(element.textContent).toContain('Leaves out: heat.');
  });
  it('opens the working of a term within it, and closes it again', async () => {
    const { fixture, element } = await make(WorkingPanel, { working: outer.working() });
    expect(element.textContent).toContain('A remark.');
    const button = element.querySelector<HTMLButtonElement>('button.origin')!;
    button.click();
    await fixture.whenStable();
    expect(element.querySelectorAll('co-working')).toHaveLength(1);
    expect(button.getAttribute('aria-expanded')).toBe('true');
    button.click();
    await fixture.whenStable();
    expect(element.querySelectorAll('co-working')).toHaveLength(0);
  });
});

describe('a figure on screen', () => {
  it('opens its working when it is pressed, which stays live', async () => {
    const { fixture, element, text } = await make(FigurePart, { figure: inner });
    const store = TestBed.inject(WorkingStore);
    element.querySelector('button')!.click();
    await fixture.whenStable();
    expect(store.figure()).toBe(inner);
    expect(element.querySelector('button')!.getAttribute('aria-pressed')).toBe('true');
    const next = power.figure({ voltageV: entered(12), currentA: entered(5) });
    fixture.componentRef.setInput('figure', next);
    await fixture.whenStable();
    expect(store.figure()).toBe(next);
    expect(text('button')).toBe('60.0 W');
    fixture.destroy();
    expect(store.figure()).toBeNull();
  });
  it('gives way to what a page suggests while none is marked', async () => {
    const { element } = await make(FigurePart, { figure: inner });
    const store = TestBed.inject(WorkingStore);
    const suggested = signal<Figure | null>(outer);
    store.suggest(suggested);
    expect(store.figure()).toBe(outer);
    element.querySelector('button')!.click();
    expect(store.figure()).toBe(inner);
    store.suggest(suggested);
    expect(store.figure()).toBe(outer);
  });
  it('shows sign and decimals as asked, without its unit where a column carries it', async () => {
    const { text } = await make(FigurePart, { figure: inner, decimals: 2, signed: true, bare: true });
    expect(text('button')).toBe('+24.00');
  });
});

describe('small controls', () => {
  it('a method switch names the schools, the reason of the chosen one and every answer', async () => {
    const methods = [
      {
        id: 'a',
        name: 'rated',
        reason: 'by the sheet',
        answers: [{ lead: 'needs', figure: inner, decimals: 0 }, '3 out'],
      },
      { id: 'b', name: 'usable', reason: 'by the day', answers: ['80 Ah'] },
      { id: 'c', name: 'by hand', reason: 'as you say', answers: [] },
    ];
    const { fixture, element, text } = await make(MethodSwitch, { label: 'School', methods, chosen: 'b' });
    expect(text('p')).toBe('by the day');
    const said = [...element.querySelectorAll('dd')].map((dd) => dd.textContent!.replace(/\s+/g, ' ').trim());
    expect(said).toEqual(['needs 24 W 3 out', '80 Ah']);
    element.querySelector<HTMLButtonElement>('dd button')!.click();
    expect(TestBed.inject(WorkingStore).figure()).toBe(inner);
    const picked = vi.fn();
    fixture.componentInstance.pick.subscribe(picked);
    element.querySelector<HTMLInputElement>('input')!.click();
    expect(picked).toHaveBeenCalledExactlyOnceWith('a');
    fixture.componentRef.setInput('chosen', null);
    await fixture.whenStable();
    expect(element.querySelector('p')).toBeNull();
  });
  it('a choice sends what is picked', async () => {
    const options = [
      { id: '1', name: 'one' },
      { id: '2', name: 'two' },
    ];
    const { fixture, element } = await make(Choice, { options, chosen: '2', label: 'Which' });
    const select = element.querySelector('select')!;
    expect([select.value, select.getAttribute('aria-label')]).toEqual(['2', 'Which']);
    const picked = vi.fn();
    fixture.componentInstance.pick.subscribe(picked);
    select.value = '1';
    select.dispatchEvent(new Event('change'));
    expect(picked).toHaveBeenCalledExactlyOnceWith('1');
  });
  it('a text field sends every key, or once when it is left', async () => {
    const { fixture, element } = await make(TextField, { value: 'ab', label: 'Name' });
    const sent: string[] = [];
    fixture.componentInstance.changed.subscribe((text) => sent.push(text));
    const input = element.querySelector('input')!;
    input.value = 'abc';
    input.dispatchEvent(new Event('input'));
    fixture.componentRef.setInput('whenLeft', true);
    await fixture.whenStable();
    input.value = 'abcd';
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new Event('change'));
    expect(sent).toEqual(['abc', 'abcd']);
  });
});

describe('a day as a bar', () => {
  it('goes left for out and right for in, on one scale, and carries a ring where full was reached', async () => {
    const { fixture, element } = await make(FlowBar, { outAh: 20, inAh: 10, scaleAh: 40 });
    const width = (selector: string) => Number.parseFloat(element.querySelector(selector)!.getAttribute('width')!);
    expect(width('.out')).toBeCloseTo(2 * width('.in'), 9);
    expect(element.querySelector('circle')).toBeNull();
    fixture.componentRef.setInput('full', true);
    await fixture.whenStable();
    expect(element.querySelector('circle')).not.toBeNull();
  });
});
