import { asTyped } from '../quantity/format';
import type { Audit } from '../audit/audit';
import type { Inverter } from '../audit/inverter';
import type { Bank } from '../bank/plan';
import { bankOhm } from '../bank/resistance';
import { type SizedBank, usableShare } from '../bank/size-bank';
import { cellsInSeries } from '../cells/cells-in-series';
import type { Chemistry } from '../cells/chemistry';
import { curveValue } from '../cells/chemistry-of';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import { twelveVoltBlocks, usualCutOffV } from '../cells/twelve-volt-blocks';
import { byDefault, computed, entered, type Figure, type Sourced } from '../formula/figure';
import { account, formula } from '../formula/formula';
import { deviceLimit, devicesInUse } from '../sources/device';
import type { Source } from '../sources/source';
import type { Circuit } from '../wiring/circuit-figures';
import { invertersOff } from '../wiring/inverter-off';
import type { WiringPlan } from '../wiring/plan';
import { through } from '../wiring/through';
import { type Chargers, chargersOf } from './chargers';
import type { MonitorPlan, Profile } from './plan';
import { profileOf } from './profile-of';

/** What of a rig its monitor's settings follow from. */
export interface MonitorRig {
  plan: MonitorPlan;
  bank: Bank;
  sized: SizedBank;
  chemistryEdits: ChemistryEdits;
  audit: Audit;
  inverters: readonly Inverter[];
  sources: readonly Source[];
  wiring: WiringPlan;
  circuit: Circuit | null;
}

export interface MonitorFacts {
  plan: MonitorPlan;
  profile: Profile;
  chemistry: Chemistry;
  cells: number;
  /** Of 12 V in series. */
  blocks: Sourced;
  /** Rated, at 20 h. */
  ratedAh: Figure;
  usableFraction: Sourced;
  chargers: Chargers;
  /** Rested and full, and rested at the reserve. */
  restedFullV: Sourced;
  restedReserveV: Sourced;
  /** Of the bank, cold. */
  bankOhm: Sourced;
  smallestStanding: Sourced | null;
  /** Mean of the hour with the highest draw, and all at once, A. */
  peakHourA: Figure;
  peakA: Figure;
  /** The most that ever passes the shunt. */
  largestA: Figure;
  /** As laid out and typed under Wiring; null: not known. */
  shunt: { ratingA: Sourced | null; fullScaleV: Sourced } | null;
  /** Below this charge an inverter is off with all loads at once, of several the first to be; null: none serves any. */
  inverterOff: Figure | null;
}

const drawn = formula({
  id: 'monitor.drawn',
  says: 'current drawn',
  unit: 'A',
  words: 'power ÷ voltage',
  terms: { powerW: { says: 'power at the bank', unit: 'W' }, voltageV: { says: 'bank', unit: 'V' } },
  compute: ({ powerW, voltageV }) => powerW / voltageV,
  source: 'I = P ÷ U',
});

const largest = formula({
  id: 'monitor.largest',
  says: 'largest current through the shunt',
  unit: 'A',
  words:
    'the largest of what the loads draw while the hardest starts, what all sources give together, the starter, and what the circuit is laid out for',
  terms: {
    surgeA: { says: 'loads, the hardest starting', unit: 'A' },
    sourcesA: { says: 'all sources together', unit: 'A' },
    starterA: { says: 'starter through the shunt', unit: 'A' },
    circuitA: { says: 'the circuit at its most', unit: 'A' },
  },
  compute: ({ surgeA, sourcesA, starterA, circuitA }) => Math.max(surgeA, sourcesA, starterA, circuitA),
  source: 'in and out do not add up: the larger counts',
});

const offBelow = account({
  id: 'monitor.inverter-off',
  says: 'inverter is off below',
  unit: 'Fraction',
  words: 'the charge at which the bank sags to the cut-off under all loads at once',
  terms: {
    powerW: { says: 'all loads at once, at the bank', unit: 'W' },
    cutOffV: { says: 'its cut-off', unit: 'V' },
    bankOhm: { says: 'bank', unit: 'Ohm' },
    cableOhm: { says: 'cables, there and back', unit: 'Ohm' },
  },
  source: 'the map of sag, under Bank',
});

