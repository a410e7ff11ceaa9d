import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { highestBlockV, highestCellV } from '../cells/highest-voltage';
import { chooseSection } from '../conductors/choose-section';
import { FUSE_FAMILIES } from '../conductors/fuses.data';
import { byDefault, computed, entered } from '../formula/figure';
import { sumFigure } from '../formula/formula';
import { Bank, LOSS_SCHOOLS, type OtherStrings } from './plan';
import { newBank } from './fresh';
import { newBattery } from '../cells/new-battery';
import { bankSheet, ratedPerUsable } from './bank-sheet';
import { type ConfigurationDemand, configurations } from './configurations';
import { bankCurrentLimit, type CurrentSchool, stringsNeeded } from './current-schools';
import { GENERIC_BATTERIES } from './generic-batteries.data';
import { mayMix, mixingWarnings } from './mixing';
import { bankOhm, bankOhmFigure, batteryOhm } from './resistance';
import { hoursByTrials, neededByTrials } from './by-trials';
import { calibrate, runtimeOf } from './runtime';
import {
  cutOffFigure,
  cutOffPower,
  cutOffSoc,
  edgeGain,
  JOINTS_OHM,
  sagFigure,
  sagRemedies,
  voltageUnderLoad,
} from './sag';
import { sizeBank } from './size-bank';
import { systemVoltages } from './system-voltages';

const hoursWh = Array.from({ length: 24 }, () => 60);
const atOnce = sumFigure({ id: 'c', says: 'most that charges at once', unit: 'A', source: 'here' }, [
  { says: 'charger', unit: 'A', ...entered(60) },
]);
const demand: ConfigurationDemand = {
  blocks: 2,
  dayAh: entered(60),
  hoursWh,
  autonomyDays: 2,
  peakW: 1500,
  chargeAt: () => atOnce,
  p50DayAh: entered(50),
  p90DayAh: entered(60),
  inverterW: null,
  school: 'one-may-drop-out',
  losses: { lossSchool: 'itemised', flatLossFraction: 0.15, ageingFraction: 1, coldestTempC: 25 },
  usableOf: (battery) => CHEMISTRIES[battery.chemistryId].usableFraction,
};

