import * as z from 'zod';
import { COMMON_LIMITS } from '../plan/common-limits';
import { SOURCE_LIMITS } from './limits';
import { id, month, monthDay, quantity, shortText } from '../plan/fields';

/** Monday first: from which hour of the clock, for how many hours; 0 hours: not that day. May run past midnight. */
const WeekHours = z
  .array(z.strictObject({ fromHour: quantity(COMMON_LIMITS.clockHour), hours: quantity(COMMON_LIMITS.hoursPerDay) }))
  .length(7);
export type WeekHours = z.infer<typeof WeekHours>;

const common = {
  id,
  name: shortText,
  /** Counted on; a source that is off stays in the list. */
  on: z.boolean(),
  /** In use in these months. */
  months: z.array(month).max(12),
  /** What the charger is set to; null: not known. Sources without a profile leave both null. */
  absorptionV: quantity(COMMON_LIMITS.chargerV).nullable(),
  floatV: quantity(COMMON_LIMITS.chargerV).nullable(),
};

export const SolarArray = z.strictObject({
  id,
  name: shortText,
  powerW: quantity(SOURCE_LIMITS.arrayW),
  /** 0 lies flat. */
  tiltDeg: quantity(SOURCE_LIMITS.tiltDeg),
  /** Where it looks: 0 north, 90 east, 180 south. */
  azimuthDeg: quantity(SOURCE_LIMITS.azimuthDeg),
  /** Share of the light that is lost in each hour of the clock. */
  shade: z.array(z.number().min(0).max(1)).length(24),
  /** Days a week on which it is laid out; null: it is fixed. */
  laidOutDaysPerWeek: quantity(COMMON_LIMITS.daysPerWeek).nullable(),
});
export type SolarArray = z.infer<typeof SolarArray>;

/** One controller with what hangs on it: the arrays share its limit. */
const SolarSource = z.strictObject({
  ...common,
  kind: z.literal('solar'),
  limitA: quantity(SOURCE_LIMITS.chargerA),
  efficiencyFraction: quantity(COMMON_LIMITS.efficiencyFraction),
  /** What dirt, wiring and mismatch leave. */
  derateFraction: quantity(COMMON_LIMITS.efficiencyFraction),
  arrays: z.array(SolarArray).max(12),
});

export const Trip = z.strictObject({
  fromDay: monthDay,
  toDay: monthDay,
  fromHour: quantity(COMMON_LIMITS.clockHour),
  hours: quantity(COMMON_LIMITS.hoursPerDay),
});
export type Trip = z.infer<typeof Trip>;

const EngineSource = z.strictObject({
  ...common,
  kind: z.literal('engine'),
  mode: z.discriminatedUnion('by', [
    z.strictObject({ by: z.literal('limited'), currentA: quantity(SOURCE_LIMITS.chargerA) }),
    /** Joined to the alternator: the current follows from its voltage, the bank's, and what lies between. */
    z.strictObject({
      by: z.literal('relay'),
      alternatorV: quantity(COMMON_LIMITS.chargerV),
      pathOhm: quantity(SOURCE_LIMITS.pathOhm),
      limitA: quantity(SOURCE_LIMITS.chargerA),
    }),
  ]),
  week: WeekHours,
  /** On these days the trip's hours count instead of the week's. */
  trips: z.array(Trip).max(60),
});

/** An inverter that charges too, on one pair of cables, or the charger that another source feeds as well. */
const Through = z.union([z.strictObject({ inverterId: id }), z.strictObject({ sourceId: id })]);
export type Through = z.infer<typeof Through>;

const ShoreSource = z.strictObject({
  ...common,
  kind: z.literal('shore'),
  supply: z.enum(['mains', 'generator']),
  currentA: quantity(SOURCE_LIMITS.chargerA),
  /** What its current comes out of; null: a charger of its own. */
  through: Through.nullable(),
  week: WeekHours,
  /** No running between these hours of the clock. */
  quiet: z
    .strictObject({ fromHour: quantity(COMMON_LIMITS.clockHour), toHour: quantity(COMMON_LIMITS.clockHour) })
    .nullable(),
});

const OtherSource = z.strictObject({
  ...common,
  kind: z.literal('other'),
  /** Mean current in each hour of the clock. */
  hoursA: z.array(quantity(SOURCE_LIMITS.chargerA)).length(24),
});

export const Source = z.discriminatedUnion('kind', [SolarSource, EngineSource, ShoreSource, OtherSource]);
export type Source = z.infer<typeof Source>;
export type SourceKind = Source['kind'];
export type SolarSource = z.infer<typeof SolarSource>;
export type EngineSource = z.infer<typeof EngineSource>;

/** Joined to the alternator and its battery by a relay. */
export const joinsByRelay = (source: Source): boolean => source.kind === 'engine' && source.mode.by === 'relay';
/** A charger between two batteries. */
export const takesFromSecond = (source: Source): boolean => source.kind === 'engine' && source.mode.by === 'limited';
