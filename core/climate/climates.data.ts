/**
 * Made-up place types. clearness: monthly mean of what reaches the ground ÷ what arrives above the air, January first, north of
 * the equator; south of it the months are shifted by six. tempC: monthly mean, °C. dailyRangeK: from the coldest to the
 * warmest hour. tempSpreadK: standard deviation of a day's mean about the month's. persistence: correlation of a day's
 * clearness with the day before. Typical of such regions, rounded; not of any one place.
 */
export interface Climate {
  name: string;
  latitudeDeg: number;
  clearness: readonly number[];
  tempC: readonly number[];
  dailyRangeK: number;
  tempSpreadK: number;
  persistence: number;
}

export const CLIMATE_IDS = [
  'high-north',
  'ocean-coast',
  'inland-hills',
  'mountain-valley',
  'warm-sea',
  'desert',
  'monsoon-coast',
  'trade-wind-islands',
] as const;
export type ClimateId = (typeof CLIMATE_IDS)[number];

export const CLIMATES: Record<ClimateId, Climate> = {
  'high-north': {
    name: 'High north, fjord and fell',
    latitudeDeg: 63,
    clearness: [0.28, 0.36, 0.44, 0.46, 0.46, 0.45, 0.43, 0.41, 0.39, 0.34, 0.29, 0.24],
    tempC: [-4, -4, -1, 3, 8, 12, 15, 14, 10, 5, 0, -3],
    dailyRangeK: 6,
    tempSpreadK: 4,
    persistence: 0.35,
  },
  'ocean-coast': {
    name: 'Cool ocean coast, much cloud',
    latitudeDeg: 53,
    clearness: [0.31, 0.35, 0.4, 0.44, 0.46, 0.45, 0.44, 0.44, 0.42, 0.38, 0.33, 0.29],
    tempC: [4, 4, 6, 9, 12, 15, 17, 17, 15, 11, 7, 5],
    dailyRangeK: 6,
    tempSpreadK: 3,
    persistence: 0.32,
  },
  'inland-hills': {
    name: 'Inland hills, four seasons',
    latitudeDeg: 49,
    clearness: [0.34, 0.39, 0.43, 0.47, 0.48, 0.49, 0.51, 0.5, 0.47, 0.42, 0.35, 0.31],
    tempC: [-1, 0, 4, 9, 14, 17, 19, 18, 14, 9, 4, 0],
    dailyRangeK: 9,
    tempSpreadK: 4,
    persistence: 0.3,
  },
  'mountain-valley': {
    name: 'Mountain valley, bright and cold',
    latitudeDeg: 46,
    clearness: [0.48, 0.53, 0.55, 0.53, 0.51, 0.52, 0.55, 0.54, 0.53, 0.52, 0.48, 0.46],
    tempC: [-6, -4, 0, 5, 10, 14, 16, 16, 12, 7, 0, -5],
    dailyRangeK: 12,
    tempSpreadK: 4,
    persistence: 0.28,
  },
  'warm-sea': {
    name: 'Warm inland sea, dry summers',
    latitudeDeg: 39,
    clearness: [0.46, 0.49, 0.53, 0.56, 0.6, 0.63, 0.66, 0.65, 0.61, 0.55, 0.48, 0.44],
    tempC: [10, 10, 12, 15, 19, 23, 26, 27, 23, 19, 14, 11],
    dailyRangeK: 8,
    tempSpreadK: 2.5,
    persistence: 0.3,
  },
  desert: {
    name: 'Desert and dry plateau',
    latitudeDeg: 28,
    clearness: [0.61, 0.63, 0.64, 0.64, 0.66, 0.69, 0.69, 0.68, 0.68, 0.66, 0.62, 0.59],
    tempC: [13, 15, 19, 24, 28, 32, 34, 33, 30, 26, 19, 14],
    dailyRangeK: 15,
    tempSpreadK: 3,
    persistence: 0.25,
  },
  'monsoon-coast': {
    name: 'Hot coast with a rainy season',
    latitudeDeg: 14,
    clearness: [0.61, 0.63, 0.62, 0.6, 0.52, 0.41, 0.38, 0.38, 0.44, 0.5, 0.55, 0.59],
    tempC: [25, 26, 28, 29, 29, 27, 26, 26, 26, 27, 26, 25],
    dailyRangeK: 7,
    tempSpreadK: 1.5,
    persistence: 0.35,
  },
  'trade-wind-islands': {
    name: 'Trade-wind islands',
    latitudeDeg: 17,
    clearness: [0.56, 0.57, 0.58, 0.57, 0.55, 0.55, 0.56, 0.56, 0.54, 0.53, 0.53, 0.54],
    tempC: [25, 25, 25, 26, 27, 28, 28, 28, 28, 28, 27, 26],
    dailyRangeK: 6,
    tempSpreadK: 1,
    persistence: 0.25,
  },
};