describe('configurations', () => {
  const found = configurations(GENERIC_BATTERIES, demand, {});
  it('all give the voltage and meet the need', () => {
    expect(found.length).toBeGreaterThan(5);
    for (const one of found) {
      expect([24, 25.6]).toContain(Number(one.nominalV.toFixed(3)));
      expect(one.capacityAh.value).toBeGreaterThanOrEqual(one.requiredAh.value);
      expect(one.p90Days.value).toBeGreaterThanOrEqual(2 - 1e-9);
      expect(one.p50Days.value).toBeGreaterThan(one.p90Days.value);
    }
  });
  it('works one by hand: two 12 V 200 Ah lithium in series', () => {
    // usable 160 Ah · 25.6 V = 4.096 kWh; two at 700 = 1400; 1400 ÷ 4.096 = 341.80; cycles at 80 % are 3500
    const one = found.find(({ battery, parallelCount }) => battery.id === 'generic-lfp-4-200' && parallelCount === 1)!;
    expect(one).toMatchObject({
      seriesCount: 2,
      sheet: { massKg: { value: 44 }, price: { value: 1400 }, cycles: { value: 3500 } },
    });
    expect(one.sheet.usableKWh.value).toBeCloseTo(4.096, 9);
    expect(one.peakCRate.value).toBeCloseTo(1500 / 25.6 / 200, 9);
    expect(one.capacityAh.value).toBe(200);
    expect(one.pricePerUsableKwh!.value).toBeCloseTo(341.8, 1);
    expect(one.pricePerLifetimeKwh!.value).toBeCloseTo(341.8 / 3500, 4);
    expect(one.p50Days.value).toBeCloseTo(3.2, 9);
    expect(one.p90Days.value).toBeCloseTo(160 / 60, 9);
    // 1500 W ÷ 25.6 V = 58.6 A: one string of 150 A has 91.4 A to spare
    expect(one.dischargeHeadroomA!.value).toBeCloseTo(150 - 1500 / 25.6, 9);
    expect(one.chargeHeadroomA!.value).toBe(one.battery.chargeA! - 60);
  });
  it('says how many strings an inverter needs at its rating, though the loads on it take less', () => {
    const strings = (inverterW: number | null) =>
      configurations(GENERIC_BATTERIES, { ...demand, inverterW }, {}).find(
        ({ battery }) => battery.id === 'generic-lfp-4-200',
      )!.stringsNeeded!.value;
    // 1500 W ÷ 25.6 V = 59 A of 150 A; 6000 W ÷ 0.9 ÷ 25.6 V = 260 A: two, and one more that may drop out
    expect([strings(null), strings(1000), strings(6000 / 0.9)]).toEqual([1, 1, 3]);
  });
  it('counts charging current by the school: of three strings two, one or all', () => {
    const spare = (school: ConfigurationDemand['school']) =>
      configurations([GENERIC_BATTERIES[0]!], { ...demand, autonomyDays: 4, school }, {})
        .filter(({ parallelCount }) => parallelCount === 3)
        .map(({ battery, chargeHeadroomA }) => (chargeHeadroomA!.value + 60) / battery.chargeA!);
    expect([spare('sum'), spare('one-may-drop-out'), spare('single')].flat()).toEqual([3, 2, 1]);
    const unknown = configurations(GENERIC_BATTERIES, { ...demand, chargeAt: () => null }, {});
    expect(unknown.every(({ chargeHeadroomA }) => chargeHeadroomA === null)).toBe(true);
  });
  it('keeps to what the sheet allows in series and in parallel', () => {
    for (const { battery, seriesCount, parallelCount } of found) {
      expect(seriesCount).toBeLessThanOrEqual(battery.seriesMax ?? 99);
      expect(parallelCount).toBeLessThanOrEqual(battery.parallelMax ?? 99);
    }
  });
  it('marks as best what no other beats, and nothing that another beats', () => {
    expect(found.some(({ best }) => best)).toBe(true);
    const worse = { ...GENERIC_BATTERIES[1]!, id: 'worse', price: 9999, massKg: 99 };
    const with9 = configurations([...GENERIC_BATTERIES, worse], demand, {});
    expect(with9.filter(({ battery }) => battery.id === 'worse').every(({ best }) => !best)).toBe(true);
  });
  it('needs more strings for more days', () => {
    const strings = (autonomyDays: number) =>
      Math.min(
        ...configurations([GENERIC_BATTERIES[0]!], { ...demand, autonomyDays }, {}).map((one) => one.parallelCount),
      );
    expect(strings(4)).toBeGreaterThan(strings(1));
  });
});

const strings = (school: CurrentSchool, currentA: number) =>
  stringsNeeded(school, computed(currentA), entered(100), '').value;

describe('current schools', () => {
  it.each([
    ['sum', 400],
    ['one-may-drop-out', 300],
    ['single', 100],
  ] as const)('%s: four of 100 A carry %i A', (school, limitA) =>
    expect(bankCurrentLimit(school, 4, 100, '').value).toBe(limitA),
  );
  it('one battery alone overloads none beside it: 80 A of 100 A', () =>
    expect((['sum', 'one-may-drop-out', 'single'] as const).map((school) => strings(school, 80))).toEqual([1, 1, 1]));
  it('as much as one carries is one battery’s still, and a hair more is not', () => {
    const all = (currentA: number) =>
      (['sum', 'one-may-drop-out', 'single'] as const).map((of) => strings(of, currentA));
    expect(all(100)).toEqual([1, 1, 1]);
    expect(all(100.01)).toEqual([2, 3, Infinity]);
  });
  it('a 3000 W inverter at 12.8 V needs 3, 4 or no number of 100 A batteries', () => {
    const currentA = 3000 / 12.8; // 234 A
    expect((['sum', 'one-may-drop-out', 'single'] as const).map((school) => strings(school, currentA))).toEqual([
      3,
      4,
      Infinity,
    ]);
  });
});

