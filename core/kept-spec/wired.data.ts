import { drawsFrom } from '../statistics/random-bits';
import { cutRows, metresToCut, partsToBuy } from '../wiring/cut-list';
import { equalLeads, stringLeads, unevenShare } from '../wiring/equal-leads';
import { asDrawn } from '../wiring/parallel/as-drawn';
import { bankInParallel } from '../wiring/parallel/bank-in-parallel';
import { batteryShares, compareWays, courseRule } from '../wiring/parallel/compare';
import { courseOf } from '../wiring/parallel/course';
import { wayFigures } from '../wiring/parallel/way-figures';
import type { WiringPlan } from '../wiring/plan';
import type { Guard } from '../wiring/protection';
import { drawnRig, drawnWiring } from './laid-out-rigs';
import { circuitOf, type Rig } from './van';

/** Circuits of drawn rigs as measured: conductors, fuses, findings, what to buy; and their batteries in parallel, one of them weak. */
export const wired = () =>
  Object.fromEntries(
    [1, 2, 3, 4, 5, 6].map((seed) => {
      const random = drawsFrom(seed);
      const rig = drawnRig(random);
      return [`rig${seed}`, of(rig, drawnWiring(random, rig), seed)];
    }),
  );

function of(rig: Rig, wiring: WiringPlan, seed: number) {
  const circuit = circuitOf(rig, wiring);
  const rows = cutRows(circuit, wiring.parts, (post) => post);
  return {
    runs: Object.fromEntries(
      circuit.runs.map(({ run, guard, bareM, usual, ...one }) => [
        run.id,
        {
          ...one,
          ...(usual && { usual: { ...usual, oneUp: usual.oneUp?.areaMm2 ?? null, saves: usual.oneUp?.saves ?? null } }),
          guardedBy: guard && guardText(guard, bareM),
        },
      ]),
    ),
    fuses: Object.fromEntries(circuit.fuses.map(({ part, ...one }) => [part.id, one])),
    loops: Object.fromEntries(circuit.loops.map(({ part, drop, share }) => [part.id, { drop, share }])),
    findings: circuit.findings.map(({ severity, on, fault }) => `${severity} ${JSON.stringify(on)} ${fault.code}`),
    whole: [circuit.loss, circuit.cable, metresToCut(rows)],
    toBuy: partsToBuy(rows, circuit, wiring.parts),
    leads: stringLeads(circuit),
    uneven: unevenShare(circuit, wiring)?.share ?? null,
    equalLeads: equalLeads(circuit, wiring.runs)?.map(({ id, lengthM }) => `${id} ${lengthM}`) ?? null,
    parallel: paralleled(rig, wiring, circuit, seed),
  };
}

const guardText = ({ fuses, byEnd, leadsTo }: Guard, bareM: number) =>
  JSON.stringify({ fuses, byEnd, bareM, leadsTo }, (key, value: unknown) => (key === 'working' ? undefined : value));

function paralleled(rig: Rig, wiring: WiringPlan, circuit: ReturnType<typeof circuitOf>, seed: number) {
  const weak = { ohm: 0.02, looseOhm: 0.001, capacityAh: 40, tempC: 2, chargeFraction: 0.7 };
  const plan = { ...wiring.parallel, batteries: [weak], cutOffV: null };
  const bank = bankInParallel(rig.bank, {}, plan);
  const amps = 30 * bank.names.length;
  const ways = compareWays(bank, plan, asDrawn(circuit, wiring.parts, plan.jointOhm), amps);
  const [first] = ways;
  const rule = { ...courseRule({ by: 'current', currentA: amps }, null), stepS: 60, rowEvery: 15 };
  return {
    ways: ways.map((way) => ({ ...way, figures: wayFigures(way, bank, plan, amps) })),
    shares: first ? batteryShares(bank, first.join, amps) : null,
    charged: first ? batteryShares(bank, first.join, -amps / 2) : null,
    course: first && seed % 2 === 0 ? courseOf(first.join, bank.drained, rule, 100) : null,
  };
}
