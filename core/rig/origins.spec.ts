import { describe, expect, it } from 'vitest';
import { newInverter, newLoad } from '../audit/fresh';
import { simpleBank } from '../bank/fresh';
import type { Working } from '../formula/figure';
import { newSource } from '../sources/new-source';
import { deriveRig } from './derive-rig';
import { newRig } from './new-rig';
import type { Rig } from './rig';

/** Every term of a working, and of what its terms follow from. */
const termsOf = ({ terms }: Working): { says: string; origin: string }[] =>
  terms.flatMap((term) => [term, ...(term.working ? termsOf(term.working()) : [])]);

/** Where this comes from, wherever it stands in the workings of a rig. */
function originsOf(rig: Rig, says: string): string[] {
  const { audit, bank, monitor } = deriveRig(rig, null);
  const figures = [
    ...audit.lines.map(({ dayAh }) => dayAh),
    bank!.usableAh,
    bank!.need!.requiredAh,
    bank!.need!.autonomyDays,
    ...monitor!.settings.map(({ figure }) => figure),
  ];
  const found = figures.flatMap((figure) => termsOf(figure.working())).filter((term) => term.says === says);
  return [...new Set(found.map(({ origin }) => origin))];
}

const rig = (): Rig => ({
  ...newRig('r', 'Rig', 'UTC'),
  loads: [
    { ...newLoad('tv', 'Cabin'), supply: 'ac', inverterId: 'inv', power: { by: 'watts', powerW: 60 } },
    {
      ...newLoad('fridge', 'Galley'),
      power: { by: 'watts', powerW: 50 },
      use: { by: 'share', dutyFraction: 0.4 },
      climate: { by: 'compressor', setTempC: 4, refTempC: 25 },
    },
  ],
  inverters: [newInverter('inv')],
  bank: simpleBank('lfp'),
  charging: { ...newRig('r', 'Rig', 'UTC').charging, sources: [newSource('shore', 's')] },
});

describe('what nobody has entered', () => {
  const changed: [says: string, change: (rig: Rig) => Rig][] = [
    ['days without charge', (one) => ({ ...one, bank: { ...one.bank!, autonomyDays: 3 } })],
    ['usable share', (one) => ({ ...one, bank: { ...one.bank!, usableFraction: 0.7 } })],
    ['left when aged', (one) => ({ ...one, bank: { ...one.bank!, ageingFraction: 0.8 } })],
    ['coldest', (one) => ({ ...one, bank: { ...one.bank!, coldestTempC: 5 } })],
    ['surroundings', (one) => ({ ...one, audit: { ...one.audit, ambientTempC: 30 } })],
    [
      'inverter efficiency',
      (one) => ({ ...one, inverters: [{ ...one.inverters[0]!, efficiencyFraction: 0.86, standbyW: 5 }] }),
    ],
    ['margin to act in', (one) => ({ ...one, monitor: { ...one.monitor, alarmMarginFraction: 0.1 } })],
  ];
  it.each(changed)('%s is a default until it is changed', (says, change) => {
    expect(originsOf(rig(), says)).toEqual(['default']);
    expect(originsOf(change(rig()), says)).toEqual(['entered']);
  });
});
