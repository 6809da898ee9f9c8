import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { longestNote } from '../../units/typed-field';
import { eventWords } from '../../words/events';
import { defineKind, keys, tail } from '../kind';

const said = {
  /** Something that happened to the machine or point, beside its words. */
  event: z.enum(keys(eventWords)).optional().meta({ title: 'What happened' }),
  text: z.string().trim().min(1, { error: 'write something first.' }).max(longestNote).meta({ title: 'Note' }),
};

export const note = defineKind({
  title: 'Note',
  bodies: {
    1: z.strictObject(said),
    2: z.strictObject({
      ...said,
      /** Two entries of one task by people who did not know of each other: both happened, and stand. */
      bothHappened: z.tuple([ulid, ulid]).optional().meta({ title: 'Both of these happened' }),
      /** A way to get at something; what may hurt on the way is said with it. A planner approves it for rounds. */
      trick: z
        .strictObject({ hazard: z.string().trim().max(longestNote).meta({ title: 'What may hurt' }) })
        .optional()
        .meta({ title: 'A trick' }),
    }),
  },
  decides: true,
  service: false,
  fits: 'any',
  fills: false,
  needsMachine: false,
  answersFinding: true,
  answersStop: true,
  mended: 'anew',
  words: (body) => {
    const { event, text } = body;
    if ('trick' in body && body.trick) return `trick: ${text}${tail(body.trick.hazard)}`;
    return event ? `${eventWords[event]} — ${text}` : text;
  },
});
