import { at } from '../quantity/guard';
import { byDefault, computed, entered, type Figure } from '../formula/figure';
import { quantileOf } from '../statistics/quantile';
import { FULL_SOC } from '../simulation/bank-limits';
import { type MonthSum, type RunsResult, SOC_BINS } from '../simulation/runs-result';
import { MONTH_DAYS } from '../series/calendar';
import { monthReason, type MonthReason, monthVerdict, type MonthVerdict } from './month-verdict';
import {
  ahPerDay,
  daysBetweenFull,
  hoursPerMonth,
  longestGap,
  lowestSoc,
  sourceShare,
  stayShare,
} from './year-formulas';

export interface SourceMonth {
  id: string;
  offeredAh: Figure;
  refusedAh: Figure;
  /** Of what all sources offer. */
  share: Figure;
}

/** One month of the simulated years. */
export interface MonthOutcome {
  /** 1 … 12 */
  month: number;
  verdict: MonthVerdict;
  reason: MonthReason;
  stay: Figure;
  lowestMedian: Figure;
  lowestP10: Figure;
  belowReserveH: Figure;
  /** Null where the bank never became full. */
  betweenFull: Figure | null;
  /** Most days without a full charge, in nine years of ten not exceeded. */
  longestGap: Figure;
  offeredAh: Figure;
  usedAh: Figure;
  inAh: Figure;
  outAh: Figure;
  refusedAh: Figure;
  refusedColdAh: Figure;
  unservedAh: Figure;
  bySource: SourceMonth[];
}

/** Quantiles of the day's lowest state of charge, each [365] from 1 January. */
export interface Fan {
  p10: number[];
  p25: number[];
  p50: number[];
  p75: number[];
  p90: number[];
}

export interface YearOutcome {
  runs: number;
  months: MonthOutcome[];
  worst: MonthOutcome;
  fan: Fan;
  /** The run that stands at the tenth part of the worst month, from below: a bad year, not the worst. */
  badRun: number;
  worstBalance: number;
}

const SUMS: Record<'offeredAh' | 'usedAh' | 'inAh' | 'outAh' | 'refusedAh' | 'refusedColdAh' | 'unservedAh', MonthSum> =
  {
    offeredAh: 'offeredAh',
    usedAh: 'loadAh',
    inAh: 'inAh',
    outAh: 'outAh',
    refusedAh: 'refusedAh',
    refusedColdAh: 'refusedColdAh',
    unservedAh: 'unservedAh',
  };

const SAYS: Record<keyof typeof SUMS, string> = {
  offeredAh: 'offered by the sources, a day',
  usedAh: 'used by the loads, a day',
  inAh: 'into the bank, a day',
  outAh: 'out of the bank, a day',
  refusedAh: 'offered, refused by the bank, a day',
  refusedColdAh: 'refused since the bank was too cold or hot, a day',
  unservedAh: 'unserved by an empty bank, a day',
};

/**
 * What the simulated years say, month by month.
 * @param sources  ids and names of the sources that were simulated, in their order
 */
