import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { amountKinds } from '../../words/task-words';
import { amount, defineKind, keys, note, overruled, tail, typed } from '../kind';

const first = {
  lubricantId: ulid,
  amountKind: z.enum(keys(amountKinds)),
  amount: amount('Amount', '', 1e6).optional(),
};

function saysLitres(body: { amountKind: string; amount?: number | undefined }, context: z.RefinementCtx) {
  if (body.amountKind === 'litres' && body.amount === undefined)
    context.addIssue({
      code: 'custom',
      path: ['amount'],
      message: 'say how many litres went in; 0 when none was needed.',
    });
}

export const topUp = defineKind({
  title: 'Topped up',
  bodies: {
    1: z.strictObject({ ...first, typed, note }).superRefine(saysLitres),
    2: z.strictObject({ ...first, overruled, typed, note }).superRefine(saysLitres),
  },
  decides: true,
  service: true,
  // Never an oil change: what was in there before is in there still. Grease is topped up by the cartridge.
  fits: ['top-up', 'film', 'grease'],
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