describe('runtime', () => {
  const agm = {
    nominalV: byDefault(12),
    capacityAh: entered(100),
    usableFraction: entered(0.5),
    peukertExponent: entered(1.12),
    leftFraction: byDefault(1),
  };
  it('by hand: 60 W on 100 Ah AGM: 5 A is the 20-hour rate: 10 h; flat 15 % off: 8.5 h', () => {
    const { currentA, hours } = runtimeOf(agm, entered(60), entered(60), 0.15);
    expect([currentA.value, hours.itemised.value, hours.flat.value, hours.plain.value]).toEqual([5, 10, 8.5, 10]);
  });
  it('never gives more than it is rated for: flooded 200 Ah at 1 A, half of it usable, is 100 h', () => {
    const flooded = { ...agm, capacityAh: entered(200), peukertExponent: entered(1.25) };
    expect(runtimeOf(flooded, entered(12), entered(12), 0).hours.itemised.value).toBeCloseTo(100, 9);
    // 20 A are twice the rated current: 100 Ah ÷ (20 · 2^0.25)
    expect(runtimeOf(flooded, entered(240), entered(240), 0).hours.itemised.value).toBeCloseTo(5 / 2 ** 0.25, 9);
  });
  it('plain takes the amperes at the loads, itemised those at the bank', () => {
    const { plain, itemised } = runtimeOf(agm, entered(60), entered(48), 0.15).hours;
    expect([plain.value, itemised.value]).toEqual([12.5, 10]);
  });
  test.prop([fc.double({ min: 1, max: 3000, noNaN: true }), fc.double({ min: 1.0001, max: 4, noNaN: true })])(
    'more load never lasts longer, in any school',
    (powerW, factor) => {
      const at = (w: number) => runtimeOf(agm, entered(w), entered(w), 0.15);
      for (const school of LOSS_SCHOOLS)
        expect(at(powerW * factor).hours[school].value).toBeLessThan(at(powerW).hours[school].value);
    },
  );
  it('learns the household’s own factor from what was observed', () => {
    const trial = (method: string, predictedH: number, observedH: number | null) => ({ method, predictedH, observedH });
    const trials = [trial('flat', 10, 8), trial('flat', 10, 12.5), trial('itemised', 10, 9), trial('flat', 4, null)];
    expect(calibrate(trials, 'flat')).toEqual({ factor: expect.closeTo(1, 12), trials: 2 });
    expect(calibrate(trials, 'itemised')!.factor).toBeCloseTo(0.9, 12);
    expect(calibrate([], 'flat')).toBeNull();
    const own = calibrate(trials, 'itemised');
    const hours = runtimeOf(agm, entered(100), entered(100), 0.15).hours.itemised;
    const lasts = hoursByTrials(hours, own, 'itemised')!;
    expect(lasts.value).toBeCloseTo(hours.value * 0.9, 9);
    expect(lasts.working().terms.map(({ note }) => note)).toEqual([undefined, '1 trial']);
    // What lasts nine tenths as long asks for ten ninths of the bank.
    expect(neededByTrials(hours, own, 'x')!.value * 0.9).toBeCloseTo(hours.value, 9);
    expect([hoursByTrials(hours, null, 'x'), neededByTrials(hours, null, 'x')]).toEqual([null, null]);
  });
});

