import { auditDay } from '../audit/audit';
import { newInverter, newLoad } from '../audit/fresh';
import { GENERIC_LOADS } from '../audit/generic-loads.data';
import { drawAtRating } from '../audit/inverter-use';
import type { Load } from '../audit/load';
import { drawTogether, runnables, runningOf } from '../audit/running';
import { DAY_SEED, simulateDays } from '../audit/simulate-day';
import { daysOfLoads, quantileFigures, sizingDay } from '../audit/sizing-day';
import { LoudnessMeter } from '../audit/sound/envelope';
import { splitStates } from '../audit/sound/split-states';
import { worthOfHalving } from '../audit/worth';
import { bankSheet } from '../bank/bank-sheet';
import { configurations } from '../bank/configurations';
import { bankCurrentLimit, CURRENT_SCHOOLS } from '../bank/current-schools';
import { usableToEndVoltage } from '../bank/end-voltage';
import { newBank } from '../bank/fresh';
import { GENERIC_BATTERIES } from '../bank/generic-batteries.data';
import { mixingWarnings } from '../bank/mixing';
import { type Bank, LOSS_SCHOOLS } from '../bank/plan';
import { bankLoop, bankOhm, batteryOhm } from '../bank/resistance';
import { calibrate, leftWhen, runtimeOf } from '../bank/runtime';
import { cutOffPower, cutOffSoc, sagFigure, sagRemedies, voltageUnderLoad } from '../bank/sag';
import { capacityOf, sizeBank } from '../bank/size-bank';
import { systemVoltages } from '../bank/system-voltages';
import { neededByTrials } from '../bank/by-trials';
import { usableSchools } from '../bank/usable-schools';
import { requirementSteps } from '../bank/waterfall';
import { acceptedAh } from '../cells/acceptance';
import { cellsInSeries } from '../cells/cells-in-series';
import { CHEMISTRY_IDS } from '../cells/chemistry';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { chemistryOf, chemistryValue, curveValue } from '../cells/chemistry-of';
import { highestBlockV } from '../cells/highest-voltage';
import { newBattery } from '../cells/new-battery';
import { nominalVoltage } from '../cells/nominal-voltage';
import { buildTables } from '../charging/build-tables';
import { chargeFigures } from '../charging/charge-figures';
import { chargeLimit } from '../charging/charge-limit';
import { chargingPeak } from '../charging/charging-peak';
import { chargingVoltage } from '../charging/charging-voltage';
import { aboveAirDay, levelSunDay } from '../charging/light-figures';
import { profileIssues } from '../charging/profile-check';
import { applyRemedy, LEVER_RANGE } from '../charging/remedies';
import { remedyCost, trialStay } from '../charging/remedy-cost';
import { leftAlongCharge, leftForBank, runningCurrent } from '../charging/running-current';
import { singleCharge } from '../charging/single-charge';
import { solveRemedies } from '../charging/solve-remedies';
import { sourceYear } from '../charging/source-day';
import { summariseYear } from '../charging/summarise-year';
import { hourTable } from '../charging/trace-week';
import { aboveAirWhPerM2, nearness, sunsetRad } from '../climate/above-air';
import { clearnessQuantiles } from '../climate/clearness-days';
import { CLIMATE_IDS } from '../climate/climates.data';
import { daylightOf } from '../climate/daylight';
import { diffuseShare } from '../climate/diffuse-share';
import { readHourly } from '../climate/read-hourly';
import { siteYear } from '../climate/site-year';
import { skyDay } from '../climate/sky-day';
import { sunTrack } from '../climate/sun-track';
import { planeOfArray } from '../climate/tilted-plane';
import { ampacityOf, chooseSection, nextSection } from '../conductors/choose-section';
import { chooseFuse, whyNoFuse } from '../conductors/choose-fuse';
import { copperOhm, voltageDrop } from '../conductors/copper';
import { METRIC_AMPACITY } from '../conductors/ampacity.data';
import { byDefault, computed, entered } from '../formula/figure';
import { fingerprint } from '../plan/stamped';
import { deriveRig } from '../rig/derive-rig';
import type { Rig } from '../rig/rig';
import { localDayAt } from '../series/local-day';
import { mergeRuns } from '../simulation/runs-result';
import { simulateRuns, YEAR_SEED } from '../simulation/simulate-runs';
import { TableCache } from '../simulation/table-cache';
import { NO_CHANGE, type WhatIf } from '../simulation/what-if';
import { modulePower } from '../sources/module-power';
import { newArray, newEngine, newSource, weekOf } from '../sources/new-source';
import type { SolarSource, Source } from '../sources/source';
import { runningShares } from '../sources/week-hours';
import { piedWagtail, saltmarshSurvey } from '../../demo/rigs';

