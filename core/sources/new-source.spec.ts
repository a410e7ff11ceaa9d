import { expect, it } from 'vitest';
import { newSource } from './new-source';

it('a new source of each kind has usual figures', () => {
  expect(newSource('solar', 'roof')).toMatchObject({
    name: 'Solar',
    limitA: 30,
    efficiencyFraction: 0.95,
    derateFraction: 0.95,
    arrays: [{ id: 'roof-1', powerW: 200, tiltDeg: 0, azimuthDeg: 180 }],
  });
  expect(newSource('engine', 'e')).toMatchObject({ mode: { by: 'limited', currentA: 30 } });
  expect(newSource('shore', 's')).toMatchObject({ supply: 'mains', currentA: 20, quiet: null });
  expect(newSource('other', 'w')).toMatchObject({ name: 'Wind', hoursA: Array<number>(24).fill(1) });
});
