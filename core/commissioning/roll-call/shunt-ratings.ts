import { at } from '../../quantity/guard';

/** Shunts as they are sold: A at their full mV. */
const RATED_A = [50, 75, 100, 150, 200, 250, 300, 350, 400, 500, 600, 750, 800, 1000, 1200, 1500, 2000];
const FULL_MV = [50, 60, 75, 100];

/** A shunt that a meter may be set to. */
export interface ShuntSetting {
  ratedA: number;
  fullV: number;
  /** What the meter then shows of the true current. */
  factor: number;
}

/**
 * Every setting that shows another current than flows, by the shunt that is there; nearest to the truth first.
 *
 *     shown ÷ true = (A ÷ mV as set) ÷ (A ÷ mV of the shunt)
 *
 * Settings whose factor lies within a tenth of 1 are left out: no roll call tells them from a plan that is a little off.
 * @param ratedA  > 0
 * @param fullV   > 0
 */
export function wrongSettings(ratedA: number, fullV: number): ShuntSetting[] {
  return RATED_A.flatMap((setA) =>
    FULL_MV.map((mV) => ({ ratedA: setA, fullV: mV / 1000, factor: (setA / (mV / 1000) / ratedA) * fullV })),
  )
    .filter(({ factor }) => Math.abs(Math.log(factor)) > Math.log(1.1))
    .sort((a, b) => Math.abs(Math.log(a.factor)) - Math.abs(Math.log(b.factor)));
}

/** Factors within this share of each other are one. */
export const SAME_FACTOR = 0.02;
/** How much rarer it is that the mV are set wrong than the A alone. */
const MV_RARER = 0.25;

/** As decimal points and wrong tables have it, whether or not a shunt of that size is sold. */
const SLIPS = [0.1, 0.2, 0.5, 2, 5, 10];

/**
 * The factors of those settings and of usual slips, each once, and how likely it is among them; adds up to 1.
 * @param shunt  null: not known, then the slips alone
 */
export function wrongFactors(shunt: { ratedA: number; fullV: number } | null): { factor: number; weight: number }[] {
  const found: { factor: number; weight: number }[] = SLIPS.map((factor) => ({ factor, weight: 1 }));
  for (const setting of shunt ? wrongSettings(shunt.ratedA, shunt.fullV) : []) {
    const own = Math.abs(setting.fullV - (shunt?.fullV ?? 0)) < 1e-6 ? 1 : MV_RARER;
    // Ten times, or a tenth, is how a decimal point is lost; farther off hardly happens.
    const far = Math.max(0, Math.abs(Math.log10(setting.factor)) - 1);
    const weight = own * Math.exp(-4 * far);
    const same = found.findIndex(({ factor }) => Math.abs(factor / setting.factor - 1) < SAME_FACTOR);
    if (same >= 0) found[same] = { ...at(found, same), weight: at(found, same).weight + weight };
    else found.push({ factor: setting.factor, weight });
  }
  const all = found.reduce((sum, { weight }) => sum + weight, 0);
  return found.map(({ factor, weight }) => ({ factor, weight: weight / all }));
}