const watts = (powerW: number): Load['power'] => ({ by: 'watts', powerW });

/** One load of each kind that there is, about an inverter that was tested and one that is switched on when needed. */
const oddLoads: Load[] = [
  { ...newLoad('amps', 'A'), name: 'Amps', known: 'clamp', power: { by: 'volts-amps', voltageV: 12.6, currentA: 1.7 } },
  { ...newLoad('share', 'A'), name: 'Share', power: watts(45), use: { by: 'share', dutyFraction: 0.31 }, quantity: 2 },
  {
    ...newLoad('cold', 'A'),
    name: 'Cold',
    known: 'timed',
    use: {
      by: 'timed',
      hoursPerDay: 20,
      recording: {
        from: 'table',
        atMs: 0,
        states: [
          { name: 'off', powerW: 0.4 },
          { name: 'on', powerW: 52 },
        ],
        spans: [900, 1700, 870, 1650, 960, 1800, 850, 1720].map((seconds, k) => ({ state: (k + 1) % 2, seconds })),
      },
    },
    climate: { by: 'compressor', setTempC: 4, refTempC: 21 },
  },
  {
    ...newLoad('log-wh', 'B'),
    name: 'Logged behind',
    supply: 'ac',
    inverterId: 'bench',
    known: 'logged',
    power: watts(70),
    use: { by: 'logged', unit: 'Wh', side: 'load', low: 80, typical: 130, high: 210, days: 9 },
  },
  {
    ...newLoad('log-ah', 'B'),
    name: 'Logged Ah',
    known: 'logged',
    use: { by: 'logged', unit: 'Ah', side: 'bank', low: 0, typical: 0, high: 6, days: 4 },
  },
  {
    ...newLoad('heat', 'B'),
    name: 'Heater',
    power: watts(24),
    use: { by: 'hours', hoursPerDay: 6 },
    climate: { by: 'below', tempC: 24 },
    pattern: { by: 'named', id: 'night' },
  },
  {
    ...newLoad('fan', 'B'),
    name: 'Fan',
    power: watts(18),
    use: { by: 'hours', hoursPerDay: 9 },
    climate: { by: 'above', tempC: 20 },
    pattern: { by: 'named', id: 'day' },
    daysPerWeek: 3.5,
  },
  {
    ...newLoad('season', 'B'),
    name: 'Season',
    power: watts(30),
    climate: { by: 'months', months: [6, 7] },
    pattern: { by: 'hours', weights: Array.from({ length: 24 }, (_, hour) => (hour % 5 === 0 ? 0.5 : 0)) },
  },
  { ...newLoad('always', 'C'), name: 'Always', known: 'wattmeter', power: watts(1.4), use: { by: 'always' } },
  {
    ...newLoad('saw', 'C'),
    name: 'Saw',
    supply: 'ac',
    inverterId: 'when',
    known: 'wattmeter',
    power: watts(640),
    use: { by: 'hours', hoursPerDay: 0.4 },
    surgeFactor: 4,
    spread: { lowFraction: 0.2, highFraction: 3 },
  },
];
const oddInverters = [
  {
    ...newInverter('bench'),
    name: 'Bench',
    continuousW: 500,
    surgeW: 900,
    hoursOnPerDay: 15,
    bench: [
      { acW: 0, dcV: 12.8, dcA: 0.7 },
      { acW: 60, dcV: 12.7, dcA: 5.8 },
      { acW: 150, dcV: 12.5, dcA: 13.6 },
      { acW: 300, dcV: 12.3, dcA: 28 },
    ],
  },
  {
    ...newInverter('when'),
    name: 'When',
    continuousW: 600,
    surgeW: 1800,
    standbyW: 7,
    switched: 'when-needed' as const,
  },
];
const odd: Rig = {
  ...saltmarshSurvey,
  audit: { month: 7, ambientTempC: 23, sizeFor: 'all-high', sunHoursPerDay: 4 },
  loads: oddLoads,
  inverters: oddInverters,
  bank: {
    ...newBank(newBattery('agm', 'agm', 6, 110), 1, 3),
    ageingFraction: 0.9,
    coldestTempC: -4,
    usableFraction: 0.55,
    lossSchool: 'itemised',
  },
};
const RIGS = { wagtail: piedWagtail, saltmarsh: saltmarshSurvey, odd };
const each = <Result>(make: (rig: Rig) => Result) =>
  Object.fromEntries(Object.entries(RIGS).map(([name, rig]) => [name, make(rig)]));

