import { describe, expect, it } from 'vitest';
import { circuitOf, laidOut, lamp, van } from '../kept-spec/van';

describe('what an average day makes of a run', () => {
  const rig = {
    ...van,
    inverters: [],
    sources: [],
    loads: [
      lamp('lights', 'Cabin', 128, { use: { by: 'hours', hoursPerDay: 24 } }),
      lamp('pump', 'Deck', 60, { use: { by: 'hours', hoursPerDay: 24 }, surgeFactor: 3, quantity: 2 }),
    ],
  };
  const plan = {
    ...laidOut(rig),
    runs: laidOut(rig).runs.map((run) => ({ ...run, lengthM: 2, areaMm2: 10 })),
  };
  const { runs, nominalV } = circuitOf(rig, plan);
  const of = (id: string) => runs.find(({ run }) => run.id === id)!;
  it('by hand: a lamp that burns all day loses I²R, and one size up saves its share of it', () => {
    const amps = 128 / nominalV;
    const ohm = (1.724e-8 * (1 + 0.00393 * 30) * 2) / 10e-6;
    const usual = of('group-Cabin-plus').usual!;
    expect(usual.typical.value).toBeCloseTo(amps, 6);
    expect(usual.drop.value).toBeCloseTo(amps * ohm, 4);
    expect(usual.lost.value).toBeCloseTo((amps ** 2 * ohm * 24) / nominalV, 3);
    expect(usual.oneUp!.areaMm2).toBe(16);
    expect(usual.oneUp!.saves.value).toBeCloseTo(usual.lost.value * (6 / 16), 9);
    expect(of('main-plus').usual!.typical.value).toBeCloseTo((128 + 120) / nominalV, 6);
    expect(of('bond').usual).toBeNull();
  });
  it('a start is told apart: one pump of two starts hard while all else runs', () => {
    const lowestV = 128 / of('group-Cabin-plus').design.value;
    expect(of('group-Deck-plus').surge!.value).toBeCloseTo((120 + 2 * 120) / lowestV, 6);
    expect(of('group-Cabin-plus').surge).toBeNull();
    expect(of('main-plus').surge!.value).toBeCloseTo((128 + 120 + 2 * 120) / lowestV, 6);
  });
});
