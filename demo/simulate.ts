import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { getPosition } from 'suncalc';
import { CHEMISTRIES } from '../core/cells/chemistry.data';
import { interpolate } from '../core/cells/interpolate';
import { zoneOffsetMs } from '../core/series/zone';
import type { Rig } from '../core/rig/rig';

export interface Sample {
  timeMs: number;
  voltageV: number;
  currentA: number;
}

export interface Scenario {
  rig: Rig;
  seed: number;
  startMs: number;
  endMs: number;
  stepMs: number;
  solarW: number;
  solarLimitA: number;
  startSoc: number;
  /** True share of amp-hours that come back. */
  coulombicFraction: number;
  resistanceOhm: number;
  /** Draw of all loads, A, at a local hour of the day (0…24) on a weekday (0 = Sunday). */
  loadA: (hour: number, weekday: number, dice: () => number) => number;
  /** What engine or shore power offers, A. */
  otherChargeA: (hour: number, weekday: number) => number;
  /** Stretches in which the meter wrote nothing. */
  gaps: readonly { fromMs: number; toMs: number }[];
}

/**
 * Plays a rig through time and returns what its shunt would have logged. Straightforward on purpose: Ah balance with
 * acceptance near full, rested voltage ± I·R, sun by sine of its height and a cloudiness that lingers from day to day.
 */
export function simulate(scenario: Scenario): Sample[] {
  const { rig, stepMs } = scenario;
  const bank = rig.bank!;
  const chemistry = CHEMISTRIES[bank.battery.chemistryId];
  const cells = bank.seriesCount * bank.battery.cellsInSeries;
  const capacityAh = bank.battery.capacityAh * bank.parallelCount;
  const absorptionV = Math.min(...rig.charging.sources.flatMap((source) => source.absorptionV ?? []));
  const random = xoroshiro128plus(scenario.seed);
  const dice = () => uniformFloat64(random);
  const samples: Sample[] = [];
  let soc = scenario.startSoc;
  let clearness = 0.5;
  let cloud = 0;
  let day = -1;
  for (let timeMs = scenario.startMs; timeMs < scenario.endMs; timeMs += stepMs) {
    const wall = new Date(timeMs + zoneOffsetMs(rig.place.timeZone, timeMs));
    const hour = wall.getUTCHours() + wall.getUTCMinutes() / 60 + wall.getUTCSeconds() / 3600;
    if (wall.getUTCDate() !== day) {
      day = wall.getUTCDate();
      clearness = Math.min(0.95, Math.max(0.12, 0.55 * clearness + 0.45 * (0.1 + 0.85 * dice())));
    }
    const passing = Math.exp(-stepMs / 600_000);
    cloud = passing * cloud + (1 - passing) * (dice() * 2 - 1) * 1.6;
    const height = Math.sin(
      (getPosition(new Date(timeMs), rig.place.latitudeDeg!, rig.place.longitudeDeg!).altitude * Math.PI) / 180,
    );
    const restedV = interpolate(chemistry.restedCellV, soc) * cells;
    const sunW =
      scenario.solarW * Math.max(0, height) ** 1.15 * Math.min(1, Math.max(0.05, clearness + cloud * 0.45)) * 0.86;
    const offeredA = Math.min(scenario.solarLimitA, sunW / restedV) + scenario.otherChargeA(hour, wall.getUTCDay());
    const loadA = scenario.loadA(hour, wall.getUTCDay(), dice);
    const acceptA = Math.min(
      chemistry.acceptancePerH * Math.max(0, 1.00008 - soc) * capacityAh,
      chemistry.acceptanceCapPerH * capacityAh,
    );
    const trueA = Math.min(offeredA - loadA, acceptA);
    soc = Math.min(
      1,
      Math.max(
        0.02,
        soc + ((trueA > 0 ? trueA * scenario.coulombicFraction : trueA) * stepMs) / 3_600_000 / capacityAh,
      ),
    );
    const held = trueA > 0 && trueA >= acceptA - 1e-9;
    const chargedV = held ? absorptionV : Math.min(absorptionV, restedV + trueA * scenario.resistanceOhm);
    const voltageV = (trueA > 0 ? chargedV : restedV + trueA * scenario.resistanceOhm) + (dice() - 0.5) * 0.02;
    const currentA = trueA + (dice() - 0.5) * 0.12;
    if (scenario.gaps.some((gap) => timeMs >= gap.fromMs && timeMs < gap.toMs)) continue;
    samples.push({ timeMs, voltageV, currentA });
  }
  return samples;
}
