import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { amount, defineKind, note, tail, typed } from '../kind';

export const oilChange = defineKind({
  title: 'Oil changed',
  bodies: {
    1: z.strictObject({
      lubricantId: ulid,
      volumeL: amount('Filled', 'L', 1e6),
      drainedL: amount('Drained', 'L', 1e6).optional(),
      typed,
      note,
    }),
  },
  decides: true,
  service: true,
  fills: true,
  needsMachine: true,
  answersStop: true,
  mended: 'anew',
  words: (body, say) =>
    `${say.measured(body.volumeL)} L of ${say.lubricant(body.lubricantId)} in${body.drainedL === undefined ? '' : `, ${say.measured(body.drainedL)} L out`}${tail(body.note)}`,
});