export function summariseYear(
  result: RunsResult,
  sources: readonly { id: string; name: string }[],
  reserveSoc: number,
  coulombicFraction: number,
  targetFraction: number,
): YearOutcome {
  const { runs } = result;
  const drawn = byDefault(runs);
  const ofMonth = (values: Float64Array, month: number) =>
    Float64Array.from({ length: runs }, (_, run) => at(values, run * 12 + month));
  const months = MONTH_DAYS.map((length, month): MonthOutcome => {
    const key = String(month + 1);
    const lows = ofMonth(result.minSoc, month).sort();
    const stayed = ofMonth(result.minSpare, month).reduce((sum, spare) => sum + (spare >= 0 ? 1 : 0), 0);
    const days = byDefault(length);
    const perDay = (sumAh: number, id: string, says: string) =>
      ahPerDay.figure({ sumAh: computed(sumAh, 'simulation'), runs: drawn, days }, { key: `${id}:${key}`, says });
    const sums = Object.fromEntries(
      (Object.keys(SUMS) as (keyof typeof SUMS)[]).map((name) => [
        name,
        perDay(at(result.month[SUMS[name]], month), name, SAYS[name]),
      ]),
    ) as Record<keyof typeof SUMS, Figure>;
    const lowest = (share: number) =>
      lowestSoc.figure(
        quantileOf(lows, share),
        { share: byDefault(share), runs: drawn },
        {
          key: `${share}:${key}`,
          says: share === 0.5 ? 'lowest charge, half of the years' : 'lowest charge, one year in ten',
        },
      );
    const stay = stayShare.figure(
      {
        stayed: computed(stayed, 'simulation'),
        runs: drawn,
        reserveSoc: entered(reserveSoc, 'the bank’s usable share'),
      },
      {
        key,
        remark: `Simulated again, this would come out within ${(100 * drawnAgain(stayed, runs)).toFixed(1)} points.`,
      },
    );
    const fullDays = at(result.month.fullDays, month);
    const gaps = ofMonth(result.longestGap, month).sort();
    const verdict = monthVerdict(stay.value, targetFraction);
    return {
      month: month + 1,
      verdict,
      reason: monthReason(verdict, {
        offeredAh: sums.offeredAh.value,
        usedAh: sums.usedAh.value,
        refusedAh: sums.refusedAh.value,
        refusedColdAh: sums.refusedColdAh.value,
        fullDaysPerMonth: fullDays / runs,
        coulombicFraction,
      }),
      stay,
      lowestMedian: lowest(0.5),
      lowestP10: lowest(0.1),
      belowReserveH: hoursPerMonth.figure(
        { hours: computed(at(result.month.belowReserveH, month), 'simulation'), runs: drawn },
        { key },
      ),
      betweenFull:
        fullDays > 0
          ? daysBetweenFull.figure(
              { days, runs: drawn, fullDays: computed(fullDays, 'simulation'), fullSoc: byDefault(FULL_SOC) },
              { key },
            )
          : null,
      longestGap: longestGap.figure(quantileOf(gaps, 0.9), { share: byDefault(0.9), runs: drawn }, { key }),
      ...sums,
      bySource: sources.map(({ id, name }, s) => {
        const own = perDay(at(result.sourceOfferedAh, s * 12 + month), `offered:${id}`, `${name}: offered, a day`);
        return {
          id,
          offeredAh: own,
          refusedAh: perDay(at(result.sourceRefusedAh, s * 12 + month), `refused:${id}`, `${name}: refused, a day`),
          share: sourceShare.figure(
            { ownAh: own, allAh: sums.offeredAh },
            { key: `${id}:${key}`, says: `${name}: share of what is offered` },
          ),
        };
      }),
    };
  });
  const worst = months.reduce((least, one) => {
    const differ = [
      one.stay.value - least.stay.value,
      least.unservedAh.value - one.unservedAh.value,
      one.lowestP10.value - least.lowestP10.value,
    ].find((by) => by !== 0);
    return (differ ?? 0) < 0 ? one : least;
  });
  const order = [...Array(runs).keys()].sort(
    (a, b) => at(result.minSoc, a * 12 + worst.month - 1) - at(result.minSoc, b * 12 + worst.month - 1),
  );
  return {
    runs,
    months,
    worst,
    fan: fanOf(result),
    badRun: at(order, Math.floor(0.1 * (runs - 1))),
    worstBalance: result.worstBalance,
  };
}

/** Half width of the 95 % range of a share. @source E. B. Wilson, JASA 22 (1927) */
function drawnAgain(hits: number, runs: number): number {
  const share = hits / runs;
  const z2 = 1.96 * 1.96;
  return (1.96 * Math.sqrt((share * (1 - share)) / runs + z2 / (4 * runs * runs))) / (1 + z2 / runs);
}

function fanOf({ dayLowBins, runs }: RunsResult): Fan {
  const below = (share: number) =>
    Array.from({ length: 365 }, (_, day) => {
      let seen = 0;
      for (let bin = 0; bin < SOC_BINS; bin++) {
        seen += at(dayLowBins, day * SOC_BINS + bin);
        if (seen >= share * runs) return bin / (SOC_BINS - 1);
      }
      return 1;
    });
  return { p10: below(0.1), p25: below(0.25), p50: below(0.5), p75: below(0.75), p90: below(0.9) };
}
