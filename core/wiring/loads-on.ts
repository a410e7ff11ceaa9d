import type { Load } from '../audit/load';
import type { PartOf } from './part';

/**
 * The loads that hang on a circuit by now: one that was taken out of the audit, or has gone to an inverter since, hangs there no more.
 * @param loadOf  of the audit, by id
 */
export const loadsOn = ({ loadIds }: Pick<PartOf<'loads'>, 'loadIds'>, loadOf: ReadonlyMap<string, Load>): Load[] =>
  loadIds.flatMap((id) => {
    const load = loadOf.get(id);
    return load?.supply === 'dc' ? [load] : [];
  });
