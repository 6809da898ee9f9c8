import { z } from 'zod';
import { amount, defineKind, keys, note, tail, typed } from '../kind';

/** What came out. */
export const drainedWords = {
  oil: 'oil',
  water: 'water',
  emulsion: 'oil and water, milky',
  coolant: 'coolant',
} as const;

/** What came out of a unit, with nothing put in for it: water of a trap, the old oil of a job that goes on another day. */
export const drain = defineKind({
  title: 'Drained',
  bodies: {
    1: z.strictObject({
      volumeL: amount('Came out', 'L', 1e6),
      what: z.enum(keys(drainedWords)).meta({ title: 'What came out' }),
      typed,
      note,
    }),
  },
  decides: true,
  service: true,
  fits: ['drain'],
  fitsFrom: 1,
  fills: false,
  needsMachine: true,
  answersFinding: true,
  answersStop: true,
  mended: 'anew',
  words: ({ volumeL, what, note: said }, say) => `${say.measured(volumeL)} L of ${drainedWords[what]} out${tail(said)}`,
});
