import { at } from '../quantity/guard';
import type { Bank } from '../bank/plan';
import type { ChargingPlan } from './plan';
import type { Source } from '../sources/source';
import { newArray, newEngine, newSource, weekOf } from '../sources/new-source';
import type { YearParts } from './year-parts';

/** What can be moved so that charging keeps up. */
export const LEVERS = ['array', 'drive', 'shore', 'cut', 'bank'] as const;
export type Lever = (typeof LEVERS)[number];

/** How much of each: W more, hours more a week, share off the loads, strings more. */
export type Remedy = Partial<Record<Lever, number>>;

/** The furthest that is tried, and the step in which it is bought. */
export const LEVER_RANGE: Record<Lever, { most: number; step: number }> = {
  array: { most: 3000, step: 10 },
  drive: { most: 42, step: 0.5 },
  shore: { most: 84, step: 0.5 },
  cut: { most: 0.8, step: 0.01 },
  bank: { most: 12, step: 1 },
};

type Applied = Pick<YearParts, 'bank' | 'charging'>;

/** Ids of what a remedy adds where nothing of the kind is there yet. */
const ADDED = { array: 'remedy-solar', drive: 'remedy-engine', shore: 'remedy-shore' } as const;
const USUAL_A = { drive: 30, shore: 20 } as const;

/** The plan with a remedy in it. Months in which a source is not used stay so. */
export function applyRemedy(
  { bank, charging }: Applied,
  remedy: Remedy,
): { bank: Bank | null; charging: ChargingPlan } {
  let sources = charging.sources;
  if (remedy.array) sources = moreArray(sources, remedy.array);
  if (remedy.drive) sources = moreHours(sources, 'engine', remedy.drive);
  if (remedy.shore) sources = moreHours(sources, 'shore', remedy.shore);
  const cut = 1 - (1 - charging.loadCutFraction) * (1 - (remedy.cut ?? 0));
  return {
    bank: bank && remedy.bank ? { ...bank, parallelCount: bank.parallelCount + remedy.bank } : bank,
    charging: { ...charging, sources, loadCutFraction: Number(cut.toFixed(4)) },
  };
}

/** Onto the first controller that is on, with arrays like its first; the controller grows with them. */
function moreArray(sources: readonly Source[], powerW: number): Source[] {
  const own = sources.find((source) => source.kind === 'solar' && source.on);
  if (own?.kind !== 'solar' || own.arrays.length === 0) {
    const fresh = newSource('solar', ADDED.array);
    if (fresh.kind !== 'solar') return [...sources];
    return [...sources, { ...fresh, limitA: wider(powerW), arrays: [newArray(`${ADDED.array}-1`, powerW)] }];
  }
  const before = own.arrays.reduce((sum, array) => sum + array.powerW, 0);
  const first = at(own.arrays, 0);
  const arrays = [{ ...first, powerW: first.powerW + powerW }, ...own.arrays.slice(1)];
  const grown = { ...own, limitA: Math.ceil(own.limitA * (1 + powerW / before)), arrays };
  return sources.map((source) => (source === own ? grown : source));
}

/** A controller for so many watts on a 12 V bank, so that it never binds. */
const wider = (powerW: number) => Math.ceil(powerW / 12);

/** Spread evenly over the week: onto the days that have hours already, or over all seven. */
function moreHours(sources: readonly Source[], kind: 'engine' | 'shore', hoursPerWeek: number): Source[] {
  const own = sources.find((source) => source.kind === kind && source.on);
  if (own?.kind !== kind) {
    const week = weekOf([0, 1, 2, 3, 4, 5, 6], 10, hoursPerWeek / 7);
    if (kind === 'engine') {
      const mode = { by: 'limited' as const, currentA: USUAL_A.drive };
      return [...sources, { ...newEngine(ADDED.drive), mode, week }];
    }
    const fresh = newSource('shore', ADDED.shore);
    return fresh.kind === 'shore' ? [...sources, { ...fresh, currentA: USUAL_A.shore, week }] : [...sources];
  }
  return sources.map((source) => (source === own ? { ...own, week: longer(own.week, hoursPerWeek) } : source));
}

function longer<Day extends { hours: number }>(week: readonly Day[], hoursPerWeek: number): Day[] {
  const days = week.map((day) => ({ ...day }));
  let left = hoursPerWeek;
  // Fill the days in use first, none beyond the clock, then the others.
  for (const group of [days.filter(({ hours }) => hours > 0), days.filter(({ hours }) => hours === 0)]) {
    let open = group.filter(({ hours }) => hours < 24);
    while (left > 1e-9 && open.length > 0) {
      const each = Math.min(left / open.length, Math.min(...open.map(({ hours }) => 24 - hours)));
      for (const day of open) day.hours = Number((day.hours + each).toFixed(4));
      left -= each * open.length;
      open = open.filter(({ hours }) => hours < 24);
    }
  }
  return days;
}
