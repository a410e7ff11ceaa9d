import { describe, expect, it } from 'vitest';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { newRig } from '../rig/new-rig';
import { newSource } from '../sources/new-source';
import { chargerVoltages } from './charger-voltages';

const { monitor } = newRig('r', 'R', 'UTC');
const of = (sources: Parameters<typeof chargerVoltages>[1], plan = monitor) =>
  chargerVoltages(plan, sources, CHEMISTRIES.agm, 6);
const solar = { ...newSource('solar', 's'), name: 'Roof', absorptionV: 14.4, floatV: 13.5 };
const shore = { ...newSource('shore', 'm'), name: 'Quay', absorptionV: 14.2, floatV: 13.8 };

describe('the chargers as a monitor meets them', () => {
  it('have the chemistry’s voltages where nobody has stated any', () => {
    const { absorptionV, floatV, sunCharges } = of([{ ...newSource('engine', 'e') }]);
    expect(absorptionV).toMatchObject({ value: CHEMISTRIES.agm.absorptionCellV * 6, origin: 'default' });
    expect(floatV).toMatchObject({ value: CHEMISTRIES.agm.floatCellV * 6, origin: 'default' });
    expect(sunCharges).toBe(false);
  });
  it('mark full below the lowest absorption and above the highest float of those in use, by name', () => {
    const { absorptionV, floatV, sunCharges } = of([solar, shore]);
    expect(absorptionV).toMatchObject({ value: 14.2, origin: 'computed', note: 'Quay, under Charging' });
    expect(floatV).toMatchObject({ value: 13.8, note: 'Quay, under Charging' });
    expect(sunCharges).toBe(true);
    expect(of([solar, { ...shore, on: false }]).absorptionV.value).toBe(14.4);
  });
  it('give way to what was entered for the monitor', () => {
    const { absorptionV, floatV } = of([solar], { ...monitor, lowestAbsorptionV: 14, highestFloatV: 13.4 });
    expect([absorptionV, floatV]).toMatchObject([
      { value: 14, origin: 'entered' },
      { value: 13.4, origin: 'entered' },
    ]);
  });
  it('leave the sun to the person while no source is planned', () => {
    expect(of([], { ...monitor, solarCharging: false }).sunCharges).toBe(false);
    expect(of([{ ...solar, on: false }], { ...monitor, solarCharging: true }).sunCharges).toBe(true);
  });
});
