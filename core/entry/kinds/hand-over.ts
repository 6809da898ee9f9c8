import { z } from 'zod';
import { defineKind, reason, remark, tail } from '../kind';

export const handOver = defineKind({
  title: 'Round ended',
  bodies: {
    1: z.strictObject({
      scope: z.literal('round'),
      done: z.int().min(0),
      skipped: z.int().min(0),
      left: z.int().min(0),
      text: remark('Remark'),
      /** Why the walk was broken off and not gone on with. */
      brokenOff: reason.optional(),
    }),
  },
  decides: false,
  service: false,
  fills: false,
  needsMachine: false,
  answersStop: false,
  mended: 'by-voiding',
  words: ({ done, skipped, left, text, brokenOff }) =>
    `${brokenOff ? 'broken off: ' : ''}${done} done, ${skipped} skipped, ${left} left${brokenOff ? `, because: ${brokenOff}` : ''}${tail(text)}`,
});
