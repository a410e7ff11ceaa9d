import { type Figure, measured, type Sourced } from '../../formula/figure';
import { formula } from '../../formula/formula';
import type { MeterTotals } from '../plan';

const outPerDay = formula({
  id: 'history.out-a-day',
  says: 'drawn a day',
  unit: 'AhPerDay',
  words: 'Ah drawn in all ÷ days',
  terms: { outAh: { says: 'drawn in all', unit: 'Ah' }, days: { says: 'days', unit: 'Day' } },
  compute: ({ outAh, days }) => outAh / days,
  source: 'the meter’s own totals',
});

const whPerDay = formula({
  id: 'history.wh-a-day',
  says: 'charged a day',
  unit: 'Wh',
  words: 'kWh in all × 1000 ÷ days',
  terms: { kWh: { says: 'in all', unit: 'KWh' }, days: { says: 'days', unit: 'Day' } },
  compute: ({ kWh, days }) => (kWh * 1000) / days,
  source: 'the meter’s own totals',
});

const daysFull = formula({
  id: 'history.days-full',
  says: 'days with a full mark, at most',
  unit: 'Fraction',
  words: 'full marks ÷ days',
  terms: { marks: { says: 'full marks', unit: 'Count' }, days: { says: 'days', unit: 'Day' } },
  compute: ({ marks, days }) => Math.min(1, marks / days),
  source: 'the meter’s own totals',
  leavesOut: 'that several marks may fall on one day, and that false ones count too',
});

const depth = formula({
  id: 'history.depth',
  says: 'depth',
  unit: 'Fraction',
  words: 'Ah drawn ÷ capacity',
  terms: { outAh: { says: 'drawn', unit: 'Ah' }, capacityAh: { says: 'capacity', unit: 'Ah' } },
  compute: ({ outAh, capacityAh }) => outAh / capacityAh,
  source: 'the meter’s own totals over the rated capacity',
});

const fullCycles = formula({
  id: 'history.full-cycles',
  says: 'equivalent full cycles',
  unit: 'Ratio',
  words: 'Ah drawn in all ÷ capacity',
  terms: { outAh: { says: 'drawn in all', unit: 'Ah' }, capacityAh: { says: 'capacity', unit: 'Ah' } },
  compute: ({ outAh, capacityAh }) => outAh / capacityAh,
  source: 'throughput over capacity',
});

const energyShare = formula({
  id: 'history.energy-share',
  says: 'energy that came back',
  unit: 'Fraction',
  words: 'kWh drawn ÷ kWh charged',
  terms: { outKWh: { says: 'drawn', unit: 'KWh' }, inKWh: { says: 'charged', unit: 'KWh' } },
  compute: ({ outKWh, inKWh }) => outKWh / inKWh,
  source: 'the meter’s own totals',
});

const meanVolts = formula({
  id: 'history.mean-volts',
  says: 'mean voltage while drawn on',
  unit: 'V',
  words: 'kWh drawn × 1000 ÷ Ah drawn',
  terms: { outKWh: { says: 'drawn', unit: 'KWh' }, outAh: { says: 'drawn', unit: 'Ah' } },
  compute: ({ outKWh, outAh }) => (outKWh * 1000) / outAh,
  source: 'the meter’s own totals',
});

/** What does not go together in what a meter shows of its own past. */
export interface Contradiction {
  code:
    | 'mean-deeper-than-deepest'
    | 'deeper-than-bank'
    | 'more-out-than-in'
    | 'less-out-than-deepest'
    | 'volts-impossible'
    | 'out-impossible'
    | 'cycles-impossible'
    | 'no-days';
  is: number;
  bound: number;
}

export interface MeterHistory {
  figures: Figure[];
  contradictions: Contradiction[];
}

/** Energy that comes back of what goes in: more is not possible, less than this is not usual. */
const MOST_BACK = 1;
/** A voltage while drawn on outside these shares of the nominal one is none of this bank. */
const VOLTS_AROUND = [0.8, 1.25] as const;
/** A bank that gives more than so many times its capacity a day is none of this size. */
const MOST_CYCLES_A_DAY = 3;

/**
 * What the totals of a meter mean.
 * @param capacityAh  rated
 * @param nominalV    of the bank
 */
