import { z } from 'zod';
import { plantDay, ulid } from '../../fields/fields';
import { amount, defineKind, keys, note, tail, typed } from '../kind';

/** How the counting of a task begins: a real commissioning, or one of the four ways out of "last service unknown". */
export const baselineWords = {
  commissioned: 'commissioned or overhauled',
  'done-on': 'last done on a known day',
  'at-hours': 'last done at a known meter value',
  'start-today': 'counting starts today',
  'next-round': 'to be done on the next round',
} as const;

export const commissioning = defineKind({
  title: 'Counting begins',
  bodies: {
    1: z
      .strictObject({
        basis: z.enum(keys(baselineWords)),
        on: plantDay('Day').optional(),
        hours: amount('Meter value', '', 1e12).optional(),
        lubricantId: ulid.optional(),
        volumeL: amount('Filled', 'L', 1e6).optional(),
        typed,
        note,
      })
      .superRefine((body, context) => {
        if (body.basis === 'done-on' && !body.on)
          context.addIssue({ code: 'custom', path: ['on'], message: 'say on which day it was last done.' });
        if (body.basis === 'at-hours' && body.hours === undefined)
          context.addIssue({ code: 'custom', path: ['hours'], message: 'say at which meter value it was last done.' });
      }),
  },
  decides: true,
  service: false,
  fills: true,
  needsMachine: true,
  answersStop: true,
  mended: 'anew',
  words: ({ basis, on, hours, note: remark }, say) =>
    `${baselineWords[basis]}${on ? `: ${say.day(on)}` : ''}${hours === undefined ? '' : `: ${say.number(hours)}`}${tail(remark)}`,
});
