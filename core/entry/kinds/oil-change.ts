import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { amount, defineKind, note, overruled, tail, typed } from '../kind';

const first = {
  lubricantId: ulid,
  volumeL: amount('Filled', 'L', 1e6),
  drainedL: amount('Drained', 'L', 1e6).optional(),
};

export const oilChange = defineKind({
  title: 'Oil changed',
  bodies: {
    1: z.strictObject({ ...first, typed, note }),
    /** The first filling of a unit that came empty is none: its run-in begins. */
    2: z.strictObject({ ...first, overruled, typed, note }).superRefine(({ volumeL }, context) => {
      if (volumeL === 0)
        context.addIssue({ code: 'custom', path: ['volumeL'], message: 'an oil change fills something in. How much?' });
    }),
  },
  decides: true,
  service: true,
  fits: ['oil-change', 'top-up'],
  fills: true,
  needsMachine: true,
  answersFinding: true,
  answersStop: true,
  mended: 'anew',
  words: (body, say) =>
    `${say.measured(body.volumeL)} L of ${say.lubricant(body.lubricantId)} in${body.drainedL === undefined ? '' : `, ${say.measured(body.drainedL)} L out`}${tail(body.note)}`,
});