describe('system voltages', () => {
  const [v12, v24, v48] = systemVoltages({
    powerW: 2000,
    oneWayLengthM: 2,
    dropFraction: 0.03,
    solarW: 800,
    fixedLoads: [{ says: 'radio', voltageV: 12, powerW: 60 }],
    blockV: 12.8,
    highestBlockV: 14.2,
    blockOhm: 0.004,
    list: 'metric',
  });
  it('halves the current with each doubling', () => {
    expect(v12!.currentA.value).toBeCloseTo(156.25, 9);
    expect(v24!.currentA.value).toBeCloseTo(78.125, 9);
    expect(v48!.currentA.value).toBeCloseTo(39.0625, 9);
    expect([v12, v24, v48].map((one) => one!.controllerA)).toEqual([62.5, 31.25, 15.625]);
  });
  it('works the section by hand at 12.8 V: 156 A over 4 m, 3 % = 0.384 V, copper at 50 °C', () => {
    // 156.25 · 4 · 1.7241e-8 · 1.1179 ÷ 0.384 = 31.4 mm² → 35 mm², whose 185 A at 90 °C suffice
    const run = {
      currentA: 156.25,
      oneWayLengthM: 2,
      systemV: 12.8,
      dropFraction: 0.03,
      insulationC: 90,
      inEngineSpace: false,
    } as const;
    expect(chooseSection(run)).toMatchObject({ areaMm2: 35, ampacityA: 185, by: 'both' });
    expect(chooseSection({ ...run, oneWayLengthM: 4 })).toMatchObject({ areaMm2: 70, by: 'drop' });
    expect(chooseSection({ ...run, oneWayLengthM: 0.2 })).toMatchObject({ areaMm2: 35, by: 'ampacity' });
    // Not less than so much: that is said where neither rule asks for it, and not where one does.
    expect(chooseSection(run, 36)).toMatchObject({ areaMm2: 50, by: 'least' });
    expect(chooseSection(run, 35)).toMatchObject({ areaMm2: 35, by: 'both' });
    expect(chooseSection({ ...run, oneWayLengthM: 4 }, 50)).toMatchObject({ areaMm2: 70, by: 'drop' });
    expect(chooseSection(run, 1000)).toBeNull();
  });
  it('goes one section up where no fuse fits under the wire: 195 A wanted, 185 A carried, so 50 mm² and 200 A', () => {
    expect(v12!.section!.areaMm2).toBe(50);
    expect(v12!.fuse!.ratingA).toBe(200);
    expect(v12!.lossW).toBeCloseTo((156.25 ** 2 * 4 * 1.7241e-8 * (1 + 0.00393 * 30)) / 50e-6, 6);
  });
  it('takes thinner cable and loses less in it at higher voltage', () => {
    expect(v48!.section!.areaMm2).toBeLessThan(v24!.section!.areaMm2);
    expect(v24!.section!.areaMm2).toBeLessThan(v12!.section!.areaMm2);
  });
  it('fuses over the load and under the wire, in a family that breaks the short circuit', () => {
    expect(v24!.fuse!.ratingA).toBeGreaterThanOrEqual(78.125 * 1.25);
    expect(v24!.fuse!.ratingA).toBeLessThanOrEqual(v24!.section!.ampacityA);
    // The list has no fuse of 50 A that may break 56.8 V.
    expect(v48!.fuse).toBeNull();
    expect(v48!.noFuse).toBe('wire');
  });
  it('judges a fuse by what flows at its own terminals, however long the cable behind it', () => {
    // 200 Ah of lithium, 4 cells of 0.3 mΩ: 14.2 V ÷ 1.2 mΩ = 11.8 kA, which no blade fuse breaks
    const small = (oneWayLengthM: number) =>
      systemVoltages({
        powerW: 250,
        oneWayLengthM,
        dropFraction: 0.03,
        solarW: 0,
        fixedLoads: [],
        blockV: 12.8,
        highestBlockV: 14.2,
        blockOhm: 0.0012,
        list: 'metric',
      })[0]!;
    for (const lengthM of [0.2, 3, 20]) {
      const { fuse, shortCircuitA } = small(lengthM);
      expect(shortCircuitA.value).toBeCloseTo(14.2 / 0.0012, 6);
      const family = FUSE_FAMILIES.find((one) => one.family === fuse?.family);
      expect(family === undefined || family.interruptA >= shortCircuitA.value).toBe(true);
    }
    expect(small(3).noFuse).toBe('wire');
  });
  it('is not fooled by the nominal voltage: flooded cells equalise at 62 V in a 48 V bank', () => {
    const [, , at48] = systemVoltages({
      powerW: 1200,
      oneWayLengthM: 3,
      dropFraction: 0.03,
      solarW: 0,
      fixedLoads: [],
      blockV: 12,
      highestBlockV: highestCellV(CHEMISTRIES.flooded) * 6,
      blockOhm: 0.01,
      list: 'metric',
    });
    expect(at48!.shortCircuitA.value).toBeCloseTo(62.4 / 0.16, 9);
    expect(at48!.fuse).toBeNull();
    expect(highestCellV(CHEMISTRIES.agm)).toBe(2.4);
    // A charger set to 59.2 V at four blocks drives each to 14.8 V; one set lower, or not at all, changes nothing.
    expect(highestBlockV(CHEMISTRIES.agm, [null, 57.6, 59.2], 4)).toBeCloseTo(14.8, 12);
    expect(highestBlockV(CHEMISTRIES.agm, [null, 50], 4)).toBeCloseTo(14.4, 12);
  });
  it('names what needs a converter', () => {
    expect(v12!.converters).toEqual([]);
    expect(v48!.converters.map(({ says }) => says)).toEqual(['radio']);
  });
});

