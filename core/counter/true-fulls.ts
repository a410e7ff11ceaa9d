import { keptBy } from '../plan/kept-by';
import type { Trace } from './trace';

/** A bank that misses no more than this is full for all that a meter can know. */
export const FULL_FROM = 0.98;
/** A mark on a bank that misses more than this is false: the meter shows charge that is not there. */
export const FALSE_BELOW = 0.97;
/** Below this it is no longer the same fullness. */
const LEFT_BELOW = 0.96;

/** A stretch in which the bank was truly full. Rows of the trace, both within it. */
export interface FullSpan {
  from: number;
  to: number;
}

/**
 * The stretches of a trace in which the bank has become full; empty where the charge is not known. One that it began with is none:
 * nothing has been charged.
 */
export const trueFulls = keptBy(({ soc }: Trace): readonly FullSpan[] => {
  const spans: FullSpan[] = [];
  let open: FullSpan | null = null;
  for (let k = 0; soc !== null && k < soc.length; k++) {
    if (open && soc[k]! >= LEFT_BELOW) open.to = k;
    else if (soc[k]! >= FULL_FROM) spans.push((open = { from: k, to: k }));
    else open = null;
  }
  return spans.filter(({ from }) => from > 0);
});
