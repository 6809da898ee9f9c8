import { z } from 'zod';
import { instant, ulid } from '../../fields/fields';
import { defineKind, reason } from '../kind';

const whole = {
  happenedAt: instant('Happened at'),
  offsetMinutes: z.int().min(-840).max(840),
  taskIds: z.array(ulid).max(100),
  body: z.record(z.string(), z.unknown()),
};
const voiding = z.strictObject({ void: z.literal(true), reason });

/** Puts another entry right with a whole new body, or says that it never happened; the newest of a chain holds. */
export const correction = defineKind({
  title: 'Correction',
  bodies: {
    // The first version knew bodies of the first version only.
    1: z.union([voiding, z.strictObject({ reason, replacement: z.strictObject(whole) })]),
    2: z.union([
      voiding,
      z.strictObject({
        reason,
        replacement: z.strictObject({ kindVersion: z.int().min(1).meta({ title: 'Kind version' }), ...whole }),
      }),
    ]),
  },
  decides: false,
  service: false,
  fits: 'any',
  fills: false,
  needsMachine: false,
  answersStop: false,
  mended: 'anew',
  words: (body) => `${'void' in body ? 'voided' : 'put right'}: ${body.reason}`,
});
