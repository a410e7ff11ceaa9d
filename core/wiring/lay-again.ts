import { workOut } from './circuit';
import type { DemandParts } from './demand';
import type { Finding } from './finding';
import { layOut } from './lay-out';
import type { WiringPlan } from './plan';
import type { Run } from './run';

/** What may mend a circuit that is no longer joined as it is planned: laid out again, ends of runs given back, or all of it proposed anew. */
export interface LaidAgain {
  is: 'again' | 'ends' | 'all';
  /** Runs that go back to where they were laid out. */
  movedBack: readonly Run[];
  circuit: Pick<WiringPlan, 'parts' | 'runs' | 'removed'>;
  /** What would be wrong with it then. */
  findings: () => readonly Finding[];
}

/**
 * The ways in which a circuit can be laid out again, the gentlest first. What they come to is worked out when it is asked for.
 * @param rig   what it is laid out for
 * @param plan  as it is
 */
export function waysToLayAgain(rig: DemandParts, plan: WiringPlan): LaidAgain[] {
  const way = (is: LaidAgain['is'], circuit: LaidAgain['circuit'], movedBack: readonly Run[] = []): LaidAgain => {
    let known: readonly Finding[] | null = null;
    const findings = () => (known ??= workOut({ ...rig, wiring: { ...plan, ...circuit } }).findings);
    return { is, movedBack, circuit, findings };
  };
  const moved = movedByHand(rig, plan);
  const withBack = (back: readonly Run[]) => {
    const ends = new Map(back.map((run) => [run.id, run]));
    return way('ends', { ...plan, runs: plan.runs.map((run) => ends.get(run.id) ?? run) }, back);
  };
  return [
    way('again', { ...layOut(rig, plan), removed: plan.removed }),
    ...moved.map((run) => withBack([run])),
    ...(moved.length > 1 ? [withBack(moved)] : []),
    ...(plan.removed.length > 0 ? [way('all', { ...layOut(rig, { ...plan, removed: [] }), removed: [] })] : []),
  ];
}

/** Runs that a hand has put elsewhere than they are laid out, with the ends that those have. */
function movedByHand(rig: DemandParts, plan: WiringPlan): Run[] {
  const byHand = plan.runs.filter(({ endsBy }) => endsBy === 'hand');
  if (byHand.length === 0) return [];
  const ruled = layOut(rig, { ...plan, runs: plan.runs.map((run): Run => ({ ...run, endsBy: 'rules' })) });
  const home = new Map(ruled.runs.map((run) => [run.id, run]));
  return byHand.flatMap((run): Run[] => {
    const { from, to } = home.get(run.id) ?? run;
    return from === run.from && to === run.to ? [] : [{ ...run, from, to, endsBy: 'rules' }];
  });
}

const isSame = (one: Finding, other: Finding): boolean =>
  one.fault.code === other.fault.code &&
  JSON.stringify(one.on) === JSON.stringify(other.on) &&
  (one.fault.code !== 'unreached' || other.fault.code !== 'unreached' || one.fault.pole === other.fault.pole);

const errorsOf = (findings: readonly Finding[]): number =>
  findings.filter(({ severity }) => severity === 'error').length;

/** The gentlest way that mends a finding, and brings no more errors than it takes away; undefined: none does. */
export function mendedBy(
  finding: Finding,
  ways: readonly LaidAgain[],
  before: readonly Finding[],
): LaidAgain | undefined {
  const isMended = (after: readonly Finding[]) => !after.some((one) => isSame(one, finding));
  return (
    ways.find(({ findings }) => isMended(findings()) && errorsOf(findings()) <= errorsOf(before)) ??
    ways.find(({ findings }) => isMended(findings()))
  );
}
