import { computed, entered, type Sourced } from '../formula/figure';
import type { Source } from './source';

/** What a source’s own device lets through at its most, A: the limit of its controller, charger or relay, or its best hour. */
export function sourceLimit(source: Source): Sourced {
  switch (source.kind) {
    case 'solar':
      return entered(source.limitA, 'limit of its controller');
    case 'engine':
      return source.mode.by === 'limited'
        ? entered(source.mode.currentA)
        : entered(source.mode.limitA, 'limit of the relay');
    case 'shore':
      return entered(source.currentA);
    case 'other':
      return computed(Math.max(...source.hoursA), 'its best hour');
  }
}
