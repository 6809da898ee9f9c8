import { z } from 'zod';
import { quantity } from '../fields/fields';
import { isRelieved, isSameForLevel, machineStateNames, machineStates } from '../words/machine-states';
import { type Notice, answer, defineMethod, refuse, shown } from '../method';

const volumeL = quantity('Volume', 'L', { min: 0, max: 1e6 });
const levelMm = quantity('Level', 'mm', { min: -10_000, max: 100_000 });
const state = (title: string) => z.enum(machineStateNames).meta({ title });

const input = z
  .strictObject({
    table: z
      .array(
        z.strictObject({ position: z.string().trim().min(1).max(80).meta({ title: 'Mounting position' }), volumeL }),
      )
      .min(1)
      .max(40)
      .optional()
      .meta({ title: 'Fill by mounting position' }),
    levelMarks: z
      .array(z.strictObject({ levelMm, volumeL }))
      .min(2)
      .max(40)
      .optional()
      .meta({ title: 'Marks, level and volume' }),
    position: z.string().trim().max(80).optional().meta({ title: 'Mounting position' }),
    levelMm: levelMm.optional(),
    targetMm: quantity('Target level', 'mm', { min: -10_000, max: 100_000 }).optional(),
    stateRead: state('Machine state when read').optional(),
    stateOfMark: state('Machine state of the mark').optional(),
    holdsPressure: z.boolean().optional().meta({ title: 'Stored pressure or accumulators' }),
  })
  .superRefine((value, context) => {
    const issue = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message });
    if ((value.table === undefined) === (value.levelMarks === undefined))
      issue('table', 'give either the table by mounting position or the level marks, and not both.');
    if (value.table && value.position === undefined)
      issue('position', 'say how the unit is mounted; the amount depends on it.');
    if (value.levelMarks && value.levelMm === undefined) issue('levelMm', 'say at which level the oil stands.');
    if (value.table && (value.levelMm !== undefined || value.targetMm !== undefined))
      issue('levelMm', 'belongs to level marks; a table by position knows no level.');
    if (value.levelMarks && value.position !== undefined)
      issue('position', 'belongs to the table by position; level marks hold for the mounting they were made for.');
    if (value.table && new Set(value.table.map(({ position }) => position.toLowerCase())).size < value.table.length)
      issue('table', 'names a mounting position twice.');
    const marks = [...(value.levelMarks ?? [])].sort((a, b) => a.levelMm - b.levelMm);
    if (marks.some((mark, index) => index > 0 && mark.levelMm === marks[index - 1]!.levelMm))
      issue('levelMarks', 'has two marks at the same level.');
    if (marks.some((mark, index) => index > 0 && mark.volumeL < marks[index - 1]!.volumeL))
      issue('levelMarks', 'holds less oil at a higher level; were level and volume swapped?');
  });

/**
 * Oil by mounting position or by level marks. Between two marks the volume is on the straight line; outside them, or
 * when the level was read in another machine state than the mark's, there are no litres.
 */
