import type { Load } from '../audit/load';
import { AUDIT_LIMITS } from '../audit/limits';
import { nominalVoltage } from '../cells/nominal-voltage';
import type { StepContext } from './context';

/**
 * A load as it was seen to draw: its power follows from the change of the bank's current, what is lost on the way counted as the audit
 * counts it. What it is known by is the clamp, since a current was read.
 * @param changeA  of all its pieces; negative
 * @returns null where that is no power a load may have, or where it is recorded or logged and its power stands in the recording
 */
export function restate(
  load: Load,
  changeA: number,
  { audit, bank }: Pick<StepContext, 'audit' | 'bank'>,
): Pick<Load, 'power' | 'known'> | null {
  const line = audit.lines.find(({ id }) => id === load.id);
  if (!line || load.use.by === 'timed' || load.use.by === 'logged' || !(line.runningW > 0)) return null;
  // As much as the plan loses on the way, this loses too.
  const wayFraction = (line.powerW.value * load.quantity) / line.runningW;
  const powerW = Number(((-changeA * nominalVoltage(bank).value * wayFraction) / load.quantity).toPrecision(3));
  const { min, max } = AUDIT_LIMITS.powerW;
  if (!(powerW > 0) || powerW < min || powerW > max) return null;
  return { power: { by: 'watts', powerW }, known: 'clamp' };
}
