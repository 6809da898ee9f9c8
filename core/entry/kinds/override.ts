import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { defineKind, reason, typed } from '../kind';

export const override = defineKind({
  title: 'Overridden',
  bodies: {
    1: z.strictObject({
      taskId: ulid,
      field: z.enum(['amount', 'interval']).meta({ title: 'Overridden' }),
      unit: z.string().max(20).meta({ title: 'Unit' }),
      /** What the method or the plan said, kept beside the person's number. */
      computed: z.number().nullable().meta({ title: 'Computed' }),
      /** The person's number; null goes back to the computed one. */
      value: z.number().gt(0).max(1e9).nullable().meta({ title: 'Value' }),
      reason,
      typed,
    }),
  },
  decides: true,
  service: false,
  fits: 'any',
  fills: false,
  needsMachine: true,
  answersStop: true,
  mended: 'by-the-next',
  words: ({ field, value, unit, computed, reason: why }, say) => {
    const was = computed === null ? '' : ` instead of ${say.measured(computed)} ${unit}`;
    return value === null
      ? `${field} back to the plan: ${why}`
      : `${field} ${say.measured(value)} ${unit}${was}: ${why}`;
  },
});