export const audited = () =>
  each((rig) => {
    const audit = auditDay(rig.loads, rig.inverters, rig.audit, nominalVoltage(rig.bank));
    const drawn = simulateDays(daysOfLoads(audit), 3000, DAY_SEED);
    const all = runnables(rig.loads, audit);
    const { quantiles, demand, bank, monitor, coulombicFraction } = deriveRig(rig, null);
    return {
      audit,
      drawn,
      quantiles: quantileFigures(audit, drawn),
      sizes: (['typical', 'nine-in-ten', 'all-high'] as const).map((sizeFor) =>
        sizingDay(audit, { ...rig.audit, sizeFor }, drawn),
      ),
      all,
      together: drawTogether(runningOf(all, new Set(all.slice(0, 4).map(({ id }) => id))), 12),
      rating: drawAtRating(rig.inverters, audit.inverters),
      efficiency: audit.inverters.map(({ efficiencyAt }) => [5, 50, 200, 400].map((acW) => efficiencyAt(acW))),
      worth: worthOfHalving(audit.lines, entered(rig.audit.sunHoursPerDay), {
        autonomyDays: entered(2),
        ratedPerUsable: entered(1.4),
      }),
      derived: { quantiles, demand, bank, monitor: monitor && { ...monitor, facts: null }, coulombicFraction },
    };
  });

const banks: Record<string, Bank> = {
  wagtail: piedWagtail.bank!,
  saltmarsh: saltmarshSurvey.bank!,
  ...Object.fromEntries(
    CHEMISTRY_IDS.map((id, k) => [
      id,
      {
        ...newBank(newBattery(id, id, CHEMISTRIES[id].cellsPer12V, 100 + 30 * k), 1 + (k % 2), 1 + k),
        coldestTempC: -10 + 9 * k,
        lossSchool: LOSS_SCHOOLS[k % 3]!,
        ageingFraction: 0.95 - 0.05 * k,
      },
    ]),
  ),
};

