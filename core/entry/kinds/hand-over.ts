import { z } from 'zod';
import { defineKind, reason, remark, tail } from '../kind';

const first = {
  scope: z.literal('round'),
  done: z.int().min(0),
  skipped: z.int().min(0),
  left: z.int().min(0),
  /** Why the walk was broken off and not gone on with. */
  brokenOff: reason.optional(),
};

export const handOver = defineKind({
  title: 'Round ended',
  bodies: {
    1: z.strictObject({ ...first, text: remark('Remark') }),
    2: z
      .strictObject({
        ...first,
        off: z.int().min(0).optional().meta({ title: 'Not in order' }),
        text: remark('Remark'),
      })
      .superRefine(({ left, text, brokenOff }, context) => {
        if (left > 0 && !brokenOff && (text ?? '').trim().length < 3)
          context.addIssue({
            code: 'custom',
            path: ['text'],
            message: 'stops are left open: say why, in a few words.',
          });
      }),
  },
  decides: false,
  service: false,
  fits: 'any',
  fills: false,
  needsMachine: false,
  answersStop: false,
  mended: 'by-voiding',
  words: ({ done, skipped, left, text, brokenOff, ...more }) =>
    `${brokenOff ? 'broken off: ' : ''}${done} done, ${'off' in more && more.off ? `${more.off} not in order, ` : ''}${skipped} skipped, ${left} left${brokenOff ? `, because: ${brokenOff}` : ''}${tail(text)}`,
});
