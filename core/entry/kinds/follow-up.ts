import { z } from 'zod';
import { plantDay, ulid } from '../../fields/fields';
import { besideTheWork, defineKind, note, reason, tail } from '../kind';

const findingId = ulid.meta({ title: 'Finding' });

/**
 * What becomes of a finding: somebody takes it on until a day, it is closed with its cause and the entry that answers it, or
 * it is opened again.
 */
export const followUp = defineKind({
  title: 'Follow-up',
  bodies: {
    1: z
      .discriminatedUnion('does', [
        z.strictObject({
          does: z.literal('take'),
          findingId,
          ownerId: ulid.optional().meta({ title: 'Followed up by' }),
          byOn: plantDay('By').optional(),
          note,
        }),
        z.strictObject({
          does: z.literal('close'),
          findingId,
          cause: z
            .string()
            .trim()
            .min(3, { error: 'say what it came from, in a few words.' })
            .max(200)
            .meta({ title: 'What it came from' }),
          answeredBy: ulid.meta({ title: 'The entry that answers it' }),
          note,
        }),
        z.strictObject({ does: z.literal('reopen'), findingId, reason }),
      ])
      .superRefine((body, context) => {
        if (body.does === 'take' && body.ownerId === undefined && body.byOn === undefined)
          context.addIssue({
            code: 'custom',
            path: ['ownerId'],
            message: 'say who follows it up, or by which day.',
          });
      }),
  },
  ...besideTheWork,
  needsMachine: true,
  mended: 'by-the-next',
  words: (body, say) => {
    if (body.does === 'close') return `closed, it came from: ${body.cause}${tail(body.note)}`;
    if (body.does === 'reopen') return `open again: ${body.reason}`;
    const whom = body.ownerId === undefined ? '' : ` by ${say.person(body.ownerId)}`;
    const byWhen = body.byOn === undefined ? '' : ` until ${say.day(body.byOn)}`;
    return `followed up${whom}${byWhen}${tail(body.note)}`;
  },
});
