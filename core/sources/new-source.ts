import type { EngineSource, SolarArray, Source, SourceKind, WeekHours } from './source';

const ALL_MONTHS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];

/** A flat array that nothing shades. */
export const newArray = (id: string, powerW: number): SolarArray => ({
  id,
  name: 'array',
  powerW,
  tiltDeg: 0,
  azimuthDeg: 180,
  shade: Array<number>(24).fill(0),
  laidOutDaysPerWeek: null,
});

/** The same hours on some weekdays, Monday 0. */
export const weekOf = (days: readonly number[], fromHour: number, hours: number): WeekHours =>
  Array.from({ length: 7 }, (_, day) => ({ fromHour, hours: days.includes(day) ? hours : 0 }));

/** Usual for a controller, and for what dirt, wiring and mismatch leave. */
export const FRESH_SOLAR = { efficiencyFraction: 0.95, derateFraction: 0.95 };

/** A source of a kind with usual figures. */
export function newSource(kind: SourceKind, id: string): Source {
  const base = { id, on: true, months: ALL_MONTHS, absorptionV: null, floatV: null };
  switch (kind) {
    case 'solar':
      return {
        ...base,
        kind,
        name: 'Solar',
        limitA: 30,
        ...FRESH_SOLAR,
        arrays: [newArray(`${id}-1`, 200)],
      };
    case 'engine':
      return newEngine(id);
    case 'shore':
      return {
        ...base,
        kind,
        name: 'Shore charger',
        supply: 'mains',
        currentA: 20,
        through: null,
        week: weekOf([5, 6], 18, 12),
        quiet: null,
      };
    case 'other':
      return { ...base, kind, name: 'Wind', hoursA: Array<number>(24).fill(1) };
  }
}

export const newEngine = (id: string): EngineSource => ({
  id,
  kind: 'engine',
  name: 'Engine',
  on: true,
  months: ALL_MONTHS,
  absorptionV: null,
  floatV: null,
  mode: { by: 'limited', currentA: 30 },
  week: weekOf([4, 6], 9, 1.5),
  trips: [],
});
