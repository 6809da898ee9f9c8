import { z } from 'zod';
import { findingSaid, findingWords, isLower, urgencies, urgencyOf } from '../../words/findings';
import { grades, wheres } from '../../words/sign-row';
import { defineKind, keys, reason, remark, tail } from '../kind';

const first = { what: z.enum(keys(findingWords)), urgency: z.enum(keys(urgencies)), text: remark('What was seen') };

export const finding = defineKind({
  title: 'Finding',
  bodies: {
    1: z.strictObject(first),
    2: z
      .strictObject({
        ...first,
        grade: z.enum(grades).optional().meta({ title: 'How much, or which' }),
        where: z.enum(wheres).optional().meta({ title: 'Where' }),
        /** What the rules said it was, where they were asked with the point in view. */
        proposed: z.enum(keys(urgencies)).optional().meta({ title: 'By the rules' }),
        causes: z.array(z.string().trim().min(1).max(200)).max(20).optional().meta({ title: 'Likely causes' }),
        /** Why a person holds it for less urgent than the rules do; who, is who writes. */
        lowered: reason.optional().meta({ title: 'Why it is less urgent' }),
      })
      .superRefine(({ what, grade, where, urgency, proposed, lowered }, context) => {
        const least = urgencyOf(what, undefined, { grade, where });
        const ruled = proposed && !isLower(proposed, least) ? proposed : least;
        if (isLower(urgency, ruled) && lowered === undefined)
          context.addIssue({
            code: 'custom',
            path: ['lowered'],
            message: `by the rules this is "${urgencies[ruled]}": say why it is held for less urgent.`,
          });
      }),
  },
  decides: false,
  service: false,
  fits: 'any',
  fills: false,
  needsMachine: true,
  // Something that is seen beside the work leaves the work to do.
  answersStop: false,
  mended: 'anew',
  words: (body) =>
    `${findingSaid(body.what, 'grade' in body || 'where' in body ? body : {})} (${urgencies[body.urgency]}${'lowered' in body && body.lowered ? `, lowered because: ${body.lowered}` : ''})${tail(body.text)}`,
});