export function banked() {
  const { demand } = deriveRig(piedWagtail, null);
  return Object.fromEntries(
    Object.entries(banks).map(([name, bank]) => {
      const chemistry = chemistryOf(bank.battery, {});
      const sized = sizeBank(bank, demand, {});
      const cells = cellsInSeries(bank);
      const circuit = {
        chemistry,
        cells,
        bankOhm: bankOhm(bank, chemistry, 5),
        cableOhm: copperOhm(2 * 2.2, 35, 40),
        cutOffV: entered(cells * CHEMISTRIES[bank.battery.chemistryId].restedCellV[1]![1]),
      };
      const source = {
        nominalV: sized.nominalV,
        capacityAh: sized.capacityAh,
        usableFraction: entered(bank.usableFraction),
        peukertExponent: chemistryValue(chemistry, 'peukertExponent'),
        leftFraction: leftWhen(bank.ageingFraction, 0.9, 'x'),
      };
      return [
        name,
        {
          sized,
          sheet: bankSheet(bank, sized, name),
          resistance: [batteryOhm(bank.battery, chemistry), bankOhm(bank, chemistry, 25), bankOhm(bank, chemistry, -8)],
          loop: bankLoop(bank, {}, 12).ohm,
          steps: LOSS_SCHOOLS.map((school) => requirementSteps(bank, demand, sized.nominalV, chemistry, school)),
          sag: [0.1, 0.4, 0.9].map((soc) => [
            voltageUnderLoad(circuit, soc, 700),
            sagFigure(circuit, soc, entered(400)),
            cutOffPower(circuit, soc).value,
          ]),
          edge: [200, 900, 2500].map((powerW) => [
            cutOffSoc(circuit, powerW),
            sagRemedies(circuit, entered(powerW), 2).map(({ id, edge }) => ({ id, socFraction: edge.value })),
          ]),
          end: usableToEndVoltage(
            { chemistry, cells, ohm: computed(circuit.bankOhm) },
            cells * (chemistry.family === 'lead' ? 2 : 3),
            entered(180),
          ),
          runtime: runtimeOf(source, entered(260), entered(230), 0.15),
          lowCutOff: cutOffPower({ ...circuit, cutOffV: entered(3) }, 0.6).value,
          limits: CURRENT_SCHOOLS.map((school) => bankCurrentLimit(school, bank.parallelCount, 80, 'x')),
          trial: neededByTrials(
            sized.capacityAh,
            calibrate([{ method: 'flat', predictedH: 10, observedH: 8 }], 'flat'),
            'x',
          ),
          schools: usableSchools(bank.battery.chemistryId),
          mixing: mixingWarnings(bank, {
            battery: newBattery('other', bank.battery.chemistryId, bank.battery.cellsInSeries, 90),
            seriesCount: bank.seriesCount,
            parallelCount: 1,
            boughtIn: '2022-01',
            reason: '',
          }),
          highest: highestBlockV(chemistry, [null, 15.1 * 2], 2),
          accepted: [0.2, 0.7, 0.95, 0.999].map((soc) =>
            [5, 60, 400].map((amps) =>
              acceptedAh(
                {
                  perH: chemistry.acceptancePerH,
                  capPerH: chemistry.acceptanceCapPerH,
                  coulombicFraction: chemistry.coulombicFraction,
                },
                soc,
                amps,
                200,
                0.75,
              ),
            ),
          ),
          curves: [-0.2, 0, 0.33, 0.5, 0.87, 1].map((x) => [
            curveValue(chemistry, 'restedCellV', x),
            curveValue(chemistry, 'cyclesByDepth', x),
            curveValue(chemistry, 'capacityFractionByTempC', 60 * x - 20),
          ]),
        },
      ];
    }),
  );
}

