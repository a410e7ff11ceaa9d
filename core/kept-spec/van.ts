import { auditDay } from '../audit/audit';
import { freshAudit, newInverter, newLoad } from '../audit/fresh';
import type { Load } from '../audit/load';
import { bankCapacity } from '../bank/bank-formulas';
import { simpleBank } from '../bank/fresh';
import type { Bank } from '../bank/plan';
import { nominalVoltage } from '../cells/nominal-voltage';
import { contextOf, stepsOf } from '../commissioning/steps-of';
import { entered } from '../formula/figure';
import { newArray, newSource } from '../sources/new-source';
import type { Source } from '../sources/source';
import { workOut } from '../wiring/circuit';
import { freshWiring } from '../wiring/fresh';
import { layOut } from '../wiring/lay-out';
import type { WiringPlan } from '../wiring/plan';

export const lamp = (id: string, group: string, powerW: number, more: Partial<Load> = {}): Load => ({
  ...newLoad(id, group),
  name: id,
  power: { by: 'watts', powerW },
  ...more,
});

export interface Rig {
  loads: Load[];
  inverters: ReturnType<typeof newInverter>[];
  sources: Source[];
  bank: Bank;
}

/** What its circuit follows from, with its audit. */
export const circuitParts = (rig: Rig, wiring: WiringPlan) => ({
  ...rig,
  audit: auditDay(rig.loads, rig.inverters, freshAudit().audit, nominalVoltage(rig.bank)),
  chemistryEdits: {},
  wiring,
});
/** Worked out. */
export const circuitOf = (rig: Rig, wiring: WiringPlan) => workOut(circuitParts(rig, wiring));
/** The circuit as it is laid out for it. */
export const laidOut = (rig: Rig, plan = freshWiring()): WiringPlan => ({
  ...plan,
  ...layOut(circuitParts(rig, plan), plan),
});
export const designA = ({ runs }: ReturnType<typeof circuitOf>, id: string) =>
  runs.find(({ run }) => run.id === id)!.design.value;

/** A usual van: lights, a fridge that must run, a kettle on an inverter, the sun. */
export const van: Rig = {
  loads: [
    lamp('lights', 'Cabin', 40),
    lamp('fridge', 'Galley', 60, { must: true }),
    lamp('kettle', 'Galley', 800, { supply: 'ac' }),
  ],
  inverters: [{ ...newInverter('inv'), name: 'Inverter', continuousW: 1000 }],
  sources: [{ ...newSource('solar', 'sun'), name: 'Roof', arrays: [newArray('a', 400)] } as Source],
  bank: simpleBank('lfp'),
};

/** What proves it: the steps, and what they are made from. */
export function provingOf(rig: Rig, wiring: WiringPlan = laidOut(rig)) {
  const audit = auditDay(rig.loads, rig.inverters, freshAudit().audit, nominalVoltage(rig.bank));
  const circuit = workOut({ ...rig, audit, chemistryEdits: {}, wiring });
  const { battery, parallelCount } = rig.bank;
  const capacityAh = bankCapacity.figure({
    parallelCount: entered(parallelCount),
    capacityAh: entered(battery.capacityAh),
    othersAh: entered(0),
  });
  const context = contextOf({ ...rig, sharedLimitA: null, chemistryEdits: {}, wiring, audit, circuit, capacityAh });
  return { context, steps: stepsOf(context) };
}