/** Gathers what a monitor's settings follow from, for a profile. @param profile  the one that the sheet shows by default */
export function monitorFacts(rig: MonitorRig, profile: Profile = profileOf(rig.plan)): MonitorFacts {
  const { plan, bank, sized, audit, sources, wiring, circuit } = rig;
  const { chemistry, nominalV, capacityAh } = sized;
  const cells = cellsInSeries(bank);
  const ofCells = (soc: number): Sourced => {
    const cell = curveValue(chemistry, 'restedCellV', soc);
    return { ...cell, value: cell.value * cells, note: `${cell.note}: ${cells} cells` };
  };
  const coldC = profile.tempC ?? bank.coldestTempC;
  const ohm = bankOhm(bank, chemistry, coldC);
  const lowestV = byDefault(usualCutOffV(bank, chemistry), 'usual cut-off of an inverter');
  const shuntPart = wiring.parts.find((part) => part.kind === 'shunt');
  const atShunt = circuit && shuntPart ? through(circuit, shuntPart) : null;
  return {
    plan,
    profile,
    chemistry,
    cells,
    blocks: entered(twelveVoltBlocks(bank, chemistry), `${cells} cells`),
    ratedAh: capacityAh,
    usableFraction: usableShare(bank, chemistry),
    chargers: chargersOf(profile, sources, chemistry, cells),
    restedFullV: ofCells(1),
    restedReserveV: ofCells(Math.max(0, 1 - bank.usableFraction)),
    bankOhm: computed(ohm, `the bank at ${asTyped(coldC)} °C`),
    smallestStanding: audit.smallestStanding && {
      value: audit.smallestStanding.currentA,
      origin: 'computed',
      note: audit.smallestStanding.says,
    },
    peakHourA: drawn.figure(
      { powerW: computed(audit.peakHour.meanW, `mean of the hour from ${audit.peakHour.hour}`), voltageV: nominalV },
      { key: 'hour' },
    ),
    peakA: drawn.figure({ powerW: audit.peakW, voltageV: lowestV }, { key: 'peak', says: 'all loads at once' }),
    largestA: largest.figure({
      surgeA: drawn.figure({ powerW: audit.surgeW, voltageV: lowestV }, { key: 'surge' }),
      sourcesA: computed(
        devicesInUse(rig).reduce((sum, one) => sum + deviceLimit(one.sources).value, 0),
        'limits of the sources that are on',
      ),
      starterA: plan.starterA === null ? byDefault(0, 'none') : entered(plan.starterA),
      circuitA: atShunt ?? byDefault(0, 'no circuit laid out'),
    }),
    shunt:
      shuntPart?.kind === 'shunt'
        ? {
            ratingA: shuntPart.ratingA === null ? null : entered(shuntPart.ratingA, `${shuntPart.name}, under Wiring`),
            fullScaleV: entered(shuntPart.fullScaleV, `${shuntPart.name}, under Wiring`),
          }
        : null,
    inverterOff: inverterOff(rig, ohm),
  };
}

/** At which charge all loads at once take the bank below the cut-off of an inverter that serves any, by the map of sag. */
function inverterOff({ sized, audit, inverters, ...rig }: MonitorRig, ohm: number): Figure | null {
  const serves = new Set(audit.lines.flatMap(({ inverterId, runningW }) => (runningW > 0 ? [inverterId] : [])));
  const [first] = invertersOff(
    { ...rig, chemistry: sized.chemistry, bankOhm: ohm },
    inverters.filter(({ id }) => serves.has(id)),
    audit.peakW.value,
  );
  if (!first) return null;
  const { inverter, sag, socFraction } = first;
  return offBelow.figure(
    socFraction,
    {
      powerW: audit.peakW,
      cutOffV: sag.cutOffV,
      bankOhm: computed(ohm, 'cold'),
      cableOhm: computed(sag.cableOhm, `to ${inverter.name || 'the inverter'}, as under Wiring`),
    },
    { key: inverter.id },
  );
}
