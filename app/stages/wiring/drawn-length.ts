import type { UnitChoice } from '../../ui/unit-choice';

/** A tenth of a foot is as fine as three centimetres, and all that a label beside a conductor has room for. */
const DECIMALS = { metric: 2, imperial: 1 } as const;

/** "1.35 m" on a drawing; with a sign before it where it is a guess. */
export const drawnLength = (units: UnitChoice, lengthM: number, guessed: boolean): string =>
  `${guessed ? '≈ ' : ''}${units.text(lengthM, 'M', { decimals: DECIMALS[units.system()] })}`;
