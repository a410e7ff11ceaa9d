import { describe, expect, it } from 'vitest';
import { chargeLimit } from '../charging/charge-limit';
import { configurations, type ConfigurationDemand } from '../bank/configurations';
import { sizeBank } from '../bank/size-bank';
import { entered } from '../formula/figure';
import { Battery as BatterySchema, type Battery } from './battery';
import { ChemistryEdit, ChemistryEdits } from './chemistry-edit';
import { newBank } from '../bank/fresh';
import { newBattery } from './new-battery';
import { CHEMISTRIES } from './chemistry.data';
import { chemistryOf, chemistryValue, curveValue } from './chemistry-of';

const edits: ChemistryEdits = { agm: { acceptancePerH: { value: 1.2, source: 'its sheet' } } };

const agm = (of: ChemistryEdits) => chemistryOf({ chemistryId: 'agm' }, of);

describe('a chemistry with values of one’s own', () => {
  it('has them in place of the shipped ones, and in that chemistry alone', () => {
    expect(chemistryOf({ chemistryId: 'agm' }, edits)).toMatchObject({ ...CHEMISTRIES.agm, acceptancePerH: 1.2 });
    expect(chemistryOf({ chemistryId: 'gel' }, edits)).toEqual(CHEMISTRIES.gel);
  });
  it('says where each value is from', () => {
    expect(chemistryValue(agm(edits), 'acceptancePerH')).toMatchObject({
      origin: 'entered',
      note: `${CHEMISTRIES.agm.name}, its sheet`,
    });
    expect(chemistryValue(agm(edits), 'tailFraction')).toMatchObject({
      origin: 'default',
      note: CHEMISTRIES.agm.name,
    });
    const unsaid: ChemistryEdits = { agm: { tailFraction: { value: 0.03, source: '' } } };
    expect(chemistryValue(agm(unsaid), 'tailFraction').note).toBe(`${CHEMISTRIES.agm.name}, your value`);
  });
  it('limits the charge by a share of one’s own: 0.2 of 200 Ah is 40 A', () => {
    const bank = newBank(newBattery('b', 'agm', 6, 200));
    const own: ChemistryEdits = { agm: { acceptanceCapPerH: { value: 0.2, source: '' } } };
    expect(chargeLimit(bank, { sharedLimitA: null }, own).value).toBe(40);
  });
  it('is never lithium that is charged in the frost', () => {
    const from = (value: number) => ({ chargeFromTempC: { value, source: 'a bold sheet' } });
    expect(ChemistryEdits.safeParse({ lfp: from(-10) }).error?.issues[0]?.path).toEqual([
      'lfp',
      'chargeFromTempC',
      'value',
    ]);
    expect(ChemistryEdits.safeParse({ lfp: from(5), agm: from(-20) }).success).toBe(true);
  });
});