describe('voltage sag', () => {
  const circuit = {
    chemistry: CHEMISTRIES.agm,
    cells: 6,
    bankOhm: 0.005,
    cableOhm: (1.7241e-8 * 2 * (1 + 0.00393 * 20)) / 35e-6,
    cutOffV: entered(10.5),
  };
  it('solves constant power: V·I = P with V = OCV − I·R', () => {
    const volts = voltageUnderLoad(circuit, 0.5, 1000)!;
    const loop = 0.005 + (1.7241e-8 * 2 * (1 + 0.00393 * 20)) / 35e-6 + JOINTS_OHM;
    expect(volts).toBeCloseTo(2.048 * 6 - (1000 / volts) * loop, 9);
  });
  it('is the open voltage without load, and none where the bank cannot deliver', () => {
    expect(voltageUnderLoad(circuit, 1, 0)).toBeCloseTo(12.84, 9);
    expect(voltageUnderLoad(circuit, 1, 50_000)).toBeNull();
  });
  it('cuts off at more charge the greater the load', () => {
    expect(cutOffSoc(circuit, 100)).toBe(0);
    const at = [2200, 2600, 2800].map((power) => cutOffSoc(circuit, power));
    expect(at[0]!).toBeLessThan(at[1]!);
    expect(at[1]!).toBeLessThan(at[2]!);
    expect(cutOffSoc(circuit, 9000)).toBe(1);
    const edge = cutOffSoc(circuit, 2600);
    expect(voltageUnderLoad(circuit, edge, 2600)).toBeCloseTo(10.5, 4);
  });
  it('switches off at half charge just where the power says so', () => {
    expect(cutOffSoc(circuit, cutOffPower(circuit, 0.5).value)).toBeCloseTo(0.5, 6);
    expect(cutOffPower({ ...circuit, cutOffV: entered(13) }, 1).value).toBe(0);
  });
  it('tells the edge by the rested voltage that carries the load: 10.5 V + 2600 W ÷ 10.5 V · R', () => {
    const [needed, empty, full] = cutOffFigure(circuit, entered(2600)).working().terms;
    const loop = 0.005 + circuit.cableOhm + JOINTS_OHM;
    expect(needed!.value).toBeCloseTo(10.5 + (2600 / 10.5) * loop, 9);
    expect([empty!.value, full!.value]).toEqual([11.58, 12.84].map((volts) => expect.closeTo(volts, 9) as number));
    // A supply gives most at half of its rested voltage: 5 kW break this one down above 3 V.
    const broken = cutOffFigure({ ...circuit, cutOffV: entered(3) }, entered(5000)).working().terms[0]!;
    expect(broken.value).toBeCloseTo(2 * Math.sqrt(5000 * loop), 9);
    const [now, then] = [2800, 2200].map((watts) => cutOffFigure(circuit, entered(watts)));
    expect(edgeGain(now!, then!, 'x').value).toBeCloseTo(now!.value - then!.value, 12);
  });
  it('ranks remedies, and none makes it worse', () => {
    const remedies = sagRemedies(circuit, entered(2800), 1);
    const before = cutOffSoc(circuit, 2800);
    for (const { edge } of remedies) expect(edge.value).toBeLessThanOrEqual(before + 1e-9);
    expect(remedies[0]!.edge.value).toBeLessThanOrEqual(remedies.at(-1)!.edge.value);
  });
  it('shows as a figure what it solves, and names each remedy by what it changes', () => {
    for (const powerW of [0, 800, 2600]) {
      const figure = sagFigure(circuit, 0.5, entered(powerW))!;
      expect(figure.value).toBeCloseTo(voltageUnderLoad(circuit, 0.5, powerW)!, 9);
      expect(figure.working().terms[0]).toMatchObject({
        value: 6 * 2.048,
        origin: 'default',
        note: 'AGM at 50 %, 6 cells',
      });
    }
    expect(sagFigure(circuit, 0.5, entered(50_000))).toBeNull();
    const { cableOhm, bankOhm: own, cells } = circuit;
    const changed = {
      'half-length': { cableOhm: cableOhm / 2 },
      'double-section': { cableOhm: cableOhm / 2 },
      'one-more-string': { bankOhm: own * (2 / 3) },
      'double-voltage': { bankOhm: own * 4, cells: cells * 2, cutOffV: entered(21) },
    };
    const remedies = sagRemedies(circuit, entered(2800), 2);
    expect(remedies.map(({ id }) => id).sort()).toEqual(Object.keys(changed).sort());
    for (const { id, edge } of remedies)
      expect(edge.value).toBeCloseTo(cutOffSoc({ ...circuit, ...changed[id] }, 2800), 9);
  });
});

