import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { amountKinds } from '../../words/task-words';
import { amount, defineKind, keys, note, tail, typed } from '../kind';

export const topUp = defineKind({
  title: 'Topped up',
  bodies: {
    1: z
      .strictObject({
        lubricantId: ulid,
        amountKind: z.enum(keys(amountKinds)),
        amount: amount('Amount', '', 1e6).optional(),
        typed,
        note,
      })
      .superRefine((body, context) => {
        if (body.amountKind === 'litres' && body.amount === undefined)
          context.addIssue({
            code: 'custom',
            path: ['amount'],
            message: 'say how many litres went in; 0 when none was needed.',
          });
      }),
  },
  decides: true,
  service: true,
  // A wrong lubricant that tops up makes a mixture, not a new filling.
  fills: false,
  needsMachine: true,
  answersStop: true,
  mended: 'anew',
  words: ({ amountKind, amount: value, lubricantId, note: remark }, say) =>
    amountKind === 'litres' && value === 0
      ? `level in order, nothing needed${tail(remark)}`
      : `${say.amount(amountKind, value ?? null).replace('amount not set', amountKind)} of ${say.lubricant(lubricantId)}${tail(remark)}`,
});
