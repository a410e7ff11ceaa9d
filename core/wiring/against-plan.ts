import type { AuditLine } from '../audit/audit-line';
import type { Inverter } from '../audit/inverter';
import type { Load } from '../audit/load';
import { type Device, deviceOf } from '../sources/device';
import { type Source, takesFromSecond } from '../sources/source';
import type { CircuitFigures } from './circuit-figures';
import { type BankOf, converterV, systemV } from './converter';
import { type Finding, finding } from './finding';
import { type CircuitGraph, waysFrom } from './graph';
import { loadsOn } from './loads-on';
import { type Part, type PartOf, postOf, postsOf } from './part';
import type { WiringPlan } from './plan';

/** What a circuit is held against. */
export interface PlanFacts extends BankOf {
  wiring: WiringPlan;
  graph: CircuitGraph;
  loads: readonly Load[];
  inverters: readonly Inverter[];
  sources: readonly Source[];
  /** Of the audit: which inverter each AC load goes by. */
  lines: readonly Pick<AuditLine, 'id' | 'inverterId'>[];
}

/** Where the circuit no longer is what the plan asks for: what one has and the other has not, and what is joined otherwise. */
export const againstPlan = (circuit: CircuitFigures, plan: PlanFacts): Finding[] => [
  ...gone(circuit, plan),
  ...joinedOtherwise(circuit, plan),
  ...ofOtherVoltage(plan),
  ...stringsApart(circuit, plan.graph),
  ...without(plan),
];

/** An inverter, a source or loads that the plan no longer knows: nothing is reckoned of them. */
function gone({ loops }: CircuitFigures, { wiring, loads }: PlanFacts): Finding[] {
  const known = new Set(loops.map(({ part }) => part.id));
  const loadOf = new Map(loads.map((load) => [load.id, load]));
  const isGone = (part: Part) =>
    part.kind === 'loads'
      ? loadsOn(part, loadOf).length === 0
      : (part.kind === 'inverter' || part.kind === 'charger') && !known.has(part.id);
  return wiring.parts.filter(isGone).map(({ id }) => finding('warning', { part: id }, { code: 'not-planned' }));
}

/** A charger from the engine that has become one between two batteries, or one over a relay. */
function joinedOtherwise({ loops }: CircuitFigures, { wiring, sources }: PlanFacts): Finding[] {
  const sourceOf = new Map(sources.map((source) => [source.id, source]));
  const relayPosts = new Set(wiring.parts.flatMap(({ id, kind }) => (kind === 'relay' ? postsOf({ id, kind }) : [])));
  return loops.flatMap(({ part, hasOut, runIds }) => {
    const source = part.kind === 'charger' ? sourceOf.get(part.sourceId) : undefined;
    if (part.kind !== 'charger' || source?.kind !== 'engine') return [];
    const passed = wiring.runs.filter(({ id }) => runIds.includes(id));
    const hasRelay = passed.some(({ from, to }) => relayPosts.has(from) || relayPosts.has(to));
    // A relay that a hand took out was taken out on purpose.
    const lacksRelay = hasOut && !hasRelay && !wiring.removed.includes(`relay-${part.id}`);
    const between = takesFromSecond(source);
    return between !== part.hasInput || (!between && lacksRelay)
      ? [finding('warning', { part: part.id }, { code: 'joined-otherwise', planned: between ? 'between' : 'relay' })]
      : [];
  });
}

/** Circuits that give some of their loads another voltage than those take. */
function ofOtherVoltage(plan: PlanFacts): Finding[] {
  const { wiring, loads } = plan;
  const loadOf = new Map(loads.map((load) => [load.id, load]));
  return wiring.parts.flatMap((part) => {
    if (part.kind !== 'loads') return [];
    const wrong = loadsOn(part, loadOf).filter((load) => converterV(load, plan) !== part.converterV);
    const givesV = part.converterV ?? systemV(plan);
    return wrong.length === 0
      ? []
      : [finding('error', { part: part.id }, { code: 'other-voltage', loadIds: wrong.map(({ id }) => id), givesV })];
  });
}

/** A string of the bank from which nothing is fed, or to which nothing comes back, while others do. */
function stringsApart({ strings, loops }: CircuitFigures, { positive, negative }: CircuitGraph): Finding[] {
  const poles = [
    { pole: '+', side: positive, reached: loops.filter(({ hasOut }) => hasOut) },
    { pole: '-', side: negative, reached: loops.filter(({ hasBack }) => hasBack) },
  ] as const;
  return strings.flatMap(({ id }) => {
    const apart = poles.flatMap(({ pole, side, reached }) => {
      const ways = waysFrom(side, [postOf(id, pole)]);
      return reached.length > 0 && reached.every(({ part }) => ways(postOf(part.id, pole)) === null) ? [pole] : [];
    });
    return apart.length > 0 ? [finding('error', { part: id }, { code: 'string-apart', poles: apart })] : [];
  });
}

/** What the plan has and the circuit has not. */
function without({ wiring, loads, inverters, sources, lines }: PlanFacts): Finding[] {
  const of = <Kind extends Part['kind']>(kind: Kind) =>
    wiring.parts.filter((part): part is PartOf<Kind> => part.kind === kind);
  const served = new Set(of('loads').flatMap(({ loadIds }) => loadIds));
  const drawnInverters = new Set(of('inverter').map(({ inverterId }) => inverterId));
  const drawnSources = new Set(of('charger').map(({ sourceId }) => sourceId));
  const inverterOf = new Map(lines.map(({ id, inverterId }) => [id, inverterId]));
  const idsOf = <One extends { id: string }>(all: readonly One[], isLoose: (one: One) => boolean) =>
    all.filter(isLoose).map(({ id }) => id);
  const loose = idsOf(loads, ({ id, supply }) => supply === 'dc' && !served.has(id));
  const acIds = idsOf(loads, ({ id, supply }) => supply === 'ac' && (inverterOf.get(id) ?? null) === null);
  const inverterIds = idsOf(inverters, ({ id }) => !drawnInverters.has(id));
  const isDrawn = ({ is, id }: Device) => (is === 'inverter' ? drawnInverters : drawnSources).has(id);
  const sourceIds = idsOf(sources, (source) => source.on && !isDrawn(deviceOf(source, { sources, inverters })));
  const found: Finding[] = [];
  if (inverterIds.length + sourceIds.length > 0)
    found.push(finding('warning', null, { code: 'without-part', inverterIds, sourceIds }));
  if (loose.length > 0) found.push(finding('warning', null, { code: 'loads-without-circuit', loadIds: loose }));
  if (acIds.length > 0) found.push(finding('warning', null, { code: 'ac-without-inverter', loadIds: acIds }));
  return found;
}
