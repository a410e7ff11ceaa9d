import { copperOhm } from '../conductors/copper';
import { fc, test } from '@fast-check/vitest';
import { describe, expect } from 'vitest';
import { interpolate } from '../cells/interpolate';
import { CHEMISTRY_IDS } from '../cells/chemistry';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { byDefault, entered } from '../formula/figure';
import { type Bank, LOSS_SCHOOLS } from './plan';
import { newBank } from './fresh';
import { newBattery } from '../cells/new-battery';
import { configurations } from './configurations';
import { usableToEndVoltage } from './end-voltage';
import { runtimeOf } from './runtime';
import { cutOffFigure, cutOffPower, cutOffSoc, type SagCircuit, sagFigure, voltageUnderLoad } from './sag';
import { type DayDemand, sizeBank } from './size-bank';
import { requirementSteps } from './waterfall';

const chemistryId = fc.constantFrom(...CHEMISTRY_IDS);
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

const banks: fc.Arbitrary<Bank> = fc
  .record({
    chemistryId,
    capacityAh: between(40, 400),
    seriesCount: fc.integer({ min: 1, max: 2 }),
    parallelCount: fc.integer({ min: 1, max: 4 }),
    usableFraction: between(0.3, 1),
    ageingFraction: between(0.6, 1),
    coldestTempC: between(-15, 30),
    autonomyDays: between(0.5, 6),
    lossSchool: fc.constantFrom(...LOSS_SCHOOLS),
  })
  .map(({ chemistryId: id, capacityAh, seriesCount, parallelCount, ...more }) => ({
    ...newBank(newBattery('b', id, CHEMISTRIES[id].cellsPer12V, capacityAh), seriesCount, parallelCount),
    ...more,
  }));
/** A day of so many Ah, evenly or in a single hour: the second is hard on lead. */
const days = fc.record({ dayAh: between(2, 150), inOneHour: fc.boolean() });

function demandOf(bank: Bank, { dayAh, inOneHour }: { dayAh: number; inOneHour: boolean }): DayDemand {
  const volts = bank.seriesCount * bank.battery.cellsInSeries * CHEMISTRIES[bank.battery.chemistryId].nominalCellV;
  const hoursWh = Array.from({ length: 24 }, (_, hour) =>
    inOneHour ? (hour === 19 ? dayAh * volts : 0) : (dayAh * volts) / 24,
  );
  return { dayAh: entered(dayAh), hoursWh };
}

describe('need, bank and days agree with one another', () => {
  test.prop([banks, days])(
    'a bank of just the need fits, lasts just the days wanted, and has nothing to spare',
    (bank, day) => {
      const demand = demandOf(bank, day);
      const { requiredAh } = sizeBank(bank, demand, {}).need!;
      const battery = { ...bank.battery, capacityAh: requiredAh.value / bank.parallelCount };
      const { need, capacityAh } = sizeBank({ ...bank, battery }, demand, {});
      expect(capacityAh.value / requiredAh.value).toBeCloseTo(1, 9);
      expect(need!.fits).toBe(true);
      expect(Math.abs(need!.spareAh.value)).toBeLessThan(1e-6 * requiredAh.value);
      expect(need!.autonomyDays.value / bank.autonomyDays).toBeCloseTo(1, 6);
    },
  );
  test.prop([banks, days])('the way of the need, factor by factor, ends where the need stands', (bank, day) => {
    const demand = demandOf(bank, day);
    const sized = sizeBank(bank, demand, {});
    const steps = requirementSteps(bank, demand, sized.nominalV, sized.chemistry, bank.lossSchool);
    expect(steps.at(-1)!.afterAh / sized.need!.requiredAh.value).toBeCloseTo(1, 8);
    expect(steps.reduce((sum, { addsAh }) => sum + addsAh, 0) / steps.at(-1)!.afterAh).toBeCloseTo(1, 9);
  });
  test.prop([banks, days, between(1.01, 3)])(
    'more of the bank is never fewer days, more use never more',
    (bank, day, times) => {
      const lasts = (of: Bank, dayAh: number) =>
        sizeBank(of, demandOf(of, { ...day, dayAh }), {}).need!.autonomyDays.value;
      const now = lasts(bank, day.dayAh);
      const larger = { ...bank, battery: { ...bank.battery, capacityAh: bank.battery.capacityAh * times } };
      expect(lasts(larger, day.dayAh)).toBeGreaterThan(now);
      expect(lasts(bank, day.dayAh * times)).toBeLessThan(now);
    },
  );
});

const circuits: fc.Arbitrary<SagCircuit> = fc
  .record({
    chemistryId,
    ohm: between(0.001, 0.03),
    lengthM: between(0.3, 5),
    areaMm2: between(16, 120),
    cutOff: between(0.75, 0.98),
  })
  .map(({ chemistryId: id, ohm, cutOff, lengthM, areaMm2 }) => {
    const chemistry = CHEMISTRIES[id];
    const cells = chemistry.cellsPer12V;
    return {
      chemistry,
      cells,
      bankOhm: ohm,
      cableOhm: copperOhm(2 * lengthM, areaMm2, 40),
      cutOffV: entered(cutOff * cells * chemistry.nominalCellV),
    };
  });

