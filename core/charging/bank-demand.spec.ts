import { describe, expect, it } from 'vitest';
import { newBattery } from '../cells/new-battery';
import { deriveRig } from '../rig/derive-rig';
import { piedWagtail } from '../../demo/rigs';
import { bankDemand } from './bank-demand';
import { chargingPeak } from './charging-peak';

const parts = { plan: piedWagtail, ...deriveRig(piedWagtail, null) };

describe('what a bank has to meet', () => {
  it('is the day as it is sized for, and the bank as it is reckoned', () => {
    const demand = bankDemand(parts, 2)!;
    const bank = piedWagtail.bank!;
    expect(demand).toMatchObject({ blocks: 2, autonomyDays: bank.autonomyDays, school: bank.currentSchool });
    expect(demand.dayAh.value).toBe(parts.demand.dayAh.value);
    expect(demand.p90DayAh.value).toBe(parts.quantiles!.p90Ah.value);
    expect(demand.peakW).toBe(parts.audit.peakW.value);
    // What charges it at once is asked at the voltage of the bank that is tried.
    const { charging, inverters } = piedWagtail;
    for (const nominalV of [12.8, 25.6])
      expect(demand.chargeAt(nominalV)!.value).toBe(chargingPeak({ ...charging, inverters }, nominalV)!.value);
    expect(demand.chargeAt(12.8)!.value).toBeGreaterThan(demand.chargeAt(51.2)!.value);
    expect(demand.usableOf(newBattery('x', bank.battery.chemistryId, 4, 100))).toBe(bank.usableFraction);
    expect(demand.usableOf(newBattery('x', 'agm', 6, 100))).toBe(0.5);
  });
  it('has usual figures where no bank is chosen, and is none while nothing is audited', () => {
    const without = { ...piedWagtail, bank: null };
    expect(bankDemand({ plan: without, ...deriveRig(without, null) }, 1)).toMatchObject({
      autonomyDays: 2,
      school: 'one-may-drop-out',
    });
    const empty = { ...piedWagtail, loads: [], inverters: [] };
    expect(bankDemand({ plan: empty, ...deriveRig(empty, null) }, 1)).toBeNull();
  });
});
