import { z } from 'zod';
import { plantDay } from '../../fields/fields';
import { besideTheWork, defineKind, reason, remark, tail } from '../kind';

const first = {
  scope: z.literal('round'),
  done: z.int().min(0),
  skipped: z.int().min(0),
  left: z.int().min(0),
  /** Why the walk was broken off and not gone on with. */
  brokenOff: reason.optional(),
};

const signed = z
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
  });

export const handOver = defineKind({
  title: 'Hand-over',
  bodies: {
    1: z.strictObject({ ...first, text: remark('Remark') }),
    2: signed,
    /** Besides the end of a round: whoever comes next has read what the shift before left. */
    3: z.discriminatedUnion('scope', [
      signed,
      z.strictObject({ scope: z.literal('shift'), of: plantDay('Page'), text: remark('Remark') }),
    ]),
  },
  ...besideTheWork,
  needsMachine: false,
  mended: 'by-voiding',
  words: (body, say) => {
    if (body.scope === 'shift') return `read what was left on ${say.day(body.of)}${tail(body.text)}`;
    const { done, skipped, left, text, brokenOff, ...more } = body;
    return `${brokenOff ? 'broken off: ' : ''}${done} done, ${'off' in more && more.off ? `${more.off} not in order, ` : ''}${skipped} skipped, ${left} left${brokenOff ? `, because: ${brokenOff}` : ''}${tail(text)}`;
  },
});
