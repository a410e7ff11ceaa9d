import { byDefault, computed } from '../../formula/figure';
import { account, formula } from '../../formula/formula';
import type { MonitorFacts } from '../facts';
import { type DerivedSetting, setting } from './setting';

const daysSinceFull = account({
  id: 'monitor.days-since-full',
  says: 'reminder of a full charge',
  unit: 'Day',
  words: 'usual for the chemistry',
  terms: { usualDays: { says: 'usual', unit: 'Day' } },
  source:
    'lead sulphates when it is left short of full for longer; lithium needs it for balance, and the count for its zero',
});

const equaliseDays = account({
  id: 'monitor.equalise-days',
  says: 'reminder to equalise',
  unit: 'Day',
  words: 'usual for flooded cells; 0, off, for all others',
  terms: { usualDays: { says: 'usual', unit: 'Day' } },
  source: 'only flooded cells are equalised: sealed ones vent for good, lithium is destroyed',
});

const compensation = formula({
  id: 'monitor.temperature-compensation',
  says: 'temperature compensation',
  unit: 'MilliVPerK',
  words: 'shift of a cell a kelvin × cells',
  terms: {
    cellVPerK: { says: 'a cell', unit: 'MilliVPerK' },
    cells: { says: 'cells in series', unit: 'Count' },
  },
  compute: ({ cellVPerK, cells }) => cellVPerK * cells,
  source: 'by the chemistry: the voltage that is full falls with warmth; lithium is not compensated',
});

const REMIND_DAYS = { lithium: 30, lead: 7 } as const;
const REMIND_MOST_DAYS = { lithium: 60, lead: 14 } as const;
const EQUALISE_DAYS = 30;

/** What is to be remembered, and how warmth is followed. */
export function reminderSettings({ chemistry, cells }: MonitorFacts): DerivedSetting[] {
  const remind = REMIND_DAYS[chemistry.family];
  const equalises = chemistry.equaliseCellV !== undefined;
  const every = equalises ? EQUALISE_DAYS : 0;
  const perCell = byDefault(chemistry.compensationCellMilliVPerK, chemistry.name);
  const shift = compensation.figure({
    cellVPerK: { ...perCell, value: perCell.value / 1000 },
    cells: computed(cells, 'the bank'),
  });
  return [
    setting(
      'days-since-full',
      daysSinceFull.figure(remind, { usualDays: byDefault(remind, chemistry.shortName) }),
      1,
      REMIND_MOST_DAYS[chemistry.family],
    ),
    setting(
      'equalise-days',
      equaliseDays.figure(every, { usualDays: byDefault(every, chemistry.shortName) }),
      equalises ? 14 : 0,
      equalises ? 180 : 0,
    ),
    setting('temperature-compensation', shift, shift.value * 1.25, shift.value * 0.75),
  ];
}