export function meterHistory(totals: MeterTotals, capacityAh: Sourced, nominalV: Sourced): MeterHistory {
  const { days, deepestAh, meanAh, outAh, inKWh, outKWh, fullMarks, cycles } = totals;
  const figures: Figure[] = [];
  const contradictions: Contradiction[] = [];
  const say = (code: Contradiction['code'], is: number, bound: number) => contradictions.push({ code, is, bound });
  const read = (value: number) => measured(value, 'off the meter');
  const spans = days !== null && days > 0;
  if (days === 0) say('no-days', 0, 0);
  if (outAh !== null && spans) figures.push(outPerDay.figure({ outAh: read(outAh), days: read(days) }));
  if (inKWh !== null && spans) figures.push(whPerDay.figure({ kWh: read(inKWh), days: read(days) }, { key: 'in' }));
  if (outKWh !== null && spans)
    figures.push(whPerDay.figure({ kWh: read(outKWh), days: read(days) }, { key: 'out', says: 'drawn a day, energy' }));
  if (fullMarks !== null && spans) figures.push(daysFull.figure({ marks: read(fullMarks), days: read(days) }));
  if (meanAh !== null)
    figures.push(depth.figure({ outAh: read(meanAh), capacityAh }, { key: 'mean', says: 'mean depth of discharge' }));
  if (deepestAh !== null)
    figures.push(depth.figure({ outAh: read(deepestAh), capacityAh }, { key: 'deepest', says: 'deepest discharge' }));
  if (outAh !== null) figures.push(fullCycles.figure({ outAh: read(outAh), capacityAh }));
  if (inKWh !== null && outKWh !== null) {
    // Of nothing there is no share.
    if (inKWh > 0) figures.push(energyShare.figure({ outKWh: read(outKWh), inKWh: read(inKWh) }));
    // What a full bank had to begin with may come out as well: one discharge of it.
    const spareKWh = (capacityAh.value * nominalV.value) / 1000;
    if (outKWh > inKWh * MOST_BACK + spareKWh) say('more-out-than-in', outKWh, inKWh + spareKWh);
  }
  if (outKWh !== null && outAh !== null && outAh > 0) {
    const volts = meanVolts.figure({ outKWh: read(outKWh), outAh: read(outAh) });
    figures.push(volts);
    const [low, high] = VOLTS_AROUND;
    if (volts.value < low * nominalV.value || volts.value > high * nominalV.value)
      say('volts-impossible', volts.value, nominalV.value);
  }
  if (meanAh !== null && deepestAh !== null && meanAh > deepestAh) say('mean-deeper-than-deepest', meanAh, deepestAh);
  if (deepestAh !== null && deepestAh > capacityAh.value) say('deeper-than-bank', deepestAh, capacityAh.value);
  if (deepestAh !== null && outAh !== null && outAh < deepestAh) say('less-out-than-deepest', outAh, deepestAh);
  if (outAh !== null && spans && outAh > days * MOST_CYCLES_A_DAY * capacityAh.value)
    say('out-impossible', outAh / days, capacityAh.value);
  if (cycles !== null && outAh !== null && cycles > 0 && meanAh !== null && meanAh > 0 && cycles * meanAh > 2 * outAh)
    say('cycles-impossible', cycles * meanAh, outAh);
  return { figures, contradictions };
}

const directUse = formula({
  id: 'history.direct-use',
  says: 'used straight from the sources, unseen',
  unit: 'AhPerDay',
  words: 'a day of the audit − drawn a day, by the meter',
  terms: {
    auditAh: { says: 'a day of the audit', unit: 'AhPerDay' },
    outAh: { says: 'drawn a day, by the meter', unit: 'AhPerDay' },
  },
  compute: ({ auditAh, outAh }) => Math.max(0, auditAh - outAh),
  source: 'what loads use while a source gives as much never passes the shunt',
  leavesOut: 'that the audit may be too high',
});

/** What a meter cannot have seen; null where its totals do not tell how much was drawn a day. */
export function unseenUse({ figures }: MeterHistory, auditDayAh: Sourced): Figure | null {
  const outAh = figures.find(({ id }) => id === outPerDay.id);
  return outAh && auditDayAh.value > 0 ? directUse.figure({ auditAh: auditDayAh, outAh }) : null;
}

/** Two showings of the same meter: what it has counted in between; null where the later shows less of anything. A mean is of all its days. */
export function between(earlier: MeterTotals, later: MeterTotals): MeterTotals | null {
  const less = (key: 'days' | 'outAh' | 'inKWh' | 'outKWh' | 'fullMarks' | 'cycles') => {
    const [a, b] = [earlier[key], later[key]];
    return a === null || b === null ? null : b - a;
  };
  const of = {
    days: less('days') ?? (later.atMs - earlier.atMs) / 86_400_000,
    outAh: less('outAh'),
    inKWh: less('inKWh'),
    outKWh: less('outKWh'),
    fullMarks: less('fullMarks'),
    cycles: less('cycles'),
  };
  const backward = Object.values(of).some((value) => value !== null && value < 0);
  return backward ? null : { ...later, ...of, deepestAh: deepestBetween(earlier, later, of.outAh), meanAh: null };
}

/** The deepest discharge where it came in between as a whole: one that was there before, or had begun by then, tells nothing of it. */
function deepestBetween(earlier: MeterTotals, later: MeterTotals, outAh: number | null): number | null {
  if (earlier.deepestAh === null || later.deepestAh === null || later.deepestAh <= earlier.deepestAh) return null;
  return outAh !== null && outAh < later.deepestAh ? null : later.deepestAh;
}
