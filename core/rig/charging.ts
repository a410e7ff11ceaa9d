import * as z from 'zod';
import { CLIMATE_IDS } from '../sources/climates.data';
import { quantity, shortText } from './fields';

const month = z.int().min(1).max(12);
const twelve = (number: z.ZodNumber) => z.array(number).length(12);
/** "03-21": a day of any year. */
export const monthDay = z.string().regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, {
  error: 'a month and day, such as 07-15',
});

/** Monday first: from which hour of the clock, for how many hours; 0 hours: not that day. May run past midnight. */
const WeekHours = z
  .array(z.strictObject({ fromHour: quantity('clockHour'), hours: quantity('hoursPerDay') }))
  .length(7);
export type WeekHours = z.infer<typeof WeekHours>;

const common = {
  id: z.string().min(1).max(60),
  name: shortText,
  /** Counted on; a source that is off stays in the list. */
  on: z.boolean(),
  /** In use in these months. */
  months: z.array(month).max(12),
  /** What the charger is set to; null: not known. Sources without a profile leave both null. */
  absorptionV: quantity('chargerV').nullable(),
  floatV: quantity('chargerV').nullable(),
};

export const SolarArray = z.strictObject({
  id: z.string().min(1).max(60),
  name: shortText,
  powerW: quantity('arrayW'),
  /** 0 lies flat. */
  tiltDeg: quantity('tiltDeg'),
  /** Where it looks: 0 north, 90 east, 180 south. */
  azimuthDeg: quantity('azimuthDeg'),
  /** Share of the light that is lost in each hour of the clock. */
  shade: z.array(z.number().min(0).max(1)).length(24),
  /** Days a week on which it is laid out; null: it is fixed. */
  laidOutDaysPerWeek: quantity('daysPerWeek').nullable(),
});
export type SolarArray = z.infer<typeof SolarArray>;

/** One controller with what hangs on it: the arrays share its limit. */
const SolarSource = z.strictObject({
  ...common,
  kind: z.literal('solar'),
  limitA: quantity('chargerA'),
  efficiencyFraction: quantity('efficiencyFraction'),
  /** What dirt, wiring and mismatch leave. */
  derateFraction: quantity('efficiencyFraction'),
  arrays: z.array(SolarArray).max(12),
});

export const Trip = z.strictObject({
  fromDay: monthDay,
  toDay: monthDay,
  fromHour: quantity('clockHour'),
  hours: quantity('hoursPerDay'),
});
export type Trip = z.infer<typeof Trip>;

const EngineSource = z.strictObject({
  ...common,
  kind: z.literal('engine'),
  mode: z.discriminatedUnion('by', [
    z.strictObject({ by: z.literal('limited'), currentA: quantity('chargerA') }),
    /** Joined to the alternator: the current follows from its voltage, the bank's, and what lies between. */
    z.strictObject({
      by: z.literal('relay'),
      alternatorV: quantity('chargerV'),
      pathOhm: quantity('pathOhm'),
      limitA: quantity('chargerA'),
    }),
  ]),
  week: WeekHours,
  /** On these days the trip's hours count instead of the week's. */
  trips: z.array(Trip).max(60),
});

const ShoreSource = z.strictObject({
  ...common,
  kind: z.literal('shore'),
  supply: z.enum(['mains', 'generator']),
  currentA: quantity('chargerA'),
  week: WeekHours,
  /** No running between these hours of the clock. */
  quiet: z.strictObject({ fromHour: quantity('clockHour'), toHour: quantity('clockHour') }).nullable(),
});

const OtherSource = z.strictObject({
  ...common,
  kind: z.literal('other'),
  /** Mean current in each hour of the clock. */
  hoursA: z.array(quantity('chargerA')).length(24),
});

export const Source = z.discriminatedUnion('kind', [SolarSource, EngineSource, ShoreSource, OtherSource]);
export type Source = z.infer<typeof Source>;
export type SourceKind = Source['kind'];
export type SolarSource = z.infer<typeof SolarSource>;
export type EngineSource = z.infer<typeof EngineSource>;

/** How cloudy it is: a shipped climate, twelve figures by hand, or the days of an hourly file. */
const Weather = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('climate') }),
  z.strictObject({ by: z.literal('clearness'), clearness: twelve(quantity('meanClearness')) }),
  z.strictObject({ by: z.literal('peak-sun'), hours: twelve(quantity('peakSunH')) }),
  z.strictObject({
    by: z.literal('file'),
    name: shortText,
    dailyClearness: z.array(quantity('clearness')).length(365),
  }),
]);
export type Weather = z.infer<typeof Weather>;

/** Where the rig is in these months instead of at its place. */
export const Stop = z.strictObject({
  id: z.string().min(1).max(60),
  name: shortText,
  months: z.array(month).max(12),
  latitudeDeg: quantity('latitudeDeg'),
  longitudeDeg: quantity('longitudeDeg'),
  climateId: z.enum(CLIMATE_IDS),
});
export type Stop = z.infer<typeof Stop>;

/** What a remedy costs, in the user's own currency. */
const RemedyPrices = z.strictObject({
  perArrayW: quantity('price'),
  perDriveH: quantity('price'),
  perShoreH: quantity('price'),
  perBankAh: quantity('price'),
  years: quantity('priceYears'),
});
export type RemedyPrices = z.infer<typeof RemedyPrices>;

export const ChargingPlan = z.strictObject({
  climateId: z.enum(CLIMATE_IDS),
  weather: Weather,
  /** Outdoor means by month; null: the climate's. */
  tempC: twelve(quantity('ambientTempC')).nullable(),
  skyModel: z.enum(['hay-davies', 'isotropic']),
  stops: z.array(Stop).max(12),
  /** The bank is kept at least this warm; null: it is as cold as the day. */
  bankAboveTempC: quantity('bankTempC').nullable(),
  /** In the order in which they are used: the first is refused last. */
  sources: z.array(Source).max(20),
  /** Into the bank, from all of them together; null: the battery sheet's. */
  sharedLimitA: quantity('chargerA').nullable(),
  /** Share of years in which a month must stay above the reserve. */
  targetFraction: quantity('targetFraction'),
  /** A saving that was agreed on, off every load's day. */
  loadCutFraction: quantity('loadCutFraction'),
  prices: RemedyPrices,
});
export type ChargingPlan = z.infer<typeof ChargingPlan>;
