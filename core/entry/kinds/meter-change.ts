import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { amount, defineKind, note, tail, typed } from '../kind';

export const meterChange = defineKind({
  title: 'Meter replaced',
  bodies: {
    1: z.strictObject({
      meterId: ulid,
      oldValue: amount('Old dial', '', 1e12),
      newValue: amount('New dial', '', 1e12),
      typed,
      note,
    }),
  },
  decides: true,
  service: false,
  fits: 'any',
  fills: false,
  needsMachine: true,
  answersStop: true,
  mended: 'by-voiding',
  words: (body, say) =>
    `old dial ${say.number(body.oldValue)}, new dial ${say.number(body.newValue)}${tail(body.note)}`,
});
