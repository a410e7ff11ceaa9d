import { newLoad } from '../audit/fresh';
import { simpleBank } from '../bank/fresh';
import type { ChemistryId } from '../cells/chemistry';
import { standardTrace, tracesFor } from '../counter/standard-traces';
import { tryOn } from '../counter/trial';
import { entered } from '../formula/figure';
import { benchBank } from '../monitor/bench/bench-bank';
import { allowedOf, derivedSet, gridOf } from '../monitor/bench/grid';
import { totalFigures, trialFigures } from '../monitor/bench/trial-figures';
import { counterOf, hardwareOf } from '../monitor/counter-of';
import { menuValues } from '../monitor/derive-settings';
import { meterHistory } from '../monitor/history/meter-history';
import { menuFigure } from '../monitor/menu-figure';
import { SETTING_IDS } from '../monitor/setting-id';
import { deriveRig } from '../rig/derive-rig';
import { newRig } from '../rig/new-rig';
import type { Rig } from '../rig/rig';
import { newArray, newSource } from '../sources/new-source';

/** What to key into a meter for a few banks, how a coarse meter then counts the standard traces, and what its totals mean. */
export const metered = () => ({
  ...Object.fromEntries((['lfp', 'agm', 'flooded', 'lead-carbon'] as const).map((id) => [id, of(rigWith(id))])),
  totals: [
    { days: 200, outAh: 9000, deepestAh: 150, meanAh: 60, inKWh: 130, outKWh: 118, fullMarks: 70, cycles: 55 },
    { days: 10, outAh: 9000, deepestAh: 500, meanAh: 600, inKWh: 10, outKWh: 300, fullMarks: 70, cycles: 955 },
  ].map((totals) => meterHistory({ id: 't', atMs: 0, ...totals }, entered(200), entered(12.8))),
});

function rigWith(id: ChemistryId): Rig {
  const rig = newRig('r', 'R', 'UTC');
  const alarm = { ...newLoad('alarm', 'On board'), power: { by: 'watts', powerW: 6 }, use: { by: 'always' } } as const;
  return {
    ...rig,
    loads: [alarm],
    bank: { ...simpleBank(id), coldestTempC: 3 },
    charging: {
      ...rig.charging,
      sources: [
        { ...newSource('solar', 's'), arrays: [newArray('a', 300)] },
        { ...newSource('shore', 'm'), absorptionV: id === 'lfp' ? 14.1 : 14.3 },
      ] as Rig['charging']['sources'],
    },
    monitor: {
      ...rig.monitor,
      meter: { ...rig.monitor.meter, sampleS: 2, offsetA: 0.03, gainRatio: 1.004, resolutionA: 0.1 },
    },
  };
}

function of(rig: Rig) {
  const { monitor } = deriveRig(rig, null);
  if (!monitor) throw new Error('a rig with a bank has settings');
  const { facts, settings, findings, shunt, uncountedPerWeek } = monitor;
  const bank = benchBank(facts);
  const values = menuValues(settings);
  const counter = counterOf(values, facts);
  const set = { ...counter, full: counter.full && { ...counter.full, holdMs: 0, tailA: counter.full.tailA! * 2 } };
  const traces = tracesFor(bank).map((id) => {
    const trace = standardTrace(id, bank, 1, 30);
    const [own, weak] = [counter, set].map(
      (one) => tryOn(trace, one, bank.capacityAh, hardwareOf(facts.plan.meter)).trial,
    );
    return { id, trace, own: own!, weak: weak! };
  });
  return {
    settings: Object.fromEntries(
      settings.map((one) => [
        one.id,
        [one.figure, one.allowed, one.menu?.value ?? null, menuFigure(one, facts.ratedAh), one.entered],
      ]),
    ),
    asked: SETTING_IDS.filter((id) => values[id] === undefined).join(' '),
    findings: findings.map(({ code }) => code).join(' '),
    shunt,
    uncountedPerWeek,
    counter,
    grid: [
      gridOf(settings, bank.capacityAh),
      allowedOf(settings, bank.capacityAh),
      derivedSet(settings, bank.capacityAh),
    ],
    traces: Object.fromEntries(
      traces.map(({ id, trace, own, weak }) => [
        id,
        { trace, own, weak, figures: trialFigures(id, weak, set, bank.capacityAh) },
      ]),
    ),
    inAll: totalFigures(
      'all',
      traces.map(({ id, own }) => ({ says: id, of: trialFigures(id, own, counter, bank.capacityAh) })),
    ),
  };
}
