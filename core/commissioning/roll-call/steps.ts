import type { AuditLine } from '../../audit/audit-line';
import { bankCurrentLimit } from '../../bank/current-schools';
import { nominalVoltage } from '../../cells/nominal-voltage';
import { byDefault, computed, entered, type Sourced } from '../../formula/figure';
import { deviceOf, sourcesOf } from '../../sources/device';
import type { Source } from '../../sources/source';
import { sourceLimit } from '../../sources/source-limit';
import type { LoopFigures } from '../../wiring/circuit-figures';
import { loadsOn } from '../../wiring/loads-on';
import { postOf } from '../../wiring/part';
import type { StepContext } from '../context';
import { COMMISSIONING_LIMITS as LIMITS } from '../limits';
import type { Rest } from '../plan';
import { rest, rounded } from '../rests';
import type { StepOf, Subject } from '../step';
import { batteryLimit } from '../usual-limits';
import { type ExpectedChange, givenAtLeast, limitChange, loadChange, passingOn } from './expected';
import { callingOrder, type Switched } from './order';

interface Callable extends Switched {
  name: string;
  about: Subject;
  change: ExpectedChange;
  idleFraction: number;
  /** Of one load, switched together. */
  pieces: number;
  loop: LoopFigures | null;
  byInverter: boolean;
}

/** How often one is found not to run although it is switched on. */
const IDLE = { steady: 0.005, cycles: 0.02, sun: 0.03, charger: 0.015 } as const;

/** Each load, inverter and source of the rig in turn, in the order that takes the fewest switchings. */
export function rollCallSteps(context: StepContext): StepOf<'roll-call'>[] {
  const all = callables(context);
  const byId = new Map(all.map((one) => [one.id, one]));
  const { bank, chemistry, circuit } = context;
  const leastA = Math.min(
    ...circuit.strings.map(({ battery }) => batteryLimit(battery, chemistry, 'dischargeA').value),
  );
  const order = callingOrder(all, {
    bankA: bankCurrentLimit(bank.currentSchool, circuit.strings.length, leastA, 'roll-call').value,
    inverterW: new Map(
      context.inverters.flatMap(({ id, continuousW }) =>
        continuousW === null ? [] : [[inverterKey(id), continuousW]],
      ),
    ),
  });
  const names = namesOf(context);
  const negatives = negativesOf(context);
  const on = new Map<string, Callable>();
  return order.flatMap(({ id, offFirst }) => {
    const one = byId.get(id);
    for (const key of offFirst) on.delete(key);
    if (!one) return [];
    const off = offFirst.map((key) => names.get(key) ?? '').filter((name) => name !== '');
    const change =
      one.currentA > 0 ? givenAtLeast(one.change, id, computed(steadyA([...on.values()]), 'as expected')) : one.change;
    on.set(id, one);
    return [stepOf(one, change, off, negatives.get(postOf(one.circuitId, '-')) ?? null, context)];
  });
}

/** A that loads draw at the least together, sources left out; one that runs and rests may rest just then. */
const steadyA = (on: readonly Callable[]): number =>
  on
    .filter(({ currentA, idleFraction }) => currentA < 0 && idleFraction <= IDLE.steady)
    .reduce((sum, { change }) => sum - change.from.value, 0);

/** The first run at each post that is no positive, by the post. */
function negativesOf({ circuit }: StepContext): ReadonlyMap<string, string> {
  const at = new Map<string, string>();
  for (const { run } of circuit.runs)
    if (run.role !== 'positive') for (const post of [run.from, run.to]) if (!at.has(post)) at.set(post, run.id);
  return at;
}