describe('resistance', () => {
  const lfp = newBattery('b', 'lfp', 4, 200);
  it('of a battery off its sheet, or by its size: 4 cells · 0.6 mΩ · 100/200', () => {
    expect(batteryOhm(lfp, CHEMISTRIES.lfp).value).toBeCloseTo(0.0012, 12);
    expect(batteryOhm({ ...lfp, resistanceOhm: 0.003 }, CHEMISTRIES.lfp)).toMatchObject({
      value: 0.003,
      origin: 'entered',
    });
  });
  it('adds in series, divides in parallel, grows in the cold', () => {
    expect(bankOhm(newBank(lfp, 2, 2), CHEMISTRIES.lfp, 25)).toBeCloseTo(0.0012, 12);
    expect(bankOhm(newBank(lfp), CHEMISTRIES.lfp, 0)).toBeGreaterThan(bankOhm(newBank(lfp), CHEMISTRIES.lfp, 25));
    // 25 K below warm, at 2 % a kelvin.
    const cold = bankOhmFigure(newBank(lfp, 2, 2), CHEMISTRIES.lfp, 0);
    expect(cold.value).toBeCloseTo(0.0012 * Math.exp(0.5), 12);
    expect(cold.working().terms).toMatchObject([
      { value: expect.closeTo(0.0012, 12), note: '2 in series, 2 in parallel, of 1.2 mΩ each' },
      { value: expect.closeTo(Math.exp(0.5), 12) },
    ]);
  });
});

