/** How a meter counts. In plain amps, volts and milliseconds, whatever the menu calls them. */
export interface CounterSettings {
  /** What its percentages refer to. */
  capacityAh: number;
  /** What is still in the bank where its scale ends: nothing by the rated convention, the reserve by the usable one. */
  zeroAh: number;
  /** Its own full marks; null: only a person sets it full. */
  full: { fullV: number; tailA: number | null; holdMs: number } | null;
  /** Ah that it credits for each Ah that goes in. */
  coulombicFraction: number;
  /** 1: every Ah counts the same. */
  peukertExponent: number;
  /** A current that is smaller counts as none. */
  deadBandA: number;
  /** The current over which the hours left are reckoned is averaged so long. */
  averagingMs: number;
  /** On its own scale, 0 … 1; null: it has none. */
  reserveFraction: number | null;
  lowV: number | null;
  highV: number | null;
  relay: CutOff | null;
}

/**
 * What a meter shows as charge, told as a share of what the bank holds: its 0 % is where its scale ends, its 100 % a full bank.
 *
 *     zero ÷ bank + (1 − zero ÷ bank) × (1 − missing ÷ capacity as set), never below its own 0 %
 *
 * A capacity that is set wrong shows here, though the amp-hours are counted rightly.
 * @param bankAh  what the bank really holds
 * @returns       of the Ah that it counts as missing
 * @example shownCharge({ capacityAh: 100, zeroAh: 0 }, 200)(50) // 0.5
 */
export function shownCharge(
  { capacityAh, zeroAh }: Pick<CounterSettings, 'capacityAh' | 'zeroAh'>,
  bankAh: number,
): (missingAh: number) => number {
  const zero = zeroAh / bankAh;
  return (missingAh) => zero + (1 - zero) * Math.max(0, 1 - missingAh / capacityAh);
}

/** A load cut-off: by the charge that the meter shows, 0 … 1, or by volts. */
export interface CutOff {
  by: 'charge' | 'volts';
  offAt: number;
  /** Above offAt: the difference is its hysteresis. */
  onAt: number;
}

/** What the hardware does to a current before it is counted. */
export interface MeterHardware {
  /** Rows nearer than this to the last one taken are not seen. */
  sampleMs: number;
  /** Shown with nothing connected. */
  offsetA: number;
  /** Shown for each true ampere: a wrong shunt ratio scales every reading. */
  gain: number;
  /** Smallest step; 0: none. */
  resolutionA: number;
}

export const PERFECT_METER: MeterHardware = { sampleMs: 0, offsetA: 0, gain: 1, resolutionA: 0 };
