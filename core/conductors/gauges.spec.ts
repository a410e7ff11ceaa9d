import { describe, expect, it } from 'vitest';
import { ampacityOf, chooseSection, nextSection, type SectionDemand } from './choose-section';
import { gaugeOf, GAUGES, nearestGauge } from './gauges.data';

const numberOf = (name: string) => (name.endsWith('/0') ? 1 - Number(name[0]) : Number(name));

describe('wire gauges', () => {
  it.each(GAUGES)('%s AWG has the section of its definition', (name, areaMm2) => {
    const diameterMm = 0.127 * 92 ** ((36 - numberOf(name)) / 39);
    expect(areaMm2 / ((Math.PI / 4) * diameterMm ** 2)).toBeCloseTo(1, 3);
  });
  it('carry more the thicker they are', () => {
    for (let k = 1; k < GAUGES.length; k++) {
      expect(GAUGES[k]![1]).toBeGreaterThan(GAUGES[k - 1]![1]);
      expect(GAUGES[k]![2]).toBeGreaterThan(GAUGES[k - 1]![2]);
    }
  });
  it('read by the published rows: 2 AWG 210 A, in an engine space 180.6 A; 90 °C is not tabled', () => {
    expect(ampacityOf(33.631, 105, false, 'gauges')).toBe(210);
    expect(ampacityOf(33.631, 105, true, 'gauges')).toBeCloseTo(210 * 0.86, 9);
    expect(ampacityOf(33.631, 90, false, 'gauges')).toBeNull();
    expect(ampacityOf(35, 105, false, 'gauges')).toBeNull();
  });
  it('have names, and none for a metric section', () => {
    expect([gaugeOf(53.475), gaugeOf(50)]).toEqual(['1/0 AWG', null]);
    expect([nearestGauge(50)[0], nearestGauge(35)[0], nearestGauge(500)[0]]).toEqual(['1/0', '2', '4/0']);
    expect([nextSection(33.631, 'gauges'), nextSection(107.22, 'gauges')]).toEqual([42.408, null]);
  });
  it('are chosen by drop and ampacity: 100 A, 3 m, 12.8 V, 3 %', () => {
    // 100 A · 6 m · 1.7241e-8 · 1.1179 ÷ 0.384 V = 30.1 mm²: 2 AWG; 100 A alone would do with 6 AWG
    const run: SectionDemand = {
      currentA: 100,
      oneWayLengthM: 3,
      systemV: 12.8,
      dropFraction: 0.03,
      insulationC: 105,
      inEngineSpace: false,
      list: 'gauges',
    };
    expect(chooseSection(run)).toMatchObject({ areaMm2: 33.631, ampacityA: 210, by: 'drop' });
    expect(chooseSection({ ...run, oneWayLengthM: 0.3 })).toMatchObject({ areaMm2: 13.302, by: 'ampacity' });
    expect(chooseSection({ ...run, oneWayLengthM: 12 })).toBeNull();
  });
});
