import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { amount, defineKind, note, tail, typed } from '../kind';

export const grease = defineKind({
  title: 'Greased',
  bodies: {
    1: z.strictObject({
      lubricantId: ulid,
      massG: amount('Grease', 'g', 1e6),
      strokes: z.int().min(0).max(100_000).optional().meta({ title: 'Strokes' }),
      gunId: ulid.optional(),
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
    `${say.measured(body.massG)} g${body.strokes === undefined ? '' : ` (${body.strokes} strokes)`} of ${say.lubricant(body.lubricantId)}${tail(body.note)}`,
});
