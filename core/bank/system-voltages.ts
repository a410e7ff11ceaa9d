import { isOtherVoltage } from '../cells/twelve-volt-blocks';
import { asTyped } from '../quantity/format';
import { chooseFuse, type FuseChoice, type FuseDemand, type NoFuse, whyNoFuse } from '../conductors/choose-fuse';
import {
  chooseSection,
  nextSection,
  type SectionChoice,
  type SectionDemand,
  type SectionList,
} from '../conductors/choose-section';
import { copperOhm, voltageDrop } from '../conductors/copper';
import { shortCircuitAtFuse } from '../conductors/short-circuit';
import { byDefault, computed, entered, type Figure } from '../formula/figure';
import { inRange } from '../quantity/guard';
import { drawAtBank } from './runtime';

export interface VoltageDemand {
  /** The rig's largest load at the bank, W, conversion losses counted. */
  powerW: number;
  oneWayLengthM: number;
  dropFraction: number;
  /** What the sun brings at most, W; 0: none. */
  solarW: number;
  /** Loads that insist on a voltage: V and W. */
  fixedLoads: readonly { says: string; voltageV: number; powerW: number }[];
  /** Nominal volts of one 12 V block of the chemistry. */
  blockV: number;
  /** The highest charging voltage of such a block, V: absorption, or equalising. */
  highestBlockV: number;
  /** Sections of the metric list, whose insulation is taken for 90 °C, or gauges, tabled for 105 °C. */
  list: SectionList;
  /** Resistance of the bank, warm, at one 12 V block with the same energy, Ω, for the short-circuit current. */
  blockOhm: number;
}

export interface SystemVoltage {
  blocks: number;
  nominalV: number;
  currentA: Figure;
  section: SectionChoice | null;
  /** In the cable at full load. */
  dropV: Figure | null;
  lossW: number | null;
  /** At the post; null where the shipped families have none, which `noFuse` gives the reason for. */
  fuse: FuseChoice | null;
  noFuse: NoFuse | null;
  /** What that fuse has to break. */
  shortCircuitA: Figure;
  controllerA: number;
  /** Loads that another voltage would have to be made for. */
  converters: { says: string; voltageV: number; powerW: number }[];
}

const CONDUCTOR_C = 50;
const THICKER_MOST = 3;

/**
 * The largest load at 12, 24 and 48 V: the same energy, arranged otherwise.
 * @throws {QuantityError} `out-of-range`
 */
export function systemVoltages(demand: VoltageDemand): SystemVoltage[] {
  inRange('oneWayLengthM', demand.oneWayLengthM, 0.01, 1000);
  return [1, 2, 4].map((blocks) => {
    const nominalV = blocks * demand.blockV;
    const key = `${blocks * 12} V`;
    const draw = drawAtBank.figure(
      {
        powerW: computed(demand.powerW, 'largest load'),
        nominalV: computed(nominalV, `${blocks} blocks of ${asTyped(demand.blockV)} V`),
      },
      { key },
    );
    const currentA = draw.value;
    const wanted: SectionDemand = {
      currentA,
      oneWayLengthM: demand.oneWayLengthM,
      systemV: nominalV,
      dropFraction: demand.dropFraction,
      insulationC: demand.list === 'gauges' ? 105 : 90,
      inEngineSpace: false,
      list: demand.list,
    };
    const shortCircuitA = shortCircuitAtFuse.figure(
      {
        highestV: computed(blocks * demand.highestBlockV, `${blocks} blocks of ${asTyped(demand.highestBlockV)} V`),
        // The same cells in series instead of parallel: resistance grows with the square.
        bankOhm: computed(demand.blockOhm * blocks * blocks, 'the same cells at this voltage'),
        leadsOhm: byDefault(0, 'a fuse at the post'),
      },
      { key },
    );
    const fuseDemand = (ampacityA: number): FuseDemand => ({
      loadA: currentA,
      ampacityA,
      highestV: blocks * demand.highestBlockV,
      shortCircuitA: shortCircuitA.value,
    });
    let section = chooseSection(wanted);
    let fuse: FuseChoice | null = null;
    // A wire that is too thin for the next step of fuses is made thicker, within reason.
    for (let tries = 0; section !== null && fuse === null && tries < THICKER_MOST; tries++) {
      const { areaMm2, ampacityA }: SectionChoice = section;
      fuse = chooseFuse(fuseDemand(ampacityA));
      const thicker = fuse === null ? nextSection(areaMm2, demand.list) : null;
      if (thicker === null) break;
      if (tries + 1 < THICKER_MOST) section = chooseSection(wanted, thicker);
    }
    if (fuse === null) section = chooseSection(wanted);
    return {
      blocks,
      nominalV,
      currentA: draw,
      section,
      dropV:
        section &&
        voltageDrop.figure(
          {
            currentA: draw,
            oneWayLengthM: entered(demand.oneWayLengthM),
            areaMm2: computed(
              section.areaMm2,
              section.by === 'least'
                ? 'thicker than both rules ask, so that a fuse fits'
                : 'smallest that keeps both rules',
            ),
            conductorTempC: byDefault(CONDUCTOR_C, 'under load'),
          },
          { key },
        ),
      lossW: section && currentA * currentA * copperOhm(2 * demand.oneWayLengthM, section.areaMm2, CONDUCTOR_C),
      fuse,
      noFuse: fuse === null && section ? whyNoFuse(fuseDemand(section.ampacityA)) : null,
      shortCircuitA,
      controllerA: demand.solarW / nominalV,
      converters: demand.fixedLoads.filter(({ voltageV }) => isOtherVoltage(voltageV, blocks)),
    };
  });
}