function stepOf(
  one: Callable,
  { from, to }: ExpectedChange,
  offFirst: string[],
  negativeRunId: string | null,
  context: StepContext,
): StepOf<'roll-call'> {
  const reading = { unit: 'A', limit: LIMITS.shownA, optional: false } as const;
  const back = one.loop ? context.circuit.currents.loops.find(({ demand }) => demand.partId === one.circuitId) : null;
  const way = (back?.back ?? []).flatMap(({ run }) =>
    run ? [rest(`${run.label} ends`, `${run.from}, ${run.to}`)] : [],
  );
  return {
    id: `roll-call:${one.id}`,
    kind: 'roll-call',
    phase: 'roll-call',
    name: one.name,
    about: one.about,
    pieces: one.pieces,
    item: {
      id: one.id,
      name: one.name,
      circuitId: one.circuitId,
      fromA: Math.min(from.value, to.value),
      toA: Math.max(from.value, to.value),
      idleFraction: one.idleFraction,
    },
    offFirst,
    byInverter: one.byInverter,
    negativeRunId,
    checks: [],
    fields: [
      { what: 'before', ...reading },
      { what: 'after', ...reading },
    ],
    expected: [{ what: 'change', from, to }],
    rests: [...restsOf(one, context), ...way],
  };
}

/** What a reading rests on besides the way back: what it draws, and the shunt. */
function restsOf({ change }: Callable, { shunt }: StepContext): Rest[] {
  return [
    rest('expected', `${rounded(change.from.value)} … ${rounded(change.to.value)} A`),
    rest('shunt', shunt?.ratingA ? `${shunt.ratingA} A, ${rounded(shunt.fullScaleV)} V` : ''),
  ];
}

/** Off its sheet; where that is not entered, what inverters of its size usually take. */
const standbyOf = ({ standbyW, continuousW, name }: StepContext['inverters'][number]): Sourced =>
  standbyW > 0
    ? entered(standbyW, name)
    : byDefault(Math.max(USUAL_STANDBY_W, USUAL_STANDBY * (continuousW ?? 0)), 'its sheet is not entered: usual');
const USUAL_STANDBY_W = 8;
const USUAL_STANDBY = 0.01;

const loadKey = (id: string) => `load:${id}`;
const inverterKey = (id: string) => `inverter:${id}`;
const sourceKey = (id: string) => `source:${id}`;

/** By key, those that have one. */
const namesOf = ({ loads, inverters, sources }: StepContext): ReadonlyMap<string, string> =>
  new Map([
    ...loads.map(({ id, name }) => [loadKey(id), name] as const),
    ...inverters.map(({ id, name }) => [inverterKey(id), name] as const),
    ...sources.map(({ id, name }) => [sourceKey(id), name] as const),
  ]);

