import * as z from 'zod';
import { id, instantMs, quantity, shortText } from '../plan/fields';
import { WIRING_LIMITS as LIMITS } from './limits';
import { TOPOLOGIES } from './parallel/topology';
import { Part } from './part';
import { Run } from './run';

/** Room for a circuit of its own for each of 500 loads, and as much again by hand. */
export const PARTS_MOST = 3000;
export const RUNS_MOST = 5000;

/** How a fuse is sized: over its load, or under its wire. */
export const FUSE_SCHOOLS = ['load-up', 'wire-down'] as const;
export type FuseSchool = (typeof FUSE_SCHOOLS)[number];

/** A negative that was found on the vehicle. */
export const FoundNegative = z.strictObject({
  id,
  where: shortText,
  serves: shortText,
  lands: z.enum(['system-side', 'bank-side', 'not-known']),
  seenAtMs: instantMs,
});
export type FoundNegative = z.infer<typeof FoundNegative>;

/** What is known of one battery beyond its model; null: as the bank says. */
export const BatteryFacts = z.strictObject({
  /** At 25 °C. */
  ohm: quantity(LIMITS.batteryOhm).nullable(),
  /** What age has left of it. */
  capacityAh: quantity(LIMITS.leftAh).nullable(),
  /** Null: 25 °C. */
  tempC: quantity(LIMITS.batteryC).nullable(),
  chargeFraction: quantity(LIMITS.chargeFraction).nullable(),
  looseOhm: quantity(LIMITS.jointOhm),
});
export type BatteryFacts = z.infer<typeof BatteryFacts>;

/** A cut list as it was printed: what stood in each line, so that a change afterwards is seen. */
export const PrintedList = z.strictObject({
  atMs: instantMs,
  cables: z.array(z.strictObject({ label: z.string().min(1).max(12), says: z.string().max(200) })).max(RUNS_MOST),
});
export type PrintedList = z.infer<typeof PrintedList>;

/** What a licensed person looks at; no AC or gas is designed here. */
export const SIGNED_ITEMS = [
  'inlet',
  'residual-current',
  'double-pole',
  'neutral-earth',
  'bonding',
  'gas-detector',
] as const;
export type SignedItem = (typeof SIGNED_ITEMS)[number];
export const Signature = z.strictObject({ item: z.enum(SIGNED_ITEMS), by: shortText, atMs: instantMs });
export type Signature = z.infer<typeof Signature>;

/** How the bank's batteries are joined in parallel, and what is drawn of them for comparison. */
export const ParallelPlan = z.strictObject({
  topology: z.enum([...TOPOLOGIES, 'as-drawn']),
  linkM: quantity(LIMITS.runM),
  leadM: quantity(LIMITS.runM),
  areaMm2: quantity(LIMITS.runMm2),
  /** Of one crimp and its post. */
  jointOhm: quantity(LIMITS.jointOhm),
  /** Out of the bank; null: the largest draw of the plan. */
  drawA: quantity(LIMITS.drawA).nullable(),
  /** What the course over time draws: that current, a power that is held, or the audit’s day by the hour. */
  drawBy: z.enum(['current', 'power', 'day']),
  /** W; null: as the current comes to. */
  drawW: quantity(LIMITS.drawW).nullable(),
  /** V at which what is fed switches off; null: it does not. */
  cutOffV: quantity(LIMITS.cutOffV).nullable(),
  chargeFraction: quantity(LIMITS.chargeFraction),
  /** How long a battery's own protection bears too much. */
  protectionS: quantity(LIMITS.protectionS),
  /** In the order of the bank; those beyond the list are as the bank says. */
  batteries: z.array(BatteryFacts).max(16),
});
export type ParallelPlan = z.infer<typeof ParallelPlan>;

/** What is decided about copper and protection. */
export const WiringPlan = z.strictObject({
  list: z.enum(['metric', 'gauges']),
  fuseSchool: z.enum(FUSE_SCHOOLS),
  /** Of what the wire carries, under the school that goes by it. */
  wireShare: quantity(LIMITS.wireShare),
  /** A fuse is near its source within this length of cable. */
  nearM: quantity(LIMITS.nearM),
  /** An upstream fuse is at least so many times the one behind it. */
  selectiveRatio: quantity(LIMITS.selectiveRatio),
  /** The way to the inverter, until a circuit is laid out. */
  inverterRun: z.strictObject({
    lengthM: quantity(LIMITS.runM),
    areaMm2: quantity(LIMITS.runMm2),
    lengthBy: z.enum(['measured', 'guessed']),
  }),
  parts: z.array(Part).max(PARTS_MOST),
  runs: z.array(Run).max(RUNS_MOST),
  /** Parts and runs that a hand took out: laying out again leaves them out. */
  removed: z.array(id).max(PARTS_MOST + RUNS_MOST),
  negatives: z.array(FoundNegative).max(300),
  printed: PrintedList.nullable(),
  signed: z.array(Signature).max(SIGNED_ITEMS.length),
  parallel: ParallelPlan,
});
export type WiringPlan = z.infer<typeof WiringPlan>;
