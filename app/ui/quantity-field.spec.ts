import { ComponentFixture, TestBed } from '@angular/core/testing';
import { provideStore } from '@ngrx/store';
import { LIMITS } from '@core/rig/limits';
import { QuantityField } from './quantity-field';

let fixture: ComponentFixture<QuantityField>;
let sent: number[];

async function field(inputs: Record<string, unknown>): Promise<HTMLInputElement> {
  await TestBed.configureTestingModule({ imports: [QuantityField], providers: [provideStore()] }).compileComponents();
  fixture = TestBed.createComponent(QuantityField);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  sent = [];
  // As a page does: what is sent becomes the value.
  fixture.componentInstance.changed.subscribe((value) => {
    sent.push(value);
    fixture.componentRef.setInput('value', value);
  });
  await fixture.whenStable();
  return (fixture.nativeElement as HTMLElement).querySelector('input')!;
}

async function type(input: HTMLInputElement, text: string): Promise<void> {
  input.value = text;
  input.dispatchEvent(new Event('input'));
  await fixture.whenStable();
}

const issueText = () => (fixture.nativeElement as HTMLElement).querySelector('[role=alert]')?.textContent ?? null;

describe('co-quantity', () => {
  const power = { unit: 'W', limit: LIMITS.powerW, value: 10, label: 'power' };

  it('sends every valid keystroke, comma or point', async () => {
    const input = await field(power);
    await type(input, '12');
    await type(input, '12,5');
    expect(sent).toEqual([12, 12.5]);
    expect(input.value).toBe('12,5');
  });
  it('shows percent and sends the fraction', async () => {
    const input = await field({ unit: 'Fraction', limit: LIMITS.dutyFraction, value: 0.354, label: 'share' });
    expect(input.value).toBe('35.4');
    await type(input, '40 %');
    expect(sent).toEqual([0.4]);
  });
  it.each([
    ['-5', 'Not below 0 W.'],
    ['60000', 'Not above 50\u2009000 W.'],
    ['ten', 'Not a number. Type digits, such as 12.5.'],
    ['', 'Not a number. Type digits, such as 12.5.'],
  ])('refuses %j at the field and holds the last valid value', async (text, says) => {
    const input = await field(power);
    await type(input, text);
    expect(issueText()?.trim()).toBe(says);
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(sent).toEqual([]);
    input.dispatchEvent(new Event('blur'));
    await fixture.whenStable();
    expect(issueText()).not.toBeNull();
  });
  it.each([
    ['1.2 kW', [1200]],
    ['12 345', [12_345]],
    ['12\u2009345.5', [12_345.5]],
    ['1,500.5 W', [1500.5]],
    ['500 mW', [0.5]],
  ])('understands %j', async (text, expected) => {
    await type(await field(power), text);
    expect([sent, issueText()]).toEqual([expected, null]);
  });
  it.each([
    ['1,500', '1,500 can be 1500 or 1.500. Type one of them.'],
    ['5 A', 'Not a unit that fits: this is in W.'],
    ['0:20', 'Not a number. Type digits, such as 12.5.'],
    ['1 2 3', 'Not a number. Type digits, such as 12.5.'],
  ])('asks about %j', async (text, says) => {
    await type(await field(power), text);
    expect([sent, issueText()?.trim()]).toEqual([[], says]);
  });
  it('takes hours as a clock writes them, amps in thousandths', async () => {
    await type(await field({ unit: 'H', limit: LIMITS.hoursPerDay, value: 1 }), '0:20 h');
    expect(sent[0]).toBeCloseTo(1 / 3, 9);
    TestBed.resetTestingModule();
    await type(await field({ unit: 'A', limit: LIMITS.loadCurrentA, value: 1 }), '500 mA');
    expect(sent).toEqual([0.5]);
  });
  it('says 30 h a day and 0 batteries at the field', async () => {
    await type(await field({ unit: 'H', limit: LIMITS.hoursPerDay, value: 1 }), '30');
    expect(issueText()?.trim()).toBe('Not above 24 h.');
    TestBed.resetTestingModule();
    await type(await field({ unit: 'Count', limit: LIMITS.parallelCount, value: 1 }), '0');
    expect(issueText()?.trim()).toBe('Not below 1.');
  });
  it('lets go of a draft when the value changes under it, as by undo', async () => {
    const input = await field(power);
    await type(input, '99');
    fixture.componentRef.setInput('value', 10);
    await fixture.whenStable();
    expect(input.value).toBe('10');
    await type(input, '-1');
    fixture.componentRef.setInput('value', 7);
    await fixture.whenStable();
    expect([input.value, issueText()]).toEqual(['7', null]);
  });
  it('goes back to what it held on Escape', async () => {
    const input = await field(power);
    input.dispatchEvent(new Event('focus'));
    await type(input, '77');
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    await fixture.whenStable();
    expect([input.value, sent.at(-1)]).toEqual(['10', 10]);
  });
  it('steps with the arrows, by ten with Shift', async () => {
    const input = await field(power);
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    await fixture.whenStable();
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', shiftKey: true }));
    await fixture.whenStable();
    expect(sent).toEqual([11, 1]);
  });
  it('can be cleared where it is optional', async () => {
    const input = await field({ ...power, optional: true });
    let cleared = 0;
    fixture.componentInstance.cleared.subscribe(() => cleared++);
    await type(input, '');
    expect([cleared, issueText(), sent.length]).toEqual([1, null, 0]);
  });
  it.each(['abc', 'NaN', '%', '---'])('is not cleared by %j, but says what is wrong', async (text) => {
    const input = await field({ ...power, optional: true });
    let cleared = 0;
    fixture.componentInstance.cleared.subscribe(() => cleared++);
    await type(input, text);
    expect([cleared, issueText()?.trim()]).toEqual([0, 'Not a number. Type digits, such as 12.5.']);
  });
});
