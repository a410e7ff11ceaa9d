import { describe, expect, it } from 'vitest';
import { entered } from '../formula/figure';
import type { Source } from '../sources/source';
import { newArray, newSource } from '../sources/new-source';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { leftAlongCharge, leftForBank, runningCurrent } from './running-current';

const bank = newBank(newBattery('b', 'flooded', 6, 200));
const at = (source: Source, soc = 0.5) => runningCurrent(source, bank, {}, entered(14), soc);
const sun = (limitA: number) =>
  ({
    ...newSource('solar', 'sun'),
    limitA,
    efficiencyFraction: 0.95,
    derateFraction: 0.9,
    arrays: [newArray('a', 200), newArray('b', 100)],
  }) as Source;

describe('what a source gives while it runs', () => {
  it('of sun: 300 W · 0.7 · 0.9 · 0.95 ÷ 14 V = 12.825 A, and no more than its controller lets through', () => {
    expect(at(sun(30)).value).toBeCloseTo(12.825, 12);
    expect(at(sun(10)).value).toBe(10);
    expect(at(sun(30)).working!().terms.map(({ says }) => says)).toContain('a usual clear noon, of full sun');
  });
  it('of a charger: its amps, whatever the charge', () => {
    const mains = { ...newSource('shore', 'm'), currentA: 25 } as Source;
    const drive = { ...newSource('engine', 'e'), mode: { by: 'limited', currentA: 18 } } as Source;
    expect([at(mains, 0.1).value, at(mains, 0.9).value, at(drive, 0.9).value]).toEqual([25, 25, 18]);
  });
  it('of a relay: less to a fuller bank, and nothing where the bank rests above the alternator', () => {
    const relay = (alternatorV: number) =>
      ({
        ...newSource('engine', 'e'),
        mode: { by: 'relay', alternatorV, pathOhm: 0.02, limitA: 90 },
      }) as Source;
    expect(at(relay(13.9), 0.9).value).toBeLessThan(at(relay(13.9), 0.4).value);
    expect(at(relay(12), 0.9).value).toBe(0);
    expect(at(relay(13.9), 0.4).note).toBe('through the relay at 40 % charge');
  });
  it('of another: its best hour', () => {
    const wind = { ...newSource('other', 'w'), hoursA: Array.from({ length: 24 }, (_, h) => h / 10) } as Source;
    expect(at(wind).value).toBeCloseTo(2.3, 12);
  });
});

describe('what is left for the bank', () => {
  const chargers = [
    { name: 'Roof', currentA: entered(12) },
    { name: 'Mains', currentA: entered(20) },
  ];
  it('is what the chargers give less the loads: 12 + 20 − 5 = 27 A', () => {
    const left = leftForBank(chargers, 5);
    expect(left.value).toBe(27);
    expect(left.working().terms[0]!.working!().terms.map(({ says }) => says)).toEqual(['Roof', 'Mains']);
  });
  it('is nothing, not less, where the loads take more', () => expect(leftForBank(chargers, 40).value).toBe(0));
});

describe('what is left along a charge', () => {
  it('is at each charge what is left for the bank there', () => {
    const relay = {
      ...newSource('engine', 'e'),
      mode: { by: 'relay', alternatorV: 13.9, pathOhm: 0.02, limitA: 90 },
    } as Source;
    const sources = [sun(30), relay, { ...newSource('shore', 'm'), currentA: 10 } as Source];
    const along = leftAlongCharge(sources, 2, 4, bank, {}, entered(14));
    for (const soc of [0.1, 0.4, 0.7, 1]) {
      const chargers = sources.map((source) => ({ name: source.name, currentA: at(source, soc) }));
      expect(along(soc)).toBeCloseTo(leftForBank([...chargers, { name: '', currentA: entered(2) }], 4).value, 9);
    }
    expect(along(0.9)).toBeLessThan(along(0.3));
  });
});
