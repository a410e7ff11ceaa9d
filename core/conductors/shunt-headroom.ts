/** A shunt's rating is at least so many times the largest current through it; with the upper of these it lasts. */
export const SHUNT_HEADROOM = { least: 1.25, good: 1.5 } as const;
