import { describe, expect, it } from 'vitest';
import type { Source } from '../sources/source';
import { newArray, newSource } from '../sources/new-source';
import { newCharging } from './fresh';
import { chargingPeak } from './charging-peak';

const roof = (powerW: number): Source =>
  ({ ...newSource('solar', 's'), name: 'Roof', limitA: 20, arrays: [newArray('a', powerW)] }) as Source;
const plan = {
  ...newCharging(),
  inverters: [],
  sources: [roof(480), newSource('engine', 'e'), newSource('shore', 'm')],
};

describe('what charges at once', () => {
  it('by hand: 480 W · 0.95 ÷ 24 V = 19 A of sun, 30 A of engine, 20 A of mains', () => {
    const peak = chargingPeak(plan, 24)!;
    expect(peak.value).toBeCloseTo(69, 9);
    expect(peak.working().terms[0]!.working!().terms.map(({ says, value }) => [says, value])).toEqual([
      ['Roof', 19],
      ['Engine', 30],
      ['Shore charger', 20],
    ]);
  });
  it('keeps to the controller’s limit at a lower voltage, and to what all may give together', () => {
    expect(chargingPeak(plan, 12)!.value).toBe(70);
    expect(chargingPeak({ ...plan, sharedLimitA: 50 }, 12)!.value).toBe(50);
  });
  it('counts a relay by its limit and a wind generator by its best hour', () => {
    const relay = {
      ...newSource('engine', 'r'),
      mode: { by: 'relay', alternatorV: 14.2, pathOhm: 0.02, limitA: 45 },
    } as Source;
    const wind = {
      ...newSource('other', 'w'),
      hoursA: Array.from({ length: 24 }, (_, k) => (k === 3 ? 7 : 1)),
    } as Source;
    expect(chargingPeak({ ...plan, sources: [relay, wind] }, 12)!.value).toBe(52);
  });
  it('counts a charger that mains and a generator feed once, by the larger', () => {
    const generator = {
      ...newSource('shore', 'g'),
      name: 'Generator',
      currentA: 35,
      through: { sourceId: 'm' },
    } as Source;
    const peak = chargingPeak({ ...plan, sources: [newSource('shore', 'm'), generator] }, 12)!;
    expect(peak.value).toBe(35);
    const [term] = peak.working().terms[0]!.working!().terms;
    expect(term).toMatchObject({ says: 'Shore charger or Generator', note: 'by Generator; one feeds it at a time' });
  });
  it('is not known without a source in use', () => {
    expect(chargingPeak({ ...newCharging(), inverters: [] }, 12)).toBeNull();
    expect(chargingPeak({ ...plan, sources: [{ ...roof(100), on: false }] }, 12)).toBeNull();
  });
});
