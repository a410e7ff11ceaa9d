import { newInverter } from '../audit/fresh';
import type { Load } from '../audit/load';
import { newBank } from '../bank/fresh';
import type { Bank } from '../bank/plan';
import { CHEMISTRY_IDS } from '../cells/chemistry';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { newBattery } from '../cells/new-battery';
import { newSource } from '../sources/new-source';
import type { Source } from '../sources/source';
import { freshWiring } from '../wiring/fresh';
import type { WiringPlan } from '../wiring/plan';
import type { Run } from '../wiring/run';
import { pick, type Random } from './draws';
import { lamp, laidOut, type Rig } from './van';

const between = (random: Random, from: number, to: number) => from + (to - from) * random();

const KNOWN = ['logged', 'timed', 'clamp', 'wattmeter', 'nameplate'] as const;

/** A rig as somebody may have it, of 12, 24 or 48 V, on batteries of 50 to 300 Ah. */
export function drawnRig(random: Random, strings = 1 + Math.floor(3 * random())): Rig {
  const chemistryId = pick(random, CHEMISTRY_IDS);
  const { cellsPer12V } = CHEMISTRIES[chemistryId];
  const blocks = pick(random, [1, 2, 4]);
  const battery = {
    ...newBattery('b', chemistryId, cellsPer12V, Math.round(between(random, 50, 300))),
    dischargeA: Math.round(between(random, 60, 300)),
    resistanceOhm: random() < 0.5 ? null : between(random, 0.001, 0.01),
  };
  const bank: Bank = {
    ...newBank(battery, blocks, strings),
    currentSchool: pick(random, ['sum', 'one-may-drop-out', 'single']),
  };
  const inverters =
    random() < 0.7
      ? [{ ...newInverter('inv'), name: 'Inverter', continuousW: pick(random, [300, 800, 1500, 3000]) }]
      : [];
  const loads = Array.from({ length: 2 + Math.floor(12 * random()) }, (_, k): Load => {
    const isAc = inverters.length > 0 && random() < 0.3;
    return lamp(`load-${k}`, pick(random, ['Cabin', 'Galley', 'Deck']), Math.round(between(random, 2, 300)), {
      supply: isAc ? 'ac' : 'dc',
      inverterId: isAc ? 'inv' : null,
      known: pick(random, KNOWN),
      quantity: pick(random, [1, 1, 2, 3]),
      use: { by: 'hours', hoursPerDay: between(random, 0.2, 20) },
    });
  });
  const sources = (['solar', 'shore', 'engine'] as const).flatMap((kind): Source[] =>
    random() < 0.6 ? [{ ...newSource(kind, kind), name: kind }] : [],
  );
  return { loads, inverters, sources, bank };
}

/** The same with an inverter that charges too, where there are one and mains. */
export const withChargingInverter = (rig: Rig): Rig => ({
  ...rig,
  sources: rig.sources.map((source) =>
    source.kind === 'shore' && rig.inverters.length > 0 ? { ...source, through: { inverterId: 'inv' } } : source,
  ),
});

/** Its circuit as it is laid out, with lengths as they may be measured, and cables that lie hot or in a bundle. */
export function drawnWiring(random: Random, rig: Rig): WiringPlan {
  const wiring = laidOut(rig, {
    ...freshWiring(),
    list: pick(random, ['metric', 'gauges']),
    fuseSchool: pick(random, ['load-up', 'wire-down']),
  });
  const measured = (run: Run): Run => ({
    ...run,
    lengthM: Number((run.lengthM * between(random, 0.3, 3)).toFixed(2)),
    lengthBy: 'measured',
    engineSpace: random() < 0.15,
    bundled: pick(random, [1, 1, 1, 4]),
    // Some are doubled, without a draw of their own.
    conductors: run.id.length % 6 === 0 ? 2 : 1,
  });
  return { ...wiring, runs: wiring.runs.map(measured) };
}
