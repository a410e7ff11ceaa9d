import { at } from '../quantity/guard';
import { byDefault, computed, entered, type Figure, type Sourced } from '../formula/figure';
import type { Inverter } from './inverter';
import type { Load } from './load';
import type { AuditLine } from './audit-line';
import type { InverterModel } from './inverter-model';
import { ampHoursOfDay, inverterStandbyDay } from './load-formulas';
import { hourShares, shareOfHours, spreadHours } from './pattern';

export type InverterProblem = { code: 'over-continuous' | 'over-surge'; neededW: number; ratedW: number };

/** How an inverter is used, and what the two ways of switching it would cost. */
export interface InverterUse extends Pick<InverterModel, 'id' | 'name' | 'fit' | 'standbyW' | 'efficiencyAt'> {
  /** Off its sheet, or measured; where it is not, none is counted. */
  standbyKnown: boolean;
  /** Of a standby that is not known: what each ten watts of it would come to, left on all day. */
  tenWattsAh: Figure;
  hoursOn: Sourced;
  leftOn: boolean;
  /** Share of each hour of the clock in which it is on. */
  onFractions: number[];
  leftOnAh: Figure;
  whenNeededAh: Figure;
  /** AC watts of its loads, all at once. */
  servedW: number;
  problems: InverterProblem[];
}

export function inverterUse(
  inverter: Inverter,
  model: InverterModel,
  served: readonly { load: Load; line: AuditLine }[],
  nominalV: Sourced,
): InverterUse {
  const needed = neededFractions(served);
  const neededH = needed.reduce((sum, fraction) => sum + fraction, 0);
  const onAllDay = inverter.hoursOnPerDay >= 24;
  const asNeeded = computed(neededH, 'while one of its loads runs, each for itself');
  const leftOn = entered(inverter.hoursOnPerDay, onAllDay ? 'left on' : 'hours switched on');
  const isLeftOn = inverter.switched === 'left-on';
  const ahOf = (hoursOnPerDay: Sourced, key: string, says: string, standbyW = model.standbyW) =>
    ampHoursOfDay.figure(
      { dayWh: inverterStandbyDay.figure({ standbyW, hoursOnPerDay }, { key }), nominalV },
      { key: `${key}:${inverter.id}`, says },
    );
  const allDay = entered(24, 'left on all day');
  const servedW = served.reduce((sum, { load, line }) => sum + line.powerW.value * load.quantity, 0);
  const hardest = Math.max(
    0,
    ...served.map(({ load, line }) => line.powerW.value * load.quantity * (load.surgeFactor - 1)),
  );
  const problems: InverterProblem[] = [];
  if (inverter.continuousW !== null && servedW > inverter.continuousW) {
    problems.push({ code: 'over-continuous', neededW: servedW, ratedW: inverter.continuousW });
  }
  if (inverter.surgeW !== null && servedW + hardest > inverter.surgeW) {
    problems.push({ code: 'over-surge', neededW: servedW + hardest, ratedW: inverter.surgeW });
  }
  const dayTime = hourShares({ by: 'named', id: onAllDay ? 'all-day' : 'day' });
  return {
    id: model.id,
    name: model.name,
    fit: model.fit,
    standbyW: model.standbyW,
    efficiencyAt: (acW) => model.efficiencyAt(acW),
    leftOn: isLeftOn,
    hoursOn: isLeftOn ? leftOn : asNeeded,
    onFractions: isLeftOn ? spreadHours(dayTime, inverter.hoursOnPerDay) : needed,
    standbyKnown: model.standbyW.origin !== 'default',
    tenWattsAh: ahOf(allDay, 'ten-watts', 'each 10 W, left on all day', byDefault(10, 'for instance')),
    leftOnAh: ahOf(allDay, 'left-on', 'standby, left on all day'),
    whenNeededAh: ahOf(asNeeded, 'when-needed', 'standby, switched on when needed'),
    servedW,
    problems,
  };
}

/** Share of each hour in which at least one load runs, loads being independent of each other: 1 − Π(1 − own share). */
function neededFractions(served: readonly { load: Load; line: AuditLine }[]): number[] {
  const spreads = served.map(({ load, line }) => spreadHours(shareOfHours(load), line.hoursPerDay.value));
  return Array.from({ length: 24 }, (_, hour) => {
    const idle = served.reduce((product, { line }, k) => {
      return product * (1 - line.daysFraction * at(at(spreads, k), hour));
    }, 1);
    return 1 - idle;
  });
}

/** What the inverters draw together at their continuous ratings, W; null where no sheet gives one. */
export function drawAtRating(inverters: readonly Inverter[], uses: readonly InverterUse[]): number | null {
  const draws = inverters.flatMap(({ id, continuousW }) => {
    const use = uses.find((one) => one.id === id);
    return continuousW === null || !use ? [] : [continuousW / use.efficiencyAt(continuousW)];
  });
  return draws.length > 0 ? draws.reduce((sum, watts) => sum + watts, 0) : null;
}
