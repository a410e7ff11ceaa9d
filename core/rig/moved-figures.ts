import type { Figure } from '../formula/figure';
import { type DerivedRig, keyFigures } from './derive-rig';
import type { StageId } from './stages';

export interface MovedFigure {
  stage: StageId;
  says: string;
  before: Figure | null;
  after: Figure | null;
}

/** The figures of a rig that differ between two states of its plan, in the order of the stages. */
export function movedFigures(before: DerivedRig, after: DerivedRig): MovedFigure[] {
  const old = new Map(keyFigures(before).map((row) => [row.figure.id, row]));
  const moved: MovedFigure[] = [];
  for (const { stage, figure } of keyFigures(after)) {
    const was = old.get(figure.id);
    old.delete(figure.id);
    if (!was || was.figure.value !== figure.value)
      moved.push({ stage, says: figure.says, before: was?.figure ?? null, after: figure });
  }
  for (const { stage, figure } of old.values()) moved.push({ stage, says: figure.says, before: figure, after: null });
  return moved;
}
