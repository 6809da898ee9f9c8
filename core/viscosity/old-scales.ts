/**
 * Numbers of older viscosity scales. Each row says what its own edition says; where editions differ, both stand here.
 */

/**
 * AGMA lubricant numbers. 0 to 10 are ISO grades (ANSI/AGMA 9005-E02, table 4 and the older 9005-D94); 11 to 13 lie
 * above the ISO scale and are ranges, 13 at 100 °C (AGMA 9005-D94, table 2).
 */
export const agmaGrades: Readonly<Record<string, number>> = {
  0: 32,
  1: 46,
  2: 68,
  3: 100,
  4: 150,
  5: 220,
  6: 320,
  7: 460,
  8: 680,
  '8A': 1000,
  9: 1500,
  10: 3200,
};
export const agmaAboveIso: Readonly<Record<string, { atC: 40 | 100; min: number; max: number }>> = {
  11: { atC: 40, min: 4140, max: 5060 },
  12: { atC: 40, min: 6120, max: 7480 },
  13: { atC: 100, min: 190, max: 220 },
};

/** What the letters behind an AGMA number mean. */
export const agmaSuffixes: Readonly<Record<string, string>> = {
  EP: 'with extreme-pressure additives',
  C: 'compounded with 3 to 10 % fatty oil, for worm gears',
  S: 'synthetic',
};

/** A range of viscosity in mm²/s at 100 °C; `max` is missing where the standard sets none. */
export type HotRange = { min: number; max?: number; edition: string };

const latest = 'SAE J306 of 2019';
const current = 'SAE J306 since 2005';
const older = 'SAE J306 before 2005';

/** Automotive gear oils, SAE J306, viscosity at 100 °C. */
export const saeGearGrades: Readonly<Record<string, readonly HotRange[]>> = {
  '70W': [
    { min: 3.8, edition: latest },
    { min: 4.1, edition: current },
  ],
  '75W': [
    { min: 3.8, edition: latest },
    { min: 4.1, edition: current },
  ],
  '80W': [
    { min: 8.5, edition: latest },
    { min: 7, edition: current },
  ],
  '85W': [{ min: 11, edition: current }],
  '65': [{ min: 3.8, max: 5, edition: latest }],
  '70': [{ min: 5, max: 6.5, edition: latest }],
  '75': [{ min: 6.5, max: 8.5, edition: latest }],
  '80': [
    { min: 8.5, max: 11, edition: latest },
    { min: 7, max: 11, edition: current },
  ],
  '85': [{ min: 11, max: 13.5, edition: current }],
  '90': [
    { min: 13.5, max: 18.5, edition: current },
    { min: 13.5, max: 24, edition: older },
  ],
  '110': [{ min: 18.5, max: 24, edition: current }],
  '140': [
    { min: 24, max: 32.5, edition: current },
    { min: 24, max: 41, edition: older },
  ],
  '190': [{ min: 32.5, max: 41, edition: current }],
  '250': [{ min: 41, edition: current }],
};

const engineNow = 'SAE J300 since 2013';
const engineBefore = 'SAE J300 before 2013';

/** Engine oils, SAE J300, viscosity at 100 °C. */
export const saeEngineGrades: Readonly<Record<string, readonly HotRange[]>> = {
  '0W': [{ min: 3.8, edition: engineNow }],
  '5W': [{ min: 3.8, edition: engineNow }],
  '10W': [{ min: 4.1, edition: engineNow }],
  '15W': [{ min: 5.6, edition: engineNow }],
  '20W': [{ min: 5.6, edition: engineNow }],
  '25W': [{ min: 9.3, edition: engineNow }],
  '10': [{ min: 4.1, edition: 'papers before winter grades, read as 10W of SAE J300' }],
  '8': [{ min: 4, max: 6.1, edition: 'SAE J300 since 2015' }],
  '12': [{ min: 5, max: 7.1, edition: 'SAE J300 since 2015' }],
  '16': [{ min: 6.1, max: 8.2, edition: engineNow }],
  '20': [
    { min: 6.9, max: 9.3, edition: engineNow },
    { min: 5.6, max: 9.3, edition: engineBefore },
  ],
  '30': [{ min: 9.3, max: 12.5, edition: engineNow }],
  '40': [{ min: 12.5, max: 16.3, edition: engineNow }],
  '50': [{ min: 16.3, max: 21.9, edition: engineNow }],
  '60': [{ min: 21.9, max: 26.1, edition: engineNow }],
};

/** Width of a range without an upper end: the standard sets none, so the one of its neighbours is assumed. */
export const openEndedFactor = 1.4;