describe('values of a model', () => {
  const battery = newBattery('b', 'lfp', 4, 100);
  const sheet: Battery = {
    ...battery,
    own: {
      cyclesByDepth: {
        value: [
          [0.5, 8000],
          [1, 3000],
        ],
        source: 'its sheet',
      },
      tailFraction: { value: 0.05, source: 'its sheet' },
    },
  };
  it('go before those of its chemistry, and the chemistry’s before the usual ones', () => {
    const edits: ChemistryEdits = {
      lfp: { tailFraction: { value: 0.03, source: 'club' }, peukertExponent: { value: 1.05, source: 'club' } },
    };
    const chemistry = chemistryOf(sheet, edits);
    expect(chemistryValue(chemistry, 'tailFraction')).toMatchObject({
      value: 0.05,
      note: expect.stringMatching(/its sheet$/),
    });
    expect(chemistryValue(chemistry, 'peukertExponent')).toMatchObject({
      value: 1.05,
      note: expect.stringMatching(/club$/),
    });
    expect(chemistryValue(chemistry, 'absorptionCellV').origin).toBe('default');
    expect(chemistryOf(battery, edits).tailFraction).toBe(0.03);
  });
  it('read a curve of one’s own by straight lines: 80 % deep, 8000 − 5000 · 0.6 = 5000 cycles', () => {
    const cycles = curveValue(chemistryOf(sheet, {}), 'cyclesByDepth', 0.8);
    expect(cycles).toMatchObject({ origin: 'entered', note: expect.stringMatching(/its sheet$/) });
    expect(cycles.value).toBeCloseTo(5000, 9);
    expect(curveValue(chemistryOf(battery, {}), 'cyclesByDepth', 0.8).origin).toBe('default');
  });
  it('reach the price of a lifetime kWh: twice the cycles, half the price', () => {
    const demand: ConfigurationDemand = {
      dayAh: entered(40),
      hoursWh: Array<number>(24).fill(21),
      blocks: 1,
      usableOf: () => 0.8,
      losses: { lossSchool: 'itemised', flatLossFraction: 0.15, ageingFraction: 1, coldestTempC: 25 },
      autonomyDays: 1,
      school: 'sum',
      chargeAt: () => null,
      peakW: 100,
      p50DayAh: entered(40),
      p90DayAh: entered(40),
      inverterW: null,
    };
    const priced = { ...battery, price: 400 };
    const curve = (cycles: number) => ({
      value: [
        [0, cycles],
        [1, cycles],
      ] as [number, number][],
      source: '',
    });
    const of = (cycles: number) =>
      configurations([{ ...priced, own: { cyclesByDepth: curve(cycles) } }], demand, {})[0]!.pricePerLifetimeKwh!.value;
    expect(of(2000) / of(4000)).toBeCloseTo(2, 9);
  });
  it('make a bank that holds less in the cold need more', () => {
    const cold = (share: number): Battery => ({
      ...battery,
      own: {
        capacityFractionByTempC: {
          value: [
            [0, share],
            [25, 1],
          ],
          source: '',
        },
      },
    });
    const needed = (share: number) => {
      const bank = { ...newBank(cold(share)), coldestTempC: 0 };
      return sizeBank(bank, { dayAh: entered(40), hoursWh: Array<number>(24).fill(21) }, {}).need!.requiredAh.value;
    };
    expect(needed(0.5) / needed(1)).toBeCloseTo(2, 1);
  });
  it('are checked as they are stored: rows in order, voltage never falling, from empty to full', () => {
    const rested = (value: unknown) =>
      ChemistryEdit.safeParse({ restedCellV: { value, source: '' } }).error?.issues[0]?.message ?? 'taken';
    expect(
      rested([
        [0, 2.8],
        [0.5, 3.3],
        [1, 3.4],
      ]),
    ).toBe('taken');
    expect(
      rested([
        [0, 2.8],
        [0.5, 3.3],
        [0.5, 3.4],
        [1, 3.5],
      ]),
    ).toBe('each row further on than the one before');
    expect(
      rested([
        [0, 2.8],
        [0.5, 3.3],
        [1, 3.2],
      ]),
    ).toBe('never falls from one row to the next');
    expect(
      rested([
        [0.1, 2.8],
        [1, 3.4],
      ]),
    ).toBe('from 0 % to 100 %');
    expect(rested([[0, 2.8]])).not.toBe('taken');
    expect(
      rested([
        [0, 2.8],
        [1, 9],
      ]),
    ).not.toBe('taken');
  });
  it('never let lithium of one model be charged in the frost', () => {
    const bold = { ...battery, own: { chargeFromTempC: { value: -10, source: 'a bold sheet' } } };
    expect(BatterySchema.safeParse(bold).error?.issues[0]?.path).toEqual(['own', 'chargeFromTempC', 'value']);
    expect(BatterySchema.safeParse({ ...bold, chemistryId: 'agm', cellsInSeries: 6 }).success).toBe(true);
  });
});
