import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { longestNote } from '../../units/typed-field';
import { amount, defineKind, note, tail, typed } from '../kind';

export const reading = defineKind({
  title: 'Meter read',
  bodies: {
    1: z.strictObject({
      meterId: ulid,
      value: amount('Reading', '', 1e12),
      typed,
      note,
      /** Why it stands although it does not fit the readings before. */
      confirmed: z.string().max(longestNote).optional().meta({ title: 'Why it is right' }),
    }),
  },
  decides: true,
  service: false,
  fits: 'any',
  fills: false,
  needsMachine: true,
  answersStop: false,
  mended: 'anew',
  words: (body, say) => {
    const meter = say.meter(body.meterId);
    return `${meter?.name ?? 'Meter'} shows ${say.number(body.value)} ${meter?.unit === 'hours' ? 'h' : (meter?.unit ?? '')}${tail(body.note)}`;
  },
});
