import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { amount, besideTheWork, defineKind, note, tail, typed } from '../kind';

/** A unit was run with oil that came out again. It is part of an oil change and answers no task of its own. */
export const flush = defineKind({
  title: 'Flushed',
  bodies: {
    1: z.strictObject({
      /** How often, and with how much each time. */
      times: z.int().min(1).max(20).meta({ title: 'How often' }),
      volumeL: amount('Each time', 'L', 1e6),
      /** One of the store room, or in words. */
      lubricantId: ulid.optional(),
      oil: z.string().trim().max(80).optional().meta({ title: 'Flushing oil' }),
      typed,
      note,
    }),
  },
  ...besideTheWork,
  needsMachine: true,
  answersFinding: true,
  mended: 'anew',
  words: ({ times, volumeL, lubricantId, oil, note: said }, say) => {
    const what = lubricantId ? say.lubricant(lubricantId) : oil || 'flushing oil';
    return `${times === 1 ? 'once' : `${say.number(times)} times`} with ${say.measured(volumeL)} L of ${what}${tail(said)}`;
  },
});
