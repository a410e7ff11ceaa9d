/**
 * American wire gauges: name, section in mm² (0.127 mm · 92^((36 − n) ÷ 39), squared · π ÷ 4, as ASTM B258 defines it), and the
 * ampacity of a single copper conductor with 105 °C insulation, outside engine spaces, as tabled in small-craft DC standards.
 */
export const GAUGES: readonly (readonly [name: string, areaMm2: number, ampacityA: number])[] = [
  ['18', 0.8231, 20],
  ['16', 1.3087, 25],
  ['14', 2.0809, 35],
  ['12', 3.3088, 45],
  ['10', 5.2612, 60],
  ['8', 8.3656, 80],
  ['6', 13.302, 120],
  ['4', 21.151, 160],
  ['2', 33.631, 210],
  ['1', 42.408, 245],
  ['1/0', 53.475, 285],
  ['2/0', 67.431, 330],
  ['3/0', 85.029, 385],
  ['4/0', 107.22, 445],
];

/** °C of the insulation that the gauges are tabled for. */
export const GAUGE_INSULATION_C = 105;

/** "1/0 AWG" of a section off the list, else null. */
export const gaugeOf = (areaMm2: number): string | null => {
  const row = GAUGES.find(([, area]) => Math.abs(area - areaMm2) < 1e-3 * area);
  return row ? `${row[0]} AWG` : null;
};

/** The gauge that comes nearest to a section. */
export const nearestGauge = (areaMm2: number): (typeof GAUGES)[number] =>
  GAUGES.reduce((best, row) =>
    Math.abs(Math.log(row[1] / areaMm2)) < Math.abs(Math.log(best[1] / areaMm2)) ? row : best,
  );