function callables(context: StepContext): Callable[] {
  const { circuit, audit, loads, inverters, sources, bank } = context;
  const lineOf = new Map(audit.lines.map((line) => [line.id, line]));
  const loadOf = new Map(loads.map((load) => [load.id, load]));
  const bankV = nominalVoltage(bank);
  const found: Callable[] = [];
  for (const loop of circuit.loops) {
    const { part, demand } = loop;
    const base = {
      circuitId: part.id,
      loop,
      needsId: null,
      outOf: null,
      byInverter: false,
      acW: 0,
      pieces: 1,
    } as const;
    if (demand.also) continue;
    switch (part.kind) {
      case 'loads':
        for (const load of loadsOn(part, loadOf)) {
          const line = lineOf.get(load.id);
          if (line) found.push({ ...base, ...calledLoad(line, load, bankV) });
        }
        break;
      case 'inverter': {
        const inverter = inverters.find(({ id }) => id === part.inverterId);
        if (!inverter) break;
        const key = inverterKey(inverter.id);
        found.push({ ...base, ...calledInverter(inverter, part.name, bankV) });
        for (const line of audit.lines) {
          const load = loadOf.get(line.id);
          if (line.inverterId === inverter.id && load)
            found.push({ ...base, ...calledLoad(line, load, bankV), ...behind(key, line, load) });
        }
        for (const source of sourcesOf({ is: 'inverter', id: inverter.id }, context))
          if (source.on) found.push({ ...base, ...calledSource(source, context) });
        break;
      }
      case 'charger': {
        // One that is off is called where it alone feeds what is drawn.
        const fed = sourcesOf({ is: 'charger', id: part.sourceId }, context);
        const used = fed.filter(({ on }) => on);
        for (const source of used.length > 0 ? used : fed) found.push({ ...base, ...calledSource(source, context) });
        break;
      }
      case 'other': {
        const limit = entered(part.currentA, part.name);
        const change = limitChange({ id: `part:${part.id}`, name: part.name }, limit, 'plate', part.gives ? 1 : -1);
        found.push({
          ...base,
          id: `part:${part.id}`,
          name: part.name,
          about: { part: part.id },
          change,
          idleFraction: part.gives ? IDLE.charger : IDLE.steady,
          currentA: change.to.value,
        });
        break;
      }
      default:
    }
  }
  // What hangs on no circuit yet draws and gives all the same.
  const called = new Set(found.map(({ id }) => id));
  const alone = { loop: null, needsId: null, outOf: null, byInverter: false, acW: 0 } as const;
  const apart = [
    ...inverters.map((inverter) => ({ ...alone, ...calledInverter(inverter, inverter.name || 'Inverter', bankV) })),
    ...audit.lines.flatMap((line) => {
      const load = loadOf.get(line.id);
      if (!load) return [];
      const needs = line.inverterId === null ? {} : behind(inverterKey(line.inverterId), line, load);
      return [{ ...alone, ...calledLoad(line, load, bankV), ...needs }];
    }),
    ...sources.flatMap((source) => (source.on ? [{ ...alone, ...calledSource(source, context) }] : [])),
  ];
  return [...found, ...apart.flatMap((one) => (called.has(one.id) ? [] : [{ ...one, circuitId: one.id }]))];
}

/** Of a load that goes by an inverter: it is called while that is on, as long as that bears it. */
const behind = (needsId: string, { powerW }: AuditLine, { quantity }: StepContext['loads'][number]) => ({
  needsId,
  acW: powerW.value * quantity,
});

function calledInverter(inverter: StepContext['inverters'][number], name: string, bankV: Sourced) {
  const id = inverterKey(inverter.id);
  const known = inverter.standbyW > 0 ? 'standby' : 'unknown';
  const change = loadChange({ id, says: name }, standbyOf(inverter), bankV, known);
  const about = { inverter: inverter.id };
  return { id, name, about, change, idleFraction: IDLE.steady, currentA: change.to.value, pieces: 1 };
}

function calledSource(source: Source, { sources, inverters, bank }: StepContext) {
  const id = sourceKey(source.id);
  const name = source.name || 'Charger';
  const device = deviceOf(source, { sources, inverters });
  const inverter = device.is === 'inverter' ? inverters.find((one) => one.id === device.id) : undefined;
  const outOf = inverter ? inverterKey(device.id) : `charger:${device.id}`;
  const alone = limitChange({ id, name }, sourceLimit(source), source.kind);
  const change = inverter
    ? passingOn(alone, id, calledInverter(inverter, inverter.name, nominalVoltage(bank)).change)
    : alone;
  const about = { source: source.id };
  const idleFraction = source.kind === 'solar' ? IDLE.sun : IDLE.charger;
  return {
    id,
    name,
    about,
    change,
    idleFraction,
    outOf,
    byInverter: inverter !== undefined,
    currentA: change.to.value,
    pieces: 1,
  };
}

function calledLoad(line: AuditLine, load: StepContext['loads'][number], bankV: Parameters<typeof loadChange>[2]) {
  const change = loadChange(line, computed(line.runningW, 'all its pieces, conversion counted'), bankV, load.known);
  const cycles = load.use.by === 'timed' || load.climate.by === 'compressor' || load.use.by === 'share';
  return {
    id: loadKey(load.id),
    name: load.name || 'a load without a name',
    about: { load: load.id },
    change,
    idleFraction: cycles ? IDLE.cycles : IDLE.steady,
    currentA: change.to.value,
    pieces: load.quantity,
  };
}
