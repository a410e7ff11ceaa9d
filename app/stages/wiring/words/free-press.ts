import { freed } from '@core/wiring/edit-circuit';
import type { WiringFacts } from '../wiring-facts';
import type { Press } from './words';

/** The rules choose what a hand chose of these runs; null where there is none. */
export const freePress = (typed: ReadonlySet<string>, facts: WiringFacts): Press | null =>
  typed.size === 0
    ? null
    : {
        says: 'Let the rules choose their sections',
        run: () => facts.change({ runs: freed(facts.wiring()?.runs ?? [], typed) }, null),
      };
