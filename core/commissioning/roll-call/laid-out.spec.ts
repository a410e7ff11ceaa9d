import { describe, expect, it } from 'vitest';
import { gauss, pick, type Random } from '../../kept-spec/draws';
import { drawnRig, drawnWiring, withChargingInverter } from '../../kept-spec/laid-out-rigs';
import { provingOf, type Rig } from '../../kept-spec/van';
import { drawsFrom } from '../../statistics/random-bits';
import type { StepOf } from '../step';
import { inferRollCall } from './infer';
import type { RollCause, RollReading } from './item';

const SHUNT = { ratedA: 300, fullV: 0.05 };
const STEP_A = 0.01;

interface Fault {
  /** All that hangs on this part comes back beside the shunt. */
  bypassed?: string;
  /** Shown ÷ true. */
  scale?: number;
  /** What it draws ÷ the middle of what is expected. */
  off?: { id: string; factor: number };
  /** The bank takes next to nothing: sources give what the loads draw that are on. */
  full?: boolean;
}

/**
 * What a meter shows while the steps of a rig are walked in their order: every load draws what it draws, the sun comes and goes by a hundredth,
 * the shunt is off by half a percent and the zero by a little, and the bank stands a few percent beside its nominal voltage.
 */
function walked(steps: readonly StepOf<'roll-call'>[], random: Random, fault: Fault): RollReading[] {
  const volts = 1 + 0.03 * gauss(random);
  const [gain, zeroA] = [1 + 0.004 * gauss(random), 0.02 * gauss(random)];
  const draws = new Map(
    steps.map(({ item: { id, fromA, toA } }) => {
      const isLoad = toA <= 0;
      const least = isLoad ? fromA : Math.max(fromA, (id === 'source:solar' ? 0.12 : 0.6) * toA);
      const usual = (least + (toA - least) * random()) / (isLoad ? volts : 1);
      return [id, fault.off?.id === id ? ((fromA + toA) / 2) * fault.off.factor : usual] as const;
    }),
  );
  const on = new Set<StepOf<'roll-call'>['item']>();
  const shown = () => {
    let [sum, free] = [0, 0];
    // While it charges, the mains feed an inverter and all that hangs on it.
    const fed = new Set(steps.flatMap(({ item, byInverter }) => (byInverter && on.has(item) ? [item.circuitId] : [])));
    const all = [...on].map((item) => ({
      item,
      amps: item.toA <= 0 && fed.has(item.circuitId) ? 0 : draws.get(item.id)!,
    }));
    if (fault.full) for (const { amps } of all) free -= Math.min(0, amps);
    for (const { item, amps } of all.sort((a, b) => a.amps - b.amps)) {
      const givesA = fault.full && amps > 0 ? Math.min(amps, free + 0.02 * amps * random()) : amps;
      if (givesA > 0) free = Math.max(0, free - givesA);
      if (item.circuitId !== fault.bypassed)
        sum += givesA * (1 + (item.id === 'source:solar' ? 0.01 : 0.003) * gauss(random));
    }
    const read = (sum * gain + zeroA) * (fault.scale ?? 1) + 0.3 * STEP_A * gauss(random);
    return Math.round(read / STEP_A) * STEP_A;
  };
  return steps.map(({ item, offFirst }) => {
    for (const name of offFirst) for (const other of steps) if (other.name === name) on.delete(other.item);
    if (fault.full && item.toA > 0) for (const other of on) if (other.toA > 0) on.delete(other);
    const beforeA = shown();
    on.add(item);
    return { itemId: item.id, beforeA, afterA: shown() };
  });
}

const RIGS = 60;
const rollCallsOf = (as: (rig: Rig) => Rig) =>
  Array.from({ length: RIGS }, (_, seed) => {
    const random = drawsFrom(104_729 * (seed + 1));
    const rig = as(drawnRig(random));
    return provingOf(rig, drawnWiring(random, rig)).steps.flatMap((step) => (step.kind === 'roll-call' ? [step] : []));
  });
const ROLL_CALLS = rollCallsOf((rig) => rig);

