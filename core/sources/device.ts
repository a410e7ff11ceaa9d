import { computed, type Sourced } from '../formula/figure';
import { at } from '../quantity/guard';
import type { Source } from './source';
import { sourceLimit } from './source-limit';

/** What a current comes out of: a charger, named by the source that it was entered with, or an inverter that charges too. */
export interface Device {
  is: 'charger' | 'inverter';
  id: string;
}

/** What devices are looked up in. */
export interface Devices {
  sources: readonly Source[];
  inverters: readonly { id: string; name: string }[];
}

/** One that comes out of what is no longer there has a charger of its own; so has one that would come out of itself. */
export function deviceOf(source: Source, among: Devices): Device {
  let one = source;
  for (const seen = new Set<string>(); !seen.has(one.id);) {
    seen.add(one.id);
    const own: Device = { is: 'charger', id: one.id };
    const through = one.kind === 'shore' ? one.through : null;
    if (through === null) return own;
    if ('inverterId' in through)
      return among.inverters.some(({ id }) => id === through.inverterId)
        ? { is: 'inverter', id: through.inverterId }
        : own;
    const next = among.sources.find(({ id, kind }) => id === through.sourceId && kind === 'shore');
    if (!next) return own;
    one = next;
  }
  return { is: 'charger', id: source.id };
}

export const isSameDevice = (one: Device, other: Device): boolean => one.is === other.is && one.id === other.id;

/** Those that come out of a device, in the order in which they feed it: mains before a generator. */
export const sourcesOf = (device: Device, among: Devices): Source[] =>
  among.sources
    .filter((source) => isSameDevice(deviceOf(source, among), device))
    .sort((a, b) => Number(isGenerator(a)) - Number(isGenerator(b)));

/** Each device with those in use that come out of it, in the order of the plan. */
export function devicesInUse(among: Devices): { device: Device; sources: Source[] }[] {
  const found: { device: Device; sources: Source[] }[] = [];
  for (const source of among.sources) {
    if (!source.on) continue;
    // One that is off may stand for the charger that another comes out of.
    const device = deviceOf(source, among);
    const known = found.find((one) => isSameDevice(one.device, device));
    if (known) known.sources.push(source);
    else found.push({ device, sources: [source] });
  }
  return found;
}

/** Those that feed the same device before a source does. */
export function feedBefore(source: Source, among: Devices): Source[] {
  const fed = sourcesOf(deviceOf(source, among), among).filter(({ on }) => on);
  return fed.slice(0, Math.max(0, fed.indexOf(source)));
}

/** Of some that are on together, those that give: one feeds a device at a time. */
export const atOnce = (on: readonly Source[], among: Devices): Source[] =>
  on.filter((source) => !feedBefore(source, among).some((one) => on.includes(one)));

/** What comes out of one device at its most, A: one source feeds it at a time. @param sources  those that come out of it, at least one */
export function deviceLimit(sources: readonly Source[]): Sourced {
  const limits = sources.map((source) => ({ name: source.name, limit: sourceLimit(source) }));
  const first = at(limits, 0);
  if (limits.length === 1) return first.limit;
  const most = limits.reduce((best, one) => (one.limit.value > best.limit.value ? one : best), first);
  return computed(most.limit.value, `by ${most.name || 'one of them'}; one feeds it at a time`);
}

const isGenerator = (source: Source) => source.kind === 'shore' && source.supply === 'generator';
