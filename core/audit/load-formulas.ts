import { formula } from '../formula/formula';

/** @example powerFromVoltsAmps.of({ voltageV: 12.5, currentA: 4 }) // 50 */
export const powerFromVoltsAmps = formula({
  id: 'audit.power',
  says: 'power',
  unit: 'W',
  words: 'volts × amps',
  terms: { voltageV: { says: 'voltage', unit: 'V' }, currentA: { says: 'current', unit: 'A' } },
  compute: ({ voltageV, currentA }) => voltageV * currentA,
  source: 'P = U · I',
  leavesOut: 'power factor on the AC side: a wattmeter shows watts, volts × amps may overstate them',
});

/** @example runningHours.of({ hours: 20, climate: 1.5 }) // 24 */
export const runningHours = formula({
  id: 'audit.hours',
  says: 'hours a day',
  unit: 'H',
  words: 'hours × season and temperature, at most 24 h',
  terms: { hours: { says: 'hours', unit: 'H' }, climate: { says: 'season and temperature', unit: 'Ratio' } },
  compute: ({ hours, climate }) => Math.min(24, hours * climate),
  source: 'running time',
});

/** @example hoursFromShare.of({ dutyFraction: 0.25, dayH: 24 }) // 6 */
export const hoursFromShare = formula({
  id: 'audit.share-hours',
  says: 'hours',
  unit: 'H',
  words: 'share of the time × 24 h',
  terms: { dutyFraction: { says: 'share of the time', unit: 'Fraction' }, dayH: { says: 'hours in a day', unit: 'H' } },
  compute: ({ dutyFraction, dayH }) => dutyFraction * dayH,
  source: 'duty share',
});

/** A compressor that was recorded: its mean power grows with the temperature, up to running without a pause. */
export const warmedMean = formula({
  id: 'audit.warmed-mean',
  says: 'mean power',
  unit: 'W',
  words: 'recorded mean × season and temperature, at most its running power',
  terms: {
    meanW: { says: 'recorded mean', unit: 'W' },
    climate: { says: 'season and temperature', unit: 'Ratio' },
    runningW: { says: 'running power', unit: 'W' },
  },
  compute: ({ meanW, climate, runningW }) => Math.min(runningW, meanW * climate),
  source: 'duty grows with the difference in temperature',
});

/** @example loadDay.of({ powerAtBankW: 10, quantity: 2, hoursPerDay: 3, daysFraction: 0.5 }) // 30 */
export const loadDay = formula({
  id: 'audit.load-wh',
  says: 'energy a day',
  unit: 'Wh',
  words: 'power at the bank × quantity × hours a day × share of days',
  terms: {
    powerAtBankW: { says: 'power at the bank', unit: 'W' },
    quantity: { says: 'quantity', unit: 'Count' },
    hoursPerDay: { says: 'hours a day', unit: 'H' },
    daysFraction: { says: 'share of days', unit: 'Fraction' },
  },
  compute: ({ powerAtBankW, quantity, hoursPerDay, daysFraction }) =>
    powerAtBankW * quantity * hoursPerDay * daysFraction,
  source: 'Wh = W · h',
});

export const loggedDay = formula({
  id: 'audit.logged-wh',
  says: 'energy a day',
  unit: 'Wh',
  words: 'logged energy × share of days × season and temperature',
  terms: {
    loggedWh: { says: 'logged a day', unit: 'Wh' },
    daysFraction: { says: 'share of days', unit: 'Fraction' },
    climate: { says: 'season and temperature', unit: 'Ratio' },
  },
  compute: ({ loggedWh, daysFraction, climate }) => loggedWh * daysFraction * climate,
  source: 'a meter’s log',
});

export const loggedFromAh = formula({
  id: 'audit.logged-ah',
  says: 'logged a day',
  unit: 'Wh',
  words: 'logged amp-hours × bank voltage',
  terms: { loggedAh: { says: 'logged a day', unit: 'Ah' }, nominalV: { says: 'bank voltage', unit: 'V' } },
  compute: ({ loggedAh, nominalV }) => loggedAh * nominalV,
  source: 'Wh = Ah · V, with the chemistry’s nominal voltage',
});

export const loggedThroughInverter = formula({
  id: 'audit.logged-ac',
  says: 'logged a day, at the bank',
  unit: 'Wh',
  words: 'energy logged at the load × watts before the inverter for one behind it',
  terms: {
    loggedWh: { says: 'logged at the load', unit: 'Wh' },
    drawFraction: { says: 'before for one behind', unit: 'Ratio' },
  },
  compute: ({ loggedWh, drawFraction }) => loggedWh * drawFraction,
  source: 'the inverter at what the load draws; its standby stands in its own row',
});

export const inverterStandbyDay = formula({
  id: 'audit.inverter-wh',
  says: 'inverter standby a day',
  unit: 'Wh',
  words: 'standby power × hours switched on',
  terms: { standbyW: { says: 'standby power', unit: 'W' }, hoursOnPerDay: { says: 'hours switched on', unit: 'H' } },
  compute: ({ standbyW, hoursOnPerDay }) => standbyW * hoursOnPerDay,
  source: 'Wh = W · h',
});

/** @example ampHoursOfDay.of({ dayWh: 128, nominalV: 12.8 }) // 10 */
export const ampHoursOfDay = formula({
  id: 'audit.ah',
  says: 'a day',
  unit: 'Ah',
  words: 'energy a day ÷ bank voltage',
  terms: { dayWh: { says: 'energy a day', unit: 'Wh' }, nominalV: { says: 'bank voltage', unit: 'V' } },
  compute: ({ dayWh, nominalV }) => dayWh / nominalV,
  source: 'Ah = Wh ÷ V, with the chemistry’s nominal voltage',
});
