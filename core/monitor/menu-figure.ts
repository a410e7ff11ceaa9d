import { byDefault, type Figure, type Sourced, type WorkingTerm } from '../formula/figure';
import { type Unit, UNITS } from '../quantity/unit';
import type { Setting } from './derive-settings';
import { SAFE_SIDE, unitFactor } from './meter-unit';
import type { MeterUnit } from './plan';

/** A unit of a meter's menu as a figure carries it. */
export const FIGURE_UNIT: Record<MeterUnit, Unit> = {
  percent: 'Fraction',
  A: 'A',
  Ah: 'Ah',
  V: 'V',
  mV: 'MilliV',
  min: 'Minute',
  s: 'S',
  h: 'H',
  days: 'Day',
  'mV/K': 'MilliVPerK',
  number: 'Ratio',
};

/** What stands in the menu for a setting, with how it came from what was derived. @param capacityAh  set in the meter */
export function menuFigure({ id, figure, field, menu }: Setting, capacityAh: Sourced): Figure {
  const unit = FIGURE_UNIT[field.unit];
  const { factor } = UNITS[unit];
  const ofCapacity = unitFactor(id, field.unit, capacityAh.value) !== unitFactor(id, field.unit, 1);
  const says = 'in the menu';
  const value = menu.value / factor;
  const side = SAFE_SIDE[id];
  const terms = (): WorkingTerm[] => [
    figure,
    ...(ofCapacity ? [{ says: 'of the capacity', unit: 'Ah' as const, ...capacityAh }] : []),
    { says: 'step of the menu', unit, ...byDefault(field.step / factor, 'as your meter counts') },
  ];
  return {
    id: `monitor.menu:${id}`,
    says: `${figure.says}, ${says}`,
    unit,
    value,
    origin: 'computed',
    working: () => ({
      words: `${ofCapacity ? 'as derived × capacity' : 'as derived'}, ${side} to a step of the menu`,
      terms: terms(),
      result: { says, value, unit },
      source: `rounded ${side}: on that side less goes wrong`,
      remark: menu.misses
        ? 'No step lies within what is allowed: the nearest on the safe side.'
        : isOther(menu.stored, figure.value, side)
          ? 'The step on that side is not allowed: the nearest that is.'
          : undefined,
    }),
  };
}

const isOther = (stored: number, derived: number, side: 'up' | 'down') =>
  side === 'up' ? stored < derived * (1 - 1e-6) : stored > derived * (1 + 1e-6);