export function conducted() {
  const { audit, demand } = deriveRig(piedWagtail, null);
  const bank = piedWagtail.bank!;
  return {
    arrangements: [1, 2].flatMap((blocks) =>
      configurations(
        GENERIC_BATTERIES,
        {
          ...demand,
          blocks,
          autonomyDays: 2,
          peakW: audit.peakW.value,
          chargeAt: (nominalV) => chargingPeak({ ...piedWagtail.charging, inverters: piedWagtail.inverters }, nominalV),
          p50DayAh: entered(50),
          p90DayAh: entered(62),
          inverterW: blocks === 1 ? null : 1100,
          school: CURRENT_SCHOOLS[blocks]!,
          losses: bank,
          usableOf: (battery) => CHEMISTRIES[battery.chemistryId].usableFraction,
        },
        {},
      ).map(({ battery, ...one }) => ({ ...one, battery: battery.id })),
    ),
    voltages: (['metric', 'gauges'] as const).flatMap((list) =>
      [90, 600, 2400, 6000].map((powerW) =>
        systemVoltages({
          powerW,
          oneWayLengthM: 2.4,
          dropFraction: 0.03,
          solarW: 760,
          fixedLoads: [{ says: 'Pump', voltageV: 12, powerW: 60 }],
          blockV: 12.8,
          highestBlockV: 14.6,
          list,
          blockOhm: 0.004,
        }),
      ),
    ),
    ampacity: METRIC_AMPACITY.map(([area]) =>
      ([60, 90, 105, 200] as const).map((insulationC) =>
        [true, false].map((engine) => ampacityOf(area, insulationC, engine)),
      ),
    ),
    next: [0.5, 1.5, 16, 95, 120, 1000].map((area) => [nextSection(area), nextSection(area, 'gauges')]),
    sections: [8, 45, 130, 300, 900].map((currentA) =>
      chooseSection({
        currentA,
        oneWayLengthM: 3,
        systemV: 12,
        dropFraction: 0.02,
        insulationC: 90,
        inEngineSpace: currentA > 100,
        list: 'metric',
      }),
    ),
    fuses: [1, 12, 80, 180, 390].flatMap((loadA) =>
      [900, 4000, 15_000, 60_000].map((shortCircuitA) => {
        const demandOf = { loadA, ampacityA: loadA * 1.6, highestV: 29.2, shortCircuitA };
        return chooseFuse(demandOf) ?? whyNoFuse(demandOf);
      }),
    ),
    copper: [copperOhm(7, 25, 60), voltageDrop.of({ currentA: 40, oneWayLengthM: 4, areaMm2: 16, conductorTempC: 50 })],
  };
}

const relay: Source = {
  ...newEngine('relay'),
  mode: { by: 'relay', alternatorV: 28.4, pathOhm: 0.03, limitA: 70 },
  week: weekOf([0, 2, 6], 22.5, 3.25),
  trips: [{ fromDay: '12-28', toDay: '01-03', fromHour: 8, hours: 5 }],
};
const quietShore: Source = {
  ...newSource('shore', 'quiet'),
  ...{ quiet: { fromHour: 22, toHour: 7 }, week: weekOf([1, 4], 20, 6), months: [1, 2, 11, 12] },
} as Source;
const wind: Source = {
  ...newSource('other', 'wind'),
  hoursA: Array.from({ length: 24 }, (_, h) => (h % 6) / 2),
} as Source;
const laidOut: SolarSource = {
  ...(newSource('solar', 'laid') as SolarSource),
  limitA: 12,
  arrays: [
    { ...newArray('laid-1', 160), tiltDeg: 55, azimuthDeg: 150, laidOutDaysPerWeek: 4 },
    { ...newArray('laid-2', 90), shade: Array.from({ length: 24 }, (_, h) => (h > 13 ? 0.4 : 0.05)) },
  ],
};
const mixed: Rig = {
  ...piedWagtail,
  charging: {
    ...piedWagtail.charging,
    sources: [...piedWagtail.charging.sources, relay, quietShore, wind, laidOut],
    sharedLimitA: 55,
    loadCutFraction: 0.1,
    skyModel: 'isotropic',
    stops: [{ id: 's', name: 'South', months: [12, 1], latitudeDeg: -36, longitudeDeg: 174, climateId: 'ocean-coast' }],
  },
};
const PLANS = { wagtail: piedWagtail, saltmarsh: saltmarshSurvey, mixed };
const ofPlans = <Result>(make: (rig: Rig) => Result) =>
  Object.fromEntries(Object.entries(PLANS).map(([name, rig]) => [name, make(rig)]));

