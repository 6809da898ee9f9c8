import { z } from 'zod';
import { plantDay, ulid } from '../../fields/fields';
import { amount, defineKind, keys, note, overruled, tail, typed } from '../kind';

/** How the counting of a task begins: a real commissioning, or one of the four ways out of "last service unknown". */
export const baselineWords = {
  commissioned: 'commissioned or overhauled',
  'done-on': 'last done on a known day',
  'at-hours': 'last done at a known meter value',
  'start-today': 'counting starts today',
  'next-round': 'to be done on the next round',
} as const;

const first = {
  basis: z.enum(keys(baselineWords)),
  on: plantDay('Day').optional(),
  hours: amount('Meter value', '', 1e12).optional(),
  lubricantId: ulid.optional(),
  volumeL: amount('Filled', 'L', 1e6).optional(),
  typed,
  note,
};

function saysSinceWhen(
  body: { basis: string; on?: string | undefined; hours?: number | undefined },
  context: z.RefinementCtx,
) {
  if (body.basis === 'done-on' && !body.on)
    context.addIssue({ code: 'custom', path: ['on'], message: 'say on which day it was last done.' });
  if (body.basis === 'at-hours' && body.hours === undefined)
    context.addIssue({ code: 'custom', path: ['hours'], message: 'say at which meter value it was last done.' });
}

export const commissioning = defineKind({
  title: 'Counting begins',
  bodies: {
    1: z.strictObject(first).superRefine(saysSinceWhen),
    /** A unit that came empty is filled only where lubricant and litres are both said. */
    2: z.strictObject({ ...first, overruled }).superRefine(saysSinceWhen),
  },
  decides: true,
  service: false,
  fits: 'any',
  fills: true,
  needsMachine: true,
  answersFinding: true,
  answersStop: true,
  mended: 'anew',
  words: ({ basis, on, hours, note: remark }, say) =>
    `${baselineWords[basis]}${on ? `: ${say.day(on)}` : ''}${hours === undefined ? '' : `: ${say.number(hours)}`}${tail(remark)}`,
});
