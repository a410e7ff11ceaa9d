import type { Figure, Sourced } from '../formula/figure';
import type { RecordingSummary } from './recording';
import type { Spread } from './spread';

/** One line of the audit, worked out. */
export interface AuditLine {
  /** The load's id, or "standby:" and the inverter's. */
  id: string;
  says: string;
  /** The inverter that an AC load hangs on; null of a DC load, or where none is entered. */
  inverterId: string | null;
  /** Of one piece while it runs, at the load. */
  powerW: Sourced;
  hoursPerDay: Sourced;
  dayWh: Figure;
  /** Of an average day of the week. */
  dayAh: Figure;
  /** Share of days on which it is used. */
  daysFraction: number;
  spread: Spread;
  /** Of a day on which it is used: typical, low and high. */
  onDayAh: number;
  lowAh: number;
  highAh: number;
  /** Wh of the average day in each hour of the clock. */
  hoursWh: number[];
  /** All its pieces running at once, at the bank, W. */
  runningW: number;
  /** All its pieces on average while in service, as recorded, at the bank and at the load, W; null of a load that is not recorded. */
  recordedW: { atBank: number; atLoad: number } | null;
  /** The same while they start. */
  startingW: number;
  /** Runs without a pause. */
  standing: boolean;
  recording: RecordingSummary | null;
}
