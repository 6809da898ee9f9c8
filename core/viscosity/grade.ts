import { z } from 'zod';
import { kinematicViscosity } from '../fields/fields';
import { type Notice, answer, defineMethod, shown } from '../method';
import { gradeHalfWidth, isoGrades, nearestGradeIndex } from './iso-3448';

const label = (title: string) => z.number().meta({ title, unit: 'ISO VG' });

/** The ISO grade nearest to a viscosity. Example: 57.9 mm²/s is nearest to VG 68 (by ratio) and in no grade. */
export const viscosityGrade = defineMethod({
  id: 'viscosity.grade',
  version: 1,
  title: 'ISO viscosity grade',
  summary: 'Which ISO VG grade an oil of a known viscosity at 40 °C belongs to.',
  source: 'ISO 3448:1992, table 1: mid-points, ±10 %',
  input: z.strictObject({ kv40: kinematicViscosity('Viscosity at 40 °C') }),
  output: z.object({
    isoVg: label('Nearest grade'),
    deviationPct: z.number().meta({ title: 'Deviation from mid-point', unit: '%' }),
    withinGrade: z.boolean().meta({ title: 'Within the grade' }),
    below: label('Next thinner grade').optional(),
    above: label('Next thicker grade').optional(),
  }),
  rules: [],
  compute({ kv40 }) {
    const index = nearestGradeIndex(kv40);
    const { isoVg, mid } = isoGrades[index]!;
    const deviationPct = (100 * (kv40 - mid)) / mid;
    // Borders belong to the grade; the tiny slack is for 1.1·mid in binary.
    const withinGrade = Math.abs(deviationPct) <= 100 * gradeHalfWidth + 1e-9;
    const notices: Notice[] = withinGrade
      ? []
      : [
          {
            level: 'info',
            text: `${shown(kv40)} mm²/s lies in no grade: ISO 3448 leaves gaps between grades. VG ${isoVg} is the nearest by ratio.`,
          },
        ];
    const below = isoGrades[index - 1]?.isoVg;
    const above = isoGrades[index + 1]?.isoVg;
    return answer(
      {
        isoVg,
        deviationPct,
        withinGrade,
        ...(below !== undefined && { below }),
        ...(above !== undefined && { above }),
      },
      [
        {
          label: 'Nearest mid-point by ratio',
          expression: `smallest |ln(${shown(kv40)} / mid)|`,
          value: mid,
          unit: 'mm²/s',
        },
        {
          label: 'Deviation',
          expression: `100·(${shown(kv40)} − ${shown(mid)}) / ${shown(mid)}`,
          value: deviationPct,
          unit: '%',
        },
      ],
      notices,
    );
  },
});
