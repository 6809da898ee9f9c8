import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { amount, defineKind, keys, note, overruled, tail, typed } from '../kind';

/** How a purge ended. */
export const purgeWords = {
  shown: 'clean grease showed',
  'not-shown': 'nothing showed at the relief',
} as const;

const strokes = z.int().min(0).max(100_000).optional().meta({ title: 'Strokes' });

export const grease = defineKind({
  title: 'Greased',
  bodies: {
    1: z.strictObject({
      lubricantId: ulid,
      massG: amount('Grease', 'g', 1e6),
      strokes,
      gunId: ulid.optional(),
      typed,
      note,
    }),
    2: z
      .strictObject({
        lubricantId: ulid,
        /** Strokes times the gun’s grams; left out where nobody knows the gun. */
        massG: amount('Grease', 'g', 1e6).optional(),
        strokes,
        gunId: ulid.optional(),
        purge: z.enum(keys(purgeWords)).optional().meta({ title: 'The purge' }),
        overruled,
        typed,
        note,
      })
      .superRefine((body, context) => {
        if (body.massG === undefined && body.strokes === undefined)
          context.addIssue({ code: 'custom', path: ['massG'], message: 'say how much went in, in grams or strokes.' });
      }),
  },
  decides: true,
  service: true,
  fits: ['grease', 'film'],
  undone: { field: 'purge', is: 'not-shown' },
  fills: true,
  needsMachine: true,
  answersFinding: true,
  answersStop: true,
  mended: 'anew',
  words: (body, say) => {
    const counted = body.strokes === undefined ? undefined : `${body.strokes} strokes`;
    const given =
      body.massG === undefined
        ? counted
        : `${say.measured(body.massG)} g${counted === undefined ? '' : ` (${counted})`}`;
    const purge = 'purge' in body && body.purge ? `, ${purgeWords[body.purge]}` : '';
    return `${given} of ${say.lubricant(body.lubricantId)}${purge}${tail(body.note)}`;
  },
});