describe('voltage under load, its edge and its power agree with one another', () => {
  test.prop([circuits, between(1, 3000)])(
    'at the edge of charge the voltage stands at the cut-off',
    (circuit, powerW) => {
      const edge = cutOffSoc(circuit, powerW);
      if (edge <= 0 || edge >= 1) return;
      const atEdge = voltageUnderLoad(circuit, edge, powerW);
      // Where the bank collapses above the cut-off, the edge is the collapse itself.
      if (atEdge !== null) expect(atEdge).toBeGreaterThanOrEqual(circuit.cutOffV.value - 1e-6);
      const below = voltageUnderLoad(circuit, edge - 1e-6, powerW);
      expect(below === null || below < circuit.cutOffV.value + 1e-6).toBe(true);
    },
  );
  test.prop([circuits, between(1, 6000)])(
    'the edge is where the cells rest at the voltage that its working says is needed',
    (circuit, powerW) => {
      const figure = cutOffFigure(circuit, entered(powerW));
      const [needed, empty, full] = figure.working().terms.map(({ value }) => value);
      if (figure.value === 0) expect(needed!).toBeLessThanOrEqual(empty! + 1e-9);
      else if (figure.value === 1) expect(needed!).toBeGreaterThan(full! - 1e-4);
      else expect(interpolate(circuit.chemistry.restedCellV, figure.value) * circuit.cells).toBeCloseTo(needed!, 6);
    },
  );
  test.prop([circuits, between(0.05, 1)])(
    'the power at which it would switch off puts the edge at that charge',
    (circuit, soc) => {
      const powerW = cutOffPower(circuit, soc).value;
      if (powerW <= 0) return;
      expect(cutOffSoc(circuit, powerW * 0.999)).toBeLessThanOrEqual(soc + 1e-6);
      expect(cutOffSoc(circuit, powerW * 1.001)).toBeGreaterThanOrEqual(soc - 1e-6);
    },
  );
  test.prop([circuits, between(0.05, 1), between(1, 2000)])(
    'V · I is the power and what is lost on the way is I · R',
    (circuit, soc, powerW) => {
      const figure = sagFigure(circuit, soc, entered(powerW));
      if (!figure) return;
      const [openV, ohm] = figure.working().terms.map(({ value }) => value);
      const amps = powerW / figure.value;
      expect(openV! - amps * ohm!).toBeCloseTo(figure.value, 6);
    },
  );
  test.prop([chemistryId, between(0.002, 0.02), between(5, 800), between(1.01, 2)])(
    'down to a voltage: less can be used the larger the load and the higher the voltage',
    (id, ohm, powerW, times) => {
      const chemistry = CHEMISTRIES[id];
      const posts = { chemistry, cells: chemistry.cellsPer12V, ohm: byDefault(ohm) };
      const usable = (endV: number, watts: number) => usableToEndVoltage(posts, endV, entered(watts)).value;
      const endV = posts.cells * chemistry.nominalCellV * 0.95;
      expect(usable(endV, powerW * times)).toBeLessThanOrEqual(usable(endV, powerW) + 1e-9);
      expect(usable(endV * 1.02, powerW)).toBeLessThanOrEqual(usable(endV, powerW) + 1e-9);
    },
  );
});

describe('how long agrees with how many days', () => {
  test.prop([banks, between(1, 600)])(
    'an even load runs as many hours as the bank lasts days, times 24, in every school',
    (bank, dayAh) => {
      const demand = demandOf(bank, { dayAh, inOneHour: false });
      const sized = sizeBank(bank, demand, {});
      const powerW = entered((dayAh * sized.nominalV.value) / 24);
      const source = {
        nominalV: sized.nominalV,
        capacityAh: sized.capacityAh,
        usableFraction: entered(bank.usableFraction),
        peukertExponent: byDefault(sized.chemistry.peukertExponent),
        leftFraction: byDefault(bank.ageingFraction * sized.coldFraction.value),
      };
      const hours = runtimeOf(source, powerW, powerW, bank.flatLossFraction).hours[bank.lossSchool];
      expect(hours.value / 24 / sized.need!.autonomyDays.value).toBeCloseTo(1, 9);
    },
  );
});

describe('arrangements agree with the bank', () => {
  test.prop([banks, days])(
    'the same battery, series and parallel need the same capacity in every school',
    (bank, day) => {
      const demand = { ...demandOf(bank, day), atV: sizeBank(bank, demandOf(bank, day), {}).nominalV };
      const { need, nominalV } = sizeBank(bank, demand, {});
      const found = configurations(
        [bank.battery],
        {
          ...demand,
          blocks: bank.seriesCount,
          autonomyDays: bank.autonomyDays,
          peakW: 100,
          chargeAt: () => null,
          p50DayAh: demand.dayAh,
          p90DayAh: demand.dayAh,
          inverterW: null,
          school: 'sum',
          losses: bank,
          usableOf: () => bank.usableFraction,
        },
        {},
      );
      for (const one of found) {
        expect(one.nominalV).toBeCloseTo(nominalV.value, 9);
        expect(one.requiredAh.value / need!.requiredAh.value).toBeCloseTo(1, 9);
      }
    },
  );
  test.prop([banks, days])('at twice the voltage the same day takes half the amp-hours', (bank, day) => {
    const demand = demandOf(bank, day);
    const plain: Bank = { ...bank, lossSchool: 'plain' };
    const atV = sizeBank(plain, demand, {}).nominalV;
    const twice = { ...plain, seriesCount: plain.seriesCount * 2 };
    const [once, doubled] = [plain, twice].map((one) => sizeBank(one, { ...demand, atV }, {}).need!);
    expect(doubled!.requiredAh.value / once!.requiredAh.value).toBeCloseTo(0.5, 9);
    expect(doubled!.autonomyDays.value / once!.autonomyDays.value).toBeCloseTo(2, 9);
  });
});
