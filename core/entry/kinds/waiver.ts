import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { besideTheWork, defineKind, reason } from '../kind';

/** Something stays open though it must not be: somebody with a name says so, and why. */
export const waiver = defineKind({
  title: 'Waiver',
  bodies: {
    1: z.strictObject({
      openId: ulid.meta({ title: 'What stays open' }),
      name: z.string().max(60).optional(),
      allowedBy: z
        .string()
        .trim()
        .min(2, { error: 'say who allowed it, by name.' })
        .max(80)
        .meta({ title: 'Who allowed it' }),
      reason,
    }),
  },
  ...besideTheWork,
  needsMachine: true,
  mended: 'by-voiding',
  words: ({ name = 'what is open', allowedBy, reason: why }) => `${name} stays open, allowed by ${allowedBy}: ${why}`,
});
