import type { DayQuantiles } from '../audit/simulate-day';
import type { Figure } from '../formula/figure';
import { sameItems } from '../plan/kept-by';
import type { StageContext } from '../plan/stage-definition';
import type { StaleValue } from '../plan/stamped';
import { at } from '../quantity/guard';
import { errorText } from '../text/error-text';
import type { Rig } from './rig';
import { type ReadKey, type StageFigures, type StageId, STAGES } from './stages';

/** Everything that follows from the plan alone, each stage worked out when it is first asked for. Never stored. */
export interface DerivedRig extends StageFigures {
  /** Stages that could not be worked out, and why; nothing stands above in their place, the others do. */
  failures: { stage: StageId; says: string }[];
}

/** The parts of a plan that figures follow from. */
export type DerivingParts = Pick<Rig, ReadKey>;
export const DERIVING_KEYS: readonly ReadKey[] = [...new Set(STAGES.flatMap(({ reads }): readonly ReadKey[] => reads))];

/** A stage with its types forgotten: it is handed what the stages before it have made, which its definition asks for by type. */
interface FoldedStage {
  id: StageId;
  reads: readonly ReadKey[];
  adds: readonly string[];
  derive: (context: StageContext<DerivingParts, object>) => object;
  none: (context: StageContext<DerivingParts, object>) => object;
  keyFigures: (all: object) => readonly Figure[];
  stale: (all: object) => readonly StaleValue[];
}
const FOLDED = STAGES as unknown as readonly FoldedStage[];

interface Kept {
  inputs: readonly unknown[];
  own: Record<string, unknown>;
  failure: string | null;
}

/**
 * Derives plan after plan by folding over the stages in their order, as far as is asked for. A stage whose parts of the plan, and everything
 * before it, are the same as the last time keeps what it came to.
 * @returns a function of the plan, and of the audited day as the simulation drew it; null until it has answered
 */
export function rigDeriver(): (rig: DerivingParts, simulatedDay: DayQuantiles | null) => DerivedRig {
  const kept = new Map<StageId, Kept>();
  return (plan, simulatedDay) => {
    const done: Kept[] = [];
    const before: unknown[] = [simulatedDay];
    const all = { simulatedDay };
    /** What one stage of this plan comes to, after all before it. */
    const workedOut = (place: number): Kept => {
      for (const stage of FOLDED.slice(done.length, place + 1)) {
        const inputs = [...stage.reads.map((key) => plan[key]), ...before];
        const last = kept.get(stage.id);
        const now =
          last && sameItems(last.inputs, inputs) ? last : { inputs, ...worked(stage, { plan, earlier: all }) };
        kept.set(stage.id, now);
        done.push(now);
        // One that adds nothing changes nothing for those after it.
        if (stage.adds.length > 0) before.push(now.own);
      }
      return at(done, place);
    };
    FOLDED.forEach(({ adds }, place) => {
      for (const name of adds)
        Object.defineProperty(all, name, { enumerable: true, get: () => workedOut(place).own[name] });
    });
    Object.defineProperty(all, 'failures', {
      enumerable: true,
      get: (): DerivedRig['failures'] =>
        FOLDED.flatMap(({ id }, place) => {
          const { failure } = workedOut(place);
          return failure === null ? [] : [{ stage: id, says: failure }];
        }),
    });
    return all as unknown as DerivedRig;
  };
}

function worked(stage: FoldedStage, context: StageContext<DerivingParts, object>): Omit<Kept, 'inputs'> {
  try {
    return { own: { ...stage.derive(context) }, failure: null };
  } catch (error) {
    return { own: { ...stage.none(context) }, failure: errorText(error) };
  }
}

/** The same for one plan alone. */
export const deriveRig = (rig: DerivingParts, simulatedDay: DayQuantiles | null): DerivedRig =>
  rigDeriver()(rig, simulatedDay);

/** The figures by which the stages are known, in their order. */
export const keyFigures = (derived: DerivedRig): { stage: StageId; figure: Figure }[] =>
  FOLDED.flatMap(({ id, keyFigures: of }) => of(derived).map((figure) => ({ stage: id, figure })));

/** What was stored of a derivation and rests on something else by now. */
export const staleValues = (derived: DerivedRig): (StaleValue & { stage: StageId })[] =>
  FOLDED.flatMap(({ id, stale }) => stale(derived).map((value) => ({ ...value, stage: id })));