describe('mixing', () => {
  const bank = { ...newBank(newBattery('b', 'flooded', 1, 450), 6, 1), boughtIn: '2024-03' };
  const other = (more: Partial<OtherStrings>): OtherStrings => ({
    battery: bank.battery,
    seriesCount: 6,
    parallelCount: 1,
    boughtIn: '2024-05',
    reason: '',
    ...more,
  });
  const codes = (more: Partial<OtherStrings>) => mixingWarnings(bank, other(more)).map(({ code }) => code);
  it('has nothing against the same battery of the same age', () => expect(codes({})).toEqual([]));
  it.each([
    [{ boughtIn: '2025-03' }, ['age']],
    [{ boughtIn: null }, ['age-unknown']],
    [{ battery: newBattery('o', 'flooded', 1, 400) }, ['model', 'capacity']],
    [{ seriesCount: 5 }, ['voltage']],
  ])('%o', (more, expected) => expect(codes(more)).toEqual(expected));
  it('refuses a mix of chemistries, in the file too', () => {
    const agm = other({ battery: newBattery('o', 'agm', 1, 450) });
    expect(mayMix(bank, agm)).toBe(false);
    expect(Bank.safeParse({ ...bank, others: [agm] }).success).toBe(false);
    expect(Bank.safeParse({ ...bank, others: [other({})] }).success).toBe(true);
  });
});

describe('what a bank is besides its charge', () => {
  const battery = {
    ...newBattery('b', 'lfp', 4, 100),
    massKg: 11,
    price: 350,
    lengthMm: 330,
    widthMm: 172,
    heightMm: 215,
  };
  const day = { dayAh: entered(40), hoursWh: Array<number>(24).fill(21) };
  const sheetOf = (bank: Bank) => bankSheet(bank, sizeBank(bank, day, {}), 'b');

  it('by hand, two in series and three in parallel: 66 kg, 2100, 6 · 12.2034 l, 300 Ah · 0.8 · 25.6 V', () => {
    const sheet = sheetOf(newBank(battery, 2, 3));
    expect(sheet.massKg!.value).toBe(66);
    expect(sheet.price!.value).toBe(2100);
    expect(sheet.volumeL!.value).toBeCloseTo(6 * 3.3 * 1.72 * 2.15, 9);
    expect(sheet.usableKWh.value).toBeCloseTo(
      (sizeBank(newBank(battery, 2, 3), day, {}).usableAh.value * 25.6) / 1000,
      9,
    );
    expect(sheet.absorptionV.value).toBeCloseTo(8 * 3.55, 9);
  });
  it('counts other strings with the rest, and is silent where the sheet of one is', () => {
    const old = { ...battery, name: 'Old one', massKg: 14, price: null };
    const others = [{ battery: old, seriesCount: 1, parallelCount: 2, boughtIn: null, reason: '' }];
    const sheet = sheetOf({ ...newBank(battery, 1, 1), others });
    expect(sheet.massKg!.value).toBe(11 + 2 * 14);
    expect(sheet.massKg!.working().terms.map(({ says }) => says)).toEqual([battery.name, 'Old one']);
    expect(sheet.price).toBeNull();
  });
  it('says what one usable Ah takes of rated ones: 1 ÷ (0.8 · what losses leave)', () => {
    const bank = { ...newBank(battery, 1, 2), usableFraction: 0.8 };
    const sized = sizeBank(bank, day, {});
    expect(ratedPerUsable(bank, sized).value).toBeCloseTo(1 / 0.8 / sized.leftFraction.value, 12);
  });
  it.each(['lengthMm', 'widthMm', 'heightMm'] as const)('knows no size without the %s', (side) => {
    expect(sheetOf(newBank({ ...battery, [side]: null }, 1, 2)).volumeL).toBeNull();
  });
  it('is called by what its label says', () => {
    expect([newBattery('b', 'lfp', 8, 100).name, newBattery('b', 'agm', 3, 225).name]).toEqual([
      'LFP 100 Ah, 24 V',
      'AGM 225 Ah, 6 V',
    ]);
  });
  it('opens down to what was entered: the size of one is length × width × height', () => {
    const working = sheetOf(newBank(battery, 1, 2)).volumeL!.working();
    expect(working.terms[1]!.working!().terms.map(({ value }) => value)).toEqual([330, 172, 215]);
  });
});
