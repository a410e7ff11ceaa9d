import { at } from '../quantity/guard';
import { relayCurrent } from '../sources/relay-current';
import { sharesAfter } from '../sources/week-hours';
import type { VoltageLoop } from '../cells/voltage-loop';
import type { Source } from '../sources/source';
import { RELAY_STEPS, type SolarTable, type SourceTable } from './year-tables';

/**
 * What one source offers, hour by hour of the year.
 * @param never  days (0 … 364) on which it does not run
 * @param bank   for a relay: as it is while it charges
 * @param solar  its arrays, worked out; empty for other kinds
 * @param before those that feed the same device and go first
 */
export function sourceTable(
  source: Source,
  solar: readonly SolarTable[],
  never: readonly number[],
  bank: VoltageLoop,
  before: readonly Source[] = [],
): SourceTable {
  const shares = sharesAfter(source, before);
  for (const day of never) shares.fill(0, day * 24, day * 24 + 24);
  const base = { id: source.id, scheduleA: null, relayA: null, solar };
  switch (source.kind) {
    case 'solar':
      return { ...base, limitA: source.limitA };
    case 'engine': {
      const { mode } = source;
      if (mode.by === 'limited') {
        return { ...base, limitA: mode.currentA, scheduleA: shares.map((share) => share * mode.currentA) };
      }
      const relayA = Float64Array.from({ length: RELAY_STEPS + 1 }, (_, k) =>
        relayCurrent(mode, bank, k / RELAY_STEPS),
      );
      return { ...base, limitA: mode.limitA, scheduleA: shares, relayA };
    }
    case 'shore':
      return { ...base, limitA: source.currentA, scheduleA: shares.map((share) => share * source.currentA) };
    case 'other': {
      const scheduleA = shares.map((share, k) => share * at(source.hoursA, k % 24));
      return { ...base, limitA: Math.max(...source.hoursA), scheduleA };
    }
  }
}
