import { asPlanned, byDefault, entered, type Figure, measured, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import { keptBy } from '../plan/kept-by';
import { FRESH_EFFICIENCY } from './fresh';
import type { Inverter } from './inverter';
import { fitInverter, type InverterFit } from './inverter-fit';

/** What an inverter takes from the bank. */
export interface InverterModel {
  id: string;
  name: string;
  fit: InverterFit | null;
  standbyW: Sourced;
  /** What a load of so many watts draws from the bank on top of the standby. */
  drawOf(acW: Sourced, key: string): Figure;
  /** AC watts ÷ all DC watts, standby included, with this load alone. */
  efficiencyAt(acW: number): number;
}

const byRatio = formula({
  id: 'audit.at-bank',
  says: 'power at the bank',
  unit: 'W',
  words: 'power ÷ inverter efficiency',
  terms: {
    acW: { says: 'power, each', unit: 'W' },
    efficiencyFraction: { says: 'inverter efficiency', unit: 'Fraction' },
  },
  compute: ({ acW, efficiencyFraction }) => acW / efficiencyFraction,
  source: 'data sheet, or 0.90 where nothing is known',
  leavesOut: 'the inverter’s own standby, which stands in its own row',
});

const byBench = formula({
  id: 'audit.at-bank',
  says: 'power at the bank',
  unit: 'W',
  words: 'b · power + c · power²',
  terms: {
    acW: { says: 'power, each', unit: 'W' },
    b: { says: 'b, off the bench', unit: 'Ratio' },
    cPerKw: { says: 'c, per kilowatt', unit: 'Ratio' },
  },
  compute: ({ acW, b, cPerKw }) => b * acW + (cPerKw / 1000) * acW * acW,
  source: 'least squares through the bench pairs, standby apart',
  leavesOut: 'several loads at once: their squares add up to more',
});

/** The model of an inverter: its bench test where there is one, else its sheet. @param inverter null: a default one */
export const inverterModel = (inverter: Inverter | null): InverterModel => (inverter ? modelOf(inverter) : noInverter);

const modelOf = keptBy((inverter: Inverter) => newModel(inverter));
const noInverter = newModel(null);

/** None takes nothing while it idles: 0 is a sheet that was not read. */
const offSheet = (standbyW: number, name: string) =>
  standbyW > 0 ? entered(standbyW, name) : byDefault(0, 'not entered, none counted');

function newModel(inverter: Inverter | null): InverterModel {
  const fit = inverter ? fitInverter(inverter.bench, inverter.standbyW) : null;
  const id = inverter?.id ?? '';
  const name = inverter?.name || 'Inverter';
  if (inverter && fit) {
    const note = `${name}, ${fit.points.length} bench pairs`;
    const standbyW = fit.kind === 'ratio' ? offSheet(fit.a, name) : measured(fit.a, note);
    return {
      id,
      name,
      fit,
      standbyW,
      drawOf: (acW, key) =>
        byBench.figure({ acW, b: measured(fit.b, note), cPerKw: measured(fit.c * 1000, note) }, { key }),
      efficiencyAt: (acW) => acW / (standbyW.value + fit.b * acW + fit.c * acW * acW),
    };
  }
  const efficiencyFraction = inverter
    ? asPlanned(inverter.efficiencyFraction, FRESH_EFFICIENCY, name)
    : byDefault(FRESH_EFFICIENCY, 'no inverter entered');
  const standbyW = inverter ? offSheet(inverter.standbyW, name) : byDefault(0, 'no inverter entered');
  return {
    id,
    name,
    fit: null,
    standbyW,
    drawOf: (acW, key) => byRatio.figure({ acW, efficiencyFraction }, { key }),
    efficiencyAt: (acW) => acW / (standbyW.value + acW / efficiencyFraction.value),
  };
}