/** What is said of a rig that is walked with one thing wrong: of the shunt, and of each item that does not read. */
function said(
  seed: number,
  faultOf: (steps: readonly StepOf<'roll-call'>[], random: Random) => Fault,
  rollCalls = ROLL_CALLS,
) {
  const random = drawsFrom(seed);
  const steps = rollCalls[seed]!;
  const fault = faultOf(steps, random);
  const items = steps.map(({ item }) => item);
  const { shunt, items: found } = inferRollCall(items, walked(steps, random, fault), SHUNT, STEP_A);
  const accused = [...found].flatMap(([id, { causes }]): [string, RollCause][] =>
    causes[0]!.cause === 'reads' || causes[0]!.cause === 'below-resolution' ? [] : [[id, causes[0]!.cause]],
  );
  return { fault, items, shunt, accused };
}

const rightOf = (is: (seed: number) => boolean) =>
  Array.from({ length: RIGS }, (_, seed) => is(seed)).filter(Boolean).length;
/** Of what can be told at all at this step of the meter. */
const telling = (steps: readonly StepOf<'roll-call'>[]) =>
  steps.filter(({ item: { fromA, toA } }) => Math.min(Math.abs(fromA), Math.abs(toA)) > 12 * STEP_A);

describe('a roll call along the steps of laid-out rigs, as a meter would show it', () => {
  it('accuses no rig on which nothing is wrong', () => {
    const right = rightOf((seed) => {
      const { shunt, accused } = said(seed, () => ({}));
      return shunt === null && accused.length === 0;
    });
    expect(right / RIGS).toBeGreaterThanOrEqual(0.99);
  });
  it('accuses no source of which a full bank takes little, as long as something draws and no other gives', () => {
    const told = ROLL_CALLS.map((steps, seed) => {
      const { accused } = said(seed, () => ({ full: true }));
      return steps.filter(({ about, item }) => 'source' in about && accused.some(([id]) => id === item.id)).length;
    });
    expect(told).toEqual(ROLL_CALLS.map(() => 0));
  });
  it('accuses none whose inverter charges too, on a full bank or another', () => {
    const rollCalls = rollCallsOf(withChargingInverter);
    const charging = rollCalls.flatMap((steps, seed) => (steps.some(({ byInverter }) => byInverter) ? [seed] : []));
    expect(charging.length).toBeGreaterThan(RIGS / 5);
    for (const full of [false, true]) {
      const told = charging.map((seed) => said(seed, () => ({ full }), rollCalls));
      expect(told.map(({ shunt, accused }) => [shunt, accused])).toEqual(charging.map(() => [null, []]));
    }
  });
  it('names all that comes back beside the shunt, and nothing else', () => {
    const right = rightOf((seed) => {
      const { fault, items, shunt, accused } = said(seed, (steps, random) => ({
        bypassed: pick(random, telling(steps)).item.circuitId,
      }));
      const circuitOf = new Map(items.map(({ id, circuitId }) => [id, circuitId]));
      const isOfIt = ([id, cause]: [string, RollCause]) => circuitOf.get(id) === fault.bypassed && cause === 'bypass';
      return shunt === null && accused.length > 0 && accused.every(isOfIt);
    });
    expect(right / RIGS).toBeGreaterThanOrEqual(0.97);
  });
  it('tells a shunt that is the wrong way round', () => {
    const right = rightOf((seed) => said(seed, () => ({ scale: -1 })).shunt?.cause === 'shunt-reversed');
    expect(right / RIGS).toBeGreaterThanOrEqual(0.97);
  });
  it('tells a shunt whose rating is set twice, five or ten times too large, or too small', () => {
    const right = rightOf((seed) => {
      const { fault, shunt } = said(seed, (_, random) => ({ scale: pick(random, [0.1, 0.2, 0.5, 2, 5, 10]) }));
      return (
        shunt?.cause === 'shunt-rating' && shunt.factors.some((factor) => Math.abs(factor / fault.scale! - 1) < 0.07)
      );
    });
    expect(right / RIGS).toBeGreaterThanOrEqual(0.97);
  });
  it('tells one load that is not what the plan says', () => {
    const right = rightOf((seed) => {
      const { fault, shunt, accused } = said(seed, (steps, random) => {
        // Of an inverter whose standby is not known, hardly anything is out of the way.
        const loads = telling(steps).filter(({ item: { id } }) => id.startsWith('load:'));
        return { off: { id: pick(random, loads).item.id, factor: pick(random, [0.15, 0.2, 3, 4]) } };
      });
      return shunt === null && accused.length === 1 && accused[0]![0] === fault.off!.id;
    });
    expect(right / RIGS).toBeGreaterThanOrEqual(0.97);
  });
});