export const charged = () =>
  ofPlans((rig) => {
    const bank = rig.bank!;
    const chemistry = chemistryOf(bank.battery, {});
    const sites = siteYear(rig.charging, rig.place);
    const chargeV = chargingVoltage(bank, {});
    const limitA = chargeLimit(bank, rig.charging, {});
    const around = { sites, chargeV, bank, edits: {}, model: rig.charging.skyModel };
    const offeredAt = leftAlongCharge(rig.charging.sources, 2, 5, bank, {}, chargeV);
    const run = singleCharge(chemistry, 180, 0.42, offeredAt, limitA.value, 15);
    const offeredA = leftForBank(
      rig.charging.sources.map((source) => ({
        name: source.name,
        currentA: runningCurrent(source, bank, {}, chargeV, 0.6),
      })),
      4,
    );
    const given = { chemistry, fromSoc: 0.42, offeredA, limitA, capacityAh: capacityOf(bank) };
    return {
      limitA,
      peak: chargingPeak({ ...rig.charging, inverters: rig.inverters }, 24),
      chargeV,
      years: rig.charging.sources.map((source) => sourceYear(source, around)),
      workings: rig.charging.sources.map((source) => fingerprint(sourceYear(source, around)[4]!)),
      light: sites.map((site) => [
        aboveAirDay(site),
        levelSunDay(site),
        site.latitudeDeg,
        site.longitudeDeg,
        site.clearness,
      ]),
      run: { ...run, tail: run.tailH },
      figures: chargeFigures(run, given, 45),
      cold: singleCharge(chemistry, 180, 0.42, () => 20, 30, -5).blocked,
      issues: rig.charging.sources.map((source) => profileIssues(source, bank, {})),
      shares: rig.charging.sources.map((source) => {
        const shares = runningShares(source);
        return [0, 1, 2, 3].map((part) => shares.slice(part * 2190, (part + 1) * 2190).reduce((a, b) => a + b, 0));
      }),
      remedies: (Object.keys(LEVER_RANGE) as (keyof typeof LEVER_RANGE)[]).map((lever) => {
        const remedy = { [lever]: LEVER_RANGE[lever].most / 2 };
        return { plan: applyRemedy(rig, remedy), cost: remedyCost(remedy, bank, rig.charging.prices) };
      }),
      stay: trialStay(0.43, 400, 0.2, { array: 100 }),
    };
  });

const what = (change: Partial<WhatIf>): WhatIf => ({ ...NO_CHANGE, ...change });

export const simulated = async () => ({
  years: ofPlans((rig) => {
    const tables = buildTables(rig, new TableCache())!;
    const hours = new Float64Array(365 * 24 * 4);
    const result = mergeRuns([
      simulateRuns(tables, 0, 12, YEAR_SEED, { hours }),
      simulateRuns(tables, 12, 9, YEAR_SEED),
    ]);
    return {
      tables,
      result,
      hours,
      rows: hourTable(hours, tables.firstDay).slice(100, 112),
      outcome: summariseYear(result, rig.charging.sources, 0.2, 0.97, 0.95),
    };
  }),
  changed: [
    what({ heatK: 6 }),
    what({ month: 7, dullDays: 9 }),
    what({ month: 12, stayPutDays: 20 }),
    what({ failedSourceId: piedWagtail.charging.sources[0]!.id }),
  ].map((change) => simulateRuns(buildTables(mixed, new TableCache(), change)!, 0, 6, YEAR_SEED).month),
  solved: await solveRemedies(
    0.9,
    ({ array = 0, drive = 0, shore = 0, cut = 0, bank = 0 }) =>
      Promise.resolve(Math.min(1, 0.3 + array / 900 + drive / 30 + shore / 200 + cut + bank / 40)),
    () => undefined,
  ),
});

