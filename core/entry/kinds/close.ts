import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { besideTheWork, defineKind, note, tail } from '../kind';
import { atStep } from './open';

/** What was opened is back as it belongs. */
export const close = defineKind({
  title: 'Closed',
  bodies: {
    1: z.strictObject({
      openId: ulid.meta({ title: 'What is closed' }),
      /** Its name, for whoever reads the log. */
      name: z.string().max(60).optional(),
      at: atStep,
      note,
    }),
  },
  ...besideTheWork,
  needsMachine: true,
  mended: 'by-voiding',
  words: ({ name = 'what was open', note: said }) => `${name}: closed${tail(said)}`,
});
