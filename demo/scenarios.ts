import { piedWagtail, saltmarshSurvey } from './rigs';
import type { Scenario } from './simulate';

const between = (hour: number, from: number, to: number) => hour >= from && hour < to;

/** A month on the round: villages Tuesday to Saturday, driven on Tuesday and Thursday mornings. */
export const wagtailMarch: Scenario = {
  rig: piedWagtail,
  seed: 20_260_303,
  startMs: Date.parse('2026-02-28T23:00:00Z'),
  endMs: Date.parse('2026-03-30T22:00:00Z'),
  stepMs: 60_000,
  solarW: 760,
  solarLimitA: 30,
  startSoc: 0.9,
  coulombicFraction: 0.988,
  resistanceOhm: 0.011,
  loadA: (hour, weekday, dice) => {
    const open = weekday >= 2 && weekday <= 6 && between(hour, 9, 17);
    const lateCafe = (weekday === 3 || weekday === 5) && between(hour, 17, 21);
    const chiller = (hour * 60) % 42 < 15 ? 38 : 0;
    const lamps = between(hour, 17, 21.2) ? 23 : 0;
    const bench = open || lateCafe ? 11.6 + 9 + (dice() < 0.16 ? 88 : 0) + (dice() < 0.035 ? 410 / 0.89 : 0) : 0;
    const inverter = (open ? 26 / 0.89 : 0) + (between(hour, 18, 19.2) ? 174 / 0.89 : 0);
    return (8.5 + chiller + lamps + bench + inverter) / 26.3;
  },
  otherChargeA: (hour, weekday) => ((weekday === 2 || weekday === 4) && between(hour, 7.25, 8.5) ? 30 : 0),
  gaps: [
    { fromMs: Date.parse('2026-03-18T13:10:00Z'), toMs: Date.parse('2026-03-18T15:25:00Z') },
    { fromMs: Date.parse('2026-03-24T06:00:00Z'), toMs: Date.parse('2026-03-24T06:35:00Z') },
  ],
};

/** Four weeks at anchor: small sun, a shore charger at weekends that is not there long enough. */
export const saltmarshOctober: Scenario = {
  rig: saltmarshSurvey,
  seed: 53_156,
  startMs: Date.parse('2026-10-04T22:00:00Z'),
  endMs: Date.parse('2026-11-01T23:00:00Z'),
  stepMs: 300_000,
  solarW: 140,
  solarLimitA: 10,
  startSoc: 0.99,
  coulombicFraction: 0.87,
  resistanceOhm: 0.012,
  loadA: (hour, weekday, dice) => {
    const survey = weekday >= 1 && weekday <= 5 && between(hour, 9, 14) ? 24 : 0;
    const freezer = (hour * 60) % 50 < 19 ? 55 : 0;
    const light = between(hour, 19, 24) || between(hour, 0, 6) ? 3.5 : 0;
    const radio = between(hour, 7, 19) ? 6 : 0;
    const lamps = between(hour, 18, 22) ? 16 : 0;
    return (4.8 + survey + freezer + light + radio + lamps + (dice() < 0.008 ? 62 : 0)) / 12.4;
  },
  otherChargeA: (hour, weekday) =>
    weekday === 6 && between(hour, 9.5, 17) ? 30 : weekday === 0 && between(hour, 10, 17) ? 30 : 0,
  gaps: [{ fromMs: Date.parse('2026-10-14T20:00:00Z'), toMs: Date.parse('2026-10-15T01:30:00Z') }],
};