export const skied = () => ({
  above: [-70, -30, 0, 45, 66, 80].map((latitude) =>
    [1, 80, 172, 355].map((day) => [aboveAirWhPerM2(latitude, day), nearness(day), sunsetRad(latitude, day)]),
  ),
  clearness: [0.05, 0.2, 0.45, 0.7, 0.78].map((mean) => clearnessQuantiles(mean, [0, 0.1, 0.5, 0.8, 1])),
  diffuse: [0.1, 0.4, 0.714, 0.716, 0.721, 0.723, 0.8].map((k) => [diffuseShare(k, 1.2), diffuseShare(k, 1.6)]),
  day: [12, 170, 300].map((day) => {
    const track = sunTrack(52.4, 13.1, 'Europe/Berlin', day);
    const sky = skyDay(track, 0.47);
    return {
      track,
      sky: [sky.beamWPerM2, sky.diffuseWPerM2],
      planes: (['hay-davies', 'isotropic'] as const).map((model) => planeOfArray(sky, 63, 200, model)),
    };
  }),
  module: [0, 200, 800, 1100].map((light) => [-10, 20, 45].map((tempC) => modulePower(300, light, tempC))),
  sites: CLIMATE_IDS.flatMap((climateId) =>
    [null, -33, 60].map((latitudeDeg) =>
      siteYear(
        {
          climateId,
          weather: { by: 'peak-sun', hours: [1, 2, 3, 4, 5, 6, 7, 6, 5, 4, 2, 1] },
          tempC: null,
          skyModel: 'hay-davies',
          stops: [],
        },
        {
          name: '',
          timeZone: 'Europe/Paris',
          latitudeDeg,
          longitudeDeg: null,
        },
      ).map(({ clearness, tempC, longitudeDeg }) => [clearness, tempC, longitudeDeg]),
    ),
  ),
  daylight: ['2026-06-21', '2026-12-21', '2026-03-29'].flatMap((key) =>
    [
      [52, 13],
      [69.6, 19],
      [58.5, 6],
      [null, null],
    ].map(([latitude, longitude]) => {
      const day = localDayAt(Date.parse(`${key}T12:00:00Z`), 'Europe/Berlin');
      const { dawnMs, duskMs } = daylightOf(day, latitude!, longitude!);
      return [Math.round((dawnMs - day.startMs) / 1000), Math.round((duskMs - day.startMs) / 1000)];
    }),
  ),
  file: readHourly(
    ['time;ghi W/m2', ...Array.from({ length: 8760 }, (_, k) => hourRow(k))].join('\n'),
    47,
    9,
    'Europe/Zurich',
  ),
  sound: sounds(),
  generic: GENERIC_LOADS.length + byDefault(1).value,
});

function hourRow(k: number): string {
  const at = new Date(Date.UTC(2025, 0, 1) + k * 3_600_000).toISOString().slice(0, 16).replace('T', ' ');
  const height = Math.max(0, Math.sin(((k % 24) - 6) * (Math.PI / 12)));
  return `${at};${String((height * (300 + 200 * Math.sin(k / 1400))).toFixed(1)).replace('.', ',')}`;
}

/** A compressor that hums for 40 s of every 100, in a room with a little noise. */
function sounds() {
  const meter = new LoudnessMeter(1000, 0.1);
  const samples = Float32Array.from({ length: 400_000 }, (_, k) => {
    const on = Math.floor(k / 1000) % 100 < 40;
    return (on ? 0.2 : 0.01) * Math.sin(k * 0.7) + 0.004 * Math.sin(k * 1.9);
  });
  meter.add(samples.subarray(0, 150_000));
  meter.add(samples.subarray(150_000));
  const loudness = meter.finish();
  return [
    loudness,
    splitStates(loudness, { count: null, shortestS: 5 }),
    splitStates(loudness, { count: 3, shortestS: 2 }),
  ];
}
