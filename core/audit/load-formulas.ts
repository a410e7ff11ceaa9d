import { formula } from '../formula/formula';

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

export const hoursFromShare = formula({
  id: 'audit.hours',
  says: 'hours a day',
  unit: 'H',
  words: 'share of the time × 24 h',
  terms: { dutyFraction: { says: 'share of the time', unit: 'Fraction' }, dayH: { says: 'hours in a day', unit: 'H' } },
  compute: ({ dutyFraction, dayH }) => dutyFraction * dayH,
  source: 'duty share',
});

export const dcLoadDay = formula({
  id: 'audit.load-wh',
  says: 'energy a day',
  unit: 'Wh',
  words: 'power × how many × hours a day',
  terms: {
    powerW: { says: 'power, each', unit: 'W' },
    quantity: { says: 'how many', unit: 'Count' },
    hoursPerDay: { says: 'hours a day', unit: 'H' },
  },
  compute: ({ powerW, quantity, hoursPerDay }) => powerW * quantity * hoursPerDay,
  source: 'Wh = W · h',
});

export const acLoadDay = formula({
  id: 'audit.ac-load-wh',
  says: 'energy a day, off the bank',
  unit: 'Wh',
  words: 'power × how many × hours a day ÷ inverter efficiency',
  terms: {
    powerW: { says: 'power, each', unit: 'W' },
    quantity: { says: 'how many', unit: 'Count' },
    hoursPerDay: { says: 'hours a day', unit: 'H' },
    efficiencyFraction: { says: 'inverter efficiency', unit: 'Fraction' },
  },
  compute: ({ powerW, quantity, hoursPerDay, efficiencyFraction }) =>
    (powerW * quantity * hoursPerDay) / efficiencyFraction,
  source: 'Wh = W · h ÷ efficiency',
  leavesOut: 'the inverter’s own standby, which stands in its own row',
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

export const ampHoursOfDay = formula({
  id: 'audit.ah',
  says: 'a day',
  unit: 'Ah',
  words: 'energy a day ÷ bank voltage',
  terms: { dayWh: { says: 'energy a day', unit: 'Wh' }, nominalV: { says: 'bank voltage', unit: 'V' } },
  compute: ({ dayWh, nominalV }) => dayWh / nominalV,
  source: 'Ah = Wh ÷ V, with the chemistry’s nominal voltage',
});
