import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { longestNote } from '../../units/typed-field';
import { eventWords } from '../../words/events';
import { defineKind, keys } from '../kind';

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
  words: ({ event, text }) => (event ? `${eventWords[event]} — ${text}` : text),
});
