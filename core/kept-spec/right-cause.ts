import type { RollVerdict } from '../commissioning/roll-call/infer';
import type { DrawnRollCall, Fault } from './roll-calls';

/** Whether a verdict names what is wrong on a drawn rig, and accuses nothing else. */
export function rightCause({ items, fault }: DrawnRollCall & { fault: Fault }, verdict: RollVerdict): boolean {
  const firsts = [...verdict.items].map(([id, { causes }]) => [id, causes[0]!.cause] as const);
  const accused = firsts.filter(([, cause]) => cause !== 'reads' && cause !== 'below-resolution');
  switch (fault.is) {
    case 'none':
      return verdict.shunt === null && accused.length === 0;
    case 'reversed':
      return verdict.shunt?.cause === 'shunt-reversed';
    case 'rating':
      return (
        verdict.shunt?.cause === 'shunt-rating' &&
        verdict.shunt.factors.some((factor) => Math.abs(factor / fault.factor - 1) < 0.05)
      );
    case 'bypass': {
      const silent = new Set(items.flatMap(({ id, circuitId }) => (circuitId === fault.circuitId ? [id] : [])));
      return (
        verdict.shunt === null &&
        accused.length > 0 &&
        firsts.every(([id, cause]) =>
          silent.has(id) ? cause === 'bypass' || cause === 'below-resolution' : !accused.some(([one]) => one === id),
        )
      );
    }
    case 'plan-wrong':
      return (
        verdict.shunt === null &&
        accused.length === 1 &&
        accused[0]![0] === fault.itemId &&
        accused[0]![1] === 'plan-wrong'
      );
  }
}
