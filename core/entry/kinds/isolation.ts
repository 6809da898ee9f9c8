import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { besideTheWork, defineKind, note, tail } from '../kind';

const lockId = ulid.meta({ title: 'Lock' });

/** An own lock is on, off, or passed on by name. The book writes down what was done; it permits nothing. */
export const isolation = defineKind({
  title: 'Isolated',
  bodies: {
    1: z.discriminatedUnion('does', [
      z.strictObject({
        does: z.literal('lock'),
        lockNo: z
          .string()
          .trim()
          .min(1, { error: 'the number on your lock or tag.' })
          .max(40)
          .meta({ title: 'Lock or tag' }),
        /** Each energy with the proof that it is gone, as it was seen. */
        proved: z
          .array(z.strictObject({ source: z.string().min(1).max(80), proof: z.string().min(1).max(200) }))
          .min(1, { error: 'prove at least one energy gone.' })
          .max(20)
          .meta({ title: 'Proved gone' }),
        tryStarted: z.literal(true).meta({ title: 'Tried to start' }),
        controlsBack: z.literal(true).meta({ title: 'Controls back to off' }),
        note,
      }),
      z.strictObject({ does: z.literal('unlock'), lockId, note }),
      z.strictObject({ does: z.literal('hand-on'), lockId, toId: ulid.meta({ title: 'Handed on to' }), note }),
    ]),
  },
  ...besideTheWork,
  needsMachine: true,
  mended: 'by-voiding',
  words: (body, say) => {
    if (body.does === 'lock')
      return `lock ${body.lockNo} on: ${body.proved.map(({ source, proof }) => `${source} (${proof})`).join('; ')}; tried to start${tail(body.note)}`;
    return body.does === 'unlock'
      ? `lock off${tail(body.note)}`
      : `lock passed on to ${say.person(body.toId)}${tail(body.note)}`;
  },
});
