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
  it('what runs for a part of its hours flows at its whole current meanwhile, alone and beside others', () => {
    const use = (hoursPerDay: number) => ({ use: { by: 'hours' as const, hoursPerDay } });
    const short = {
      ...rig,
      loads: [
        lamp('winch', 'Cabin', 1280, use(0.5)),
        lamp('pump', 'Deck', 256, use(6)),
        lamp('alarm', 'Engine room', 12.8, use(24)),
      ],
    };
    const worked = circuitOf(short, laidOut(short));
    const usualOf = (id: string) => worked.runs.find(({ run }) => run.id === id)!.usual!;
    const own = (watts: number) => watts / worked.nominalV;
    const wayOf = (loadId: string) =>
      worked.loops.find(({ part }) => part.kind === 'loads' && part.loadIds.includes(loadId))!.part.id;
    const [winch, pump, alarm] = ['winch', 'pump', 'alarm'].map(wayOf);
    expect(usualOf(`${winch}-plus`).typical.value).toBeCloseTo(own(1280), 9);
    expect(usualOf(`${pump}-plus`).typical.value).toBeCloseTo(own(256), 9);
    expect(usualOf(`${alarm}-plus`).typical.value).toBeCloseTo(own(12.8), 9);
    // Each on or off by itself for its share of every hour: all eight combinations.
    const loads = [
      { amps: own(1280), share: 0.5 / 24 },
      { amps: own(256), share: 6 / 24 },
      { amps: own(12.8), share: 1 },
    ];
    let [squareA2h, throughAh] = [0, 0];
    for (let on = 0; on < 8; on++) {
      const isOn = (k: number) => (on >> k) % 2 === 1;
      const amps = loads.reduce((sum, one, k) => sum + (isOn(k) ? one.amps : 0), 0);
      const often = loads.reduce((product, one, k) => product * (isOn(k) ? one.share : 1 - one.share), 1);
      squareA2h += 24 * often * amps ** 2;
      throughAh += 24 * often * amps;
    }
    expect(usualOf('main-plus').typical.value).toBeCloseTo(squareA2h / throughAh, 9);
    const { drop, lost } = usualOf('main-plus');
    expect(lost.value).toBeCloseTo((drop.value / (squareA2h / throughAh)) * (squareA2h / worked.nominalV), 9);
  });
  it('a way loses usually what its runs do, each at its own usual current', () => {
    const { loops } = circuitOf(rig, plan);
    const cabin = loops.find(({ part }) => part.id === 'group-Cabin')!;
    const drops = cabin.runIds.map((id) => of(id).usual!.drop.value);
    const sum = drops.reduce((all, one) => all + one, 0);
    expect(cabin.usualShare!.value).toBeCloseTo(sum / cabin.demand.systemV, 9);
    expect(cabin.usualShare!.value).toBeLessThan(cabin.share.value);
    expect(circuitOf(van, laidOut(van)).loops.find(({ demand }) => demand.gives)!.usualShare).toBeNull();
  });
  it('a start is told apart: one pump of two starts hard while all else runs', () => {
    const lowestV = 128 / of('group-Cabin-plus').design.value;
    expect(of('group-Deck-plus').surge!.value).toBeCloseTo((120 + 2 * 120) / lowestV, 6);
    expect(of('group-Cabin-plus').surge).toBeNull();
    expect(of('main-plus').surge!.value).toBeCloseTo((128 + 120 + 2 * 120) / lowestV, 6);
  });
});
