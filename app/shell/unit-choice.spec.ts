import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { LIMITS } from '@core/rig/limits';
import { AuditPage } from '../stages/audit/audit-page';
import { SagPage } from '../stages/bank/sag-page';
import { ShelfPage } from '../stages/bank/shelf-page';
import { VoltagePage } from '../stages/bank/voltage-page';
import { OneChargePage } from '../stages/charging/one-charge-page';
import { openPage } from '../testing/open-page';
import { sampleRig } from '../testing/sample-rig';
import { UnitChoice } from '../ui/unit-choice';

describe('units that are chosen', () => {
  beforeEach(() => localStorage.clear());
  afterEach(() => localStorage.clear());

  it('are kept on this device, metric at first', () => {
    const first = TestBed.inject(UnitChoice);
    expect(first.system()).toBe('metric');
    first.next();
    TestBed.resetTestingModule();
    expect(TestBed.inject(UnitChoice).system()).toBe('imperial');
    localStorage.setItem('coulan-units', 'cubits');
    TestBed.resetTestingModule();
    expect(TestBed.inject(UnitChoice).system()).toBe('metric');
  });
  it('change what is shown at once, and nothing that is stored', async () => {
    const page = await openPage(AuditPage, sampleRig());
    const before = page.rig();
    expect(page.text('.eyebrow em')).toBe('for July, 22 °C around');
    TestBed.inject(UnitChoice).set('imperial');
    await page.settle();
    expect(page.text('.eyebrow em')).toBe('for July, 72 °F around');
    expect(page.field('Air around the loads').value).toBe('71.6');
    expect(page.rig()).toBe(before);
  });
  it('are typed in, and stored metric', async () => {
    localStorage.setItem('coulan-units', 'imperial');
    const page = await openPage(AuditPage, sampleRig());
    await page.type('Air around the loads', '86');
    expect(page.rig().audit.ambientTempC).toBe(30);
    await page.type('Air around the loads', '500');
    const most = Math.round(LIMITS.ambientTempC.max * 1.8 + 32);
    expect(page.text('[role=alert]')).toBe(`Not above ${most} °F.`);
    expect(page.rig().audit.ambientTempC).toBe(30);
  });
  it('weigh batteries in pounds', async () => {
    localStorage.setItem('coulan-units', 'imperial');
    const page = await openPage(ShelfPage, sampleRig());
    await page.press('Add a model');
    await page.type('Mass', '44');
    expect(page.rig().shelf[0]!.massKg).toBeCloseTo(19.9581, 4);
    expect(page.text('table[aria-label="Your own models"] td:nth-child(4)')).toBe('44');
  });
  it('choose wire by gauge', async () => {
    localStorage.setItem('coulan-units', 'imperial');
    const page = await openPage(VoltagePage, sampleRig());
    await page.type('Power at the bank', '1280');
    await page.type('Length, one way', '9.84252');
    // 100 A over 3 m at 12.8 V
    expect(page.text('tbody tr:nth-child(2) td')).toMatch(/^2 AWG33\.6 mm², by the drop rule/);
    expect(page.text('.strip h2 span')).toContain('insulation for 221 °F');
  });
  it('join bank and inverter by a gauge', async () => {
    localStorage.setItem('coulan-units', 'imperial');
    const page = await openPage(SagPage, sampleRig());
    expect((page.field('Section') as unknown as HTMLSelectElement).value).toBe('1/0');
    await page.choose('Section', '4/0 AWG');
    expect(page.rig().wiring.inverterRun.areaMm2).toBe(107.22);
  });
  it('say in their own degrees when nothing is charged', async () => {
    localStorage.setItem('coulan-units', 'imperial');
    const page = await openPage(OneChargePage, sampleRig());
    await page.type('Bank at', '20');
    expect(page.text('h1')).toBe('Below 32 °F this bank is not charged at all.');
  });
});
