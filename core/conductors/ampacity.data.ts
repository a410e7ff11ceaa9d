/**
 * Ampacity of a single copper conductor by section and insulation temperature: 30 °C around it, free air, as tabled in
 * small-craft DC standards. Columns: mm², then A at 60, 70, 90, 105, 125 and 200 °C insulation. Local codes win.
 */
export const METRIC_AMPACITY: readonly (readonly [areaMm2: number, ...ampacityA: number[]])[] = [
  [0.75, 6, 10, 12, 16, 20, 25],
  [1, 8, 14, 18, 20, 25, 35],
  [1.5, 12, 18, 21, 25, 30, 40],
  [2.5, 17, 25, 30, 35, 40, 45],
  [4, 22, 35, 40, 45, 50, 55],
  [6, 29, 45, 50, 60, 70, 75],
  [10, 40, 65, 70, 90, 100, 120],
  [16, 54, 90, 100, 130, 150, 170],
  [25, 71, 120, 140, 170, 185, 200],
  [35, 87, 160, 185, 210, 225, 240],
  [50, 105, 210, 230, 270, 300, 325],
  [70, 135, 265, 285, 330, 360, 375],
  [95, 165, 310, 330, 390, 410, 430],
  [120, 190, 360, 400, 450, 480, 520],
  [150, 220, 380, 430, 475, 520, 560],
];

/** °C of the columns behind the section. */
export const INSULATION_C = [60, 70, 90, 105, 125, 200] as const;
export type InsulationC = (typeof INSULATION_C)[number];

/** In an engine space: factor for each column of insulation. */
export const ENGINE_SPACE_FRACTION: Record<InsulationC, number> = {
  60: 0.58,
  70: 0.75,
  90: 0.82,
  105: 0.86,
  125: 0.89,
  200: 1,
};
