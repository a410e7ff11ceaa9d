import { joinsByRelay, type Source } from '../sources/source';
import type { Part } from '../wiring/part';

/** What a part is called where it stands alone: a circuit of loads bears the name of its loads, or of their group. */
export const circuitOrPart = ({ kind, name }: Pick<Part, 'kind' | 'name'>): string =>
  kind === 'loads' ? `${name} circuit` : name;

/** What says already that a thing of its own is meant. */
const IS_CHARGER = /charger|controller|regulator|converter|alternator|rectifier/i;

/**
 * What the thing is called on whose nuts a spanner goes: a source bears the name of where its charge comes from, and that is not it.
 * @param sources  those of the plan
 */
export function thingCalled(part: Part, sources: readonly Source[]): string {
  if (part.kind !== 'charger') return circuitOrPart(part);
  const source = sources.find(({ id }) => id === part.sourceId);
  // By a relay the battery of the engine itself gives.
  if (source && joinsByRelay(source)) return /battery/i.test(part.name) ? part.name : `${part.name} battery`;
  return IS_CHARGER.test(part.name) ? part.name : `${part.name} charger`;
}