export const oilFill = defineMethod({
  id: 'oil.fill',
  version: 2,
  title: 'Oil fill and top-up',
  summary: 'How many litres belong in for this mounting, or how many are missing up to the mark.',
  source: 'The maker’s table for the mounting position, or marks measured on this unit; linear between marks',
  input,
  output: z.object({
    volumeL: quantity('Volume', 'L', { min: 0 }).optional(),
    topUpL: quantity('To top up', 'L', { min: 0 }).optional(),
    litresPerMm: quantity('Litres per mm', 'L/mm', { min: 0 }).optional(),
  }),
  rules: [
    'Either a table or marks of the level are given, not both; a table needs the position, marks need the level.',
    'The position is in the table; level and target lie between the marks.',
    'Read in another state than the mark is for, the reading is an observation and gives no litres. Stopped and isolated are one state; depressurised too where the reservoir holds no pressure.',
  ],
  compute({ table, levelMarks, position, levelMm, targetMm, stateRead, stateOfMark, holdsPressure }) {
    if (table) {
      const row = table.find((each) => each.position.toLowerCase() === position!.toLowerCase());
      if (!row)
        return refuse(
          `The table has no mounting position "${position}". It has ${table.map((each) => each.position).join(', ')}. Never take the amount of another position: the upper bearing may run dry.`,
          'position',
        );
      return answer(
        { volumeL: row.volumeL },
        [{ label: `Fill for position ${row.position}`, expression: 'from the table', value: row.volumeL, unit: 'L' }],
        [
          {
            level: 'caution',
            text: 'The sight glass, vent and drain sit elsewhere in another position: confirm where they are before you fill.',
          },
        ],
      );
    }
    if (!isSameForLevel(stateRead, stateOfMark, holdsPressure)) {
      return answer(
        {},
        [],
        [
          {
            level: 'caution',
            text: `Read ${machineStates[stateRead!]}, but the mark holds for ${machineStates[stateOfMark!]}. ${isRelieved(stateRead, stateOfMark) ? 'A drained accumulator raises a tank and a vented separator loses its foam; say whether the reservoir holds stored pressure. ' : ''}Kept as an observation: no litres follow from it.`,
          },
        ],
      );
    }
    const marks = [...levelMarks!].sort((a, b) => a.levelMm - b.levelMm);
    const now = onLine(marks, levelMm!);
    const lowest = marks[0]!;
    const highest = marks.at(-1)!;
    const outside = (level: number, field: string) =>
      refuse(
        `${shown(level)} mm lies outside the marks (${shown(lowest.levelMm)} … ${shown(highest.levelMm)} mm); beyond them the shape of the sump is not known.`,
        field,
      );
    if (!now) return outside(levelMm!, 'levelMm');
    const target = targetMm === undefined ? undefined : onLine(marks, targetMm);
    if (targetMm !== undefined && !target) return outside(targetMm, 'targetMm');
    const missing = target ? target.volumeL - now.volumeL : undefined;
    const notices: Notice[] =
      missing !== undefined && missing < 0
        ? [
            {
              level: 'caution',
              text: `The oil stands ${shown(-missing)} L above the target. Overfilling churns, heats and pushes seals: find out why before you drain any.`,
            },
          ]
        : [];
    return answer(
      {
        volumeL: now.volumeL,
        litresPerMm: now.litresPerMm,
        ...(missing !== undefined && { topUpL: Math.max(0, missing) }),
      },
      [
        {
          label: 'Litres per mm here',
          expression: `(${shown(now.upper.volumeL)} − ${shown(now.lower.volumeL)}) / (${shown(now.upper.levelMm)} − ${shown(now.lower.levelMm)})`,
          value: now.litresPerMm,
          unit: 'L/mm',
        },
        {
          label: 'Volume now',
          expression: `${shown(now.lower.volumeL)} + (${shown(levelMm!)} − ${shown(now.lower.levelMm)})·${shown(now.litresPerMm)}`,
          value: now.volumeL,
          unit: 'L',
        },
        ...(target
          ? [
              {
                label: 'To top up',
                expression: `${shown(target.volumeL)} − ${shown(now.volumeL)}`,
                value: Math.max(0, missing!),
                unit: 'L',
              },
            ]
          : []),
      ],
      notices,
    );
  },
});

type Mark = { levelMm: number; volumeL: number };

function onLine(
  marks: Mark[],
  level: number,
): { volumeL: number; litresPerMm: number; lower: Mark; upper: Mark } | undefined {
  const above = marks.findIndex((mark) => mark.levelMm >= level);
  if (above < 0 || level < marks[0]!.levelMm) return undefined;
  const upper = marks[Math.max(1, above)]!;
  const lower = marks[Math.max(1, above) - 1]!;
  const litresPerMm = (upper.volumeL - lower.volumeL) / (upper.levelMm - lower.levelMm);
  return { volumeL: lower.volumeL + (level - lower.levelMm) * litresPerMm, litresPerMm, lower, upper };
}
