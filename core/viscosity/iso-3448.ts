/** ISO 3448:1992 viscosity grades: label and mid-point viscosity at 40 °C in mm²/s. Each grade spans ±10 %. */
export const isoGrades: readonly { isoVg: number; mid: number }[] = [
  { isoVg: 2, mid: 2.2 },
  { isoVg: 3, mid: 3.2 },
  { isoVg: 5, mid: 4.6 },
  { isoVg: 7, mid: 6.8 },
  ...[10, 15, 22, 32, 46, 68, 100, 150, 220, 320, 460, 680, 1000, 1500, 2200, 3200].map((label) => ({
    isoVg: label,
    mid: label,
  })),
];

/** Half width of a grade as a share of its mid-point. */
export const gradeHalfWidth = 0.1;

/**
 * Position in `isoGrades` of the grade nearest by ratio, |ln(ν/mid)|.
 * @example isoGrades[nearestGradeIndex(210)].isoVg // 220
 */
export function nearestGradeIndex(kv40: number): number {
  const distance = (mid: number) => Math.abs(Math.log(kv40 / mid));
  return isoGrades.reduce(
    (best, grade, index) => (distance(grade.mid) < distance(isoGrades[best]!.mid) ? index : best),
    0,
  );
}
